/** Captures as a job sees them: what a vehicle offers, what a hand may write down, against whose figure it is held, and what Trace takes. */
import { describe, expect, it } from 'vitest'
import { seriesOf } from '../bench'
import { M3_PER_S_PER_L_PER_H as LH } from '../shared'
import { LAYOUTS, LAYOUT_IDS, layoutOf, specificationOf } from '../vehicle'
import {
  captureOffers,
  clampsOf,
  conclude,
  leakDownTest,
  type BenchContext,
  type CaptureInput,
  type Taking,
  withoutOffset,
} from '.'

const vehicle = { layout: 'A01' as const, edits: [] }
const context = (bands: BenchContext['bands'] = {}): BenchContext => ({
  layout: layoutOf({ layoutId: 'A01', edits: [], scope: 'engine' }),
  specification: specificationOf({}, LAYOUTS.A01),
  bands,
  gauge: { emptyOhm: 250, fullOhm: 20 },
  ambientPa: 101_325,
  fuelK: 293,
  bars: null,
  handError: { relative: 0.01, absolute: 0 },
})
const taking = (kind: Taking['kind'], testId: string | null): Taking => ({ kind, testId, clamped: 'none' })
function concluded(what: Taking, input: CaptureInput, of = context()) {
  const answer = conclude(what, input, of)
  if (!answer.ok) throw new Error(answer.error.kind)
  return answer.value
}

describe('what can be captured', () => {
  it.each(LAYOUT_IDS)('%s offers captures, each with a test of Trace', (layout) => {
    const offers = captureOffers({ layout, edits: [] })
    expect(offers.length).toBeGreaterThan(3)
    for (const offer of offers) expect(offer.tests.length, offer.kind).toBeGreaterThan(0)
  })
  it('clamps the sides that are there, and asks Trace only where one is clamped', () => {
    const offer = captureOffers(vehicle).find((one) => one.kind === 'leakDown')!
    expect(clampsOf(offer)).toEqual(['none', 'feed', 'return', 'both'])
    expect([leakDownTest(offer, 'feed')?.id, leakDownTest(offer, 'both')]).toEqual(['T33', null])
    expect(captureOffers({ layout: 'A08', edits: [] }).some((one) => one.kind === 'leakDown')).toBe(false)
  })
})

describe('what a hand wrote down', () => {
  it('two figures of a needle are a leak-down', () => {
    const found = concluded(taking('leakDown', 'T32'), {
      from: 'ends',
      startPa: 310e3,
      laterPa: 120e3,
      minutes: 5,
    })
    expect(found.verdict).toBe('bad')
    expect(found.value.value).toBeCloseTo((100 * 120) / 310, 0)
    expect(found.evidence[0]).toMatchObject({ testId: 'T32', value: { kind: 'number' } })
  })
  it('two figures of a needle are as good as the gauge: near the limit they say nothing', () => {
    const coarse = { ...context(), handError: { relative: 0, absolute: 8e3 } }
    const ends = (laterPa: number): CaptureInput => ({ from: 'ends', startPa: 310e3, laterPa, minutes: 5 })
    expect(concluded(taking('leakDown', 'T32'), ends(240e3), coarse).verdict).toBe('inconclusive')
    expect(concluded(taking('leakDown', 'T32'), ends(300e3), coarse)).toMatchObject({
      verdict: 'good',
      finding: { needle: true },
    })
    expect(concluded(taking('leakDown', 'T32'), ends(240e3), coarse).value.sd).toBeGreaterThan(3)
  })
  it('what the instrument shows at nothing is taken off, of its own kind only', () => {
    const ends: CaptureInput = { from: 'ends', startPa: 310e3, laterPa: 120e3, minutes: 5 }
    expect(withoutOffset(ends, { value: 0.1, unit: 'bar' })).toMatchObject({ startPa: 300e3, laterPa: 110e3 })
    expect(withoutOffset(ends, { value: 0.1, unit: 'V' })).toEqual(ends)
    const drops: CaptureInput = { from: 'drops', drops: [{ testId: 'T05', dropV: 0.4 }], currentA: 5 }
    expect(withoutOffset(drops, { value: 50, unit: 'mV' })).toMatchObject({
      drops: [{ dropV: expect.closeTo(0.35, 9) }],
    })
  })
  it('the maker’s limit takes the place of the typical one, and is named', () => {
    const input: CaptureInput = { from: 'ends', startPa: 310e3, laterPa: 260e3, minutes: 5 }
    expect(concluded(taking('leakDown', 'T32'), input)).toMatchObject({
      verdict: 'good',
      band: { low: 75, source: 'generic' },
    })
    expect(
      concluded(
        taking('leakDown', 'T32'),
        input,
        context({ T32: { low: 92, high: 100, source: 'maker', against: null } }),
      ),
    ).toMatchObject({ verdict: 'bad', band: { low: 92, source: 'maker' } })
  })
  it('a drop without its current says little and moves nothing; a high one is one at any load', () => {
    const low = concluded(taking('drops', 'T05'), {
      from: 'drops',
      drops: [{ testId: 'T05', dropV: 0.1 }],
      currentA: null,
    })
    expect(low).toMatchObject({ verdict: 'says-little', evidence: [] })
    const high = concluded(taking('drops', 'T05'), {
      from: 'drops',
      drops: [
        { testId: 'T05', dropV: 1.4 },
        { testId: 'T06', dropV: 0.05 },
      ],
      currentA: null,
    })
    expect(high.verdict).toBe('bad')
    expect(high.evidence).toEqual([
      { testId: 'T05', value: { kind: 'number', entered: { value: 1.4, unit: 'V' } } },
    ])
  })
  it('a volume at low volts is carried over to those of service', () => {
    const taken = (pumpV: number | null): CaptureInput => ({
      from: 'volume',
      taken: { volumeM3: 95 * LH * 30, seconds: 30, pressurePa: 0, pumpV },
    })
    const [plain, low] = [
      concluded(taking('volume', 'T29'), taken(null)),
      concluded(taking('volume', 'T29'), taken(11)),
    ]
    expect(plain.verdict).toBe('bad')
    expect(low.value.value).toBeGreaterThan(plain.value.value + 5)
    expect(low.verdict).not.toBe('bad')
  })
  it('a set of injectors goes to Trace as its largest deviation; one is no set', () => {
    const runs = [12, 12.1, 10.2, 11.9].map((rate, k) => ({
      id: `${k + 1}`,
      flowM3PerS: rate * LH,
      spray: 'cone' as const,
      dropsPerMin: 0,
    }))
    const found = concluded(taking('injectors', 'T59'), { from: 'injectors', runs, ratedM3PerS: 12 * LH })
    expect(found).toMatchObject({
      verdict: 'bad',
      evidence: [{ testId: 'T59', value: { entered: { value: 15, unit: '%' } } }],
    })
    expect(
      conclude(
        taking('injectors', 'T59'),
        { from: 'injectors', runs: runs.slice(0, 1), ratedM3PerS: null },
        context(),
      ),
    ).toMatchObject({ ok: false, error: { kind: 'too-few-injectors' } })
  })
  it('fills that run against the gauge say that the sender is turned', () => {
    const fills = Array.from({ length: 8 }, (_, k) => ({ volumeM3: k * 5e-3, readings: [30 + 28 * k] }))
    expect(concluded(taking('calibration', 'T80'), { from: 'fills', fills, unit: 'ohm' })).toMatchObject({
      verdict: 'bad',
      evidence: [{ testId: 'T80', value: { outcome: 'turned' } }],
    })
  })
})

describe('signals', () => {
  const channel = (of: (at: number) => number) => [
    {
      head: {
        id: 'rail',
        quantity: 'pressure' as const,
        unit: 'kPa' as const,
        accuracy: { relative: 0, absolute: 4 },
      },
      series: seriesOf(Array.from({ length: 300 }, (_, k) => ({ seconds: k / 10, value: of(k / 10) }))),
    },
  ]
  const steady = taking('steady', 'T25')
  it('are held against what this vehicle should read, from the source that knows best', () => {
    const input: CaptureInput = {
      from: 'signals',
      signals: channel((at) => 250e3 + 500 * Math.sin(9 * at)),
      snapAtS: null,
    }
    const found = concluded(
      steady,
      input,
      context({ T25: { low: 240, high: 265, source: 'own past', against: null } }),
    )
    expect(found).toMatchObject({
      verdict: 'good',
      band: { low: 240, high: 265, source: 'own past' },
      evidence: [{ testId: 'T25', value: { entered: { value: 250, unit: 'kPa' } } }],
    })
    expect(conclude(steady, input, context())).toMatchObject({ ok: false, error: { kind: 'no-band' } })
  })
  it('that wander say little, and a channel that is missing is named', () => {
    const bands = { T25: { low: 240, high: 265, source: 'generic' as const, against: null } }
    expect(
      concluded(
        steady,
        { from: 'signals', signals: channel((at) => 200e3 + 3e3 * at), snapAtS: null },
        context(bands),
      ),
    ).toMatchObject({ verdict: 'says-little', evidence: [] })
    expect(
      conclude(
        taking('sweep', 'T68'),
        { from: 'signals', signals: channel(() => 1), snapAtS: null },
        context(),
      ),
    ).toMatchObject({ ok: false, error: { kind: 'no-channel', quantity: 'resistance' } })
  })
})
