/** Volume in a time, by hand or by a flow channel: flow at its pressure, against what the engine wants with its margin, and what it would be at other volts and pressure (EQ05, EQ07). */
import type { CubicMetre, M3PerS, PaGauge, Second, Volt } from '../shared'
import { judge, type InstrumentError, type Verdict } from './judge'
import { mean, present, type Series } from './series'

export interface VolumeTaken {
  volumeM3: CubicMetre
  seconds: Second
  /** At the joint while it ran; 0 into an open can. */
  pressurePa: PaGauge
  /** At the pump; null where nobody read it. */
  pumpV: Volt | null
}

/** The pump's own law, M1: Q = alpha V - beta p - gamma. */
export interface PumpLaw {
  alphaM3PerSV: number
  betaM3PerSPa: number
  gammaM3PerS: number
}

export interface VolumeReading {
  flowM3PerS: M3PerS
  sd: M3PerS
  /** The same pump at the pressure and volts of service; null without its law or its volts. */
  serviceM3PerS: M3PerS | null
  serviceSd: M3PerS | null
  wantedM3PerS: M3PerS
  /** Flow over demand. */
  margin: number
  verdict: Verdict
}

/** Wanted over the demand (EQ05). */
export const DEMAND_MARGIN = 1.2
/** A free flow proves little about a flow at pressure: a pass under this share of the service pressure says little. */
const AT_PRESSURE_SHARE = 0.5
/** Reaction of a hand with a stopwatch at either end, s; the step of a graduated can as a share. */
const STOPWATCH_S = 0.2
const CORRECTION_SHARE = 0.3

/** A capture of a flow channel as a volume. */
export function volumeOf(flowM3PerS: Series, pressurePa: PaGauge, pumpV: Volt | null): VolumeTaken {
  const { seconds, values } = present(flowM3PerS)
  const lasts = (seconds.at(-1) ?? 0) - (seconds[0] ?? 0)
  return { volumeM3: mean(values) * lasts, seconds: lasts, pressurePa, pumpV }
}

export function judgeVolume(
  taken: VolumeTaken,
  demandM3PerS: M3PerS,
  service: { pressurePa: PaGauge; pumpV: Volt },
  error: InstrumentError,
  law: PumpLaw | null,
  byHand: boolean,
): VolumeReading {
  const flow = taken.volumeM3 / taken.seconds
  const sd = Math.hypot(
    error.relative * flow,
    error.absolute,
    byHand ? (flow * STOPWATCH_S) / taken.seconds : 0,
  )
  const wanted = DEMAND_MARGIN * demandM3PerS
  const change =
    law && taken.pumpV !== null
      ? law.alphaM3PerSV * (service.pumpV - taken.pumpV) -
        law.betaM3PerSPa * (service.pressurePa - taken.pressurePa)
      : null
  const serviceFlow = change === null ? null : Math.max(0, flow + change)
  const serviceSd = change === null ? null : Math.hypot(sd, CORRECTION_SHARE * change)
  const judged = judge(serviceFlow ?? flow, serviceSd ?? sd, {
    low: wanted,
    high: Infinity,
    source: 'generic',
  })
  const proves = serviceFlow !== null || taken.pressurePa >= AT_PRESSURE_SHARE * service.pressurePa
  return {
    flowM3PerS: flow,
    sd,
    serviceM3PerS: serviceFlow,
    serviceSd,
    wantedM3PerS: wanted,
    margin: (serviceFlow ?? flow) / demandM3PerS,
    verdict: judged === 'bad' || proves ? judged : 'says-little',
  }
}
