/** Two vehicles side by side: the same tests, the last reading of each. What one lacks is what is to be measured there. */
import type { JobView } from '../job'
import { toSi } from '../shared'

type Reading = JobView['readings'][number]
type Read = Pick<JobView, 'readings' | 'proofs'>

export interface BesideRow {
  testId: string
  own: Reading | null
  sister: Reading | null
  /** Own less the sister's, SI; null where one is missing or is no figure. */
  differenceSi: number | null
}

/** The last reading of each test that was taken, not only known before. */
function lastOfEach(jobs: readonly Read[]): Map<string, Reading> {
  const last = new Map<string, Reading>()
  for (const { readings, proofs } of jobs)
    for (const reading of [...readings, ...proofs]) {
      if (reading.earlier) continue
      const before = last.get(reading.testId)
      if (!before || reading.at >= before.at) last.set(reading.testId, reading)
    }
  return last
}

function differenceOf(own: Reading | null, sister: Reading | null): number | null {
  if (own?.value.kind !== 'number' || sister?.value.kind !== 'number') return null
  return toSi(own.value.entered) - toSi(sister.value.entered)
}

/** What both read first, then what is to be measured on the sister, then what is to be measured here; the youngest first. */
export function besideOf(own: readonly Read[], sister: readonly Read[]): BesideRow[] {
  const [here, there] = [lastOfEach(own), lastOfEach(sister)]
  const rank = (row: BesideRow) => (row.own && row.sister ? 0 : row.own ? 1 : 2)
  const at = (row: BesideRow) => (row.own ?? row.sister)!.at
  return [...new Set([...here.keys(), ...there.keys()])]
    .map((testId): BesideRow => {
      const [one, other] = [here.get(testId) ?? null, there.get(testId) ?? null]
      return { testId, own: one, sister: other, differenceSi: differenceOf(one, other) }
    })
    .sort(
      (one, other) => rank(one) - rank(other) || at(other) - at(one) || (one.testId < other.testId ? -1 : 1),
    )
}
