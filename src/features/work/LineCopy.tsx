'use client'
import { useState } from 'react'
import { SEATS, flareFor, pressureAt, tubesFor, type LinePlace, type Seat } from '@/core/library'
import { copyLine, type LineSurvey } from '@/core/line'
import { boundsOf, readFigure, type Bounds, type TypedIn } from '@/core/records'
import { inUnits, keptText, typedAs, unitShown } from '../frame/quantities'
import { figureOf } from '@/core/shared'
import { Button } from '@/ui/Button'
import { ChoiceGroup } from '@/ui/ChoiceGroup'
import { Notice } from '@/ui/Notice'
import { Panel } from '@/ui/Panel'
import type { JobInHand } from '../frame/useJob'
import { CutList, Hose, problemText } from './LineCut'

interface Row {
  length: string
  bend: string
  twist: string
  clip: boolean
  note: string
}
const EMPTY: Row = { length: '', bend: '', twist: '', clip: true, note: '' }
const SEAT_WORDS: Record<Seat, string> = {
  inverted45: 'Inverted, 45°',
  dash37: 'Cone, 37°',
  bubble: 'Bubble',
  olive: 'Olive',
  quickConnect: 'Quick connector',
}
const field = 'h-[48px] w-full border-2 border-ink-3 bg-sheet px-2 text-right text-main text-ink'
const value = (text: string): number => figureOf(text) ?? NaN
/** A length as typed, mm. */
const length = (text: string): number => typedAs(text, 'mm') ?? NaN

/** Which line a repair renews, and where it lies. */
export const COPIED: Record<string, { title: string; place: LinePlace }> = {
  frontLine: { title: 'Front feed line', place: 'feed' },
  rearLine: { title: 'Rear feed line', place: 'feed' },
  returnLine: { title: 'Return line', place: 'return' },
  suctionLine: { title: 'Suction line', place: 'suction' },
}

const BOUNDS = {
  outside: boundsOf('line-surveyed', 'outerDiameterMm'),
  radius: boundsOf('line-surveyed', 'bendRadiusMm'),
  length: boundsOf('line-surveyed', 'legs.lengthMm'),
  bend: boundsOf('line-surveyed', 'legs.bendDeg'),
  twist: boundsOf('line-surveyed', 'legs.twistDeg'),
}
/** The first figure that cannot be, with its range; null where all can. */
function outOfBounds({ od, radius, rows }: { od: string; radius: string; rows: Row[] }): string | null {
  const units: TypedIn = { typed: unitShown('mm'), kept: 'mm' }
  const figures: [string, string, Bounds, TypedIn?][] = [
    [`Outside, ${units.typed}`, od, BOUNDS.outside, units],
    [`Bender radius, ${units.typed}`, radius, BOUNDS.radius, units],
    ...rows.flatMap((row, at): [string, string, Bounds, TypedIn?][] => [
      [`Leg ${at + 1}, length, ${units.typed}`, row.length, BOUNDS.length, units],
      [`Leg ${at + 1}, bend, degrees`, at === rows.length - 1 ? '' : row.bend, BOUNDS.bend],
      [`Leg ${at + 1}, twist, degrees`, row.twist, BOUNDS.twist],
    ]),
  ]
  for (const [name, typed, bounds, typedIn] of figures) {
    const read = readFigure(typed, bounds, typedIn)
    if (read.kind === 'not possible') return `${name}: ${read.range}`
  }
  return null
}

/** Copy of a hard line: measured corner to corner, cut list and bend marks, ends and hose by pressure and place, labels for both ends. */
export function LineCopy({
  hand,
  lineId,
  open,
  onOpenChange,
}: {
  hand: JobInHand
  lineId: string
  open: boolean
  onOpenChange: (open: boolean) => void
}) {
  const { title, place } = COPIED[lineId]!
  const form = useSurvey(hand, lineId)
  const { fuel, regulatorSetPa } = hand.vehicle.specification
  const pressurePa = pressureAt(place, regulatorSetPa.value)
  const answer = form.survey && copyLine(form.survey)
  const odd = outOfBounds(form)
  const keep = async () => {
    if (!answer?.ok || odd) return
    await hand.act('keepLine', {
      line: lineId,
      material: form.material,
      outerDiameterMm: length(form.od),
      bendRadiusMm: length(form.radius),
      seats: form.seats,
      legs: form.rows.map((row, at) => ({
        lengthMm: length(row.length),
        bendDeg: at === form.rows.length - 1 ? null : value(row.bend),
        twistDeg: Number.isFinite(value(row.twist)) ? value(row.twist) : 0,
        clip: row.clip,
        note: row.note,
      })),
    })
  }
  const kept = hand.job.lines.get(lineId)
  return (
    <Panel open={open} onOpenChange={onOpenChange} title={`Copy: ${title.toLowerCase()}`}>
      <div className="space-y-4 text-main" data-sheet="line">
        <p className="text-second text-ink-2">
          Measure the old line before it is thrown away: from each end, or corner, to the next corner. Both
          open ends stay capped.
        </p>
        <div className="grid grid-cols-[120px_140px_1fr] items-end gap-3 narrow:grid-cols-1">
          <label className="text-second text-ink-2">
            Outside, {unitShown('mm')}
            <input
              name="od"
              inputMode="decimal"
              value={form.od}
              onChange={(event) => form.setOd(event.target.value)}
              className={field}
            />
          </label>
          <label className="text-second text-ink-2">
            Bender radius, {unitShown('mm')}
            <input
              name="radius"
              inputMode="decimal"
              value={form.radius}
              onChange={(event) => form.setRadius(event.target.value)}
              className={field}
            />
          </label>
          <ChoiceGroup
            label="Material"
            options={tubesFor(fuel)
              .filter((tube) => !tube.never)
              .map((tube) => ({ id: tube.id, label: tube.name }))}
            value={form.material}
            onChange={form.setMaterial}
          />
        </div>
        <Legs rows={form.rows} onRows={form.setRows} />
        <Ends seats={form.seats} onSeats={form.setSeats} pressurePa={pressurePa} place={place} />
        {answer &&
          (answer.ok ? (
            <CutList copy={answer.value} survey={form.survey!} />
          ) : (
            <Notice title="It cannot be bent so.">{problemText(answer.error)}</Notice>
          ))}
        {odd && <Notice kind="danger" title={`${odd}.`} />}
        <div className="flex items-center gap-3">
          <Button
            variant={answer?.ok && !odd ? 'act' : 'held'}
            disabled={!answer?.ok || odd !== null}
            data-act="keep-line"
            onClick={() => void keep()}
          >
            Keep this survey
          </Button>
          {kept && (
            <span className="text-second text-ink-2" data-kept="line">
              Kept: {kept.legs.length} legs, {kept.legs.filter((leg) => leg.clip).length} clips seen.
            </span>
          )}
        </div>
        <Hose place={place} pressurePa={pressurePa} fuel={fuel} />
      </div>
    </Panel>
  )
}

function useSurvey(hand: JobInHand, lineId: string) {
  const kept = hand.job.lines.get(lineId)
  const [od, setOd] = useState(keptText(kept?.outerDiameterMm ?? 8, 'mm', 1))
  const [radius, setRadius] = useState(keptText(kept?.bendRadiusMm ?? 25, 'mm', 1))
  const [material, setMaterial] = useState(kept?.material ?? 'nickelCopper')
  const [seats, setSeats] = useState<[Seat, Seat]>(
    (kept?.seats as [Seat, Seat] | undefined) ?? ['inverted45', 'inverted45'],
  )
  const [rows, setRows] = useState<Row[]>(
    kept
      ? kept.legs.map((leg) => ({
          length: keptText(leg.lengthMm, 'mm', 0),
          bend: leg.bendDeg === null ? '' : String(leg.bendDeg),
          twist: leg.twistDeg === 0 ? '' : String(leg.twistDeg),
          clip: leg.clip,
          note: leg.note,
        }))
      : [{ ...EMPTY }],
  )
  const outer = length(od)
  const allowance = (seat: Seat) => 1e-3 * outer * flareFor(seat, 0, 'feed').allowanceOd
  const legs = rows.map((row, at) => ({
    lengthM: 1e-3 * length(row.length),
    bendRad: at === rows.length - 1 ? null : (value(row.bend) * Math.PI) / 180,
    twistRad: Number.isFinite(value(row.twist)) ? (value(row.twist) * Math.PI) / 180 : 0,
  }))
  const survey: LineSurvey | null =
    rows.some((row) => row.length.trim() !== '') && outer > 0 && length(radius) > 0
      ? {
          outerDiameterM: 1e-3 * outer,
          bendRadiusM: 1e-3 * length(radius),
          legs,
          endAllowanceM: [allowance(seats[0]), allowance(seats[1])],
        }
      : null
  return { od, setOd, radius, setRadius, material, setMaterial, seats, setSeats, rows, setRows, survey }
}

function Legs({ rows, onRows }: { rows: Row[]; onRows: (rows: Row[]) => void }) {
  const set = (at: number, change: Partial<Row>) =>
    onRows(rows.map((row, k) => (k === at ? { ...row, ...change } : row)))
  return (
    <section aria-label="Legs" tabIndex={0} className="overflow-x-auto">
      <div className="grid min-w-[640px] grid-cols-[34px_100px_100px_100px_92px_1fr_60px] gap-2 text-second text-ink-2">
        <span />
        <span>Leg, {unitShown('mm')}</span>
        <span>Bend, °</span>
        <span>Twist, °</span>
        <span>Clip</span>
        <span>Note</span>
        <span />
      </div>
      {rows.map((row, at) => (
        <div
          key={at}
          data-leg={at}
          className="grid min-w-[640px] grid-cols-[34px_100px_100px_100px_92px_1fr_60px] items-center gap-2 py-1"
        >
          <span className="text-step font-semibold">{at + 1}</span>
          <input
            aria-label={`Leg ${at + 1}, ${unitShown('mm')}`}
            name={`leg${at}`}
            inputMode="decimal"
            value={row.length}
            onChange={(event) => set(at, { length: event.target.value })}
            className={field}
          />
          {at < rows.length - 1 ? (
            <input
              aria-label={`Bend after leg ${at + 1}, degrees`}
              name={`bend${at}`}
              inputMode="decimal"
              value={row.bend}
              onChange={(event) => set(at, { bend: event.target.value })}
              className={field}
            />
          ) : (
            <span className="text-second text-ink-2">far end</span>
          )}
          {at > 0 && at < rows.length - 1 ? (
            <input
              aria-label={`Twist before bend ${at + 1}, degrees`}
              name={`twist${at}`}
              inputMode="decimal"
              value={row.twist}
              onChange={(event) => set(at, { twist: event.target.value })}
              className={field}
            />
          ) : (
            <span />
          )}
          <Button
            variant="quiet"
            aria-pressed={row.clip}
            onClick={() => set(at, { clip: !row.clip })}
            className={row.clip ? '!bg-ink !px-2 !text-ground' : '!px-2'}
          >
            {row.clip ? 'Clip' : 'No clip'}
          </Button>
          <input
            aria-label={`Note on leg ${at + 1}`}
            value={row.note}
            onChange={(event) => set(at, { note: event.target.value.slice(0, 120) })}
            className={`${field} !text-left`}
          />
          {rows.length > 1 ? (
            <Button
              variant="quiet"
              aria-label={`Leg ${at + 1} away`}
              onClick={() => onRows(rows.filter((_, k) => k !== at))}
              className="!px-3"
            >
              −
            </Button>
          ) : (
            <span />
          )}
        </div>
      ))}
      <Button variant="quiet" data-act="add-leg" onClick={() => onRows([...rows, { ...EMPTY }])}>
        A bend and one more leg
      </Button>
    </section>
  )
}

function Ends({
  seats,
  onSeats,
  pressurePa,
  place,
}: {
  seats: [Seat, Seat]
  onSeats: (seats: [Seat, Seat]) => void
  pressurePa: number
  place: LinePlace
}) {
  return (
    <section aria-label="Ends" className="grid grid-cols-2 gap-6">
      {([0, 1] as const).map((end) => {
        const { flare, says } = flareFor(seats[end], pressurePa, place)
        return (
          <div key={end} data-end={end}>
            <label className="block text-second text-ink-2">
              {end === 0 ? 'Seat at the first end' : 'Seat at the far end'}
              <select
                value={seats[end]}
                onChange={(event) =>
                  onSeats(
                    end === 0
                      ? [event.target.value as Seat, seats[1]]
                      : [seats[0], event.target.value as Seat],
                  )
                }
                className={`${field} !text-left`}
              >
                {SEATS.map((seat) => (
                  <option key={seat} value={seat}>
                    {SEAT_WORDS[seat]}
                  </option>
                ))}
              </select>
            </label>
            <p className={`pt-1 leading-tight ${flare ? '' : 'font-semibold text-danger'}`}>
              <b>{flare ?? 'Not here.'}</b> <span className="text-second">{inUnits(says)}</span>
            </p>
          </div>
        )
      })}
    </section>
  )
}
