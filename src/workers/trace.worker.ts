/** The diagnosis worker: requests come between slices of work on the table. */
import type { Reply } from './protocol'
import { serve } from './serve'
import { TraceDesk } from './traceDesk'

/** Milliseconds of background work between two looks at the queue. */
const SLICE_MS = 8

const desk = new TraceDesk()
let working = false

/** Works on the table a slice at a time, as long as there is something left. */
function work() {
  if (working || !desk.growing) return
  working = true
  setTimeout(() => {
    const until = performance.now() + SLICE_MS
    const stage = desk.grow(() => performance.now() > until)
    if (stage) postMessage({ id: -1, stage } satisfies Reply)
    working = false
    work()
  }, 0)
}
/** Whatever was asked may have given it something to do. */
const then = <A>(answer: A): A => {
  work()
  return answer
}

serve({
  rank: (request) => then(desk.rank(request)),
  preview: (request) => then(desk.preview(request)),
  whySuspect: (request) => then(desk.whySuspect(request)),
  sound: (request) => then(desk.sound(request)),
  network: (request) => then(desk.network(request)),
})
