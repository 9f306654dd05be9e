/** A part in words: what it is called, where it lies, how it fitted. */
import { toCome, type Fit, type Part } from '@/core/parts'
import { dateText } from './words'

export const partTitle = ({ name, number }: Pick<Part, 'name' | 'number'>): string =>
  number ? `${name}, ${number}` : name

export const partHref = (partId: string): string => `/parts?id=${encodeURIComponent(partId)}`

/** How many lie where, and how many are on the way. */
export function shelfText(part: Pick<Part, 'shelf' | 'place' | 'orders'>): string {
  const coming = toCome(part)
    .filter(({ jobId }) => jobId === null)
    .reduce((sum, { count, came }) => sum + count - came, 0)
  const lies =
    part.shelf < 0
      ? `${-part.shelf} more taken than were there: count it`
      : part.shelf === 0
        ? 'none on the shelf'
        : `${part.shelf} on the shelf`
  return [lies, part.place, coming > 0 ? `${coming} on order` : ''].filter(Boolean).join(', ')
}

/** What was found of it on a vehicle. */
export const fitText = ({ fits, why, unit, at }: Fit): string =>
  `${fits ? 'Fitted' : 'Did not fit'} ${unit ? `unit ${unit}` : 'one'} on ${dateText(at)}${why ? `: ${why.replace(/\.$/, '')}` : ''}.`
