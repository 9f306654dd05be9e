/** The parts of a job in words, for its record and its reports. */
import type { JobPart, JobParts } from '@/core/demand'
import { fitText, partTitle } from '../frame/partStockText'
import { dateText, priceText } from '../frame/words'

const CORE: Record<JobPart['cores'][number]['standing'], string> = {
  owed: 'The old one goes back',
  'to come': 'The old one goes back',
  sent: 'The old one was sent back',
  none: '',
}

const titleOf = ({ part, count }: Pick<JobPart, 'part' | 'count'>): string =>
  `${partTitle(part)}${part.maker ? `, ${part.maker}` : ''}${count > 1 ? `, ${count}` : ''}`

function saysOf({ state, seller, priceEach, cores }: JobPart): string {
  const from = seller ? `from ${seller}` : 'from the shelf'
  const price = priceEach === null ? '' : ` at ${priceText(priceEach)}`
  const owed = cores
    .filter(({ standing }) => CORE[standing] !== '')
    .map(
      ({ standing, value, dueAt }) =>
        `${CORE[standing]}${standing === 'sent' ? '' : ` by ${dateText(dueAt)}, for ${priceText(value)}`}.`,
    )
  return [`${state === 'fitted' ? 'Fitted' : 'In hand'}, ${from}${price}.`, ...owed].join(' ')
}

export interface JobPartLine {
  partId: string
  title: string
  says: string
}
export const jobPartLines = ({ taken, wrong }: JobParts): JobPartLine[] => [
  ...taken.map((one) => ({ partId: one.part.id, title: titleOf(one), says: saysOf(one) })),
  ...wrong.map(({ part, fit }) => ({ partId: part.id, title: partTitle(part), says: fitText(fit) })),
]

/** For the next technician: what went in, by number. */
export const jobPartRows = ({ taken }: JobParts): string[][] =>
  taken.map(({ part, count, state, seller, priceEach }) => [
    part.name,
    [part.number, part.maker].filter(Boolean).join(', ') || 'not known',
    String(count),
    seller || 'shelf',
    priceEach === null ? '' : priceText(priceEach),
    state,
  ])
