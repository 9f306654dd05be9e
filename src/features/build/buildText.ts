/** Words of a build: how a check came out, what is different, and how many of each. */
import type { Difference, Finding } from '@/core/build'
import { SHEET_FIELDS } from '@/core/job'
import { siText } from '../frame/quantities'

export const VERDICTS: Record<Finding['verdict'], string> = {
  no: 'Does not do',
  doubt: 'Doubtful',
  good: 'Sound',
}

const lowerFirst = (text: string) => text.charAt(0).toLowerCase() + text.slice(1)
/** What the whole comes to, in one sentence. */
export function wholeText(findings: readonly Finding[]): string {
  const failing = findings.filter(({ verdict }) => verdict === 'no')
  const doubtful = findings.filter(({ verdict }) => verdict === 'doubt').length
  const doubts = doubtful === 0 ? '' : doubtful === 1 ? '; one is doubtful' : `; ${doubtful} are doubtful`
  if (failing.length === 0)
    return doubtful === 0
      ? `All ${findings.length} checks are sound.`
      : `Nothing of ${findings.length} checks fails${doubts}.`
  const named = failing.map(({ title }) => lowerFirst(title)).join(', ')
  return `${failing.length} of ${findings.length} ${failing.length === 1 ? 'does' : 'do'} not do: ${named}${doubts}.`
}

const PARTS: Record<Exclude<Difference['what'], 'figure'>, string> = {
  new: 'new',
  gone: 'goes',
  other: 'another kind',
}
/** A difference as its name and what becomes of it. */
export function differenceRow({ what, of, name, figures }: Difference): { name: string; says: string } {
  if (what !== 'figure') return { name, says: PARTS[what] }
  const sheet = SHEET_FIELDS.find(({ field }) => field === of)
  if (!sheet || !figures) return { name, says: '' }
  const text = (si: number) =>
    sheet.unit === null ? String(Math.round(si)) : siText(si, sheet.unit, sheet.digits)
  return { name: sheet.name, says: `${text(figures[0])} → ${text(figures[1])}` }
}
