'use client'
import { useCallback, useMemo, useRef, useState } from 'react'
import { between, type CaptureKind, type Signals } from '@/core/bench'
import { NumberTable } from '@/ui/ChartTable'
import { Button } from '@/ui/Button'
import { WholeScreen } from '@/ui/Panel'
import { PLOT_LEFT, PLOT_RIGHT, PlotChart, type DrawnPlot } from '@/ui/PlotChart'
import { unitText } from '../frame/quantities'
import { channelName } from '../frame/channelWords'
import { axisText, secondsText, shownDifference, shownText } from './benchText'
import { inOrder, panelsOf, timeStep } from './penPanels'
import type { Flags } from './useCapture'

interface Props {
  open: boolean
  onClose: () => void
  name: string
  signals: Signals
  kind: CaptureKind
  flags: Flags | null
  onFlags: (flags: Flags) => void
  onPicture: (canvas: HTMLCanvasElement) => void
}

const HEIGHT = 604
const MOST_PANELS = 5

/** All channels over the whole screen: zoom by fingers, wheel or buttons, two cursors that read every channel, a table. */
export function FullScreen({ open, onClose, name, signals, kind, flags, onFlags, onPicture }: Props) {
  return (
    <WholeScreen open={open} onClose={onClose} title={`${name}, whole screen`}>
      <Sheet
        name={name}
        signals={signals}
        kind={kind}
        flags={flags}
        onFlags={onFlags}
        onPicture={onPicture}
        onClose={onClose}
      />
    </WholeScreen>
  )
}

function Sheet({ name, signals, kind, flags, onFlags, onPicture, onClose }: Omit<Props, 'open'>) {
  const whole = useMemo(() => wholeOf(signals), [signals])
  const [view, setView] = useState(whole)
  const [cursors, setCursors] = useState<{ one: number; two: number; next: 'one' | 'two' }>({
    one: whole.low + 0.33 * (whole.high - whole.low),
    two: whole.low + 0.66 * (whole.high - whole.low),
    next: 'one',
  })
  const [asTable, setAsTable] = useState(false)
  const chart = useRef<DrawnPlot | null>(null)
  const keep = useCallback((drawn: DrawnPlot | null) => {
    chart.current = drawn
  }, [])
  const span = view.high - view.low
  const shown = useMemo(
    () => signals.map(({ head, series }) => ({ head, series: between(series, view.low, view.high) })),
    [signals, view],
  )
  const scaled = useMemo(() => panelsOf(shown, kind, MOST_PANELS), [shown, kind])
  const within = (low: number, high: number) =>
    setView({ low: Math.max(whole.low, Math.min(low, whole.high - 1e-6)), high: Math.min(whole.high, high) })
  const zoom = (by: number) =>
    within(0.5 * (view.low + view.high) - 0.5 * span * by, 0.5 * (view.low + view.high) + 0.5 * span * by)
  const pan = (by: number) => {
    const step =
      by > 0 ? Math.min(by * span, whole.high - view.high) : Math.max(by * span, whole.low - view.low)
    setView({ low: view.low + step, high: view.high + step })
  }
  const move = (which: 'one' | 'two', at: number) =>
    setCursors((now) => ({
      ...now,
      [which]: Math.min(whole.high, Math.max(whole.low, at)),
      next: which === 'one' ? 'two' : 'one',
    }))
  /** What fingers or wheel have done to the chart becomes the view, so that the signal is thinned anew for it. */
  const follow = () => {
    const axis = chart.current?.scales.x
    if (axis && (Math.abs(axis.min - view.low) > 1e-4 * span || Math.abs(axis.max - view.high) > 1e-4 * span))
      within(axis.min, axis.max)
  }
  const keys = (event: React.KeyboardEvent) => {
    const acts: Record<string, () => void> = {
      '+': () => zoom(0.5),
      '-': () => zoom(2),
      ArrowLeft: () => move('one', cursors.one - span / 200),
      ArrowRight: () => move('one', cursors.one + span / 200),
      '0': () => setView(whole),
    }
    const act = acts[event.key]
    if (!act || event.target instanceof HTMLButtonElement) return
    event.preventDefault()
    act()
  }
  const time = (at: number) => `${secondsText(at, span)} ${axisText(span)}`
  return (
    <div onKeyDown={keys} className="flex min-h-0 flex-1 flex-col">
      <div className="flex items-center justify-between pb-1">
        <p className="font-book text-title">{name}</p>
        <div className="flex gap-2">
          <Button onClick={() => pan(-0.5)} aria-label="Earlier">
            Earlier
          </Button>
          <Button onClick={() => pan(0.5)} aria-label="Later">
            Later
          </Button>
          <Button onClick={() => zoom(0.5)} data-act="closer">
            Closer
          </Button>
          <Button onClick={() => zoom(2)}>Wider</Button>
          <Button onClick={() => setView(whole)}>Whole</Button>
          <Button data-act="full-table" onClick={() => setAsTable(!asTable)}>
            {asTable ? 'Chart' : 'Table'}
          </Button>
          <Button
            onClick={() => {
              const canvas = chart.current?.canvas
              if (canvas) onPicture(canvas)
            }}
            disabled={asTable}
            data-act="picture"
          >
            Save picture
          </Button>
          <Button variant="act" data-act="full-close" onClick={onClose}>
            Close
          </Button>
        </div>
      </div>
      {asTable ? (
        <div className="min-h-0 flex-1 overflow-auto bg-sheet p-3">
          <SignalTable signals={inOrder(shown, kind)} />
        </div>
      ) : (
        <div
          onPointerUp={follow}
          onWheel={() => setTimeout(follow, 60)}
          onClick={(event) => {
            const box = event.currentTarget.getBoundingClientRect()
            move(
              cursors.next,
              view.low +
                ((event.clientX - box.left - PLOT_LEFT) / (box.width - PLOT_LEFT - PLOT_RIGHT)) * span,
            )
          }}
        >
          <PlotChart
            zoomable
            title={`${name}, whole screen`}
            height={HEIGHT}
            panels={scaled}
            onChart={keep}
            uprights={[
              { at: cursors.one, word: 'I' },
              { at: cursors.two, word: 'II' },
            ].filter(({ at }) => at >= view.low && at <= view.high)}
            x={{ label: '', low: view.low, high: view.high, step: timeStep(span), tick: time }}
          />
        </div>
      )}
      <Readout
        signals={inOrder(signals, kind).slice(0, MOST_PANELS)}
        one={cursors.one}
        two={cursors.two}
        time={time}
        onA={flags ? () => onFlags({ ...flags, a: cursors.one }) : null}
        onB={flags ? () => onFlags({ ...flags, b: cursors.two }) : null}
      />
    </div>
  )
}

function Readout({
  signals,
  one,
  two,
  time,
  onA,
  onB,
}: {
  signals: Signals
  one: number
  two: number
  time: (at: number) => string
  onA: (() => void) | null
  onB: (() => void) | null
}) {
  return (
    <div className="mt-auto grid grid-cols-[1fr_auto] items-center gap-6 border-t border-rule pb-2 pt-1">
      <table className="text-second">
        <thead>
          <tr className="text-ink-2">
            <th className="text-left font-normal">Cursor</th>
            <th className="w-24 text-right font-normal">time</th>
            {signals.map(({ head }) => (
              <th key={head.id} className="w-36 text-right font-normal">
                {channelName(head.id, head.quantity)}, {unitText(head.unit)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {(
            [
              ['I', one],
              ['II', two],
            ] as const
          ).map(([word, at]) => (
            <tr key={word}>
              <td className="font-semibold text-accent">{word}</td>
              <td className="text-right">{time(at)}</td>
              {signals.map(({ head, series }) => (
                <td key={head.id} className="text-right font-semibold">
                  {shownText(valueAt(series, at), head.unit)}
                </td>
              ))}
            </tr>
          ))}
          <tr className="border-t border-rule-2">
            <td>II less I</td>
            <td className="text-right">{time(two - one).replace('-', '−')}</td>
            {signals.map(({ head, series }) => (
              <td key={head.id} className="text-right">
                {shownDifference(valueAt(series, two) - valueAt(series, one), head.unit)}
              </td>
            ))}
          </tr>
        </tbody>
      </table>
      <div className="flex gap-2">
        {onA && <Button onClick={onA}>Flag A to I</Button>}
        {onB && <Button onClick={onB}>Flag B to II</Button>}
      </div>
    </div>
  )
}

function SignalTable({ signals }: { signals: Signals }) {
  const main = signals[0]
  if (!main) return null
  const every = Math.max(1, Math.ceil(main.series.seconds.length / 400))
  const rows = [...main.series.seconds.keys()]
    .filter((k) => k % every === 0)
    .map((k) => main.series.seconds[k]!)
  return (
    <NumberTable
      caption={
        every > 1
          ? `Every ${every}th of ${main.series.seconds.length} samples`
          : `${main.series.seconds.length} samples`
      }
      columns={[
        's',
        ...signals.map(({ head }) => `${channelName(head.id, head.quantity)}, ${unitText(head.unit)}`),
      ]}
      rows={rows.map((at) => [
        String(Number(at.toFixed(4))),
        ...signals.map(({ head, series }) => shownText(valueAt(series, at), head.unit)),
      ])}
    />
  )
}

/** Sample nearest before a time; lost where the signal was. */
function valueAt({ seconds, values }: Signals[number]['series'], at: number): number {
  let low = 0
  let high = seconds.length - 1
  if (high < 0) return NaN
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (seconds[middle]! <= at) low = middle
    else high = middle - 1
  }
  return values[low]!
}

function wholeOf(signals: Signals): { low: number; high: number } {
  const ends = signals.flatMap(({ series }) =>
    series.seconds.length > 0 ? [series.seconds[0]!, series.seconds.at(-1)!] : [],
  )
  return ends.length > 0 ? { low: Math.min(...ends), high: Math.max(...ends) } : { low: 0, high: 1 }
}
