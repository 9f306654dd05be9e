/** The page's side of the plan of days: what is asked last counts, and it is ended at once. */
import type { DaysMessage, DaysOrder } from './days.worker'

export type { DaysJob, DaysMessage, DaysOrder } from './days.worker'

let worker: Worker | null = null
let lastId = 0
let listener: ((message: DaysMessage) => void) | null = null

function started(): Worker {
  if (worker) return worker
  const made = new Worker(new URL('./days.worker.ts', import.meta.url), { type: 'module' })
  made.addEventListener('message', ({ data }: MessageEvent<DaysMessage>) => {
    if (data.id === lastId) listener?.(data)
  })
  made.addEventListener('error', (event) => {
    worker = null
    listener?.({ id: lastId, kind: 'failed', problem: event.message || 'The computation stopped' })
  })
  return (worker = made)
}

/** Asks for a plan; each report comes to `told` until it is over or something else is asked. */
export function planDays(order: Omit<DaysOrder, 'id'>, told: (message: DaysMessage) => void): () => void {
  const id = ++lastId
  listener = told
  started().postMessage({ ...order, id } satisfies DaysOrder)
  return () => {
    if (id === lastId) worker?.postMessage({ id: ++lastId, stop: true })
  }
}
