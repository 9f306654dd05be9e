/** Voltage drops along a circuit, by signal or by hand. */
import {
  FEED_LIMIT_V,
  GROUND_LIMIT_V,
  channelOf,
  errorOf,
  judgeDrops,
  type InstrumentError,
  type Signals,
  type Verdict,
} from '../../bench'
import { findTest } from '../../library'
import type { Ampere, Volt } from '../../shared'
import type { Taking } from '../captureOffers'
import { type BenchContext, type Concluded, refused, limitOf, meanOf, concluded, rounded } from './terms'

/** Channels of a drop survey are named after their tests. */
export const dropChannel = (testId: string) => `drop-${testId}`

export function concludeDropSignals(taking: Taking, signals: Signals, context: BenchContext): Concluded {
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

export function concludeDrops(
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
