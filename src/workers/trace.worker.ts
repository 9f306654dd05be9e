/** The diagnosis worker: requests come between slices of work on the table; what was solved on an earlier visit is read first. */
import type { Reply } from './protocol'
import { serve } from './serve'
import { keepTable, readTable } from './tableStore'
import { TraceDesk, keyOf, type VehicleKey } from './traceDesk'

/** Milliseconds of background work between two looks at the queue. */
const SLICE_MS = 8
/** A table is kept once nothing has been added to it for so long. */
const SETTLED_MS = 1500

const desk = new TraceDesk()
const reading = new Map<string, Promise<void>>()
let working = false
let settling: ReturnType<typeof setTimeout> | undefined

/** Works on the table a slice at a time, as long as there is something left. */
function work() {
  if (working || !desk.growing) return
  working = true
  setTimeout(() => {
    const until = performance.now() + SLICE_MS
    const stage = desk.grow(() => performance.now() > until)
    if (stage) {
      postMessage({ id: -1, stage } satisfies Reply)
      clearTimeout(settling)
      settling = setTimeout(keep, SETTLED_MS)
    }
    working = false
    work()
  }, 0)
}
function keep() {
  const worth = desk.growing ? null : desk.worthKeeping
  if (worth) void keepTable(worth.key, worth.kept)
}

/** Takes up what was kept of a vehicle that is not in hand. */
function takenUp(vehicle: VehicleKey): Promise<void> {
  const key = keyOf(vehicle)
  if (desk.holds(vehicle)) return Promise.resolve()
  const known = reading.get(key)
  if (known) return known
  const taken = readTable(key).then((kept) => {
    if (kept) desk.adopt(vehicle, kept)
    reading.delete(key)
  })
  reading.set(key, taken)
  return taken
}
/** Answers a request about a vehicle; whatever was asked may have given the desk something to do. */
const after =
  <R extends VehicleKey, A>(answer: (request: R) => A) =>
  async (request: R): Promise<A> => {
    await takenUp(request)
    const given = answer(request)
    work()
    return given
  }

serve({
  rank: after((request) => desk.rank(request)),
  preview: after((request) => desk.preview(request)),
  whySuspect: after((request) => desk.whySuspect(request)),
  sound: after((request) => desk.sound(request)),
  network: after((request) => desk.network(request)),
})
