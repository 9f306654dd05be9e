/** Which captures a vehicle has: for each the tests of Trace that it can stand for, found by what a test observes, never listed by hand. */
import type { CaptureKind, ClampSet } from '../bench'
import { libraryOf, type Test } from '../library'
import { layoutOf, type Layout } from '../vehicle'
import { layoutKeyOf, type VehicleRecord } from './vehicleRecord'

export interface CaptureOffer {
  kind: CaptureKind
  /** What of Trace it can stand for, one for each place or condition; none where Trace has no test of it. */
  tests: Test[]
}

/** One capture to take: of a kind, for a test of Trace where there is one, with lines clamped. */
export interface Taking {
  kind: CaptureKind
  testId: string | null
  clamped: ClampSet
}

/** Drops and rises are read to a hundredth of a volt; that tells them from volts at a station. */
const isDrop = ({ reading }: Test) =>
  reading.kind === 'number' && reading.quantity.of === 'volts' && reading.step === 0.01
const CLAMP_OF: Record<'none' | 'feed' | 'return', ClampSet> = {
  none: 'none',
  feed: 'feed',
  return: 'return',
}

const OFFERS: { kind: CaptureKind; of: (test: Test, layout: Layout) => boolean }[] = [
  {
    kind: 'prime',
    of: ({ reading, instrument }, layout) =>
      reading.kind === 'number' &&
      reading.quantity.of === 'pressure' &&
      reading.quantity.at === layout.gaugeAt &&
      reading.quantity.scene === 'keyOn' &&
      instrument !== 'scan',
  },
  {
    kind: 'steady',
    of: ({ reading, instrument }) =>
      reading.kind === 'number' &&
      reading.quantity.of === 'pressure' &&
      ['keyOn', 'idle', 'load', 'cranking'].includes(reading.quantity.scene) &&
      ['gauge', 'lowGauge'].includes(instrument) &&
      reading.low > -40,
  },
  {
    kind: 'snap',
    of: ({ reading }, layout) =>
      reading.kind === 'number' &&
      reading.quantity.of === 'pressure' &&
      reading.quantity.at === layout.gaugeAt &&
      reading.quantity.scene === 'load',
  },
  {
    kind: 'deadhead',
    of: ({ reading }) =>
      reading.kind === 'number' &&
      reading.quantity.of === 'pressure' &&
      reading.quantity.scene === 'deadhead',
  },
  { kind: 'leakDown', of: ({ reading }) => reading.kind === 'number' && reading.quantity.of === 'residual' },
  { kind: 'volume', of: ({ reading }) => reading.kind === 'number' && reading.quantity.of === 'flow' },
  { kind: 'current', of: ({ reading }) => reading.kind === 'number' && reading.quantity.of === 'current' },
  { kind: 'waveform', of: ({ reading }) => reading.kind === 'number' && reading.quantity.of === 'speed' },
  { kind: 'drops', of: isDrop },
  {
    kind: 'vacuum',
    of: ({ reading }) =>
      reading.kind === 'number' && reading.quantity.of === 'pressure' && reading.low <= -40,
  },
  { kind: 'sweep', of: ({ role }) => role === 'senderSweep' },
  { kind: 'calibration', of: ({ role }) => role === 'gaugeFills' },
  { kind: 'injectors', of: ({ role }) => role === 'injectorBalance' },
]

const offersKnown = new WeakMap<Layout, CaptureOffer[]>()

/** What can be captured on a vehicle as it stands: its fuel system and its gauge loop. */
export function captureOffers(vehicle: Pick<VehicleRecord, 'layout' | 'edits'>): CaptureOffer[] {
  const engine = layoutOf(layoutKeyOf(vehicle, 'engine'))
  const known = offersKnown.get(engine)
  if (known) return known
  const scopes = [engine, layoutOf(layoutKeyOf(vehicle, 'gauge'))]
  const offers = OFFERS.map(({ kind, of }): CaptureOffer => ({
    kind,
    tests: unique(scopes.flatMap((layout) => libraryOf(layout).tests.filter((test) => of(test, layout)))),
  })).filter((offer) => offer.tests.length > 0)
  offersKnown.set(engine, offers)
  return offers
}
const unique = (tests: Test[]) =>
  tests.filter((test, k) => tests.findIndex((other) => other.id === test.id) === k)

/** Lines that can be clamped for a leak-down: those whose leak-down Trace can read, and both where there are two. */
export function clampsOf({ tests }: CaptureOffer): ClampSet[] {
  const sides = tests.flatMap(({ reading }) =>
    reading.kind === 'number' && reading.quantity.of === 'residual'
      ? [CLAMP_OF[reading.quantity.clamped]]
      : [],
  )
  return sides.includes('feed') && sides.includes('return')
    ? [...new Set(sides), 'both']
    : [...new Set(sides)]
}

/** The test of a leak-down with these clamps; none for both at once: only the pinch sequence asks for it. */
export const leakDownTest = (offer: CaptureOffer, clamped: ClampSet): Test | null =>
  offer.tests.find(
    ({ reading }) =>
      reading.kind === 'number' && reading.quantity.of === 'residual' && reading.quantity.clamped === clamped,
  ) ?? null
