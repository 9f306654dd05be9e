/** The stand-in instruments, read through the line protocol and judged as the bench does: what was hidden in the vehicle comes out. */
import { describe, expect, it } from 'vitest'
import { LineReader, type Signals } from '../bench'
import type { SoundBand } from '../diagnosis'
import {
  captureOffers,
  clampsOf,
  conclude,
  keptChannels,
  layoutKeyOf,
  leakDownTest,
  pinchOf,
  signalOf,
  type BenchContext,
  type Conclusion,
  type KeptCapture,
  type Taking,
} from '../job'
import { testById } from '../library'
import { fromSi } from '../shared'
import { truthValue, truthVehicle } from '../simulate'
import { GAUGE_LOOPS, layoutOf, specificationOf, LAYOUTS, type LayoutId } from '../vehicle'
import { DEMO_VEHICLES } from './demoVehicles'
import { standInRun, standInText, type StandInOrder } from './standIns'

type Vehicle = StandInOrder['vehicle']
const withFault = (faultId: string, severity: number, layout: LayoutId = 'A01'): Vehicle => ({
  layout,
  edits: [],
  specification: specificationOf({}, LAYOUTS[layout]),
  truth: { seed: 72, hidden: faultId ? [{ faultId, severity }] : [] },
})

/** What a sound vehicle of the same figures reads, with the usual scatter about it. */
function soundBands(vehicle: Vehicle, testIds: string[]): Record<string, SoundBand> {
  const inScope = (scope: 'engine' | 'gauge') =>
    truthVehicle(0, vehicle.specification, [], layoutOf(layoutKeyOf(vehicle, scope)), {
      scatter: 0,
      bias: 0,
      numberSlips: 0,
      outcomeSlips: 0,
      roams: false,
      family: false,
    })
  const engine = inScope('engine')
  return Object.fromEntries(
    testIds.flatMap((testId) => {
      const { reading } = testById(testId)
      if (reading.kind !== 'number') return []
      const value = fromSi(
        truthValue(testId === 'T73' ? inScope('gauge') : engine, reading.quantity),
        reading.unit,
      )
      return [
        [
          testId,
          {
            low: value - Math.max(0.1 * Math.abs(value), 1),
            high: value + Math.max(0.1 * Math.abs(value), 1),
            source: 'generic' as const,
            against: null,
          },
        ],
      ]
    }),
  )
}

const contexts = new WeakMap<Vehicle, BenchContext>()
/** Worked out once a vehicle: the sound bands of all its tests are solved for it. */
function contextOf(vehicle: Vehicle): BenchContext {
  const known = contexts.get(vehicle) ?? benchContext(vehicle)
  contexts.set(vehicle, known)
  return known
}

function benchContext(vehicle: Vehicle): BenchContext {
  const tests = captureOffers(vehicle).flatMap((offer) => offer.tests.map((test) => test.id))
  return {
    layout: layoutOf(layoutKeyOf(vehicle, 'engine')),
    specification: vehicle.specification,
    bands: soundBands(vehicle, tests),
    gauge: GAUGE_LOOPS[vehicle.layout],
    ambientPa: 101_325,
    fuelK: 294,
    bars: null,
    handError: { relative: 0.01, absolute: 0 },
  }
}

/** Plays, reads the lines piece by piece, cuts between the marks, and judges. */
function captured(
  vehicle: Vehicle,
  taking: Taking,
  repaired: string[] = [],
): { signals: Signals; conclusion: Conclusion } | null {
  const run = standInRun({ vehicle, repaired, taking, attempt: 0 })
  if (!run) return null
  const reader = new LineReader()
  const samples = [...standInText(run, run.lastsS / 7)]
    .flatMap(({ text }) => reader.push(text))
    .concat(reader.end())
  expect(reader.bad).toEqual([])
  expect(reader.head.standIn).toBe(true)
  const at = (word: string, otherwise: number) =>
    reader.marks.find((mark) => mark.word === word)?.seconds ?? otherwise
  const [from, to] = [at('begin', -Infinity), at('end', Infinity)]
  const signals = reader.head.channels.map((head): Signals[number] => {
    const own = samples.filter(
      (sample) => sample.channel === head.id && sample.seconds >= from && sample.seconds <= to,
    )
    return {
      head,
      series: {
        seconds: Float64Array.from(own, (sample) => sample.seconds),
        values: Float64Array.from(own, (sample) => sample.value),
      },
    }
  })
  const answer = conclude(taking, { from: 'signals', signals, snapAtS: at('snap', NaN) }, contextOf(vehicle))
  // A pump that makes no pressure has no leak-down.
  if (!answer.ok && answer.error.kind === 'no-pressure') return null
  if (!answer.ok) throw new Error(`${taking.kind} ${taking.testId}: ${answer.error.kind}`)
  return { signals, conclusion: answer.value }
}
const takingsOf = (vehicle: Vehicle): Taking[] =>
  captureOffers(vehicle).flatMap((offer) =>
    offer.kind === 'leakDown'
      ? clampsOf(offer).map((clamped): Taking => ({
          kind: 'leakDown',
          clamped,
          testId: leakDownTest(offer, clamped)?.id ?? null,
        }))
      : offer.tests.map((test): Taking => ({ kind: offer.kind, testId: test.id, clamped: 'none' })),
  )

describe('the stand-in instruments', () => {
  it.each(DEMO_VEHICLES.map((vehicle) => [vehicle.unit, vehicle] as const))(
    'unit %s: every capture that it offers is played, read and judged',
    (_, vehicle) => {
      const takings = takingsOf(vehicle)
      expect(takings.length).toBeGreaterThan(3)
      const played = takings.flatMap((taking) =>
        taking.kind === 'injectors' ? [] : [captured(vehicle, taking)],
      )
      expect(played.filter((capture) => capture !== null).length).toBeGreaterThanOrEqual(takings.length - 5)
      for (const capture of played)
        if (capture) expect(Number.isFinite(capture.conclusion.value.value)).toBe(true)
    },
    60_000,
  )

  it.each([
    {
      name: 'a worn sender track drops out',
      fault: ['F82', 0.95] as const,
      kind: 'sweep' as const,
      verdict: 'bad',
      outcome: 'jumps',
    },
    {
      name: 'a sender the other way round is seen',
      fault: ['F85', 1] as const,
      kind: 'sweep' as const,
      verdict: 'bad',
      outcome: 'turned',
    },
    {
      name: 'a sound sender passes',
      fault: ['', 0] as const,
      kind: 'sweep' as const,
      verdict: 'good',
      outcome: 'sound',
    },
  ])('$name', ({ fault, kind, verdict, outcome }) => {
    const found = captured(withFault(fault[0], fault[1]), {
      kind,
      testId: 'T68',
      clamped: 'none',
    })!.conclusion
    expect(found.verdict).toBe(verdict)
    expect(found.evidence).toEqual([{ testId: 'T68', value: { kind: 'outcome', outcome } }])
  })

  it('a sound vehicle passes what a faulty one fails', () => {
    const cases = [
      { taking: { kind: 'steady', testId: 'T27', clamped: 'none' }, fault: ['F41', 0.97] },
      { taking: { kind: 'deadhead', testId: 'T28', clamped: 'none' }, fault: ['F23', 0.97] },
      { taking: { kind: 'drops', testId: 'T05', clamped: 'none' }, fault: ['F79', 0.9] },
      { taking: { kind: 'volume', testId: 'T29', clamped: 'none' }, fault: ['F41', 0.97] },
      { taking: { kind: 'prime', testId: 'T24', clamped: 'none' }, fault: ['F23', 0.97] },
    ] as const
    for (const { taking, fault } of cases) {
      expect(captured(withFault('', 0), taking)!.conclusion.verdict, taking.kind).not.toBe('bad')
      expect(captured(withFault(fault[0], fault[1]), taking)!.conclusion.verdict, taking.kind).toBe('bad')
    }
  })

  it('a tank filled in steps gives a table that falls as the sender does, and a sunk float one that does not move', () => {
    const found = captured(withFault('', 0), {
      kind: 'calibration',
      testId: 'T80',
      clamped: 'none',
    })!.conclusion
    expect(found.finding).toMatchObject({ kind: 'calibration', turned: false })
    if (found.finding.kind !== 'calibration') throw new Error('no calibration')
    expect(found.finding.calibration.direction).toBe('falls')
    expect(found.finding.calibration.points.length).toBeGreaterThanOrEqual(10)
  })

  it.each([
    { name: 'the check valve', fault: 'F28', clamped: ['none', 'feed'], leaks: 'supply' },
    { name: 'the regulator', fault: 'F47', clamped: ['none', 'feed', 'return'], leaks: 'return' },
    { name: 'the injectors', fault: 'F51', clamped: ['none', 'feed', 'return', 'both'], leaks: 'rail' },
  ] as const)('clamping one side after the other ends at $name', ({ fault, clamped, leaks }) => {
    const vehicle = withFault(fault, 0.95)
    const offer = captureOffers(vehicle).find((candidate) => candidate.kind === 'leakDown')!
    const kept: KeptCapture[] = []
    for (const clamp of clamped) {
      expect(pinchOf(kept, offer).next).toBe(clamp)
      const { signals, conclusion } = captured(vehicle, {
        kind: 'leakDown',
        testId: leakDownTest(offer, clamp)?.id ?? null,
        clamped: clamp,
      })!
      kept.push({
        captureId: clamp,
        capture: 'leakDown',
        testId: null,
        clamped: clamp,
        instrument: { instrumentId: null, name: '', standing: 'stand-in', offset: null },
        channels: keptChannels(signals),
        table: [],
        value: conclusion.value,
        band: null,
        verdict: conclusion.verdict,
        says: '',
        source: 'stand-in',
      })
    }
    expect(pinchOf(kept, offer)).toMatchObject({ leaks, next: null })
  })

  it('is kept small and comes back as it was, gaps too', () => {
    const { signals } = captured(withFault('F82', 0.95), { kind: 'sweep', testId: 'T68', clamped: 'none' })!
    const [kept] = keptChannels(signals)
    const back = signalOf(kept!)
    expect(back.values.length).toBeLessThanOrEqual(4000)
    expect([...back.values].some(Number.isNaN)).toBe(true)
    expect(back.values[0]).toBeCloseTo(signals[0]!.series.values[0]!, 2)
  })
})
