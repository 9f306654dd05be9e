/**
 * The one port for instruments: whatever stands behind it, text in the instrument lines comes out. The
 * stand-ins are played here in a worker or by the gateway of the server; an instrument of the workshop is
 * a gateway at an address of its own.
 */
import type { StandInOrder } from '@/core/practice'
import type { GaugeMessage } from './gauge.worker'

export type PortSource =
  { kind: 'stand-in'; order: StandInOrder; by: 'tablet' | 'gateway' } | { kind: 'gateway'; address: string }

export interface PortEvents {
  text: (piece: string) => void
  ended: () => void
  lost: (problem: string) => void
  /** The gateway did not answer and this tablet plays the stand-in itself. */
  byTablet: () => void
}
export interface OpenPort {
  close: () => void
}

export function openPort(source: PortSource, events: PortEvents): OpenPort {
  if (source.kind === 'stand-in' && source.by === 'tablet') return openWorker(source.order, events)
  let inner: OpenPort = { close: () => undefined }
  const abort = new AbortController()
  const request =
    source.kind === 'gateway'
      ? fetch(source.address, { signal: abort.signal })
      : fetch('/api/gauge', {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(source.order),
          signal: abort.signal,
        })
  void read(request, events).catch((problem: unknown) => {
    if (abort.signal.aborted) return
    if (source.kind === 'gateway')
      return events.lost(
        `${source.address} does not answer: ${problem instanceof Error ? problem.message : String(problem)}`,
      )
    events.byTablet()
    inner = openWorker(source.order, events)
  })
  return {
    close: () => {
      abort.abort()
      inner.close()
    },
  }
}

async function read(request: Promise<Response>, events: PortEvents): Promise<void> {
  const reply = await request
  if (!reply.ok || !reply.body) throw new Error(`it answers ${reply.status}`)
  const reader = reply.body.pipeThrough(new TextDecoderStream()).getReader()
  for (;;) {
    const { done, value } = await reader.read()
    if (done) return events.ended()
    events.text(value)
  }
}

function openWorker(order: StandInOrder, events: PortEvents): OpenPort {
  const worker = new Worker(new URL('./gauge.worker.ts', import.meta.url), { type: 'module' })
  worker.addEventListener('message', ({ data }: MessageEvent<GaugeMessage>) => {
    if (data.kind === 'text') return events.text(data.text)
    worker.terminate()
    if (data.kind === 'ended') events.ended()
    else events.lost(data.problem)
  })
  worker.addEventListener('error', (event) => events.lost(event.message || 'The stand-in stopped'))
  worker.postMessage(order)
  return { close: () => worker.terminate() }
}
