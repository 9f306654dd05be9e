/** Captures of pressure: prime, steady, snap, deadhead, suction, leak-down by signal or by two figures of a needle. */
import {
  LEFT_AT_5_MIN,
  analyseDeadhead,
  analyseLeakDown,
  analysePrime,
  analyseSnap,
  analyseSteady,
  analyseVacuum,
  channelOf,
  errorAt,
  errorOf,
  type Analysed,
  type Band,
  type InstrumentError,
  type LeakDown,
  type Series,
  type Signals,
  type Verdict,
} from '../../bench'
import { FUEL_GRADES, vapourPressurePa } from '../../physics'
import type { Second } from '../../shared'
import type { Taking } from '../captureOffers'
import {
  type CaptureInput,
  type BenchContext,
  type Finding,
  type Concluded,
  refused,
  unitOf,
  bandOf,
  above,
  limitOf,
  middleOf,
  meanOf,
  concluded,
} from './terms'

export function concludePressure(
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
export function concludeEnds(
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
