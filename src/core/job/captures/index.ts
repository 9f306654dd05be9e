/** Captures held against what is known of the vehicle: one file a kind of capture, chosen here. */
import { analyseFloats, channelOf, errorOf, present, volumeOf, type Signals } from '../../bench'
import type { Second } from '../../shared'
import type { Taking } from '../captureOffers'
import { type CaptureInput, type BenchContext, type Concluded, refused } from './terms'
import { concludePressure, concludeEnds } from './pressure'
import { concludeVolume } from './volume'
import { concludeCurrent } from './current'
import { concludeDropSignals, concludeDrops } from './drops'
import { concludeSweep, sweepConcluded, fillsOf, concludeFills } from './sender'
import { concludeInjectors } from './injectors'

export type {
  BenchContext,
  CaptureInput,
  CaptureRefusal,
  Concluded,
  Conclusion,
  Finding,
  KeptCapture,
} from './terms'
export * from './offset'
export * from './kept'
export { dropChannel } from './drops'
export { fillsOf } from './sender'

/** Analyses what was captured and holds it against the band that is known best. Nothing is kept yet. */
export function conclude(taking: Taking, input: CaptureInput, context: BenchContext): Concluded {
  switch (input.from) {
    case 'signals':
      return concludeSignals(taking, input.signals, input.snapAtS, context)
    case 'volume':
      return concludeVolume(taking, input.taken, context, context.handError, true)
    case 'drops':
      return concludeDrops(taking, input.drops, input.currentA, context, context.handError)
    case 'fills':
      return concludeFills(taking, input.fills, context)
    case 'injectors':
      return concludeInjectors(taking, input.runs, input.ratedM3PerS, context)
    case 'ends':
      return concludeEnds(taking, input, context)
    case 'floats':
      return sweepConcluded(taking, analyseFloats(input.floats, context.handError, context.gauge), context)
  }
}

function concludeSignals(
  taking: Taking,
  signals: Signals,
  snapAtS: Second | null,
  context: BenchContext,
): Concluded {
  switch (taking.kind) {
    case 'prime':
    case 'steady':
    case 'snap':
    case 'deadhead':
    case 'leakDown':
    case 'vacuum':
      return concludePressure(taking, signals, snapAtS, context)
    case 'volume': {
      const flow = channelOf(signals, 'flow')
      if (!flow) return refused({ kind: 'no-channel', quantity: 'flow' })
      if (present(flow.series).values.length < 5) return refused({ kind: 'no-signal', gaps: 1 })
      return concludeVolume(taking, volumeOf(flow.series, 0, null), context, errorOf(flow.head), false)
    }
    case 'current':
    case 'waveform':
      return concludeCurrent(taking, signals, context)
    case 'drops':
      return concludeDropSignals(taking, signals, context)
    case 'sweep':
      return concludeSweep(taking, signals, context)
    case 'calibration':
      return concludeFills(taking, fillsOf(signals), context)
    case 'injectors':
      return refused({ kind: 'not-taken' })
  }
}
