/** That something comes again, in words: the part or the complaint, never a person. */
import { repairById } from '@/core/library'
import type { Recurrence } from '@/core/memory'
import { dateText } from './words'

const partsText = (repairIds: readonly string[]): string =>
  repairIds.map((id) => repairById(id).part.toLowerCase()).join(', ')

/** What comes again, in a sentence. */
export function recurrenceText({ kind, afterDays, repairIds, before }: Recurrence): string {
  const when = `${afterDays} ${afterDays === 1 ? 'day' : 'days'} after it was signed (${dateText(before.signed!.at)})`
  return kind === 'same part'
    ? `The same part again, ${when}: ${partsText(repairIds)}.`
    : `The same complaint again, ${when}. Renewed then: ${partsText(repairIds)}.`
}
