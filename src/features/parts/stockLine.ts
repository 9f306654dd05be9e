/** How the shelf of a part went, as steps over time. */
import type { Move, Part } from '@/core/parts'

export interface StockStep {
  /** ms. */
  at: number
  /** On the shelf from then on. */
  level: number
}

const change = ({ from, to, count }: Move): number =>
  (to === 'shelf' ? count : 0) - (from === 'shelf' ? count : 0)

/**
 * Levels from the last count, or the first move, until now. Before a count nobody knows; what was moved before it
 * is taken back from it, so that the line ends at what is there.
 */
export function stockSteps(part: Pick<Part, 'moves' | 'shelf' | 'firstAt'>, now: number): StockStep[] {
  const moves = part.moves.filter((move) => change(move) !== 0)
  let level = part.shelf - moves.reduce((sum, move) => sum + change(move), 0)
  const steps: StockStep[] = [{ at: part.firstAt, level }]
  for (const move of moves) {
    level += change(move)
    steps.push({ at: Math.max(move.at, steps.at(-1)!.at), level })
  }
  return [...steps, { at: Math.max(now, steps.at(-1)!.at), level: part.shelf }]
}

const HOLDER_WORDS = { seller: 'the seller', shelf: 'the shelf', job: 'a job', scrap: 'scrap' } as const
/** A move in words. */
export function moveText({ from, to, count, unit }: Move): string {
  const job = unit ? `unit ${unit}` : 'a job'
  const name = (holder: Move['from']) => (holder === 'job' ? job : HOLDER_WORDS[holder])
  if (to === 'scrap') return `${count} scrapped, from ${name(from)}`
  if (to === 'seller') return `${count} sent back, from ${name(from)}`
  return `${count} from ${name(from)} to ${name(to)}`
}
