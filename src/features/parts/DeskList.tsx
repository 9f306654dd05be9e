'use client'
import { useShape } from '@/ui/Shape'
import { shelfText } from '../frame/partStockText'
import { dayClockText } from '../frame/words'
import { GROUPS, rowsOf, type DeskRow } from './deskRows'

const DAY_MS = 86_400_000
/** The days that the rule shows; what comes later stands at its end. */
const DAYS = 14

interface Props {
  rows: DeskRow[]
  now: number
  picked: string | null
  onPick: (key: string) => void
}

/** Every piece on one rule of days: what is to be ordered stands at today, what is on the way runs to its day. */
export function DeskList({ rows, now, picked, onPick }: Props) {
  const shape = useShape()
  return (
    <div
      className={`h-full overflow-y-auto ${shape === 'wide' ? 'px-6 pb-2 pt-14' : ''}`}
      role="region"
      aria-label="Pieces"
      tabIndex={0}
    >
      {rows.length === 0 && (
        <p className="pt-2 text-main text-ink-2">
          A job wants parts once it has a plan; what lies below its least is listed here too.
        </p>
      )}
      {GROUPS.map(({ of, title, detail }) => {
        const own = rowsOf(rows, of)
        if (own.length === 0) return null
        return (
          <section key={of} aria-label={title} className="mb-3">
            <div className="flex items-end gap-3 border-b-2 border-ink pb-0.5">
              <h2 className="text-second font-semibold">{`${title}, ${own.length}`}</h2>
              <span className="flex-1 text-tick text-ink-2">{detail}</span>
              {of === 'way' && shape === 'wide' && <DayRule now={now} />}
            </div>
            {own.map((row) => (
              <Row key={row.key} {...{ row, now }} picked={row.key === picked} onPick={onPick} />
            ))}
          </section>
        )
      })}
    </div>
  )
}

const TRACK = 'relative hidden h-[44px] w-[330px] shrink-0 wide:block'

function DayRule({ now }: { now: number }) {
  return (
    <span
      className="relative hidden h-5 w-[330px] shrink-0 text-tick text-ink-2 wide:block"
      aria-hidden="true"
    >
      {[0, 3, 6, 9, 12].map((day) => (
        <span key={day} className="absolute" style={{ left: `${(100 * day) / DAYS}%` }}>
          {day === 0
            ? 'today'
            : new Date(now + day * DAY_MS).toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric' })}
        </span>
      ))}
    </span>
  )
}

function Row({
  row,
  now,
  picked,
  onPick,
}: {
  row: DeskRow
  now: number
  picked: boolean
  onPick: (key: string) => void
}) {
  const late = row.of === 'way' && row.dueAt < now
  return (
    <button
      type="button"
      data-row={row.key}
      data-of={row.of}
      aria-pressed={picked}
      onClick={() => onPick(row.key)}
      className={`flex min-h-[46px] w-full items-center gap-3 border-b border-rule-2 text-left ${picked ? 'bg-sheet' : ''}`}
    >
      <span className="w-[46px] shrink-0 font-track text-[26px] font-bold leading-none">{row.unit}</span>
      <span className="min-w-0 flex-1 leading-tight">
        <span className="text-main font-semibold">{row.title}</span>
        <span className={`block text-second ${late ? 'font-semibold text-ink' : 'text-ink-2'}`}>
          {underText(row, now)}
        </span>
      </span>
      {row.of === 'way' && <Way dueAt={row.dueAt} now={now} />}
    </button>
  )
}

/** From today to its day; what is late stands at today, split. */
function Way({ dueAt, now }: { dueAt: number; now: number }) {
  const share = Math.min(1, Math.max(0, (dueAt - now) / (DAYS * DAY_MS)))
  const at = 8 + share * 306
  return (
    <span className={TRACK} aria-hidden="true">
      <svg width={330} height={44} className="block">
        <line x1={8} x2={at} y1={22} y2={22} stroke="var(--ink)" strokeWidth={4} />
        <path d={`M${at} 13a9 9 0 0 0 0 18z`} fill="var(--ink)" />
        <path d={`M${at + 4} 14a8 8 0 0 1 0 16z`} fill="var(--ground)" stroke="var(--ink)" strokeWidth={2} />
      </svg>
    </span>
  )
}

function underText(row: DeskRow, now: number): string {
  switch (row.of) {
    case 'order': {
      const { cover } = row.covered
      if (cover.kind !== 'lacks') return ''
      const wrong = cover.wrong.length > 0 ? `, ${cover.wrong.length} known not to fit` : ''
      return `${cover.part ? cover.part.number || cover.part.name : 'no part known'}${wrong}`
    }
    case 'shelf':
      return row.covered.cover.kind === 'shelf'
        ? `${row.covered.cover.part.number || row.covered.cover.part.name}: ${shelfText(row.covered.cover.part)}`
        : ''
    case 'way': {
      const when = dayClockText(row.dueAt, now)
      const from = row.stock?.order.seller ? `, from ${row.stock.order.seller}` : ''
      const whose = row.covered ? '' : ', for the shelf'
      return row.dueAt < now ? `was due ${when}: ask after it${from}` : `here ${when}${whose}${from}`
    }
    case 'short':
      return `${shelfText(row.short.part)}; ${row.short.part.least} should lie there`
    case 'core':
      return `to ${row.core.seller || 'the seller'} by ${dayClockText(row.core.dueAt, now)}`
  }
}
