/**
 * Pinch isolation: leak-downs from one start, clamped nowhere, then on the feed, on the return, on both.
 * Which clamp makes it hold names the side that leaks (handbook 2.5). It assumes clamps between pump and
 * gauge and between regulator and tank, and the same start and temperature each time.
 */
import type { LeakDown } from './leakDown'

/** What isolation asks of a leak-down. */
export type Fall = Pick<LeakDown, 'startPa' | 'leftFraction' | 'verdict'>

export const CLAMPS = ['none', 'feed', 'return', 'both'] as const
export type ClampSet = (typeof CLAMPS)[number]

export type Leaking =
  'nothing' | 'supply' | 'return' | 'rail' | 'supply-and-return' | 'rail-and-another' | 'unknown'

export interface PinchFinding {
  leaks: Leaking
  /** Clamping to record next; null when the side is named, or nothing is left to clamp. */
  next: ClampSet | null
  /** The side that is named is the larger leak: what is left with it clamped is still over the limit. */
  more: boolean
  /** Captures that cannot be compared: they started too far apart. */
  unlike: ClampSet[]
}

/** Starts that differ by more than this share say nothing against each other. */
const SAME_START = 0.12
/** With both clamped a leak that is slower than open by this share had help from another. */
const SLOWER = 0.5
/** A clamp that leaves no more than this share of the loss has the leak behind it, even where the rest is over the limit. */
const LEFT_OVER = 0.2

/** `returnClamps`: false where the regulator sits in the tank and there is no return to clamp. */
export function isolate(captures: Partial<Record<ClampSet, Fall>>, returnClamps: boolean): PinchFinding {
  const open = captures.none
  const answer = (leaks: Leaking, next: ClampSet | null, rest: Partial<PinchFinding> = {}): PinchFinding => ({
    leaks,
    next,
    more: false,
    unlike: [],
    ...rest,
  })
  if (!open || open.verdict === 'says-little' || open.verdict === 'inconclusive')
    return answer('unknown', 'none')
  if (open.verdict === 'holds') return answer('nothing', null)
  const unlike = CLAMPS.filter(
    (clamp) => captures[clamp] && Math.abs(captures[clamp].startPa / open.startPa - 1) > SAME_START,
  )
  const held = (clamp: ClampSet): boolean | null => {
    const capture = captures[clamp]
    if (!capture || unlike.includes(clamp) || capture.verdict === 'says-little') return null
    if (lossOf(capture) < LEFT_OVER * lossOf(open)) return true
    return capture.verdict === 'inconclusive' ? null : capture.verdict === 'holds'
  }
  const named = (leaks: Leaking, clamp: ClampSet) =>
    answer(leaks, null, { more: captures[clamp]!.verdict === 'leaks', unlike })
  const feed = held('feed')
  if (feed === null) return answer('unknown', 'feed', { unlike })
  if (feed) return named('supply', 'feed')
  if (!returnClamps) return answer('rail', null, { unlike })
  const back = held('return')
  if (back === null) return answer('unknown', 'return', { unlike })
  if (back) return named('return', 'return')
  const both = held('both')
  if (both === null) return answer('unknown', 'both', { unlike })
  if (both) return named('supply-and-return', 'both')
  return answer(lossOf(captures.both!) < SLOWER * lossOf(open) ? 'rail-and-another' : 'rail', null, {
    unlike,
  })
}

const lossOf = (capture: Fall): number => -Math.log(Math.max(capture.leftFraction, 1e-6))
