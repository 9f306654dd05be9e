import type { AnswerOf, Envelope, Reply, RequestKind, RequestOf } from './protocol'

type Handlers = { [K in RequestKind]?: (request: RequestOf<K>) => AnswerOf<K> | Promise<AnswerOf<K>> }

/** Unpacks requests, calls the handler, replies. A throw becomes a reply that says what went wrong. */
export function serve(handlers: Handlers): void {
  addEventListener('message', async (event: MessageEvent<Envelope>) => {
    const { id, kind, request } = event.data
    try {
      const handler = handlers[kind] as ((request: unknown) => unknown) | undefined
      if (!handler) throw new Error(`This worker does not answer "${kind}"`)
      postMessage({ id, ok: true, answer: await handler(request) } satisfies Reply)
    } catch (problem) {
      postMessage({
        id,
        ok: false,
        problem: problem instanceof Error ? problem.message : String(problem),
      } satisfies Reply)
    }
  })
}
