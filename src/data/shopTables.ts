/** The shop as tables: a line a vehicle, a job, a reading, with units in the heads. */
import { findTest } from '@/core/library'
import { allSummaries, wholeIndex } from './jobIndex'
import { findJob } from './jobStore'
import { vehicleLines } from './lists'

type Row = Record<string, string | number>
const day = (at: number): string => new Date(at).toISOString()

export const vehicleRows = async (): Promise<Row[]> =>
  (await vehicleLines()).map(
    ({
      id,
      unit,
      name,
      layout,
      kind,
      year,
      kilometres,
      notes,
      plate = '',
      engine = '',
      pumpNumber = '',
    }) => ({
      id,
      unit,
      name,
      layout,
      kind,
      plate,
      engine,
      pump: pumpNumber,
      year: year ?? '',
      'distance [km]': kilometres ?? '',
      notes,
    }),
  )

const inOrder = async () => {
  await wholeIndex(findJob)
  return (await allSummaries()).sort((one, other) => one.openedAt - other.openedAt)
}

export const jobRows = async (): Promise<Row[]> =>
  (await inOrder()).map((job) => ({
    id: job.id,
    'vehicle id': job.vehicleId,
    unit: job.unit,
    vehicle: job.vehicleName,
    layout: job.layout,
    complaint: job.words,
    opened: day(job.openedAt),
    signed: job.signed ? day(job.signed.at) : '',
    'not proven': job.signed?.unproven ?? '',
    repaired: job.repaired.join(' '),
    stage: job.stage,
  }))

/** Every reading of every job; `progress` from 0 to 1. */
export async function readingRows(progress: (share: number) => void): Promise<Row[]> {
  const jobs = await inOrder()
  const rows: Row[] = []
  for (const [k, { id, unit }] of jobs.entries()) {
    const found = await findJob(id)
    for (const reading of found && !found.odd ? [...found.job.readings, ...found.job.proofs] : [])
      rows.push({
        job: id,
        unit,
        taken: day(reading.at),
        test: reading.testId,
        'test name': findTest(reading.testId)?.short ?? '',
        value: reading.value.kind === 'number' ? reading.value.entered.value : reading.value.outcome,
        'value unit': reading.value.kind === 'number' ? reading.value.entered.unit : '',
        phase: reading.phase,
        'fault present': reading.faultPresent,
        source: reading.source,
        instrument: reading.instrument,
      })
    if (k % 50 === 0) progress(k / jobs.length)
  }
  progress(1)
  return rows
}
