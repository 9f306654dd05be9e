/** The page's side of a logger file: progress, the recording, and a cancel that ends the worker at once. */
import type { LoggerOrder, LoggerRecording } from '@/core/bench'
import type { FileMessage, FileOrder } from './loggerFile.worker'

export interface FileEvents {
  progress: (share: number, rows: number) => void
  read: (recording: LoggerRecording) => void
  failed: (problem: string) => void
}

export function readLoggerFile(
  file: File,
  order: LoggerOrder | null,
  events: FileEvents,
): { cancel: () => void } {
  const worker = new Worker(new URL('./loggerFile.worker.ts', import.meta.url), { type: 'module' })
  worker.addEventListener('message', ({ data }: MessageEvent<FileMessage>) => {
    if (data.kind === 'progress') return events.progress(data.share, data.rows)
    worker.terminate()
    if (data.kind === 'read') events.read(data.recording)
    else events.failed(data.problem)
  })
  worker.addEventListener('error', (event) => events.failed(event.message || 'reading stopped'))
  worker.postMessage({ file, order } satisfies FileOrder)
  return { cancel: () => worker.terminate() }
}
