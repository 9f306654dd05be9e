import type { LeakDown, LeakDownProblem } from '@/core/bench'
import { libraryOf } from '@/core/library'
import type { Layout } from '@/core/vehicle'

export type Clamp = 'none' | 'feed' | 'return'
export const CLAMPS: { id: Clamp; label: string }[] = [
  { id: 'none', label: 'Nothing clamped' },
  { id: 'feed', label: 'Feed' },
  { id: 'return', label: 'Return' },
]
/** The clamps whose leak-down a layout has a test for; none where no pressure is held at rest. */
export const clampsOf = (layout: Layout) => CLAMPS.filter((clamp) => libraryOf(layout).tests.some((test) => test.id === testOf(clamp.id)))

export const testOf = (clamp: Clamp): string => ({ none: 'T32', feed: 'T33', return: 'T34' })[clamp]

const TITLES: Record<LeakDown['verdict'], string> = { holds: 'It holds.', leaks: 'It leaks.', inconclusive: 'Too close to say.', 'says-little': 'It says little.' }

const LAWS: Record<LeakDown['law'], string> = { laminar: 'falls as a seat leaks', orifice: 'falls as through a hole', mixed: 'falls partly as a seat leaks, partly as through a hole' }

export function verdictText(leak: LeakDown): { title: string; detail: string } {
  const left = `${Math.round(100 * leak.leftFraction)} ± ${Math.max(1, Math.round(200 * leak.leftSd))} % left after 5 min, 75 % wanted`
  return { title: TITLES[leak.verdict], detail: `${Math.round(leak.startKPa - leak.endKPa)} kPa lost in ${leak.minutes.toFixed(0)} min: ${left}. It ${LAWS[leak.law]}; the gauge scatters about it by ± ${leak.residualKPa.toFixed(1)} kPa.` }
}

export const problemText = (problem: LeakDownProblem): string =>
  problem.kind === 'too-short' ? `Only ${problem.seconds} s recorded. One minute at least, five are better.` : `It starts at ${Math.round(problem.startKPa)} kPa. Build pressure first: key on three times.`
