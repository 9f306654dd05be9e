/**
 * Pinch isolation: leak-downs from one start, clamped nowhere, then on the feed, on the return, on both.
 * Which clamp makes it hold names the side that leaks (handbook 2.5). It assumes clamps between pump and
 * gauge and between regulator and tank, and the same start and temperature each time.
 */
import type { LeakDown } from './leakDown'

export const CLAMPS = ['none', 'feed', 'return', 'both'] as const
export type ClampSet = (typeof CLAMPS)[number]

export type Leaking = 'nothing' | 'supply' | 'return' | 'rail' | 'supply-and-return' | 'rail-and-another' | 'unknown'

export interface PinchFinding {
  leaks: Leaking
  /** Clamping to record next; null when the side is named, or nothing is left to clamp. */
  next: ClampSet | null
  /** Captures that cannot be compared: they started too far apart. */
  unlike: ClampSet[]
}

/** Starts that differ by more than this share say nothing against each other. */
const SAME_START = 0.12
/** With both clamped a leak that is slower than open by this share had help from another. */
const SLOWER = 0.5

/** `returnClamps`: false where the regulator sits in the tank and there is no return to clamp. */
export function isolate(captures: Partial<Record<ClampSet, LeakDown>>, returnClamps: boolean): PinchFinding {
  const open = captures.none
  if (!open || open.verdict === 'says-little' || open.verdict === 'inconclusive') return { leaks: 'unknown', next: 'none', unlike: [] }
  if (open.verdict === 'holds') return { leaks: 'nothing', next: null, unlike: [] }
  const unlike = CLAMPS.filter((clamp) => captures[clamp] && Math.abs(captures[clamp].startKPa / open.startKPa - 1) > SAME_START)
  const held = (clamp: ClampSet): boolean | null => {
    const capture = captures[clamp]
    if (!capture || unlike.includes(clamp) || !['holds', 'leaks'].includes(capture.verdict)) return null
    return capture.verdict === 'holds'
  }
  const feed = held('feed')
  if (feed === null) return { leaks: 'unknown', next: 'feed', unlike }
  if (feed) return { leaks: 'supply', next: null, unlike }
  if (!returnClamps) return { leaks: 'rail', next: null, unlike }
  const back = held('return')
  if (back === null) return { leaks: 'unknown', next: 'return', unlike }
  if (back) return { leaks: 'return', next: null, unlike }
  const both = held('both')
  if (both === null) return { leaks: 'unknown', next: 'both', unlike }
  if (both) return { leaks: 'supply-and-return', next: null, unlike }
  return { leaks: lossOf(captures.both!) < SLOWER * lossOf(open) ? 'rail-and-another' : 'rail', next: null, unlike }
}

const lossOf = (capture: LeakDown): number => -Math.log(Math.max(capture.leftFraction, 1e-6))
