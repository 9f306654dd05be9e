'use client'
import { ACCESS_PLACES, ACCESS_PLACE_IDS, type Access, type AccessPlaceId } from '@/core/library'
import { figureOf } from '@/core/shared'
import { Button } from '@/ui/Button'

export interface AccessDraft {
  place: AccessPlaceId
  minutes: string
  off: string
}

/** Why a row of what is in the way cannot be kept; null where it can. */
export function accessProblem({ minutes, off }: AccessDraft): string | null {
  const read = figureOf(minutes) ?? NaN
  if (off.trim() === '') return 'What is it? Say it in a word or two'
  if (minutes.trim() === '' || !Number.isFinite(read) || read < 0 || read > 600) return 'Minutes: 0 to 600'
  return null
}

export const draftOf = ({ place, minutes, off }: Access): AccessDraft => ({
  place,
  minutes: String(minutes),
  off,
})
export const accessOf = ({ place, minutes, off }: AccessDraft): Access => ({
  place,
  minutes: figureOf(minutes) ?? NaN,
  off: off.trim(),
})

interface Props {
  rows: AccessDraft[]
  onRows: (rows: AccessDraft[]) => void
}

/** What stands in the way of a part on this vehicle: prices of tests and repairs, and the plan, follow it. */
export function AccessRows({ rows, onRows }: Props) {
  return (
    <section aria-label="What is in the way" className="border-t border-rule-2 pt-2">
      <div className="flex items-center justify-between">
        <h3 className="text-main font-semibold">What is in the way</h3>
        {rows.length < MOST_ROWS && (
          <Button
            variant="quiet"
            data-act="access-more"
            onClick={() => onRows([...rows, { place: 'filter', minutes: '', off: '' }])}
          >
            One more
          </Button>
        )}
      </div>
      {rows.map((row, at) => (
        <Row
          key={at}
          at={at}
          row={row}
          onRow={(next) => onRows(rows.flatMap((one, k) => (k !== at ? [one] : next ? [next] : [])))}
        />
      ))}
    </section>
  )
}
const MOST_ROWS = 12

/** One place: what comes off first, and how long that takes; null takes the row away. */
function Row({ at, row, onRow }: { at: number; row: AccessDraft; onRow: (row: AccessDraft | null) => void }) {
  const problem = accessProblem(row)
  const field = 'min-h-[44px] border-2 border-ink-3 bg-sheet px-2 text-main'
  return (
    <div
      data-access-row={at}
      className="grid grid-cols-[200px_1fr_76px_34px_92px] items-center gap-2 py-1 narrow:grid-cols-[1fr_34px_92px] narrow:[&>*:nth-child(-n+2)]:col-span-3"
    >
      <select
        aria-label={`Place ${at + 1}`}
        value={row.place}
        onChange={(event) => onRow({ ...row, place: event.target.value as AccessPlaceId })}
        className={field}
      >
        {ACCESS_PLACE_IDS.map((id) => (
          <option key={id} value={id}>
            {ACCESS_PLACES[id].name}
          </option>
        ))}
      </select>
      <input
        name={`accessOff${at}`}
        aria-label={`What comes off first, ${at + 1}`}
        placeholder="what comes off first"
        maxLength={80}
        value={row.off}
        onChange={(event) => onRow({ ...row, off: event.target.value })}
        className={field}
      />
      <input
        name={`accessMinutes${at}`}
        aria-label={`Minutes to get it out of the way, ${at + 1}`}
        inputMode="decimal"
        maxLength={6}
        value={row.minutes}
        onChange={(event) => onRow({ ...row, minutes: event.target.value })}
        className={`${field} text-right`}
      />
      <span className="text-second text-ink-2">min</span>
      <Button variant="quiet" className="!px-2" onClick={() => onRow(null)}>
        Remove
      </Button>
      {problem && <span className="col-span-5 text-second text-danger narrow:col-span-3">{problem}.</span>}
    </div>
  )
}
