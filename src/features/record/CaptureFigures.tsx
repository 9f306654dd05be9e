'use client'
import { useState } from 'react'
import type { JobView } from '@/core/job'
import { chartSvg, drawingOf, type Box, type Chart } from '@/core/report'
import { Button } from '@/ui/Button'
import { saveFile, saveSvgAsPicture } from '@/ui/saveFile'
import { captureCharts } from './figures'
import { fileName } from './fileName'

const WIDTH = 640
const HEIGHT = 220
/** Dots of a saved picture to one of the drawing. */
const SCALE = 3

/** A capture as it was kept, drawn; each drawing can be saved. */
export function CaptureFigures({ unit, capture }: { unit: string; capture: JobView['captures'][number] }) {
  return captureCharts(capture).map((chart) => <OneFigure key={chart.title} unit={unit} chart={chart} />)
}

function OneFigure({ unit, chart }: { unit: string; chart: Chart }) {
  const [problem, setProblem] = useState(false)
  const svg = () => chartSvg(chart, WIDTH, HEIGHT)
  const name = (kind: string) => fileName(unit, chart.title, kind)
  const picture = async () =>
    setProblem(!(await saveSvgAsPicture(name('png'), svg(), WIDTH * SCALE, HEIGHT * SCALE)))
  return (
    <figure className="max-w-[720px] py-2" data-figure={chart.title}>
      <Drawn chart={chart} />
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

function Drawn({ chart }: { chart: Chart }) {
  const { frame, band, lines, ticks, words } = drawingOf(chart, WIDTH, HEIGHT)
  const rect = ({ x, y, width, height }: Box) => ({ x, y, width, height })
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="block w-full" role="img" aria-label={chart.says}>
      {band && <rect {...rect(band)} fill="var(--wash)" />}
      {frame && <rect {...rect(frame)} fill="none" stroke="var(--ink-3)" />}
      {ticks.map(([[x1, y1], [x2, y2]], at) => (
        <line key={at} {...{ x1, y1, x2, y2 }} stroke="var(--ink-3)" />
      ))}
      {lines.map((points, at) => (
        <polyline
          key={at}
          points={points.map((point) => point.join()).join(' ')}
          fill="none"
          stroke={at === 0 ? 'var(--accent)' : 'var(--ink)'}
          strokeWidth="1.8"
          strokeLinejoin="round"
        />
      ))}
      {words.map(({ at: [x, y], text, anchor }) => (
        <text key={`${x} ${y}`} x={x} y={y} textAnchor={anchor} fontSize="13" fill="var(--ink-2)">
          {text}
        </text>
      ))}
    </svg>
  )
}
