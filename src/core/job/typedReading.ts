/** A reading as it is typed: one figure, or the two ends between which a needle swings. */
export interface TypedReading {
  /** The figure, or the middle of the swing. */
  value: number
  swing: { low: number; high: number } | null
}

const FIGURE = '([-−]?\\d{1,9}(?:[.,]\\d{1,6})?)'
const ONE = new RegExp(`^\\s*${FIGURE}\\s*$`)
const TWO = new RegExp(`^\\s*${FIGURE}\\s*(?:\\.\\.|to|–|-)\\s*${FIGURE}\\s*$`)
const figure = (text: string) => Number(text.replace(',', '.').replace('−', '-'))

/** "300", "280-320", "280 to 320", "280..320", comma or point; null for anything else. Either end may come first. */
export function typedReading(text: string): TypedReading | null {
  // Nobody types more; what was pasted by mistake must not hold the page.
  if (text.length > 60) return null
  const one = ONE.exec(text)
  if (one) return { value: figure(one[1]!), swing: null }
  const two = TWO.exec(text)
  if (!two) return null
  const ends = [figure(two[1]!), figure(two[2]!)]
  const [low, high] = [Math.min(...ends), Math.max(...ends)]
  // To the digits of what was typed: a middle has one more.
  const value = Number((0.5 * (low + high)).toPrecision(12))
  return { value, swing: low < high ? { low, high } : null }
}
