/** Fuel into a can in a time: what the pump gives at its pressure and volts. */
import { judgeVolume, type InstrumentError, type PumpLaw, type VolumeTaken } from '../../bench'
import { testById } from '../../library'
import type { Volt } from '../../shared'
import { pumpMotor } from '../../vehicle'
import type { Taking } from '../captureOffers'
import { type BenchContext, type Concluded, refused, unitOf, bandOf, concluded } from './terms'

/** Volts that a pump has in service: what a flow at other volts is carried over to. */
const SERVICE_V: Volt = 13.2

/** The law of the pump that feeds the line (EQ07); null where the engine or another pump does. */
const pumpLawOf = ({ layout, specification }: BenchContext): PumpLaw | null =>
  layout.parts.some((part) => part.id === 'pump' && part.kind === 'pump') ? pumpMotor(specification) : null

export function concludeVolume(
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
