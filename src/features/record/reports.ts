/** A job as a report: for the customer in plain words, for the next technician with all that was read. */
import { repairById, stepTitle, testById } from '@/core/library'
import { proofTests, readingText, type JobView, type Reading, type VehicleRecord } from '@/core/job'
import type { JobParts } from '@/core/demand'
import type { SoundBand } from '@/core/diagnosis'
import type { Block, Compared, Picture, Report } from '@/core/report'
import { fromSi, toSi } from '@/core/shared'
import { LAYOUTS, LICENSED } from '@/core/vehicle'
import { unitsNow } from '@/data/units'
import { figureShown, inUnits, siText, unitShown, unitText } from '../frame/quantities'
import { partTitle } from '../frame/partStockText'
import { clockText, dateText, digitsOf, lowerFirst, minutesText, moneyText, shortOf } from '../frame/words'
import { decisionsOf, insideText } from './decisions'
import { lineBlocks, mainChart, wiringRows } from './figures'
import { jobPartLines, jobPartRows } from './partLines'

export type Reader = 'customer' | 'technician'
export interface ReportInput {
  job: JobView
  vehicle: VehicleRecord
  workshop: string
  /** What a sound vehicle reads, in each test's own unit. */
  bands: Record<string, SoundBand>
  /** Which parts it took. */
  parts: JobParts
  /** Its photos that are on this tablet. */
  pictures: Picture[]
}

const said = (reading: Reading | null): string => {
  if (!reading) return 'not read'
  const { value, unit } = readingText(reading, unitsNow())
  return unit ? `${value} ${unitText(unit)}` : value
}
const numberOf = (reading: Reading | null, unit: Parameters<typeof fromSi>[1]): number | null =>
  reading?.value.kind === 'number' ? fromSi(toSi(reading.value.entered), unit) : null

/** The same readings before and after, with what is sound. */
export function comparedOf({ job, bands }: Pick<ReportInput, 'job' | 'bands'>): Compared[] {
  return proofTests(job).flatMap(({ testId, before, after }): Compared[] => {
    const test = testById(testId)
    if (test.reading.kind !== 'number' || (!before && !after)) return []
    const { unit } = test.reading
    const shown = unitShown(unit)
    const band = bands[testId]
    const figure = (value: number) => figureShown(toSi({ value, unit }), unit, digitsOf(test))
    const inShown = (value: number) => fromSi(toSi({ value, unit }), shown)
    return [
      {
        name: test.short,
        unit: unitText(shown),
        before: numberOf(before, shown),
        after: numberOf(after, shown),
        sound: band ? { low: inShown(band.low), high: inShown(band.high) } : null,
        says: {
          before: said(before),
          after: said(after),
          sound: band ? `${figure(band.low)} to ${figure(band.high)} ${unitText(shown)}` : 'not known',
        },
      },
    ]
  })
}

const section = (title: string, ...blocks: (Block | null)[]): Report['sections'] => {
  const whole = blocks.filter((block): block is Block => block !== null)
  return whole.length > 0 ? [{ title, blocks: whole }] : []
}
const list = (items: string[]): Block | null => (items.length > 0 ? { kind: 'list', items } : null)
const text = (...lines: string[]): Block | null => {
  const whole = lines.filter(Boolean)
  return whole.length > 0 ? { kind: 'text', lines: whole } : null
}
const table = (head: string[], rows: string[][]): Block | null =>
  rows.length > 0 ? { kind: 'table', head, rows } : null

const photos = ({ pictures }: ReportInput): Block | null =>
  pictures.length > 0 ? { kind: 'pictures', pictures } : null

const BAD = {
  yes: 'The old part was bad.',
  no: 'The old part was sound.',
  unknown: 'The old part was not judged.',
}

/** What was renewed, and what the old part was. */
const doneLines = ({ finishedRepairs, done }: JobView): string[] =>
  [...new Set(finishedRepairs)].map((id) => {
    const judged = done.find(({ repairId }) => repairId === id)?.partWasBad ?? 'unknown'
    return `${repairById(id).title}. ${BAD[judged]}`
  })

function costText({ cost }: JobView): string {
  if (!cost) return ''
  const within = cost.money <= cost.estimateHigh
  return `It came to ${moneyText(cost.money)} and ${minutesText(cost.minutes)}; it was said to come to ${moneyText(cost.estimateLow)} to ${moneyText(cost.estimateHigh)}${within ? '' : ', and came to more'}.`
}

const putOff = ({ findings }: JobView): string[] =>
  [...findings.values()]
    .filter(({ then }) => then === 'deferred')
    .map(({ what, risk }) => `${what}. ${risk}`.trim())

const unproven = ({ signed }: JobView): string[] =>
  signed ? signed.unproven : ['The job is not signed: nothing is claimed yet.']

/** Aircraft: the entry is written here, and signed by whoever may. */
const licensed = ({ layout }: VehicleRecord): Report['sections'] =>
  LICENSED.includes(layout)
    ? section(
        'Entry for the licensed person',
        text(
          'This is no release to service. The work above is entered and released only by a person who holds the licence for it, by the maker’s data and the authority’s rules.',
        ),
        { kind: 'sign', lines: ['Work checked against', 'Licence number', 'Signature and date'] },
      )
    : []

function customerSections(input: ReportInput): Report['sections'] {
  const { job, vehicle } = input
  const compared = comparedOf(input)
  return [
    ...section('What you told us', text(job.words || 'Nothing was noted.')),
    ...section(
      'What was done',
      list(doneLines(job)) ?? text('Nothing was renewed.'),
      text(
        job.proofNotes.get('complaintGone') === 'yes'
          ? 'Afterwards the complaint was gone.'
          : job.proofNotes.get('complaintGone') === 'no'
            ? 'Afterwards the complaint was still there.'
            : '',
      ),
    ),
    ...section(
      'Measured before and after',
      compared.length > 0 ? { kind: 'compared', rows: compared } : null,
    ),
    ...section(
      'Parts that were fitted',
      list(
        input.parts.taken
          .filter(({ state }) => state === 'fitted')
          .map(({ part, count }) => `${partTitle(part)}${count > 1 ? `, ${count}` : ''}`),
      ),
    ),
    ...section('Photos', photos(input)),
    ...section('What it came to', text(costText(job))),
    ...section('Not proven', list(unproven(job))),
    ...section('Put off, and what may come of it', list(putOff(job))),
    ...section(
      'Next check',
      text(
        putOff(job).length > 0
          ? 'Have what was put off looked at with the next service, sooner where it says so.'
          : 'With the next service.',
      ),
    ),
    ...licensed(vehicle),
  ]
}

function technicianSections(input: ReportInput): Report['sections'] {
  const { job, vehicle } = input
  const steps = [...(job.work?.done.values() ?? [])].filter(
    ({ torqueNm, byFeel }) => torqueNm !== null || byFeel,
  )
  const compared = comparedOf(input)
  const readings = [...job.readings, ...job.proofs]
    .sort((one, other) => one.at - other.at)
    .map((reading) => [
      `${dateText(reading.at)}, ${clockText(reading.at)}`,
      `${shortOf(reading.testId)}${reading.phase === 'proof' ? ', after' : ''}${reading.earlier ? ', known before' : ''}`,
      said(reading),
      `${reading.source === 'stand-in' ? 'stand-in, ' : ''}${reading.instrument}`,
    ])
  return [
    ...section('Vehicle', text(`${LAYOUTS[vehicle.layout].name}. ${vehicle.notes}`)),
    ...section('Complaint', text(job.words, job.noted?.history ?? '')),
    ...section('Readings', table(['When', 'What', 'Read', 'By'], readings)),
    ...section('Before and after', compared.length > 0 ? { kind: 'compared', rows: compared } : null),
    ...section('Renewed', list(doneLines(job))),
    ...section(
      'Parts',
      table(['Part', 'Number', 'Count', 'From', 'Each', 'Now'], jobPartRows(input.parts)),
      list(
        jobPartLines({ taken: [], wrong: input.parts.wrong }).map(({ title, says }) => `${title}. ${says}`),
      ),
    ),
    ...section(
      'Torques',
      table(
        ['Step', 'Torque'],
        steps.map(({ operationId, torqueNm, byFeel }) => [
          inUnits(stepTitle(operationId)),
          byFeel || torqueNm === null ? 'by feel' : siText(torqueNm, 'N·m', 0),
        ]),
      ),
    ),
    ...section('Decided and agreed', list(decisionsOf(job))),
    ...section('Found on opening', list(insideText(job, vehicle))),
    ...section('How it lay', list([...job.lies.values()].flatMap(({ lines }) => lines))),
    ...section(
      'Captures',
      list(
        job.captures
          .filter(({ channels }) => channels.length === 0)
          .map((one) => `${clockText(one.at)} ${one.says || lowerFirst(one.verdict)}`),
      ),
      ...job.captures
        .flatMap((capture) => mainChart(capture) ?? [])
        .map((chart): Block => ({ kind: 'chart', chart })),
    ),
    ...section('Wiring', table(['Pin', 'Called', 'Goes to', 'Reads', ''], wiringRows(job))),
    ...section('Lines that were copied', ...[...job.lines].flatMap(lineBlocks)),
    ...section('Photos', photos(input)),
    ...section('Not proven', list(unproven(job))),
    ...section('Put off', list(putOff(job))),
    ...licensed(vehicle),
  ]
}

export function reportOf(reader: Reader, input: ReportInput): Report {
  const { job, vehicle, workshop } = input
  const signed = job.signed ? `Signed by ${job.signed.by}, ${dateText(job.signed.at)}.` : 'Not signed yet.'
  return {
    title: `Unit ${vehicle.unit}, ${vehicle.name}`,
    under: `${workshop ? `${workshop}. ` : ''}Taken in ${dateText(job.openedAt)}. ${signed}`,
    sections: reader === 'customer' ? customerSections(input) : technicianSections(input),
    foot: `${vehicle.kind === 'simulated' ? 'A simulated vehicle: its readings come from stand-in instruments. ' : ''}Typical figures give way to the maker’s. The maker’s data, local codes and licensed practice govern.`,
  }
}
