/** What a job is found by: its complaint, what was read, what was done, and every word that somebody typed. */
import { findTest, REPAIRS, symptomById } from '../library'
import { plainWords } from '../shared'
import type { JobView } from './fold'
import type { VehicleRecord } from './vehicleRecord'

/** Longer notes are found by their beginning. */
const MOST_LETTERS = 2500

export function wordsOfJob(job: JobView): string {
  const said = [
    job.words,
    ...job.complaint.symptoms.flatMap((id) => [symptomById(id).says, symptomById(id).means]),
    job.noted ? `${job.noted.lastFill} ${job.noted.history}` : '',
    ...job.finishedRepairs.flatMap((id) => REPAIRS.find((repair) => repair.id === id)?.part ?? []),
    ...[...job.findings.values()].map(({ what, risk }) => `${what} ${risk}`),
    ...[...job.lies.values()].map(({ lines }) => lines.join(' ')),
    ...job.photos.map(({ note }) => note),
    job.signed?.note ?? '',
    ...job.readings.flatMap(({ testId, value }) => {
      const title = findTest(testId)?.short
      return title
        ? [value.kind === 'number' ? `${title} ${value.entered.value} ${value.entered.unit}` : title]
        : []
    }),
  ]
  return plainWords(said.filter(Boolean).join(' ')).slice(0, MOST_LETTERS)
}

/** What lists need of a vehicle. */
export type VehicleLine = Pick<
  VehicleRecord,
  | 'id'
  | 'unit'
  | 'name'
  | 'layout'
  | 'kind'
  | 'year'
  | 'kilometres'
  | 'notes'
  | 'plate'
  | 'engine'
  | 'pumpNumber'
>
const NOTE_LETTERS = 300
export const vehicleLineOf = (record: VehicleRecord): VehicleLine => {
  const { id, unit, name, layout, kind, year, kilometres, notes, plate, engine, pumpNumber } = record
  return {
    ...{ id, unit, name, layout, kind, year, kilometres },
    notes: notes.slice(0, NOTE_LETTERS),
    ...(plate && { plate }),
    ...(engine && { engine }),
    ...(pumpNumber && { pumpNumber }),
  }
}

/** A thing of the shop as the search knows it. */
export interface ShopDocument {
  /** Its kind and id: the same thing has one key for ever. */
  key: string
  kind: ShopKind
  id: string
  title: string
  words: string
  /** A job that is signed. */
  over: boolean
}
export const SHOP_KINDS = ['vehicle', 'job', 'part'] as const
/** Words by which a vehicle is found besides its unit and name; a plate also as one word. */
export const wordsOfVehicle = ({
  year,
  notes,
  plate = '',
  engine = '',
  pumpNumber = '',
}: VehicleLine): string =>
  [year ?? '', plate, plate.replace(/[\s.\-–/_]/g, ''), engine, pumpNumber, notes].filter(Boolean).join(' ')

export type ShopKind = (typeof SHOP_KINDS)[number]
