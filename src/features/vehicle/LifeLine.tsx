'use client'
import { useSize, useShape } from '@/ui/Shape'
import { dateText } from '../frame/words'
import { LIFE_ROWS, placed, yearTicks, type LifeMark } from './lifeGeometry'
import { markText } from './MarkSheet'

const LEFT = 112
const EDGE = 24
/** A finger's width. */
const LEAST_PX = 46
const TOP = { own: 16, withFinding: 116 }
const ROW = { least: 48, most: 64 }

interface Props {
  marks: Omit<LifeMark, 'x' | 'width'>[]
  now: number
  picked: string | null
  onPick: (key: string) => void
}

/** The life of the vehicle from left to right; any point opens. */
export function LifeLine({ marks, now, picked, onPick }: Props) {
  const [ref, size] = useSize<HTMLDivElement>()
  const shape = useShape()
  if (shape === 'narrow') return <LifeDown {...{ marks, picked }} onPick={onPick} />
  const top = shape === 'wide' ? TOP.withFinding : TOP.own
  const width = Math.floor(size?.width ?? 0)
  const rowPx = Math.min(ROW.most, Math.max(ROW.least, ((size?.height ?? 0) - top - 44) / LIFE_ROWS.length))
  const height = top + rowPx * LIFE_ROWS.length + 36
  const all = placed(marks, [LEFT, width - EDGE], now, LEAST_PX)
  const first = Math.min(now - 86_400_000, ...marks.map(({ from }) => from))
  return (
    <div ref={ref} className="h-full w-full overflow-y-auto overflow-x-hidden">
      {size && (
        <svg
          width={width}
          height={height}
          role="group"
          aria-label="Its life, from left to right"
          className="block"
        >
          {LIFE_ROWS.map((row, at) => (
            <g key={row} transform={`translate(0 ${top + at * rowPx})`}>
              <text x={EDGE} y={rowPx / 2 + 6} className="font-track text-second" fill="var(--ink-2)">
                {{ jobs: 'Jobs', renewed: 'Renewed', 'put off': 'Put off', changed: 'Changed' }[row]}
              </text>
              <line x1={LEFT} x2={width - EDGE} y1={rowPx / 2} y2={rowPx / 2} stroke="var(--rule-2)" />
              {all
                .filter((mark) => mark.row === row)
                .map((mark) => (
                  <Mark key={mark.key} {...{ mark, rowPx }} picked={picked === mark.key} onPick={onPick} />
                ))}
            </g>
          ))}
          {yearTicks(first, now, [LEFT, width - EDGE]).map(({ x, text }) => (
            <g key={x}>
              <line x1={x} x2={x} y1={height - 36} y2={height - 28} stroke="var(--ink)" strokeWidth={2} />
              <text x={Math.min(x, width - 84)} y={height - 10} className="text-tick" fill="var(--ink-2)">
                {text}
              </text>
            </g>
          ))}
          <line
            x1={LEFT}
            x2={width - EDGE}
            y1={height - 36}
            y2={height - 36}
            stroke="var(--ink)"
            strokeWidth={2}
          />
        </svg>
      )}
    </div>
  )
}

function Mark({
  mark,
  rowPx,
  picked,
  onPick,
}: {
  mark: LifeMark
  rowPx: number
  picked: boolean
  onPick: (key: string) => void
}) {
  const y = rowPx / 2
  const ink = picked ? 'var(--accent)' : 'var(--ink)'
  return (
    <g
      role="button"
      tabIndex={0}
      data-mark={mark.key}
      aria-pressed={picked}
      aria-label={`${dateText(mark.from)}: ${markText(mark)}`}
      transform={`translate(${mark.x} 0)`}
      className="cursor-pointer"
      onClick={() => onPick(mark.key)}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return
        event.preventDefault()
        onPick(mark.key)
      }}
    >
      <rect width={Math.max(LEAST_PX - 4, mark.width - 4)} height={rowPx} fill="transparent" />
      {mark.row === 'jobs' ? (
        <rect
          y={y - 11}
          width={Math.max(10, mark.width - 6)}
          height={22}
          fill="var(--sheet)"
          stroke={ink}
          strokeWidth={picked ? 4 : 2}
        />
      ) : mark.row === 'put off' ? (
        <>
          <path d={`M9 ${y - 9}a9 9 0 0 0 0 18z`} fill={ink} />
          <path d={`M13 ${y - 8}a8 8 0 0 1 0 16z`} fill="var(--ground)" stroke={ink} strokeWidth={2} />
        </>
      ) : (
        <circle
          cx={10}
          cy={y}
          r={8}
          fill={mark.row === 'renewed' ? ink : 'var(--ground)'}
          stroke={ink}
          strokeWidth={picked ? 4 : 2}
        />
      )}
    </g>
  )
}

/** Where there is no width: the youngest first, from the top down. */
function LifeDown({ marks, picked, onPick }: Omit<Props, 'now'>) {
  return (
    <section aria-label="Its life, the youngest first">
      {[...marks].reverse().map((mark) => (
        <button
          key={mark.key}
          type="button"
          data-mark={mark.key}
          aria-pressed={picked === mark.key}
          onClick={() => onPick(mark.key)}
          className="flex min-h-[60px] w-full items-center gap-3 border-b border-rule-2 text-left aria-pressed:border-l-8 aria-pressed:border-l-accent aria-pressed:pl-2"
        >
          <span className="w-[104px] text-second text-ink-2">{dateText(mark.from)}</span>
          <span className="min-w-0 flex-1 text-second">{markText(mark)}</span>
        </button>
      ))}
    </section>
  )
}
