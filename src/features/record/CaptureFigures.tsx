'use client'
import { useState } from 'react'
import type { JobView } from '@/core/job'
import { chartSvg, drawingOf, type Box, type Chart } from '@/core/report'
import { Button } from '@/ui/Button'
import { Fold } from '@/ui/Fold'
import { Drawing } from '@/ui/Page'
import type { Size } from '@/ui/Shape'
import { saveFile, saveSvgAsPicture } from '@/ui/saveFile'
import { captureCharts, mainOf } from './figures'
import { fileName } from './fileName'

const WIDTH = 640
const HEIGHT = 220
/** Dots of a saved picture to one of the drawing. */
const SCALE = 3

/** A capture as it was kept: what its figure is about is drawn, the rest behind a line; each drawing can be saved. */
export function CaptureFigures({ unit, capture }: { unit: string; capture: JobView['captures'][number] }) {
  const charts = captureCharts(capture)
  const main = mainOf(capture, charts)
  const others = charts.filter((chart) => chart !== main)
  return (
    <div className="max-w-[720px]">
      {main && <OneFigure unit={unit} chart={main} />}
      {others.length > 0 && (
        <Fold line={others.map(({ up }) => up.label).join(', ')}>
          {others.map((chart) => (
            <OneFigure key={chart.title} unit={unit} chart={chart} />
          ))}
        </Fold>
      )}
    </div>
  )
}

function OneFigure({ unit, chart }: { unit: string; chart: Chart }) {
  const [problem, setProblem] = useState(false)
  const svg = () => chartSvg(chart, WIDTH, HEIGHT)
  const name = (kind: string) => fileName(unit, chart.title, kind)
  const picture = async () =>
    setProblem(!(await saveSvgAsPicture(name('png'), svg(), WIDTH * SCALE, HEIGHT * SCALE)))
  return (
    <figure className="py-2" data-figure={chart.title}>
      <div className="h-[220px]">
        <Drawing label={chart.says} least={{ width: 280, height: HEIGHT }}>
          {(room) => <Drawn chart={chart} room={room} />}
        </Drawing>
      </div>
      <figcaption className="flex flex-wrap items-center justify-between gap-3 text-second text-ink-2">
        {chart.title}
        <span className="no-print flex gap-2">
          <Button
            variant="quiet"
            data-act="figure-svg"
            onClick={() => saveFile(name('svg'), svg(), 'image/svg+xml')}
          >
            SVG
          </Button>
          <Button variant="quiet" data-act="figure-png" onClick={() => void picture()}>
            PNG
          </Button>
        </span>
      </figcaption>
      {problem && <p className="text-second text-danger">No picture was made. Save it as SVG.</p>}
    </figure>
  )
}

function Drawn({ chart, room }: { chart: Chart; room: Size }) {
  const { frame, band, lines, ticks, words } = drawingOf(chart, room.width, room.height)
  const rect = ({ x, y, width, height }: Box) => ({ x, y, width, height })
  return (
    <>
      {band && <rect {...rect(band)} fill="var(--wash)" />}
      {frame && <rect {...rect(frame)} fill="none" stroke="var(--ink-3)" />}
      {ticks.map(([[x1, y1], [x2, y2]], at) => (
        <line key={at} {...{ x1, y1, x2, y2 }} stroke="var(--ink-3)" />
      ))}
      {lines.map(({ of, points }, at) => (
        <polyline
          key={at}
          points={points.map((point) => point.join()).join(' ')}
          fill="none"
          stroke={of === 0 ? 'var(--accent)' : 'var(--ink)'}
          strokeWidth="1.8"
          strokeLinejoin="round"
        />
      ))}
      {words.map(({ at: [x, y], text, anchor }) => (
        <text key={`${x} ${y}`} x={x} y={y} textAnchor={anchor} fontSize="15" fill="var(--ink-2)">
          {text}
        </text>
      ))}
    </>
  )
}
