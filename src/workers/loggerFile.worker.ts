/** Reads a logger file piece by piece, so that neither page nor memory feels its size. Cancelled by ending the worker. */
import Papa from 'papaparse'
import {
  LoggerImport,
  LineReader,
  type LoggerOrder,
  type LoggerRecording,
  type LineSample,
  type Signals,
} from '@/core/bench'

export interface FileOrder {
  file: File
  /** Null for a file of instrument lines: it names its channels itself. */
  order: LoggerOrder | null
}
export type FileMessage =
  | { kind: 'progress'; share: number; rows: number }
  | { kind: 'read'; recording: LoggerRecording }
  | { kind: 'failed'; problem: string }

const PIECE_BYTES = 1024 * 1024
const say = (message: FileMessage, transfer: Transferable[] = []) => postMessage(message, { transfer })

addEventListener('message', (event: MessageEvent<FileOrder>) => {
  const { file, order } = event.data
  if (order) readRows(file, order)
  else
    void readLines(file).catch((problem: unknown) =>
      say({ kind: 'failed', problem: problem instanceof Error ? problem.message : String(problem) }),
    )
})

function readRows(file: File, order: LoggerOrder): void {
  const into = new LoggerImport(order)
  let line = 0
  Papa.parse<string[]>(file, {
    delimiter: order.shape.separator,
    skipEmptyLines: false,
    chunkSize: PIECE_BYTES,
    chunk: ({ data, meta }) => {
      for (const fields of data) {
        line += 1
        if (line > order.shape.skipLines) into.row(fields, line)
      }
      say({ kind: 'progress', share: Math.min(1, meta.cursor / file.size), rows: into.rows })
    },
    complete: () => finish(into.recording()),
    error: (problem) => say({ kind: 'failed', problem: problem.message }),
  })
}

async function readLines(file: File): Promise<void> {
  const reader = new LineReader()
  const samples: LineSample[] = []
  let read = 0
  const stream = file.stream().pipeThrough(new TextDecoderStream()).getReader()
  for (let piece = await stream.read(); !piece.done; piece = await stream.read()) {
    for (const sample of reader.push(piece.value)) samples.push(sample)
    read += piece.value.length
    say({ kind: 'progress', share: Math.min(1, read / file.size), rows: samples.length })
  }
  samples.push(...reader.end())
  const signals = reader.head.channels.map((head): Signals[number] => {
    const own = samples.filter((sample) => sample.channel === head.id)
    return {
      head,
      series: {
        seconds: Float64Array.from(own, (sample) => sample.seconds),
        values: Float64Array.from(own, (sample) => sample.value),
      },
    }
  })
  if (reader.head.standIn)
    return say({ kind: 'failed', problem: 'it holds the signal of a stand-in, which no vehicle gave' })
  finish({
    signals,
    thinned: false,
    rows: samples.length,
    problems: reader.bad.map((bad) => ({ line: bad.line, problem: 'value', text: bad.text })),
    problemCount: reader.badCount,
  })
}

function finish(recording: LoggerRecording): void {
  say(
    { kind: 'read', recording },
    recording.signals.flatMap(({ series }) => [series.seconds.buffer, series.values.buffer] as ArrayBuffer[]),
  )
}
