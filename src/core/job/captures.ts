/**
 * Captures as a job sees them: which ones a vehicle has, against which band each is held, and what of it
 * Trace takes as a reading. The bench analyses signals; here the vehicle's own sources give the bands.
 */
import {
  FEED_LIMIT_V,
  GROUND_LIMIT_V,
  LEFT_AT_5_MIN,
  analyseCurrent,
  analyseDeadhead,
  analyseLeakDown,
  analysePrime,
  analyseSnap,
  analyseSteady,
  analyseFloats,
  analyseSweep,
  analyseVacuum,
  analyseWaveform,
  calibrate,
  channelOf,
  errorAt,
  errorOf,
  isolate,
  judgeDrops,
  judgeInjectors,
  judgeVolume,
  present,
  pumpStateOf,
  thinned,
  volumeOf,
  type FloatsTaken,
  type Analysed,
  type Band,
  type Calibration,
  type CalibrationProblem,
  type Channel,
  type ClampSet,
  type CurrentReading,
  type DeadheadReading,
  type DropSurvey,
  type Fall,
  type Fill,
  type GaugeRange,
  type InjectorRun,
  type InjectorSet,
  type InstrumentError,
  type LeakDown,
  type LeakDownProblem,
  type PinchFinding,
  type PrimeReading,
  type PumpLaw,
  type PumpState,
  type Refused,
  type Series,
  type Signals,
  type SnapReading,
  type SteadyReading,
  type SweepProblem,
  type SweepReading,
  type VacuumReading,
  type Verdict,
  type VolumeReading,
  type VolumeTaken,
  type Waveform,
  type WaveformProblem,
} from '../bench'
import type { SoundBand } from '../diagnosis'
import { findTest, libraryOf, testById } from '../library'
import { FUEL_GRADES, vapourPressurePa } from '../physics'
import {
  differenceToSi,
  fromSi,
  toSi,
  unitKind,
  type Ampere,
  type Entered,
  type PaAbs,
  type Second,
  type UnitName,
  type Volt,
} from '../shared'
import { pumpMotor, type Layout, type Specification } from '../vehicle'
import type { BodyOf } from '../records'
import { clampsOf, type CaptureOffer, type Taking } from './captureOffers'

/** A capture as the log keeps it. */
export type KeptCapture = BodyOf<'capture-kept'>

/** What is captured: signals between two flags, or what a hand wrote down. */
export type CaptureInput =
  | { from: 'signals'; signals: Signals; snapAtS: Second | null }
  | { from: 'volume'; taken: VolumeTaken }
  | { from: 'drops'; drops: { testId: string; dropV: Volt }[]; currentA: Ampere | null }
  | { from: 'fills'; fills: Fill[]; unit: 'ohm' | 'V' }
  | { from: 'injectors'; runs: InjectorRun[]; ratedM3PerS: number | null }
  | { from: 'ends'; startPa: number; laterPa: number; minutes: number }
  | { from: 'floats'; floats: FloatsTaken }

/** The same with what its instrument shows at nothing taken off: of the first channel of its kind, or of what the hand wrote. */
export function withoutOffset(input: CaptureInput, offset: Entered): CaptureInput {
  const si = differenceToSi(offset)
  const kind = unitKind(offset.unit)
  switch (input.from) {
    case 'signals': {
      const first = input.signals.findIndex(({ head }) => unitKind(head.unit) === kind)
      return {
        ...input,
        signals: input.signals.map((channel, k) =>
          k === first
            ? {
                head: channel.head,
                series: {
                  seconds: channel.series.seconds,
                  values: channel.series.values.map((value) => value - si),
                },
              }
            : channel,
        ),
      }
    }
    case 'ends':
      return kind === 'pressure'
        ? { ...input, startPa: input.startPa - si, laterPa: input.laterPa - si }
        : input
    case 'drops':
      return kind === 'voltage'
        ? { ...input, drops: input.drops.map(({ testId, dropV }) => ({ testId, dropV: dropV - si })) }
        : input
    case 'fills':
      return kind === unitKind(input.unit)
        ? {
            ...input,
            fills: input.fills.map((fill) => ({
              ...fill,
              readings: fill.readings.map((reading) => reading - si),
            })),
          }
        : input
    default:
      return input
  }
}

/** What a capture is held against: the vehicle's figures and what is known of its sound readings. */
export interface BenchContext {
  layout: Layout
  specification: Specification
  /** Sound readings by test, in the test's own unit. */
  bands: Record<string, SoundBand>
  gauge: GaugeRange | null
  ambientPa: PaAbs
  fuelK: number
  /** Bars of the commutator where they are known. */
  bars: number | null
  /** Of the instrument that a hand read; signals carry their own. */
  handError: InstrumentError
}

export type Finding =
  | ({ kind: 'prime' } & PrimeReading)
  | ({ kind: 'steady' } & SteadyReading)
  | ({ kind: 'snap' } & SnapReading)
  | ({ kind: 'deadhead' } & DeadheadReading)
  | ({ kind: 'leakDown'; needle?: boolean } & Omit<LeakDown, 'verdict'>)
  | ({ kind: 'volume' } & VolumeReading)
  | ({ kind: 'current' } & CurrentReading)
  | ({ kind: 'waveform'; state: PumpState } & Waveform)
  | ({ kind: 'drops' } & DropSurvey)
  | ({ kind: 'vacuum' } & VacuumReading)
  | ({ kind: 'sweep' } & SweepReading)
  | { kind: 'calibration'; calibration: Calibration; turned: boolean }
  | ({ kind: 'injectors' } & InjectorSet)

export interface Conclusion {
  finding: Finding
  verdict: Verdict
  /** The figure that speaks for it, in the unit of its test, with one standard deviation. */
  value: Entered & { sd: number }
  /** In the unit of `value`; null where no band is. */
  band: Band | null
  /** Readings that Trace takes; none where it says little. */
  evidence: {
    testId: string
    value: { kind: 'number'; entered: Entered } | { kind: 'outcome'; outcome: string }
  }[]
}

export type CaptureRefusal =
  | Refused
  | LeakDownProblem
  | WaveformProblem
  | SweepProblem
  | CalibrationProblem
  | { kind: 'no-channel'; quantity: Channel['head']['quantity'] }
  | { kind: 'no-band' }
  | { kind: 'too-few-injectors'; injectors: number }
  | { kind: 'not-taken' }
export type Concluded = { ok: true; value: Conclusion } | { ok: false; error: CaptureRefusal }

const refused = (error: CaptureRefusal): Concluded => ({ ok: false, error })
const unitOf = (testId: string | null, otherwise: UnitName): UnitName => {
  const reading = testId ? testById(testId).reading : null
  return reading?.kind === 'number' ? reading.unit : otherwise
}

/** Band of a test in SI. */
function bandOf({ bands }: BenchContext, testId: string | null): Band | null {
  const sound = testId ? bands[testId] : undefined
  const unit = unitOf(testId, 'V')
  return sound
    ? { low: toSi({ value: sound.low, unit }), high: toSi({ value: sound.high, unit }), source: sound.source }
    : null
}
/** A band in which only being too low (or too high) is a fault. */
const above = (band: Band): Band => ({ ...band, high: Infinity })
/** The typical limit, unless the maker, the vehicle's own past or a sister gives a better one. */
const limitOf = (context: BenchContext, testId: string | null, typical: Band): Band => {
  const own = bandOf(context, testId)
  if (!own || own.source === 'generic') return typical
  return {
    low: Number.isFinite(typical.low) ? own.low : -Infinity,
    high: Number.isFinite(typical.high) ? own.high : Infinity,
    source: own.source,
  }
}

/** Analyses what was captured and holds it against the band that is known best. Nothing is kept yet. */
export function conclude(taking: Taking, input: CaptureInput, context: BenchContext): Concluded {
  switch (input.from) {
    case 'signals':
      return concludeSignals(taking, input.signals, input.snapAtS, context)
    case 'volume':
      return concludeVolume(taking, input.taken, context, context.handError, true)
    case 'drops':
      return concludeDrops(taking, input.drops, input.currentA, context, context.handError)
    case 'fills':
      return concludeFills(taking, input.fills, context)
    case 'injectors':
      return concludeInjectors(taking, input.runs, input.ratedM3PerS, context)
    case 'ends':
      return concludeEnds(taking, input, context)
    case 'floats':
      return sweepConcluded(taking, analyseFloats(input.floats, context.handError, context.gauge), context)
  }
}

function concludeSignals(
  taking: Taking,
  signals: Signals,
  snapAtS: Second | null,
  context: BenchContext,
): Concluded {
  switch (taking.kind) {
    case 'prime':
    case 'steady':
    case 'snap':
    case 'deadhead':
    case 'leakDown':
    case 'vacuum':
      return concludePressure(taking, signals, snapAtS, context)
    case 'volume': {
      const flow = channelOf(signals, 'flow')
      if (!flow) return refused({ kind: 'no-channel', quantity: 'flow' })
      if (present(flow.series).values.length < 5) return refused({ kind: 'no-signal', gaps: 1 })
      return concludeVolume(taking, volumeOf(flow.series, 0, null), context, errorOf(flow.head), false)
    }
    case 'current':
    case 'waveform':
      return concludeCurrent(taking, signals, context)
    case 'drops':
      return concludeDropSignals(taking, signals, context)
    case 'sweep':
      return concludeSweep(taking, signals, context)
    case 'calibration':
      return concludeFills(taking, fillsOf(signals), context)
    case 'injectors':
      return refused({ kind: 'not-taken' })
  }
}

function concludePressure(
  taking: Taking,
  signals: Signals,
  snapAtS: Second | null,
  context: BenchContext,
): Concluded {
  const channel = channelOf(signals, 'pressure', taking.kind === 'vacuum' ? 'suction' : 'rail')
  if (!channel) return refused({ kind: 'no-channel', quantity: 'pressure' })
  const error = errorOf(channel.head)
  const pressure = channel.series
  const band = bandOf(context, taking.testId)
  const unit = unitOf(taking.testId, 'kPa')
  const done = <T extends { verdict: Verdict }>(
    answer: Analysed<T>,
    kind: 'prime' | 'steady' | 'snap' | 'deadhead' | 'vacuum',
    si: (found: T) => { value: number; sd: number },
    held: Band | null,
    evidence: (found: T) => number | null,
  ): Concluded => {
    if (!answer.ok) return refused(answer.error)
    const { value, sd } = si(answer.value)
    const read = evidence(answer.value)
    return concluded(
      { kind, ...answer.value } as unknown as Finding,
      answer.value.verdict,
      value,
      sd,
      unit,
      held,
      taking.testId,
      read,
    )
  }
  if (taking.kind === 'leakDown') return concludeLeakDown(taking, pressure, error, context)
  if (taking.kind === 'snap')
    return done(
      analyseSnap(pressure, snapAtS ?? middleOf(pressure), error),
      'snap',
      (found) => ({ value: found.dipPa, sd: found.sd }),
      { low: -Infinity, high: 20e3, source: 'generic' },
      (found) => found.beforePa - found.dipPa,
    )
  if (!band) return refused({ kind: 'no-band' })
  if (taking.kind === 'prime')
    return done(
      analysePrime(pressure, above(band), error, channelOf(signals, 'current')?.series),
      'prime',
      (found) => ({ value: found.peakPa, sd: found.sd }),
      above(band),
      (found) => found.peakPa,
    )
  if (taking.kind === 'deadhead')
    return done(
      analyseDeadhead(pressure, above(band), error),
      'deadhead',
      (found) => ({ value: found.plateauPa, sd: found.sd }),
      above(band),
      (found) => (found.shutS > 0 ? found.plateauPa : null),
    )
  if (taking.kind === 'steady')
    return done(
      analyseSteady(pressure, band, error),
      'steady',
      (found) => ({ value: found.meanPa, sd: found.sd }),
      band,
      (found) => found.meanPa,
    )
  const temperature = channelOf(signals, 'temperature')
  const { reidVapourPa } = FUEL_GRADES[context.specification.fuel]
  const boilsAtPa =
    reidVapourPa > 0
      ? vapourPressurePa(reidVapourPa, temperature ? meanOf(temperature.series) : context.fuelK)
      : null
  return done(
    analyseVacuum(pressure, above(band), error, { ambientPa: context.ambientPa, boilsAtPa }),
    'vacuum',
    (found) => ({ value: found.inletPa, sd: found.sd }),
    above(band),
    (found) => found.inletPa,
  )
}

const middleOf = ({ seconds }: Series): Second => 0.5 * ((seconds[0] ?? 0) + (seconds.at(-1) ?? 0))
const meanOf = (series: Series): number => {
  const { values } = present(series)
  return values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length)
}

function concluded(
  finding: Finding,
  verdict: Verdict,
  si: number,
  sdSi: number,
  unit: UnitName,
  band: Band | null,
  testId: string | null,
  read: number | null,
): Concluded {
  const back = (value: number) => (Number.isFinite(value) ? fromSi(value, unit) : value)
  return {
    ok: true,
    value: {
      finding,
      verdict,
      value: { value: back(si), sd: fromSi(sdSi, unit), unit },
      band: band && { low: back(band.low), high: back(band.high), source: band.source },
      evidence:
        testId && read !== null && verdict !== 'says-little'
          ? [{ testId, value: { kind: 'number', entered: rounded(testId, read) } }]
          : [],
    },
  }
}

/** In the step of the test, as a technician would enter it. */
function rounded(testId: string, si: number): Entered {
  const { reading } = testById(testId)
  if (reading.kind !== 'number') throw new Error(`${testId} reads no number`)
  const value = Math.round(fromSi(si, reading.unit) / reading.step) * reading.step
  return {
    value: Number(Math.min(reading.high, Math.max(reading.low, value)).toFixed(4)),
    unit: reading.unit,
  }
}

const LEAK_VERDICT: Record<LeakDown['verdict'], Verdict> = {
  holds: 'good',
  leaks: 'bad',
  inconclusive: 'inconclusive',
  'says-little': 'says-little',
}

function concludeLeakDown(
  taking: Taking,
  pressure: Series,
  error: InstrumentError,
  context: BenchContext,
): Concluded {
  const band = limitOf(context, taking.testId, { low: LEFT_AT_5_MIN, high: Infinity, source: 'generic' })
  const answer = analyseLeakDown(pressure, context.specification.regulatorSetPa.value, band, error)
  if (!answer.ok) return refused(answer.error)
  const { verdict, ...found } = answer.value
  return concluded(
    { kind: 'leakDown', ...found },
    LEAK_VERDICT[verdict],
    found.leftFraction,
    found.leftSd,
    '%',
    band,
    taking.testId,
    found.leftFraction,
  )
}

/** Two figures of a needle, at stop and later: what is left is as good as the gauge, and the course between them is not known. */
function concludeEnds(
  taking: Taking,
  { startPa, laterPa, minutes }: Extract<CaptureInput, { from: 'ends' }>,
  context: BenchContext,
): Concluded {
  const seconds = Float64Array.from({ length: 61 }, (_, k) => k * minutes)
  const rate = Math.log(Math.max(laterPa, 100) / Math.max(startPa, 100)) / (60 * minutes)
  const made = concludeLeakDown(
    taking,
    { seconds, values: seconds.map((at) => startPa * Math.exp(rate * at)) },
    context.handError,
    context,
  )
  if (!made.ok || made.value.finding.kind !== 'leakDown' || !made.value.band) return made
  const { finding, band } = made.value
  const left = finding.leftFraction
  const sd =
    (Math.hypot(errorAt(context.handError, laterPa), left * errorAt(context.handError, startPa)) / startPa) *
    (5 / minutes)
  const low = band.low / 100
  const verdict: Verdict =
    left < low - 2 * sd
      ? 'bad'
      : made.value.verdict === 'says-little'
        ? 'says-little'
        : left > low + 2 * sd
          ? 'good'
          : 'inconclusive'
  return {
    ok: true,
    value: {
      ...made.value,
      finding: { ...finding, leftSd: sd, needle: true },
      verdict,
      value: { ...made.value.value, sd: 100 * sd },
    },
  }
}

/** Volts that a pump has in service: what a flow at other volts is carried over to. */
const SERVICE_V: Volt = 13.2

/** The law of the pump that feeds the line (EQ07); null where the engine or another pump does. */
const pumpLawOf = ({ layout, specification }: BenchContext): PumpLaw | null =>
  layout.parts.some((part) => part.id === 'pump' && part.kind === 'pump') ? pumpMotor(specification) : null

function concludeVolume(
  taking: Taking,
  taken: VolumeTaken,
  context: BenchContext,
  error: InstrumentError,
  byHand: boolean,
): Concluded {
  if (!(taken.seconds > 0)) return refused({ kind: 'too-short', seconds: taken.seconds, needsS: 5 })
  const { specification } = context
  const test = taking.testId ? testById(taking.testId) : null
  const open =
    test?.reading.kind === 'number' &&
    test.reading.quantity.of === 'flow' &&
    test.reading.quantity.scene === 'openLine'
  const unit = unitOf(taking.testId, 'L/h')
  const band = bandOf(context, taking.testId)
  // A pump that is timed into a can is held against what the engine wants; any other flow against what a sound vehicle gives.
  const reading = judgeVolume(
    taken,
    specification.peakDemandM3PerS.value,
    { pressurePa: taken.pressurePa > 0 ? specification.regulatorSetPa.value : 0, pumpV: SERVICE_V },
    error,
    open ? pumpLawOf(context) : null,
    byHand,
  )
  if (open && (!band || band.source === 'generic'))
    return concluded(
      { kind: 'volume', ...reading },
      reading.verdict,
      reading.serviceM3PerS ?? reading.flowM3PerS,
      reading.serviceSd ?? reading.sd,
      unit,
      { low: reading.wantedM3PerS, high: Infinity, source: 'generic' },
      taking.testId,
      reading.flowM3PerS,
    )
  if (!band) return refused({ kind: 'no-band' })
  const verdict =
    reading.flowM3PerS < band.low - 2 * reading.sd || reading.flowM3PerS > band.high + 2 * reading.sd
      ? 'bad'
      : reading.flowM3PerS > band.low && reading.flowM3PerS < band.high
        ? 'good'
        : 'inconclusive'
  return concluded(
    { kind: 'volume', ...reading, wantedM3PerS: band.low, verdict },
    verdict,
    reading.flowM3PerS,
    reading.sd,
    unit,
    band,
    taking.testId,
    reading.flowM3PerS,
  )
}

function concludeCurrent(taking: Taking, signals: Signals, context: BenchContext): Concluded {
  const channel = channelOf(signals, 'current')
  if (!channel) return refused({ kind: 'no-channel', quantity: 'current' })
  const band = bandOf(context, taking.testId)
  if (!band) return refused({ kind: 'no-band' })
  if (taking.kind === 'current') {
    const answer = analyseCurrent(channel.series, band, errorOf(channel.head))
    return answer.ok
      ? concluded(
          { kind: 'current', ...answer.value },
          answer.value.verdict,
          answer.value.meanA,
          answer.value.sd,
          'A',
          band,
          taking.testId,
          answer.value.meanA,
        )
      : refused(answer.error)
  }
  const answer = analyseWaveform(channel.series, context.bars)
  if (!answer.ok) return refused(answer.error)
  const speed = answer.value.speedRadPerS
  const sd = 0.02 * (speed ?? 0)
  const verdict: Verdict =
    answer.value.finding !== 'even' && answer.value.finding !== 'no-ripple'
      ? 'bad'
      : speed === null
        ? 'inconclusive'
        : speed < band.low - 2 * sd || speed > band.high + 2 * sd
          ? 'bad'
          : speed > band.low && speed < band.high
            ? 'good'
            : 'inconclusive'
  return concluded(
    { kind: 'waveform', ...answer.value, state: stateOf(answer.value, channel.head, context, band) },
    verdict,
    speed ?? 0,
    sd,
    'rpm',
    band,
    taking.testId,
    speed,
  )
}

/** Speed and current together: drag, free running, too few volts (EQ19). */
function stateOf(
  { meanA, speedRadPerS }: Waveform,
  head: Channel['head'],
  context: BenchContext,
  speedBand: Band,
): PumpState {
  const drawn = libraryOf(context.layout).tests.find(
    ({ reading }) =>
      reading.kind === 'number' && reading.quantity.of === 'current' && reading.quantity.scene === 'keyOn',
  )
  const currentBand = bandOf(context, drawn?.id ?? null)
  if (!currentBand) return 'inconclusive'
  const middle = (band: Band) => 0.5 * (band.low + band.high)
  const sdOf = (band: Band) => 0.25 * (band.high - band.low)
  return pumpStateOf(meanA, errorAt(errorOf(head), meanA), speedRadPerS, 0.02 * (speedRadPerS ?? 0), {
    currentA: middle(currentBand),
    speedRadPerS: middle(speedBand),
    currentSd: sdOf(currentBand),
    speedSd: sdOf(speedBand),
  })
}
/** Channels of a drop survey are named after their tests. */
export const dropChannel = (testId: string) => `drop-${testId}`

function concludeDropSignals(taking: Taking, signals: Signals, context: BenchContext): Concluded {
  const drops = signals.flatMap(({ head, series }) =>
    head.id.startsWith('drop-') ? [{ testId: head.id.slice('drop-'.length), dropV: meanOf(series) }] : [],
  )
  const first = signals.find(({ head }) => head.quantity === 'voltage')
  if (drops.length === 0 || !first) return refused({ kind: 'no-channel', quantity: 'voltage' })
  const current = channelOf(signals, 'current')
  return concludeDrops(taking, drops, current ? meanOf(current.series) : null, context, errorOf(first.head))
}

/** Typical limit of a drop: a whole side, or one piece of it. */
const PIECE_LIMIT_V = 0.15
const dropLimit = (testId: string): Volt => {
  const role = findTest(testId)?.role
  return role === 'feedSide'
    ? FEED_LIMIT_V
    : role === 'groundSide' || role === 'gaugeGround'
      ? GROUND_LIMIT_V
      : PIECE_LIMIT_V
}

function concludeDrops(
  taking: Taking,
  drops: { testId: string; dropV: Volt }[],
  currentA: Ampere | null,
  context: BenchContext,
  error: InstrumentError,
): Concluded {
  if (drops.length === 0) return refused({ kind: 'not-taken' })
  const limits = new Map(
    drops.map(({ testId }) => [
      testId,
      limitOf(context, testId, { low: -Infinity, high: dropLimit(testId), source: 'generic' }),
    ]),
  )
  const survey = judgeDrops(
    drops.map(({ testId, dropV }) => ({ id: testId, dropV, limitV: limits.get(testId)!.high })),
    currentA,
    context.specification.pumpCurrentA.value,
    error,
  )
  const worst = survey.segments
    .slice()
    .sort((one, other) => other.dropV / other.limitV - one.dropV / one.limitV)[0]!
  const order: Verdict[] = ['bad', 'inconclusive', 'says-little', 'good']
  const verdict = order.find((candidate) => survey.segments.some((segment) => segment.verdict === candidate))!
  const answer = concluded(
    { kind: 'drops', ...survey },
    verdict,
    worst.dropV,
    worst.sd,
    'V',
    limits.get(worst.id)!,
    taking.testId,
    null,
  )
  // A high drop is one at any load; a low one counts only under load.
  const evidence = survey.segments
    .filter((segment) => segment.verdict !== 'says-little')
    .map((segment) => ({
      testId: segment.id,
      value: { kind: 'number' as const, entered: rounded(segment.id, segment.dropV) },
    }))
  return answer.ok ? { ok: true, value: { ...answer.value, evidence } } : answer
}

function concludeSweep(taking: Taking, signals: Signals, context: BenchContext): Concluded {
  const ohms = channelOf(signals, 'resistance')
  const position = channelOf(signals, 'position')
  if (!ohms) return refused({ kind: 'no-channel', quantity: 'resistance' })
  if (!position) return refused({ kind: 'no-channel', quantity: 'position' })
  const along = nearestOf(position.series)
  const samples = [...ohms.series.seconds].map((at, k) => ({
    position: along(at),
    ohm: Number.isFinite(ohms.series.values[k]!) ? ohms.series.values[k]! : Infinity,
  }))
  const answer = analyseSweep(
    samples.filter((sample) => Number.isFinite(sample.position)),
    errorOf(ohms.head),
    context.gauge,
  )
  return sweepConcluded(taking, answer, context)
}

/** A sweep by a logger, or a float by hand: what it comes to, and what Trace takes of it. */
function sweepConcluded(
  taking: Taking,
  answer: ReturnType<typeof analyseSweep>,
  context: BenchContext,
): Concluded {
  if (!answer.ok) return refused(answer.error)
  const found = answer.value
  const outcome =
    found.dropOuts.length > 0
      ? 'jumps'
      : found.fit === 'turned'
        ? 'turned'
        : found.fit === 'other-range'
          ? 'ends'
          : 'sound'
  const { emptyOhm } = context.gauge ?? { emptyOhm: found.emptyOhm }
  const tolerance = context.gauge ? 0.05 * Math.abs(context.gauge.fullOhm - context.gauge.emptyOhm) : Infinity
  const made = concluded(
    { kind: 'sweep', ...found },
    found.verdict,
    found.emptyOhm,
    found.endSd,
    'ohm',
    {
      low: emptyOhm - tolerance,
      high: emptyOhm + tolerance,
      source: context.gauge?.typical === false ? context.specification.senderEmptyOhm.source : 'generic',
    },
    taking.testId,
    null,
  )
  return made.ok
    ? {
        ok: true,
        value: {
          ...made.value,
          evidence:
            taking.testId && found.verdict !== 'inconclusive'
              ? [{ testId: taking.testId, value: { kind: 'outcome', outcome } }]
              : [],
        },
      }
    : made
}

/** Value of another channel at a time: its last sample by then. */
function nearestOf({ seconds, values }: Series): (at: Second) => number {
  let k = 0
  return (at) => {
    if (seconds[k]! > at) k = 0
    while (k + 1 < seconds.length && seconds[k + 1]! <= at) k += 1
    return values[k] ?? NaN
  }
}

/** Levels of a fill by its own channel: each stretch of one volume with the readings in it. */
export function fillsOf(signals: Signals): Fill[] {
  const sender = channelOf(signals, 'resistance') ?? channelOf(signals, 'voltage')
  const volume = channelOf(signals, 'volume')
  if (!sender || !volume) return []
  const litresAt = nearestOf(volume.series)
  const fills = new Map<number, number[]>()
  sender.series.seconds.forEach((at, k) => {
    const level = litresAt(at)
    const shown = sender.series.values[k]!
    if (Number.isFinite(level) && Number.isFinite(shown))
      fills.set(level, [...(fills.get(level) ?? []), shown])
  })
  return [...fills]
    .map(([volumeM3, readings]) => ({ volumeM3, readings }))
    .sort((one, other) => one.volumeM3 - other.volumeM3)
}

function concludeFills(taking: Taking, fills: Fill[], context: BenchContext): Concluded {
  const answer = calibrate(fills)
  if (!answer.ok) return refused(answer.error)
  const calibration = answer.value
  const wants = context.gauge
    ? context.gauge.fullOhm > context.gauge.emptyOhm
      ? 'rises'
      : 'falls'
    : calibration.direction
  const turned = calibration.direction !== wants
  const against: Verdict = context.gauge?.typical ? 'inconclusive' : 'bad'
  const verdict: Verdict = calibration.doubtful.length > 0 ? 'bad' : turned ? against : 'good'
  const usable = calibration.deadAboveM3 - calibration.deadBelowM3
  const made = concluded(
    { kind: 'calibration', calibration, turned },
    verdict,
    usable,
    0,
    'L',
    null,
    taking.testId,
    null,
  )
  return made.ok && turned && verdict === 'bad' && taking.testId
    ? {
        ok: true,
        value: {
          ...made.value,
          evidence: [{ testId: taking.testId, value: { kind: 'outcome', outcome: 'turned' } }],
        },
      }
    : made
}

function concludeInjectors(
  taking: Taking,
  runs: InjectorRun[],
  ratedM3PerS: number | null,
  context: BenchContext,
): Concluded {
  const answer = judgeInjectors(runs, ratedM3PerS, context.handError)
  if (!answer.ok) return refused({ kind: 'too-few-injectors', injectors: answer.error.injectors })
  const { injectors, spread } = answer.value
  const verdict: Verdict = injectors.some((one) => one.verdict === 'bad')
    ? 'bad'
    : injectors.every((one) => one.verdict === 'good')
      ? 'good'
      : 'inconclusive'
  const worst = Math.max(...injectors.map((one) => Math.abs(one.down)))
  return concluded(
    { kind: 'injectors', ...answer.value },
    verdict,
    spread,
    Math.max(...injectors.map((one) => one.downSd)),
    '%',
    { low: 0, high: 0.1, source: 'generic' },
    taking.testId,
    worst,
  )
}

/** What the leak-downs of a job so far say together: the last of each clamping, in this round. */
export function pinchOf(captures: KeptCapture[], offer: CaptureOffer): PinchFinding {
  const words = {
    good: 'holds',
    bad: 'leaks',
    inconclusive: 'inconclusive',
    'says-little': 'says-little',
  } as const
  const falls = captures
    .filter((capture) => capture.capture === 'leakDown' && capture.channels[0])
    .map((capture): [ClampSet, Fall] => [
      capture.clamped,
      {
        startPa: toSi({
          value: capture.channels[0]!.values.find((value) => value !== null) ?? 0,
          unit: capture.channels[0]!.unit,
        }),
        leftFraction: toSi(capture.value),
        verdict: words[capture.verdict],
      },
    ])
  return isolate(Object.fromEntries(falls), clampsOf(offer).includes('return'))
}

/** Most samples of a channel that go into the log: a capture is kept for the eye, the file of the logger stays where it is. */
const KEPT_SAMPLES = 2000

/** Channels of a capture as the log keeps them, in their own unit. */
export const keptChannels = (signals: Signals): KeptCapture['channels'] =>
  signals.slice(0, 8).map(({ head, series }) => {
    const { seconds, values } = thinned(series, KEPT_SAMPLES)
    return {
      id: head.id,
      quantity: head.quantity,
      unit: head.unit,
      seconds: [...seconds].map((at) => Number(at.toFixed(5))),
      values: [...values].map((value) =>
        Number.isFinite(value) ? Number(fromSi(value, head.unit).toPrecision(6)) : null,
      ),
    }
  })

/** A kept channel as a signal again. */
export const signalOf = ({ unit, seconds, values }: KeptCapture['channels'][number]): Series => ({
  seconds: Float64Array.from(seconds),
  values: Float64Array.from(values, (value) => (value === null ? NaN : toSi({ value, unit }))),
})
