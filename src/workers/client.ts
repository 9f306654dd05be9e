/**
 * The page's side of the workers. `ask` gives a promise; a crash is an answer, not silence. Workers keep
 * their tables, so they are started once and never thrown away for a stale request: a caller that has
 * moved on drops the answer by its own generation.
 */
import type { AnswerOf, Envelope, Reply, RequestKind, RequestOf, TableStage } from './protocol'

export type Asked<K extends RequestKind> = { ok: true; value: AnswerOf<K> } | { ok: false; problem: string }

interface Line {
  worker: Worker
  waiting: Map<number, (reply: Reply) => void>
}

const START: Record<'trace' | 'plan' | 'standIn' | 'find' | 'report', () => Worker> = {
  trace: () => new Worker(new URL('./trace.worker.ts', import.meta.url), { type: 'module' }),
  plan: () => new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' }),
  find: () => new Worker(new URL('./find.worker.ts', import.meta.url), { type: 'module' }),
  report: () => new Worker(new URL('./report.worker.ts', import.meta.url), { type: 'module' }),
  standIn: () => new Worker(new URL('./standIn.worker.ts', import.meta.url), { type: 'module' }),
}
const SERVES: Record<RequestKind, keyof typeof START> = {
  rank: 'trace',
  preview: 'trace',
  whySuspect: 'trace',
  sound: 'trace',
  network: 'trace',
  plan: 'plan',
  survey: 'plan',
  build: 'plan',
  ways: 'plan',
  schools: 'plan',
  additions: 'plan',
  way: 'plan',
  demo: 'standIn',
  demoFloor: 'standIn',
  demoParts: 'standIn',
  shopPiece: 'standIn',
  pdf: 'report',
  shopLoad: 'find',
  shopChange: 'find',
  shopFind: 'find',
  needs: 'plan',
  demand: 'plan',
  standIn: 'standIn',
}

const lines = new Map<keyof typeof START, Line>()
const stageListeners = new Set<(stage: TableStage) => void>()
let nextId = 1

/** Calls back when the diagnosis table has grown: the ranking can be asked for again. */
export function onTableStage(listener: (stage: TableStage) => void): () => void {
  stageListeners.add(listener)
  return () => stageListeners.delete(listener)
}

function lineTo(name: keyof typeof START): Line {
  const known = lines.get(name)
  if (known) return known
  const line: Line = { worker: START[name](), waiting: new Map() }
  line.worker.addEventListener('message', (event: MessageEvent<Reply>) => {
    const reply = event.data
    if (reply.id === -1 && 'stage' in reply)
      return stageListeners.forEach((listener) => listener(reply.stage))
    line.waiting.get(reply.id)?.(reply)
    line.waiting.delete(reply.id)
  })
  line.worker.addEventListener('error', (event) => {
    lines.delete(name)
    line.waiting.forEach((settle, id) =>
      settle({ id, ok: false, problem: event.message || 'The computation stopped' }),
    )
  })
  lines.set(name, line)
  return line
}

/** Starts a worker before anything is asked of it: it reads its code while the page reads its job. */
export function warm(name: keyof typeof START): void {
  if (typeof Worker !== 'undefined') lineTo(name)
}

export function ask<K extends RequestKind>(kind: K, request: RequestOf<K>): Promise<Asked<K>> {
  return new Promise((resolve) => {
    const line = lineTo(SERVES[kind])
    const id = nextId++
    line.waiting.set(id, (reply) => {
      if ('stage' in reply) return
      resolve(
        reply.ok ? { ok: true, value: reply.answer as AnswerOf<K> } : { ok: false, problem: reply.problem },
      )
    })
    line.worker.postMessage({ id, kind, request } satisfies Envelope)
  })
}
