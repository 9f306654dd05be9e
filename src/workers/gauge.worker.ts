/** The stand-in instruments of this tablet: streams their lines at the pace of the capture, until it ends or is stopped. */
import { standInRun, standInText, type StandInOrder } from '@/core/practice'

/** One message a beat. */
const BEAT_MS = 50
export type GaugeMessage =
  { kind: 'text'; text: string } | { kind: 'ended' } | { kind: 'lost'; problem: string }

addEventListener('message', (event: MessageEvent<StandInOrder>) => {
  try {
    const run = standInRun(event.data)
    if (!run)
      return postMessage({
        kind: 'lost',
        problem: 'This vehicle has nothing there that the stand-in could read.',
      } satisfies GaugeMessage)
    const pieces = standInText(run, (run.pace * BEAT_MS) / 1e3)
    const timer = setInterval(() => {
      const piece = pieces.next()
      if (!piece.done) return postMessage({ kind: 'text', text: piece.value.text } satisfies GaugeMessage)
      clearInterval(timer)
      postMessage({ kind: 'ended' } satisfies GaugeMessage)
    }, BEAT_MS)
  } catch (problem) {
    postMessage({
      kind: 'lost',
      problem: problem instanceof Error ? problem.message : String(problem),
    } satisfies GaugeMessage)
  }
})
