'use client'
import { Chart, LineElement, LinearScale, PointElement, type ChartOptions, type Plugin } from 'chart.js'
import Annotation, { type AnnotationOptions } from 'chartjs-plugin-annotation'
import { useEffect, useRef, useSyncExternalStore } from 'react'
import { Line } from 'react-chartjs-2'

Chart.register(LinearScale, PointElement, LineElement, Annotation)
// Fingers on a chart: the plug-in touches the window and is loaded in the browser only.
if (typeof window !== 'undefined')
  void import('chartjs-plugin-zoom').then(({ default: zoom }) => Chart.register(zoom))

export interface PlotLine {
  label: string
  /** A y of NaN lifts the pen. */
  points: { x: number; y: number }[]
  look: 'pen' | 'fit' | 'limit' | 'dots' | 'hand'
}
export interface PlotPanel {
  /** Printed inside, with its unit. */
  label: string
  lines: PlotLine[]
  low: number
  high: number
  /** Between ticks. */
  step?: number
  weight: number
  /** Printed at the end of the pen. */
  rides?: string
  /** What is sound, shaded; what is forbidden, named. */
  sound?: { low: number; high: number }
}
export interface PlotProps {
  title: string
  panels: PlotPanel[]
  x: { label: string; low: number; high: number; step?: number; tick?: (value: number) => string }
  height: number
  /** Upright lines with a word. */
  uprights?: { at: number; word: string }[]
  /** Stretches of the x axis that are marked, with a word. */
  stretches?: { from: number; to: number; word: string }[]
  zoomable?: boolean
  onChart?: (chart: Chart<'line'> | null) => void
}

/** A chart as it stands on the page: its canvas, its axes. */
export type DrawnPlot = Chart<'line'>

/** Room left of the plot for ticks, and right of it for what rides on the pen: flags stand by these. */
export const PLOT_LEFT = 56
export const PLOT_RIGHT = 92

function watchLight(changed: () => void): () => void {
  const watch = new MutationObserver(changed)
  watch.observe(document.documentElement, { attributes: true, attributeFilter: ['data-light'] })
  return () => watch.disconnect()
}
const token = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim()
const FAMILY = 'Sofia Sans Condensed Variable'

/** Names of the panels, and the value that rides on each pen: read off the options as they stand when it draws. */
const lettering: Plugin<'line'> = {
  id: 'lettering',
  afterDatasetsDraw(chart) {
    const { ctx } = chart
    const { panels, stretches } = chart.config.options as unknown as Pick<PlotProps, 'panels' | 'stretches'>
    ctx.save()
    ctx.textBaseline = 'middle'
    panels.forEach((panel, k) => {
      const y = chart.scales[`y${k}`]
      if (!y) return
      ctx.font = `400 18px "${FAMILY}"`
      ctx.textAlign = 'left'
      const from = chart.chartArea.left + (panel.rides ? 150 : 10)
      if (panel.label !== '') {
        ctx.fillStyle = token(panel.rides ? '--ground' : '--sheet')
        ctx.fillRect(from - 4, y.top + 1, ctx.measureText(panel.label).width + 8, 21)
        ctx.fillStyle = token('--ink-2')
        ctx.fillText(panel.label, from, y.top + 12)
      }
      const last = panel.lines
        .find((line) => line.look === 'pen')
        ?.points.findLast((point) => Number.isFinite(point.y))
      if (!panel.rides || !last) return
      ctx.fillStyle = token('--ink')
      ctx.font = `600 19px "${FAMILY}"`
      const at = Math.min(
        chart.chartArea.right,
        Math.max(chart.chartArea.left, chart.scales.x!.getPixelForValue(last.x)),
      )
      const up = Math.min(y.bottom - 8, Math.max(y.top + 8, y.getPixelForValue(last.y)))
      ctx.beginPath()
      ctx.moveTo(at + 1, up)
      ctx.lineTo(at + 11, up - 7)
      ctx.lineTo(at + 11, up + 7)
      ctx.fill()
      ctx.fillText(panel.rides, at + 15, up)
    })
    stretches?.forEach((stretch, k) => hatched(chart, stretch, k))
    ctx.restore()
  },
}

const HATCH_PX = 6
/** A stretch as a hatched bar over the whole height, its word beside it. */
function hatched(
  chart: Chart<'line'>,
  { from, to, word }: { from: number; to: number; word: string },
  k: number,
): void {
  const {
    ctx,
    chartArea: { top, bottom, right },
  } = chart
  const [left, end] = [chart.scales.x!.getPixelForValue(from), chart.scales.x!.getPixelForValue(to)]
  ctx.save()
  ctx.strokeStyle = token('--ink')
  ctx.beginPath()
  ctx.rect(left, top, end - left, bottom - top)
  ctx.lineWidth = 2
  ctx.stroke()
  ctx.clip()
  ctx.beginPath()
  for (let at = top - (end - left); at < bottom + (end - left); at += HATCH_PX) {
    ctx.moveTo(left, at + (end - left))
    ctx.lineTo(end, at)
  }
  ctx.stroke()
  ctx.restore()
  ctx.font = `600 17px "${FAMILY}"`
  const width = ctx.measureText(word).width
  const at = end + 6 + width < right ? end + 6 : left - 6 - width
  const up = top + 13 + 22 * (k % 2)
  ctx.fillStyle = token('--sheet')
  ctx.fillRect(at - 2, up - 10, width + 4, 20)
  ctx.fillStyle = token('--ink')
  ctx.fillText(word, at, up)
}

const LETTERING = [lettering]

const annotationsOf = ({ panels, uprights = [] }: PlotProps): Record<string, AnnotationOptions> => ({
  ...Object.fromEntries(
    panels.flatMap((panel, k) =>
      panel.sound
        ? [
            [
              `sound${k}`,
              {
                type: 'box',
                yScaleID: `y${k}`,
                xScaleID: 'x',
                yMin: panel.sound.low,
                yMax: panel.sound.high,
                backgroundColor: `${token('--sound')}99`,
                borderWidth: 0,
                drawTime: 'beforeDatasetsDraw',
              } satisfies AnnotationOptions,
            ],
          ]
        : [],
    ),
  ),
  ...Object.fromEntries(
    uprights.map((upright, k) => [
      `upright${k}`,
      {
        type: 'line',
        xScaleID: 'x',
        xMin: upright.at,
        xMax: upright.at,
        borderColor: token('--accent'),
        borderWidth: 3,
        label: {
          display: upright.word !== '',
          content: upright.word,
          position: 'end',
          backgroundColor: token('--accent'),
          color: token('--on-accent'),
          font: { family: FAMILY, size: 18, weight: 600 },
          borderRadius: 0,
        },
      } satisfies AnnotationOptions,
    ]),
  ),
})

function optionsOf(props: PlotProps): ChartOptions<'line'> {
  const { panels, x, zoomable = false } = props
  const font = { family: FAMILY, size: 16 }
  const ticks = { font, color: token('--ink-2') }
  return {
    panels,
    stretches: props.stretches,
    animation: false,
    responsive: true,
    maintainAspectRatio: false,
    parsing: false,
    normalized: true,
    spanGaps: false,
    layout: { padding: { right: panels.some((panel) => panel.rides) ? PLOT_RIGHT : 14, top: 2 } },
    plugins: {
      legend: { display: false },
      tooltip: { enabled: false },
      annotation: { annotations: annotationsOf(props), clip: false },
      ...(zoomable
        ? {
            zoom: {
              zoom: { wheel: { enabled: true }, pinch: { enabled: true }, mode: 'x' as const },
              pan: { enabled: true, mode: 'x' as const },
            },
          }
        : {}),
    },
    scales: {
      x: {
        type: 'linear',
        min: x.low,
        max: x.high,
        ticks: {
          ...ticks,
          maxTicksLimit: 9,
          maxRotation: 0,
          includeBounds: false,
          ...(x.step ? { stepSize: x.step } : {}),
          ...(x.tick ? { callback: (value: string | number) => x.tick!(Number(value)) } : {}),
        },
        grid: { color: token('--grid') },
        title: {
          display: x.label !== '',
          text: x.label,
          font: { family: FAMILY, size: 18 },
          color: token('--ink-2'),
          padding: 0,
        },
      },
      // Stacked axes are laid out from the bottom up.
      ...Object.fromEntries(
        panels.map((panel, k) => [
          `y${k}`,
          {
            type: 'linear',
            position: 'left',
            stack: 'panels',
            stackWeight: panel.weight,
            offset: panels.length > 1,
            weight: panels.length - k,
            min: panel.low,
            max: panel.high,
            grid: { color: token('--grid') },
            ticks: { ...ticks, maxTicksLimit: 7, ...(panel.step ? { stepSize: panel.step } : {}) },
            afterFit: (axis: { width: number }) => {
              axis.width = PLOT_LEFT
            },
          },
        ]),
      ),
    },
  } as unknown as ChartOptions<'line'>
}

/** Panels over one axis, in the tokens of the page, without animation. `NumberTable` carries the same numbers. */
export function PlotChart(props: PlotProps) {
  const { title, panels, height, onChart } = props
  const chart = useRef<Chart<'line'> | null>(null)
  const light = useSyncExternalStore(
    watchLight,
    () => document.documentElement.dataset.light ?? 'day',
    () => 'server',
  )
  useEffect(() => {
    onChart?.(chart.current)
    return () => onChart?.(null)
  }, [onChart, light])
  if (light === 'server') return <div style={{ height }} />
  const looks = {
    pen: { borderColor: token('--ink'), borderWidth: 2.5, pointRadius: 0 },
    dots: {
      borderColor: token('--ink'),
      backgroundColor: token('--ink'),
      borderWidth: 0,
      showLine: false,
      pointRadius: 2.5,
    },
    hand: {
      borderColor: token('--accent'),
      backgroundColor: token('--sheet'),
      borderWidth: 4,
      showLine: false,
      pointRadius: 8,
      pointBorderWidth: 4,
    },
    fit: { borderColor: token('--accent'), borderWidth: 3.5, pointRadius: 0 },
    limit: { borderColor: token('--ink-2'), borderWidth: 2, borderDash: [6, 5], pointRadius: 0 },
  }
  return (
    <div style={{ height }} role="img" aria-label={title} key={light}>
      <Line
        role="presentation"
        ref={(drawn) => {
          chart.current = (drawn as Chart<'line'> | null | undefined) ?? null
        }}
        data={{
          datasets: panels.flatMap((panel, k) =>
            panel.lines.map((line) => ({
              label: line.label,
              data: line.points,
              yAxisID: `y${k}`,
              ...looks[line.look],
            })),
          ),
        }}
        options={optionsOf(props)}
        plugins={LETTERING}
        redraw={false}
      />
    </div>
  )
}
