/** What every capture comes to: the finding, its figure and band, and the readings that Trace takes of it. */
import {
  present,
  type FloatsTaken,
  type Band,
  type Calibration,
  type CalibrationProblem,
  type Channel,
  type CurrentReading,
  type DeadheadReading,
  type DropSurvey,
  type Fill,
  type GaugeRange,
  type InjectorRun,
  type InjectorSet,
  type InstrumentError,
  type LeakDown,
  type LeakDownProblem,
  type PrimeReading,
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
} from '../../bench'
import type { SoundBand } from '../../diagnosis'
import { testById } from '../../library'
import {
  fromSi,
  toSi,
  type Ampere,
  type Entered,
  type PaAbs,
  type Second,
  type UnitName,
  type Volt,
} from '../../shared'
import type { Layout, Specification } from '../../vehicle'
import type { BodyOf } from '../../records'

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

export const refused = (error: CaptureRefusal): Concluded => ({ ok: false, error })

export const unitOf = (testId: string | null, otherwise: UnitName): UnitName => {
  const reading = testId ? testById(testId).reading : null
  return reading?.kind === 'number' ? reading.unit : otherwise
}

/** Band of a test in SI. */
export function bandOf({ bands }: BenchContext, testId: string | null): Band | null {
  const sound = testId ? bands[testId] : undefined
  const unit = unitOf(testId, 'V')
  return sound
    ? { low: toSi({ value: sound.low, unit }), high: toSi({ value: sound.high, unit }), source: sound.source }
    : null
}

/** A band in which only being too low (or too high) is a fault. */
export const above = (band: Band): Band => ({ ...band, high: Infinity })

/** The typical limit, unless the maker, the vehicle's own past or a sister gives a better one. */
export const limitOf = (context: BenchContext, testId: string | null, typical: Band): Band => {
  const own = bandOf(context, testId)
  if (!own || own.source === 'generic') return typical
  return {
    low: Number.isFinite(typical.low) ? own.low : -Infinity,
    high: Number.isFinite(typical.high) ? own.high : Infinity,
    source: own.source,
  }
}

export const middleOf = ({ seconds }: Series): Second => 0.5 * ((seconds[0] ?? 0) + (seconds.at(-1) ?? 0))

export const meanOf = (series: Series): number => {
  const { values } = present(series)
  return values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length)
}

export function concluded(
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
export function rounded(testId: string, si: number): Entered {
  const { reading } = testById(testId)
  if (reading.kind !== 'number') throw new Error(`${testId} reads no number`)
  const value = Math.round(fromSi(si, reading.unit) / reading.step) * reading.step
  return {
    value: Number(Math.min(reading.high, Math.max(reading.low, value)).toFixed(4)),
    unit: reading.unit,
  }
}
