'use client'
import { CategoryScale, Chart, Filler, Legend, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js'
import { useSyncExternalStore } from 'react'
import { Line } from 'react-chartjs-2'

Chart.register(LinearScale, CategoryScale, PointElement, LineElement, Filler, Tooltip, Legend)

export interface ChartLine {
  label: string
  points: { x: number; y: number }[]
  look: 'pen' | 'fit' | 'limit'
}
interface Props {
  title: string
  lines: ChartLine[]
  x: { label: string; min: number; max: number; step: number }
  y: { label: string; min: number; max: number }
  height: number
}

/** Charts read the tokens once: they are drawn anew when the light changes. */
function watchLight(changed: () => void): () => void {
  const watch = new MutationObserver(changed)
  watch.observe(document.documentElement, { attributes: true, attributeFilter: ['data-light'] })
  return () => watch.disconnect()
}

const token = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim()

/** A chart in the tokens of the page, direct and without animation; `ChartTable` carries the same numbers. */
export function LineChart({ title, lines, x, y, height }: Props) {
  const light = useSyncExternalStore(watchLight, () => document.documentElement.dataset.light ?? 'day', () => 'server')
  if (light === 'server') return <div style={{ height }} />
  const font = { family: 'Sofia Sans Condensed Variable', size: 18 }
  const looks = {
    pen: { borderColor: token('--ink'), borderWidth: 2.5, pointRadius: 0 },
    fit: { borderColor: token('--accent'), borderWidth: 4, pointRadius: 0 },
    limit: { borderColor: token('--ink-2'), borderWidth: 2, borderDash: [6, 5], pointRadius: 0 },
  }
  const axis = (label: string) => ({ title: { display: true, text: label, font, color: token('--ink-2') }, ticks: { font, color: token('--ink-2') }, grid: { color: token('--grid') } })
  return (
    <div style={{ height }} role="img" aria-label={title} key={light}>
      <Line
        data={{ datasets: lines.map((line) => ({ label: line.label, data: line.points, ...looks[line.look] })) }}
        options={{
          animation: false, responsive: true, maintainAspectRatio: false, parsing: false, normalized: true,
          plugins: { legend: { display: false }, tooltip: { enabled: false } },
          scales: {
            x: { type: 'linear', min: x.min, max: x.max, ...axis(x.label), ticks: { font, color: token('--ink-2'), stepSize: x.step } },
            y: { type: 'linear', min: y.min, max: y.max, ...axis(y.label) },
          },
        }}
      />
    </div>
  )
}

/** The numbers behind a chart. */
export function ChartTable({ caption, columns, rows }: { caption: string; columns: string[]; rows: string[][] }) {
  return (
    <details className="text-second">
      <summary className="min-h-[44px] cursor-pointer py-2 text-ink-2">Show as a table</summary>
      <div className="max-h-64 overflow-auto">
        <table className="w-full">
          <caption className="text-left text-ink-3">{caption}</caption>
          <thead>
            <tr>{columns.map((column) => <th key={column} className="border-b border-rule text-left font-semibold">{column}</th>)}</tr>
          </thead>
          <tbody>{rows.map((row) => <tr key={row[0]}>{row.map((cell, at) => <td key={at}>{cell}</td>)}</tr>)}</tbody>
        </table>
      </div>
    </details>
  )
}
