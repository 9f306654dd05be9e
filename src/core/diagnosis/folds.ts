/**
 * The last folds of evidence, kept with what stood after each reading, so that a new reading is folded on
 * what stood before it and not from the first on. The arithmetic is the same, to the last bit.
 */
import type { Complaint, Done } from './hypotheses'
import type { Heard } from './heard'
import type { Evidence } from './evidence'
import type { Table } from './table'

/** One reading as it was folded, and what stood after it. */
export interface FoldedItem {
  item: Evidence
  temper: number
  alike: number
  logs: Float64Array
  heard: Uint8Array
  /** Share of it that each particle takes for a slip. */
  shares: Float64Array
}
export interface Fold {
  /** What it began from. */
  begin: string
  belief: Table['belief']
  particles: number
  heard: Heard
  items: FoldedItem[]
}

/** So many folds are kept for a table: the evidence, what is typed on top of it, and it without a reading. */
const KEPT = 4
const folds = new WeakMap<Table['predicted'], Fold[]>()

export const beginOf = (complaint: Complaint, done: Done[]): string => JSON.stringify([complaint, done])

/** Of what is kept, that which shares the most with these readings, and how many it shares. */
export function foldBefore(
  { predicted, belief, stage }: Table,
  begin: string,
  room: number,
  items: Pick<FoldedItem, 'item' | 'temper' | 'alike'>[],
): { fold: Fold; shared: number } | null {
  // While the derivatives come in the table changes under every fold.
  if (stage === 'nominal') return null
  let best: { fold: Fold; shared: number } | null = null
  for (const fold of folds.get(predicted) ?? []) {
    if (fold.begin !== begin || fold.belief !== belief) continue
    if (fold.particles !== predicted.length || fold.heard.readings !== room) continue
    let shared = 0
    while (shared < items.length && shared < fold.items.length && same(items[shared]!, fold.items[shared]!))
      shared += 1
    if (shared > (best?.shared ?? 0)) best = { fold, shared }
  }
  return best
}

export function keepFold({ predicted, stage }: Table, fold: Fold): void {
  if (stage === 'nominal' || fold.items.length === 0) return
  folds.set(predicted, [fold, ...(folds.get(predicted) ?? [])].slice(0, KEPT))
}

type Asked = Pick<FoldedItem, 'item' | 'temper' | 'alike'>
const same = (one: Asked, other: Asked): boolean =>
  one.temper === other.temper &&
  one.alike === other.alike &&
  one.item.id === other.item.id &&
  one.item.testId === other.item.testId &&
  one.item.faultPresent === other.item.faultPresent &&
  (one.item.swings ?? 0) === (other.item.swings ?? 0) &&
  sameValue(one.item.value, other.item.value)
function sameValue(one: Evidence['value'], other: Evidence['value']): boolean {
  return one.kind === 'number' && other.kind === 'number'
    ? one.entered.value === other.entered.value && one.entered.unit === other.entered.unit
    : one.kind === 'outcome' && other.kind === 'outcome' && one.outcome === other.outcome
}
