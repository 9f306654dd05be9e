'use client'
import { useCallback, useEffect, useRef, useState } from 'react'
import { LineReader, type BadLine, type InstrumentHead, type LineMark, type Signals } from '@/core/bench'
import type { Second } from '@/core/shared'
import { openPort, type OpenPort, type PortSource } from '@/workers/instrumentPort'

/** Where a signal comes from: that decides what it can be kept as. */
export type SignalSource = 'vehicle' | 'stand-in' | 'file'

export interface Pen {
  status: 'blank' | 'running' | 'ended' | 'lost'
  problem: string | null
  source: SignalSource
  /** Who plays: this tablet, or a gateway on the network. */
  by: 'tablet' | 'gateway' | 'file'
  head: InstrumentHead | null
  signals: Signals
  marks: LineMark[]
  bad: BadLine[]
  badCount: number
  lastS: Second
}
export interface PenInHand extends Pen {
  start: (source: PortSource) => void
  stop: () => void
  /** Puts a finished recording under the pen. */
  load: (name: string, signals: Signals) => void
  clear: () => void
}

const BLANK: Pen = {
  status: 'blank',
  problem: null,
  source: 'vehicle',
  by: 'tablet',
  head: null,
  signals: [],
  marks: [],
  bad: [],
  badCount: 0,
  lastS: 0,
}
const SHOWN_EVERY_MS = 90
/** A pen writes no further than this: some hours of a gauge, a minute of a waveform. */
const MOST_SAMPLES = 1_500_000

/** Reads an instrument, keeps its signals, and shows them ten times a second. */
export function usePen(): PenInHand {
  const [pen, setPen] = useState<Pen>(BLANK)
  const port = useRef<OpenPort | null>(null)
  const timer = useRef<ReturnType<typeof setInterval> | null>(null)
  const halt = useCallback(() => {
    port.current?.close()
    port.current = null
    if (timer.current) clearInterval(timer.current)
    timer.current = null
  }, [])
  useEffect(() => halt, [halt])

  const start = useCallback(
    (source: PortSource) => {
      halt()
      const book = new Book()
      const show = (more: Partial<Pen>) => setPen((now) => ({ ...now, ...book.page(), ...more }))
      const finish = (more: Partial<Pen>) => {
        halt()
        show(more)
      }
      setPen({
        ...BLANK,
        status: 'running',
        source: source.kind === 'stand-in' ? 'stand-in' : 'vehicle',
        by: source.kind === 'stand-in' ? source.by : 'gateway',
      })
      port.current = openPort(source, {
        text: (piece) => {
          book.read(piece)
          if (book.count > MOST_SAMPLES)
            finish({ status: 'ended', problem: 'The paper is full. Keep what is needed and begin anew.' })
        },
        ended: () => {
          book.end()
          finish({ status: 'ended' })
        },
        lost: (problem) => finish({ status: 'lost', problem }),
        byTablet: () => setPen((now) => ({ ...now, by: 'tablet' })),
      })
      timer.current = setInterval(() => show({}), SHOWN_EVERY_MS)
    },
    [halt],
  )

  const stop = useCallback(() => {
    halt()
    setPen((now) => (now.status === 'running' ? { ...now, status: 'ended' } : now))
  }, [halt])
  const load = useCallback(
    (name: string, signals: Signals) => {
      halt()
      setPen({
        ...BLANK,
        status: 'ended',
        source: 'file',
        by: 'file',
        head: { name, standIn: false, channels: signals.map((channel) => channel.head) },
        signals,
        lastS: Math.max(0, ...signals.map(({ series }) => series.seconds.at(-1) ?? 0)),
      })
    },
    [halt],
  )
  const clear = useCallback(() => {
    halt()
    setPen(BLANK)
  }, [halt])
  return { ...pen, start, stop, load, clear }
}

/** Growing columns of the channels. */
class Book {
  private readonly reader = new LineReader()
  private readonly columns = new Map<string, { seconds: number[]; values: number[] }>()
  count = 0
  read(piece: string): void {
    this.take(this.reader.push(piece))
  }
  end(): void {
    this.take(this.reader.end())
  }
  private take(samples: ReturnType<LineReader['push']>): void {
    for (const { channel, seconds, value } of samples) {
      const column = this.columns.get(channel) ?? { seconds: [], values: [] }
      this.columns.set(channel, column)
      column.seconds.push(seconds)
      column.values.push(value)
    }
    this.count += samples.length
  }
  page(): Pick<Pen, 'head' | 'signals' | 'marks' | 'bad' | 'badCount' | 'lastS'> & Partial<Pen> {
    const { head, marks, bad, badCount } = this.reader
    const signals = head.channels.map((channel): Signals[number] => {
      const column = this.columns.get(channel.id) ?? { seconds: [], values: [] }
      return {
        head: channel,
        series: { seconds: Float64Array.from(column.seconds), values: Float64Array.from(column.values) },
      }
    })
    // A stream that calls itself a stand-in is one, whatever address it came from.
    return {
      head,
      signals,
      marks: [...marks],
      bad,
      badCount,
      lastS: Math.max(0, ...signals.map(({ series }) => series.seconds.at(-1) ?? 0)),
      ...(head.standIn ? { source: 'stand-in' as const } : {}),
    }
  }
}
