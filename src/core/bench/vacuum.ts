/** Vacuum at the pump's inlet: the restriction on the suction side, and how far the fuel is from boiling there (EQ09). */
import type { Metre, PaAbs, PaGauge } from '../shared'
import { errorAt, judge, type Analysed, type Band, type InstrumentError, type Verdict } from './judge'
import { despiked, gapFraction, mean, noiseOf, present, type Series } from './series'

export interface VacuumReading {
  /** Gauge pressure at the inlet, below zero for a vacuum. */
  inletPa: PaGauge
  sd: PaGauge
  /** Absolute pressure there over the vapour pressure of the fuel; null where it does not boil. */
  marginPa: number | null
  marginSd: number | null
  verdict: Verdict
  /** Typical margins: boils under none, marginal under 10 kPa. */
  vapour: 'boils' | 'marginal' | 'safe' | 'none'
}

/** Margin that a petrol pump wants over the vapour pressure (EQ09), and how far a fuel differs from its grade. */
export const VAPOUR_MARGIN_PA = 10e3
const VAPOUR_SPREAD = 0.1

/** Air pressure by height, ISA (EQ09): 500 m 95.5 kPa, 3000 m 70.1 kPa. */
export const ambientAt = (heightM: Metre): PaAbs => 101_325 * Math.pow(1 - 2.25577e-5 * heightM, 5.25588)

export interface SuctionConditions {
  ambientPa: PaAbs
  /** Vapour pressure of the fuel as warm as it is there; null for diesel: it does not boil. */
  boilsAtPa: PaAbs | null
}

export function analyseVacuum(
  inletPa: Series,
  band: Band,
  error: InstrumentError,
  { ambientPa, boilsAtPa }: SuctionConditions,
): Analysed<VacuumReading> {
  const signal = present(inletPa)
  if (gapFraction(inletPa) > 0.3)
    return { ok: false, error: { kind: 'no-signal', gaps: gapFraction(inletPa) } }
  if (signal.values.length < 5)
    return { ok: false, error: { kind: 'too-short', seconds: signal.seconds.at(-1) ?? 0, needsS: 2 } }
  const value = mean(despiked(signal.values))
  const sd = Math.hypot(errorAt(error, value), noiseOf(signal.values) / Math.sqrt(signal.values.length))
  const marginPa = boilsAtPa === null ? null : ambientPa + value - boilsAtPa
  return {
    ok: true,
    value: {
      inletPa: value,
      sd,
      marginPa,
      marginSd: boilsAtPa === null ? null : Math.hypot(sd, VAPOUR_SPREAD * boilsAtPa),
      verdict: judge(value, sd, band),
      vapour:
        marginPa === null
          ? 'none'
          : marginPa < 0
            ? 'boils'
            : marginPa < VAPOUR_MARGIN_PA
              ? 'marginal'
              : 'safe',
    },
  }
}
