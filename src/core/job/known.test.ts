/** Which jobs say what a vehicle reads when it is sound. */
import { describe, expect, it } from 'vitest'
import { specificationOf } from '../vehicle'
import { LogBuilder, type BodyOf } from '../records'
import { foldJob, knownFigures, sistersKey, summaryOf, type VehicleRecord } from '.'

const vehicle: VehicleRecord = {
  id: 'own',
  unit: '07',
  name: 'Larch van',
  layout: 'A01',
  kind: 'real',
  year: 2009,
  kilometres: 210000,
  notes: '',
  specification: specificationOf(),
  edits: [],
  access: [],
  ways: ['benchHatch'],
  limits: [{ testId: 'T27', low: { value: 290, unit: 'kPa' }, high: { value: 305, unit: 'kPa' } }],
}
const other: VehicleRecord = { ...vehicle, id: 'other', limits: [] }
const DAY = 86_400_000
const NO_NOTE = { unproven: [], note: '' }

type Taken = Partial<BodyOf<'reading-taken'>>
function job(of: VehicleRecord, kPa: number, gone: 'yes' | 'no', signedAt: number | null, how: Taken = {}) {
  const log = new LogBuilder(`${of.id} ${kPa}`, { device: 'a', by: 'Ida' })
    .add(1, 'job-opened', {
      vehicleId: of.id,
      unit: of.unit,
      vehicleName: of.name,
      words: '',
      neededBy: null,
    })
    .add(2, 'reading-taken', {
      readingId: 'r',
      testId: 'T24',
      value: { kind: 'number', entered: { value: kPa, unit: 'kPa' } },
      scene: 'keyOn',
      instrument: 'gauge',
      faultPresent: 'no',
      source: 'vehicle',
      phase: 'proof',
      sure: 'yes',
      ...how,
    })
    .add(3, 'proof-noted', { item: 'complaintGone', outcome: gone })
  if (signedAt !== null) log.add(signedAt, 'job-signed', NO_NOTE)
  return { job: foldJob('j', log.events), vehicle: of }
}
const sources = (jobs: ReturnType<typeof job>[]) =>
  knownFigures(
    vehicle,
    jobs
      .filter((one) => sistersKey(one.vehicle) === sistersKey(vehicle))
      .flatMap((one) => {
        const { proven } = summaryOf(one.job)
        return proven ? [{ ...proven, nextAt: null }] : []
      }),
    40 * DAY,
  ).map(({ testId, source, low }) => [testId, source, low.value])

describe('what is known of sound readings', () => {
  it('the maker’s limits always; own proofs of the last cured job', () =>
    expect(sources([job(vehicle, 301, 'yes', 20), job(vehicle, 306, 'yes', 30)])).toEqual([
      ['T27', 'maker', 290],
      ['T24', 'own past', 306],
    ]))
  it('a job that was not cured or not signed says nothing', () =>
    expect(sources([job(vehicle, 301, 'no', 20), job(vehicle, 306, 'yes', null)])).toEqual([
      ['T27', 'maker', 290],
    ]))
  it('a sister speaks only where its own past is silent', () => {
    expect(sources([job(other, 299, 'yes', 10)])).toEqual([
      ['T27', 'maker', 290],
      ['T24', 'sister', 299],
    ])
    expect(sources([job(other, 299, 'yes', 10), job(vehicle, 306, 'yes', 30)])).toEqual([
      ['T27', 'maker', 290],
      ['T24', 'own past', 306],
    ])
  })
  it('what nobody was sure of, what swung, and what a doubtful gauge showed says nothing', () => {
    const taken = (standing: 'doubtful' | 'checked') => ({
      taken: { instrumentId: 'g', name: 'Gauge', standing, offset: null },
    })
    const bad: Taken[] = [{ sure: 'no' }, { swing: { low: 280, high: 320 } }, taken('doubtful')]
    for (const how of bad)
      expect(sources([job(other, 299, 'yes', 10, how)]), JSON.stringify(how)).toEqual([['T27', 'maker', 290]])
    expect(sources([job(other, 299, 'yes', 10, taken('checked'))])).toHaveLength(2)
  })
  it('another name or layout is no sister', () =>
    expect(
      sources([
        job({ ...other, name: 'Elm tractor' }, 299, 'yes', 10),
        job({ ...other, layout: 'A02' }, 299, 'yes', 10),
      ]),
    ).toEqual([['T27', 'maker', 290]]))
})

describe('a proof is believed once it has lasted', () => {
  const proven = (vehicleId: string, kPa: number, days: number, nextDays: number | null = null) => ({
    vehicleId,
    signedAt: days * DAY,
    readings: [{ testId: 'T24', entered: { value: kPa, unit: 'kPa' as const } }],
    nextAt: nextDays === null ? null : nextDays * DAY,
  })
  const bare = { ...vehicle, limits: [] }
  const at = (days: number, ...all: ReturnType<typeof proven>[]) => knownFigures(bare, all, days * DAY)
  it('thirty days without a comeback; before them it says nothing', () => {
    expect(at(29, proven('own', 306, 0))).toEqual([])
    expect(at(30, proven('own', 306, 0))).toHaveLength(1)
    expect(at(400, proven('own', 306, 0, 12))).toEqual([])
  })
  it('sisters are pooled, each by its last word', () =>
    expect(at(500, proven('a', 338, 10), proven('b', 330, 20), proven('b', 352, 60))).toEqual([
      {
        testId: 'T24',
        source: 'sister',
        low: { value: 338, unit: 'kPa' },
        high: { value: 352, unit: 'kPa' },
        of: 2,
      },
    ]))
  it('a sister that failed within the year is withdrawn; its own past is not, it was sound then', () => {
    expect(at(500, proven('a', 338, 10, 200))).toEqual([])
    expect(at(900, proven('a', 338, 10, 800))).toHaveLength(1)
    expect(at(500, proven('own', 338, 10, 200))).toHaveLength(1)
  })
  it('one that was changed otherwise is no sister', () => {
    const edits = [{ kind: 'any' }] as unknown as VehicleRecord['edits']
    expect(sistersKey({ ...vehicle, edits })).not.toBe(sistersKey(vehicle))
    const key = (engine: string, pumpNumber = '') => sistersKey({ ...vehicle, engine, pumpNumber })
    expect(key('EN 12')).not.toBe(key('EN 14'))
    expect(key('EN 12', 'P-4')).not.toBe(key('EN 12'))
    expect(key('en-12', 'p 4')).toBe(key('EN 12', 'P.4'))
    // Where nobody has looked, nothing is told apart.
    expect(key('')).toBe(sistersKey(vehicle))
  })
})
