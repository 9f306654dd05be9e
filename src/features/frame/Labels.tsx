'use client'
import { useState } from 'react'
import { encode } from 'uqr'
import { Button } from '@/ui/Button'
import { Panel } from '@/ui/Panel'
import { Paper } from '@/ui/Paper'

export interface Label {
  key: string
  /** Large, at the left: a unit, a place. */
  mark: string
  title: string
  under: string
  /** What the square opens, without where this application runs. */
  href: string
}
/** Rolls of label printers, mm; one label a page. */
const SIZES = [
  { id: '62x29', label: '62 × 29 mm', wide: 62, high: 29 },
  { id: '54x25', label: '54 × 25 mm', wide: 54, high: 25 },
  { id: '89x36', label: '89 × 36 mm', wide: 89, high: 36 },
] as const
type Size = (typeof SIZES)[number]

/** Labels for a label printer: each with a square that opens the job or the part it stands for. */
export function LabelsPanel({ labels, onClose }: { labels: Label[]; onClose: () => void }) {
  const [size, setSize] = useState<Size>(SIZES[0])
  return (
    <Panel open onOpenChange={(open) => !open && onClose()} title="Labels">
      <div className="space-y-3" data-sheet="labels">
        <p className="text-second text-ink-2">
          One label a page. The square opens its page in a browser that reaches {location.host}.
        </p>
        <div className="flex flex-wrap gap-2" role="group" aria-label="Size of the label">
          {SIZES.map((one) => (
            <Button
              key={one.id}
              variant={one.id === size.id ? 'plain' : 'quiet'}
              aria-pressed={one.id === size.id}
              onClick={() => setSize(one)}
            >
              {one.label}
            </Button>
          ))}
          <Button variant="act" data-act="print-labels" onClick={() => window.print()}>
            {labels.length === 1 ? 'Print it' : `Print ${labels.length}`}
          </Button>
        </div>
        <ul className="flex flex-wrap gap-4">
          {labels.map((label) => (
            <li key={label.key} className="border-2 border-ink-3 bg-white">
              <LabelFace label={label} size={size} />
            </li>
          ))}
        </ul>
      </div>
      <Paper foot="" labelMm={[size.wide, size.high]}>
        {labels.map((label) => (
          <LabelFace key={label.key} label={label} size={size} />
        ))}
      </Paper>
    </Panel>
  )
}

/** Black on white in millimetres, on the glass as on paper. */
function LabelFace({ label, size }: { label: Label; size: Size }) {
  const edge = 2
  const square = size.high - 2 * edge
  return (
    <svg
      width={`${size.wide}mm`}
      height={`${size.high}mm`}
      viewBox={`0 0 ${size.wide} ${size.high}`}
      className="block break-after-page"
      role="img"
      aria-label={`${label.mark} ${label.title}, ${label.under}`}
    >
      <rect width={size.wide} height={size.high} fill="#fff" />
      <Square text={`${location.origin}${label.href}`} x={edge} y={edge} size={square} />
      <foreignObject x={square + 2 * edge} y={edge} width={size.wide - square - 3 * edge} height={square}>
        <div
          style={{
            font: '600 3.6px/1.1 "Sofia Sans Condensed Variable", sans-serif',
            color: '#000',
            height: '100%',
            overflow: 'hidden',
          }}
        >
          <div style={{ fontSize: 7, lineHeight: 1 }}>{label.mark}</div>
          <div>{label.title}</div>
          <div style={{ fontWeight: 400, fontSize: 3 }}>{label.under}</div>
        </div>
      </foreignObject>
    </svg>
  )
}

/** The square: one path, its quiet border with it. */
function Square({ text, x, y, size }: { text: string; x: number; y: number; size: number }) {
  const { data, size: modules } = encode(text, { ecc: 'M', border: 2 })
  const path = data
    .flatMap((row, at) => row.flatMap((dark, column) => (dark ? [`M${column} ${at}h1v1h-1z`] : [])))
    .join('')
  return (
    <g transform={`translate(${x} ${y}) scale(${size / modules})`} data-square={text}>
      <path d={path} fill="#000" shapeRendering="crispEdges" />
    </g>
  )
}
