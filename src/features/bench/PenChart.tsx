'use client'
import { useMemo, useRef } from 'react'
import type { CaptureKind } from '@/core/bench'
import { PLOT_LEFT, PLOT_RIGHT, PlotChart } from '@/ui/PlotChart'
import { useSize } from '@/ui/Shape'
import { axisText, secondsText } from './benchText'
import { panelsOf, PAPER_S, timeStep } from './penPanels'
import type { Flags } from './useCapture'
import type { Pen } from './usePen'

/** Before it is measured, and no narrower than this. */
const DRAWN_PX = 828
const LEAST_PX = 300
const FLAG_ROW = 34

interface Props {
  pen: Pen
  kind: CaptureKind
  flags: Flags | null
  name: string
  height: number
  onFlags: (flags: Flags) => void
}

/** The pen moves right over blank paper; two flags bracket a capture. */
export function PenChart({ pen, kind, flags, name, height, onFlags }: Props) {
  const first = Math.min(
    0,
    ...pen.signals.flatMap(({ series }) => (series.seconds.length > 0 ? [series.seconds[0]!] : [])),
  )
  const paper =
    pen.by === 'file'
      ? pen.lastS
      : Math.max(
          PAPER_S[kind],
          pen.status === 'running' && pen.lastS > 0.93 * PAPER_S[kind] ? 1.5 * pen.lastS : pen.lastS,
        )
  const span = Math.max(paper - first, 1e-3)
  const [ref, size] = useSize<HTMLDivElement>()
  const width = Math.max(LEAST_PX, size?.width ?? DRAWN_PX)
  const left = (at: number) => PLOT_LEFT + ((at - first) / span) * (width - PLOT_LEFT - PLOT_RIGHT)
  const atLeft = (px: number) =>
    Math.min(pen.lastS, Math.max(first, first + ((px - PLOT_LEFT) / (width - PLOT_LEFT - PLOT_RIGHT)) * span))
  const panels = useMemo(() => panelsOf(pen.signals, kind), [pen.signals, kind])
  return (
    <div className="relative overflow-hidden" ref={ref} style={{ height: height + FLAG_ROW }}>
      <div style={{ paddingTop: FLAG_ROW }}>
        <PlotChart
          title={`Signals of ${name}`}
          panels={
            panels.length > 0
              ? panels
              : [{ label: 'Blank paper', lines: [], low: 0, high: 1, weight: 1, rides: ' ' }]
          }
          x={{
            label: '',
            low: first,
            high: first + span,
            step: timeStep(span),
            tick: (value) => `${secondsText(value, span)}`,
          }}
          height={height}
        />
      </div>
      <span className="absolute bottom-0 right-[12px] text-tick text-ink-2">{axisText(span)}</span>
      {flags && pen.status !== 'running' && (
        <>
          <span
            aria-hidden
            className="absolute top-[15px] h-[3px] bg-accent"
            style={{ left: left(Math.min(flags.a, flags.b)), width: Math.abs(left(flags.b) - left(flags.a)) }}
          />
          <Flag
            word="A"
            at={flags.a}
            left={left(flags.a)}
            bottom={24}
            span={span}
            low={first}
            high={pen.lastS}
            onMove={(px) => onFlags({ ...flags, a: atLeft(px) })}
            onStep={(by) => onFlags({ ...flags, a: Math.min(pen.lastS, Math.max(first, flags.a + by)) })}
          />
          <Flag
            word="B"
            at={flags.b}
            left={left(flags.b)}
            bottom={24}
            span={span}
            low={first}
            high={pen.lastS}
            onMove={(px) => onFlags({ ...flags, b: atLeft(px) })}
            onStep={(by) => onFlags({ ...flags, b: Math.min(pen.lastS, Math.max(first, flags.b + by)) })}
          />
          <span
            className="pointer-events-none absolute top-[3px] bg-ground px-2 text-second font-semibold text-accent"
            style={{ left: Math.min(left(Math.min(flags.a, flags.b)) + 24, width - 240) }}
          >
            {name}, {secondsText(Math.abs(flags.b - flags.a), span)} {axisText(span)}
          </span>
        </>
      )}
    </div>
  )
}

/** A flag is dragged by finger, or moved by arrow keys; Shift takes ten steps. */
function Flag({
  word,
  at,
  left,
  bottom,
  span,
  low,
  high,
  onMove,
  onStep,
}: {
  word: 'A' | 'B'
  at: number
  left: number
  bottom: number
  span: number
  low: number
  high: number
  onMove: (px: number) => void
  onStep: (by: number) => void
}) {
  const held = useRef(false)
  const step = span / 400
  return (
    <div className="absolute top-0" style={{ left: left - 22, bottom }}>
      <span aria-hidden className="absolute bottom-0 left-[20.5px] top-[28px] w-[3px] bg-accent" />
      <button
        type="button"
        role="slider"
        aria-label={`Flag ${word}`}
        aria-valuenow={Number(at.toFixed(3))}
        aria-valuemin={low}
        aria-valuemax={high}
        aria-valuetext={`${secondsText(at, span)} ${axisText(span)}`}
        data-flag={word}
        className="relative flex h-[44px] w-[44px] touch-none items-start justify-center"
        onPointerDown={(event) => {
          held.current = true
          event.currentTarget.setPointerCapture(event.pointerId)
        }}
        onPointerMove={(event) => {
          if (!held.current) return
          const box = event.currentTarget.parentElement!.parentElement!.getBoundingClientRect()
          onMove(event.clientX - box.left)
        }}
        onPointerUp={() => (held.current = false)}
        onKeyDown={(event) => {
          const by = (event.shiftKey ? 10 : 1) * step
          if (event.key === 'ArrowLeft') onStep(-by)
          else if (event.key === 'ArrowRight') onStep(by)
          else return
          event.preventDefault()
          event.stopPropagation()
        }}
      >
        <span className="flex h-[28px] w-[28px] items-center justify-center bg-accent text-main font-semibold text-on-accent">
          {word}
        </span>
      </button>
    </div>
  )
}
