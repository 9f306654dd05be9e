/** One act for every reading: what is asked back, what is kept, and that trace and proof are alike. */
import { describe, expect, it } from 'vitest'
import { testFor } from '../library'
import { LogBuilder } from '../records'
import { foldJob } from '../job'
import type { ReadingAct } from '.'
import { takeReading } from './takeReading'

const test = testFor('A01', 'T24')
const kPa = (value: number) => ({ kind: 'number' as const, entered: { value, unit: 'kPa' as const } })
const GAUGE = {
  instrumentId: 'g-1',
  name: 'Gauge 3',
  standing: 'checked' as const,
  offset: { value: 5, unit: 'kPa' as const },
}
const act = (change: Partial<ReadingAct> = {}): ReadingAct => ({
  test,
  value: kPa(304),
  phase: 'trace',
  faultPresent: 'yes',
  source: 'vehicle',
  taken: GAUGE,
  expected: { low: 280, high: 330 },
  meant: false,
  ...change,
})
const take = (change: Partial<ReadingAct> = {}) => takeReading({ newId: () => 'r-1' }, act(change))
const entriesOf = (decided: ReturnType<typeof takeReading>) =>
  decided.kind === 'entries' ? decided.entries : []
const bodyOf = (change: Partial<ReadingAct>) =>
  entriesOf(take(change)).find((entry) => entry.kind === 'reading-taken')?.body

describe('a reading', () => {
  it.each(['trace', 'proof'] as const)(
    'in %s: a slipped point is asked back, and is kept where it is meant',
    (phase) => {
      expect(take({ phase, value: kPa(3040) })).toMatchObject({
        kind: 'ask',
        slip: { alternatives: [{ value: 304 }] },
      })
      expect(bodyOf({ phase, value: kPa(3040), meant: true })).toMatchObject({ value: kPa(3040) })
    },
  )
  it('carries the instrument and its offset in trace and in proof alike', () => {
    expect(bodyOf({ phase: 'trace' })).toMatchObject({ taken: GAUGE, sure: 'yes' })
    expect(bodyOf({ phase: 'proof' })).toMatchObject({ taken: GAUGE })
    expect(bodyOf({ taken: null })).not.toHaveProperty('taken')
  })
  it('what an instrument shows by itself is not asked back', () =>
    expect(take({ source: 'stand-in', value: kPa(3040) }).kind).toBe('entries'))
  it('says how the vehicle stands for it; a proof with the engine running leaves that out', () => {
    const changesOf = (change: Partial<ReadingAct>) =>
      entriesOf(take(change)).flatMap((entry) =>
        entry.kind === 'state-asserted' ? [entry.body.changes] : [],
      )[0]
    expect(changesOf({})).toMatchObject({ gauge: 'fitted' })
    expect(changesOf({ phase: 'proof', test: testFor('A01', 'T27') })).toEqual({})
    expect(changesOf({ phase: 'trace', test: testFor('A01', 'T27') })).not.toEqual({})
  })
  it('what it comes to folds into the job as it was entered', () => {
    const log = new LogBuilder('job', { device: 'a', by: 'Ida' }).add(1, 'job-opened', {
      vehicleId: 'v',
      unit: '07',
      vehicleName: 'Larch',
      words: '',
      neededBy: null,
    })
    for (const { kind, body } of entriesOf(take({ swing: { low: 300, high: 308 } })))
      log.add(2, kind, body as never)
    const [reading] = foldJob('job', log.events).readings
    expect(reading).toMatchObject({ testId: 'T24', value: kPa(304), swing: { low: 300, high: 308 } })
  })
})
