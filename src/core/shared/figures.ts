/** Figures as people type them. */

const PLAIN = /^[-−+]?\d{1,9}([.,]\d{1,6})?$/

/**
 * A typed figure with comma or point; null for anything else. No exponent, no letter, no second comma, nothing
 * longer than a person means: what was pasted by mistake is no figure, and costs nothing.
 */
export function figureOf(typed: string): number | null {
  if (typed.length > 40) return null
  const text = typed.trim()
  return PLAIN.test(text) ? Number(text.replace('−', '-').replace(',', '.')) : null
}
