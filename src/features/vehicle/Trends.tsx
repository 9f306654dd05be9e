'use client'
import Link from 'next/link'
import { useMemo, useState } from 'react'
import { ACCURACY, testById } from '@/core/library'
import { chanceBeyond, stationsOf, trendOf, type StationSeries } from '@/core/memory'
import { fromSi, toSi } from '@/core/shared'
import { useSize } from '@/ui/Shape'
import { dateText, percentText, shortOf } from '../frame/words'
import { daysOf, figureText, trendText } from './lifeText'
import { useBandsOf, type VehicleInHand } from './useVehicleLife'

/** So many stations are offered. */
const MOST = 8
const DAY_MS = 86_400_000

/** One standard deviation of a test's instrument near a value, in the test's unit. */
function accuracyOf(testId: string, value: number): number {
  const { instrument, reading } = testById(testId)
  if (reading.kind !== 'number') return 0
  const { relative, floor } = ACCURACY[instrument]
  const si = toSi({ value, unit: reading.unit })
  const deviation = Math.hypot(relative * si, floor(reading.unit))
  return fromSi(si + deviation, reading.unit) - value
}

/** The next visit, where nobody said when it is. */
const NEXT_VISIT_DAYS = 182
/** What the desk is asked about waiting: the chance is the trend's. */
const laterHref = (vehicleId: string, chance: number): string =>
  `/sizing?${new URLSearchParams({ of: 'later', vehicle: vehicleId, chance: `${Math.round(100 * chance)} %` })}`

/** Where the stations go: one at a time, with its band, and what can be said of it. */
export function Trends({ hand, now }: { hand: VehicleInHand; now: number }) {
  const stations = useMemo(() => stationsOf(hand.jobs).slice(0, MOST), [hand.jobs])
  const testIds = useMemo(() => stations.map(({ testId }) => testId), [stations])
  const bands = useBandsOf(hand, testIds, now - (now % DAY_MS))
  const [chosen, setChosen] = useState<string | null>(null)
  const station = stations.find(({ testId }) => testId === chosen) ?? stations[0]
  if (!station)
    return (
      <section
        aria-label="Trends"
        className="h-full border-t-[5px] border-ink-3 px-4 py-3 medium:px-6 wide:px-6"
      >
        <p className="text-main text-ink-2">No figure was read on this vehicle yet: there is no trend.</p>
      </section>
    )
  const band = bands[station.testId]
  const last = station.points.at(-1) ?? station.before.at(-1)!
  const limits = band ? { low: band.low, high: band.high } : null
  const accuracy = accuracyOf(station.testId, last.value)
  const trend = trendOf(station.points, accuracy, limits, now)
  const chance = chanceBeyond(station.points, accuracy, limits, now + NEXT_VISIT_DAYS * DAY_MS)
  const { says, rests } = trendText(station.testId, trend, daysOf(station))
  return (
    <section
      aria-label="Trends"
      className="grid h-full gap-4 border-t-[5px] border-accent bg-sheet px-4 py-3 medium:grid-cols-[1fr_300px] medium:px-6 wide:grid-cols-[1fr_300px] wide:px-6"
    >
      <div className="min-w-0">
        <label className="flex flex-wrap items-center gap-3 text-second text-ink-2">
          Where it goes
          <select
            name="station"
            value={station.testId}
            onChange={(event) => setChosen(event.target.value)}
            className="min-h-[48px] min-w-0 max-w-full border-2 border-ink-3 bg-ground px-2 text-main text-ink"
          >
            {stations.map(({ testId, points, before }) => (
              <option key={testId} value={testId}>
                {`${shortOf(testId)}, ${points.length + before.length} read`}
              </option>
            ))}
          </select>
        </label>
        <TrendChart station={station} band={limits} />
      </div>
      <div data-trend={trend.kind}>
        <h2 className="text-main">{says}</h2>
        <p className="pt-1 text-second text-ink-2">{rests}</p>
        <p className="pt-2 text-second text-ink-2">
          {band
            ? `Sound: ${figureText(station.testId, band.low)} to ${figureText(station.testId, band.high)}.`
            : 'Working out what is sound.'}{' '}
          Last: {figureText(station.testId, last.value)}, {dateText(last.at)}.
        </p>
        {chance !== null && <NowOrLater vehicleId={hand.vehicle.id} chance={chance} />}
      </div>
    </section>
  )
}

/** What waiting costs, asked at the desk with the trend's chance. */
const NowOrLater = ({ vehicleId, chance }: { vehicleId: string; chance: number }) => (
  <Link
    href={laterHref(vehicleId, chance)}
    data-act="now-or-later"
    className="inline-flex min-h-[44px] items-center text-main underline decoration-ink-3 underline-offset-4"
  >
    {`Now or later: beyond its limit in half a year with ${percentText(chance)}`}
  </Link>
)

const HIGH = 150

/** Readings over the days on their band; what was read before the last repair is hollow. */
function TrendChart({
  station,
  band,
}: {
  station: StationSeries
  band: { low: number; high: number } | null
}) {
  const [ref, size] = useSize<HTMLDivElement>()
  const all = [...station.before, ...station.points]
  const width = Math.floor(size?.width ?? 0)
  const values = [...all.map(({ value }) => value), ...(band ? [band.low, band.high] : [])]
  const [low, high] = [Math.min(0, ...values), Math.max(...values)]
  const [from, to] = [all[0]!.at, Math.max(all.at(-1)!.at, all[0]!.at + 86_400_000)]
  const x = (at: number) => 12 + ((at - from) / (to - from)) * (width - 36)
  const y = (value: number) => 12 + ((high - value) / Math.max(1e-9, high - low)) * (HIGH - 40)
  return (
    <div ref={ref} className="pt-2">
      {size && (
        <svg
          width={width}
          height={HIGH}
          role="img"
          aria-label={`${shortOf(station.testId)}: ${all.map((point) => `${dateText(point.at)} ${figureText(station.testId, point.value)}`).join(', ')}`}
        >
          {band && (
            <rect
              x={0}
              width={width}
              y={y(Math.min(high, band.high))}
              height={Math.max(2, y(Math.max(low, band.low)) - y(Math.min(high, band.high)))}
              fill="var(--sound)"
            />
          )}
          <line x1={0} x2={width} y1={HIGH - 26} y2={HIGH - 26} stroke="var(--ink)" />
          {all.map((point, at) => (
            <circle
              key={at}
              cx={x(point.at)}
              cy={y(point.value)}
              r={6}
              fill={at < station.before.length ? 'var(--sheet)' : 'var(--ink)'}
              stroke="var(--ink)"
              strokeWidth={2}
            />
          ))}
          <text x={0} y={HIGH - 6} className="text-tick" fill="var(--ink-2)">
            {dateText(from)}
          </text>
          <text x={width} y={HIGH - 6} textAnchor="end" className="text-tick" fill="var(--ink-2)">
            {dateText(all.at(-1)!.at)}
          </text>
        </svg>
      )}
    </div>
  )
}
