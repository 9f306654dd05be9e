/**
 * Known ways that need no ranking: a vehicle that ran dry is filled and primed, one that was just filled
 * is not cranked before its fuel was looked at, one that stood for years is surveyed. What comes after is asked, not assumed.
 */
import type { CubicMetre, Second } from '../shared'
import type { Layout, Specification } from '../vehicle'
import { FILTER_M3, strokesFor } from './bleeding'

export const KNOWN_WAYS = ['ranDry', 'justFilled', 'stoodYears'] as const
export type KnownWayId = (typeof KNOWN_WAYS)[number]
export const WAY_OUTCOMES = {
  ranDry: ['runs', 'still'],
  justFilled: ['right', 'wrong'],
  stoodYears: ['survey', 'done'],
} as const
export type WayOutcome = (typeof WAY_OUTCOMES)[KnownWayId][number]

/** How a dry line is filled again. */
export interface Prime {
  by: 'key' | 'cranking' | 'handPrimer'
  lineM3: CubicMetre
  /** Time that the pump needs to fill line and filter, and cycles or strokes of one. */
  pumpS: Second
  rounds: number
}

/** How long a key pulse runs the pump; typical (handbook EQ11). */
const KEY_PULSE_S = 2
/** A petrol inline filter holds less than a diesel's (handbook EQ11). */
const PETROL_FILTER_M3 = 0.15e-3
/** A dry pump is taken to move its rated flow, without the pressure; cranking strokes a diaphragm pump slowly. */
const CRANKING_SHARE = 0.25
const CRANK_S = 10

/** EQ11 without the compliance, which costs under a second: the empty volume over the flow that fills it. */
export function primeOf(layout: Layout, { feedBoreM, feedLengthM, pumpFlowM3PerS }: Specification): Prime {
  const filters = layout.parts.filter((part) => part.kind === 'filter').length
  const has = (kind: Layout['parts'][number]['kind']) => layout.parts.some((part) => part.kind === kind)
  const filterM3 = has('primer') ? FILTER_M3 : PETROL_FILTER_M3
  const lineM3 = (Math.PI / 4) * feedBoreM.value ** 2 * feedLengthM.value + filters * filterM3
  if (has('primer')) return { by: 'handPrimer', lineM3, pumpS: 0, rounds: strokesFor(lineM3) }
  const by = has('strokePump') ? 'cranking' : 'key'
  const pumpS = lineM3 / (pumpFlowM3PerS.value * (by === 'key' ? 1 : CRANKING_SHARE))
  return { by, lineM3, pumpS, rounds: Math.ceil(pumpS / (by === 'key' ? KEY_PULSE_S : CRANK_S)) }
}
