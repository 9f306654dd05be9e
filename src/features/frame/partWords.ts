import { repairById } from '@/core/library'
import type { CauseBehind, PartSaid, PastPart } from '@/core/job'
import { dateText, lowerFirst } from './words'

/** What can be known of a part, as it is asked. */
export const HOW_CHOICES = [
  { id: 'renewed', label: 'New' },
  { id: 'came back', label: 'New, and the same again' },
  { id: 'seen sound', label: 'Looked at, sound' },
  { id: 'same without', label: 'Tried without it: same' },
  { id: 'seen wet', label: 'Seen wet' },
  { id: 'withdrawn', label: 'Not known' },
] as const

const HOW_SAID: Record<Exclude<PartSaid['how'], 'withdrawn'>, string> = {
  renewed: 'new',
  'came back': 'new, and the same again',
  'seen sound': 'looked at, sound',
  'same without': 'the same without it',
  'seen wet': 'seen wet with fuel',
}

/** "Inline filter: new, in May, says the driver." */
export function partSaidText({
  repairId,
  how,
  when,
  who,
}: Pick<PartSaid, 'repairId' | 'how' | 'when' | 'who'>): string {
  const said = how === 'withdrawn' ? 'not known after all' : HOW_SAID[how]
  return `${repairById(repairId).part}: ${said}${when ? `, ${lowerFirst(when)}` : ''}${who ? `, says ${who}` : ''}`
}

/** Of an earlier job of this vehicle. */
export const pastPartText = ({ repairId, how, signedAt }: PastPart): string =>
  `${repairById(repairId).part}: ${HOW_SAID[how]}, here on ${dateText(signedAt)}`

/** How a cause is seen, and when its part is bad again where it stays; without a full stop. */
export const causeHow = ({ how }: Pick<CauseBehind, 'how'>, days: CauseBehind['backInDays']): string =>
  days ? `${how}. Else back in ${days[0]} to ${days[1]} d, typical` : how
