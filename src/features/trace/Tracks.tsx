'use client'
import { HatchDefs } from '@/ui/marks'
import type { ProfileValue, SegmentShare } from '@/core/diagnosis'
import { findTest, type Test } from '@/core/library'
import type { JobView, Reading } from '@/core/job'
import { portReturnLayout, type Segment, type Station, type TrackId } from '@/core/vehicle'
import type { Ranking } from '@/workers/protocol'
import { percentText } from '../frame/words'
import { entryText, profileSi } from './traceText'

/** Where each station stands, px. The two tracks share the pump column. */
const X: Record<string, number> = {
  battery: 56, fuseOut: 142, relayOut: 222, cutOffOut: 304, plugIn: 386, plugOut: 468, pumpPlus: 556, pumpMinus: 660, batteryMinus: 748,
  tank: 476, pumpIn: 556, pumpOut: 660, flange: 756, filterIn: 842, filterOut: 922, rail: 1026, injectors: 1128, regulatorOut: 896, tankTop: 772,
}
const FUEL_Y = 132
const RETURN_Y = 206
const ELECTRIC_Y = 322
const VOLT_TOP = 206
const VOLT_BOTTOM = 300
const PRESSURE_TOP = 20
const PRESSURE_BOTTOM = 112
const TRACK_Y: Record<TrackId, number> = { fuel: FUEL_Y, return: RETURN_Y, electrical: ELECTRIC_Y }

interface Scale {
  low: number
  high: number
  y: (value: number) => number
  ticks: number[]
}

function scaleOf(low: number, high: number, top: number, bottom: number, ticks: number[]): Scale {
  return { low, high, ticks, y: (value) => bottom - ((Math.min(high, Math.max(low, value)) - low) / (high - low)) * (bottom - top) }
}

function scales(profile: ProfileValue[], pins: Pin[]): { volt: Scale; pressure: Scale } {
  const volts = [...profile.filter((value) => value.station.track === 'electrical' && !['pumpMinus', 'batteryMinus'].includes(value.station.id)).map((value) => value.likely.low), ...pins.filter((pin) => pin.track === 'electrical').map((pin) => pin.si)]
  const least = Math.max(0, Math.floor(Math.min(9, ...volts)) - 1)
  const most = Math.max(400, ...profile.filter((value) => value.station.track === 'fuel').map((value) => value.likely.high / 1e3), ...pins.filter((pin) => pin.track === 'fuel').map((pin) => pin.si / 1e3))
  const top = Math.ceil(most / 100) * 100
  const step = top > 500 ? 200 : 100
  return {
    volt: scaleOf(least, 14, VOLT_TOP, VOLT_BOTTOM, range(least, 13, least < 6 ? 3 : least < 9 ? 2 : 1)),
    pressure: scaleOf(0, top * 1e3, PRESSURE_TOP, PRESSURE_BOTTOM, range(0, top, step).map((kPa) => kPa * 1e3)),
  }
}
const range = (from: number, to: number, step: number) => Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, k) => from + k * step)

interface Pin {
  station: string
  track: TrackId
  si: number
  text: string
  label: string
}

/** Readings that lie on a profile: volts against battery minus, or pressure, while the pump runs. */
function pinsOf(job: JobView): Pin[] {
  return job.readings.filter((reading) => reading.epoch === job.epoch).flatMap((reading): Pin[] => {
    const test = findTest(reading.testId)
    const station = test && stationOf(test)
    if (!test || !station || reading.value.kind !== 'number') return []
    return [{ station: station.id, track: station.track, si: profileSi(test, reading.value.entered.value), text: entryText(reading as Reading), label: test.short }]
  })
}

function stationOf(test: Test): Station | null {
  if (test.reading.kind !== 'number' || test.scene !== 'keyOn') return null
  const { quantity } = test.reading
  if (quantity.of === 'volts' && quantity.black === '0' && quantity.red !== 'pumpMinus') return portReturnLayout.stations.find((station) => station.node === quantity.red) ?? null
  return quantity.of === 'pressure' ? (portReturnLayout.stations.find((station) => station.node === quantity.at && station.track === 'fuel') ?? null) : null
}

interface Props {
  ranking: Ranking
  job: JobView
  test: Test | null
  entry: number | null
  onSegment: (segmentId: string) => void
}

export function Tracks({ ranking, job, test, entry, onSegment }: Props) {
  const pins = pinsOf(job)
  const { volt, pressure } = scales(ranking.profile, pins)
  const read = new Set(job.readings.filter((reading) => reading.epoch === job.epoch).map((reading) => findTest(reading.testId)?.at))
  const share = new Map(ranking.segments.map((segment) => [segment.id, segment]))
  const target = test && targetX(test)
  const entryStation = test && stationOf(test)
  return (
    <svg width="1280" height="388" viewBox="0 0 1280 388" className="absolute inset-0" role="img" aria-label="Electrical and fuel path with readings and suspects">
      <HatchDefs />
      <rect x="556" y="10" width="104" height="332" fill="var(--wash)" />
      <Axis scale={pressure} x1={X.tank! - 4} x2={1128} unit="kPa" text={(pa) => String(Math.round(pa / 1e3))} />
      <Axis scale={volt} x1={44} x2={556} unit="V" text={String} />
      <Profile values={ranking.profile.filter((value) => value.station.track === 'fuel' && value.station.id !== 'injectors')} scale={pressure} />
      <Profile values={ranking.profile.filter((value) => value.station.track === 'electrical' && !['pumpMinus', 'batteryMinus'].includes(value.station.id))} scale={volt} />
      <Pins pins={pins} volt={volt} pressure={pressure} />
      <polyline points={`1026,${FUEL_Y} 1026,${RETURN_Y}`} fill="none" stroke="var(--ink)" strokeWidth="2" />
      {portReturnLayout.segments.map((segment) => <SegmentInk key={segment.id} segment={segment} share={share.get(segment.id)!} onOpen={() => onSegment(segment.id)} />)}
      {portReturnLayout.stations.map((station) => <StationMark key={station.id} station={station} read={read.has(station.id)} next={target?.station === station.id} />)}
      <EndLabels />
      {target && <Leader x={target.x} y={target.y} station={target.station !== null} />}
      {entry !== null && test && entryStation && <EntryPin x={X[entryStation.id]!} y={(entryStation.track === 'electrical' ? volt : pressure).y(profileSi(test, entry))} text={String(entry)} />}
      <RailReading ranking={ranking} pins={pins} />
    </svg>
  )
}

/** Where the leader of the next test begins: a station, or the middle of a segment. */
function targetX(test: Test): { x: number; y: number; station: string | null } | null {
  const station = portReturnLayout.stations.find((candidate) => candidate.id === test.at)
  if (station) return { x: X[station.id]!, y: TRACK_Y[station.track], station: station.id }
  const segment = portReturnLayout.segments.find((candidate) => candidate.id === test.at)
  return segment ? { x: 0.5 * (X[segment.from]! + X[segment.to]!), y: TRACK_Y[segment.track], station: null } : null
}

function Axis({ scale, x1, x2, unit, text }: { scale: Scale; x1: number; x2: number; unit: string; text: (value: number) => string }) {
  return (
    <g>
      {scale.ticks.map((tick) => (
        <g key={tick}>
          <line x1={x1} x2={x2} y1={scale.y(tick)} y2={scale.y(tick)} stroke="var(--grid)" />
          <text x={x1 - 6} y={scale.y(tick) + 5} textAnchor="end" fontSize="16" fill="var(--ink-2)">{tick === scale.ticks.at(-1) ? `${unit} ${text(tick)}` : text(tick)}</text>
        </g>
      ))}
    </g>
  )
}

const band = (values: ProfileValue[], scale: Scale, of: (value: ProfileValue) => { low: number; high: number }) =>
  [...values.map((value) => `${X[value.station.id]},${scale.y(of(value).high)}`), ...[...values].reverse().map((value) => `${X[value.station.id]},${scale.y(of(value).low)}`)].join(' ')

/** Grey: sound. Petrol: what the present belief expects. Dotted: its mean. */
function Profile({ values, scale }: { values: ProfileValue[]; scale: Scale }) {
  return (
    <g>
      <polygon points={band(values, scale, (value) => value.sound)} fill="var(--sound)" stroke="var(--sound)" strokeWidth="2" />
      <polygon points={band(values, scale, (value) => value.likely)} fill="url(#hatch-thin)" fillOpacity="0.55" stroke="var(--accent)" strokeWidth="1.5" />
      <polyline points={values.map((value) => `${X[value.station.id]},${scale.y(value.likely.mean)}`).join(' ')} fill="none" stroke="var(--ink)" strokeWidth="2.5" strokeDasharray="2 5" />
    </g>
  )
}

function Pins({ pins, volt, pressure }: { pins: Pin[]; volt: Scale; pressure: Scale }) {
  return (
    <g>
      {pins.map((pin, at) => {
        const y = (pin.track === 'electrical' ? volt : pressure).y(pin.si)
        const x = X[pin.station]!
        const below = pin.track === 'electrical' && y < VOLT_TOP + 22
        return (
          <g key={at}>
            <line x1={x} x2={x} y1={y} y2={TRACK_Y[pin.track]} stroke="var(--ink)" strokeWidth="2" />
            <circle cx={x} cy={y} r="6" fill="var(--ink)" />
            <circle cx={x} cy={y} r="2" fill="var(--ground)" />
            <text x={x + 9} y={below ? y + 19 : y - 7} fontSize="18" fontWeight="650" fill="var(--ink)" stroke="var(--ground)" strokeWidth="4" paintOrder="stroke">{pin.text}</text>
          </g>
        )
      })}
    </g>
  )
}

/** Ink weight carries suspicion; the probability is always printed. */
function SegmentInk({ segment, share, onOpen }: { segment: Segment; share: SegmentShare; onOpen: () => void }) {
  const from = Math.min(X[segment.from]!, X[segment.to]!)
  const to = Math.max(X[segment.from]!, X[segment.to]!)
  const y = TRACK_Y[segment.track]
  const middle = 0.5 * (from + to)
  const strong = share.ink === 'suspect' || share.ink === 'first'
  const height = share.ink === 'first' ? 22 : 14
  const colour = strong ? 'var(--ink)' : 'var(--ink-2)'
  const pump = segment.id === 'pump'
  return (
    <g role="button" tabIndex={0} aria-label={`${segment.name}, ${percentText(share.probability)}, ${share.ink}`} onClick={onOpen} onKeyDown={(event) => (event.key === 'Enter' || event.key === ' ') && (event.preventDefault(), onOpen())} className="cursor-pointer" data-segment={segment.id} data-ink={share.ink}>
      <rect x={from} y={y - 22} width={to - from} height={pump ? 60 : 64} fill="transparent" />
      {strong ? (
        <rect x={from + 9} y={y - height / 2} width={to - from - 18} height={height} fill={share.ink === 'first' ? 'url(#hatch-dense)' : 'url(#hatch)'} stroke="var(--ink)" strokeWidth={share.ink === 'first' ? 2.5 : 1.5} />
      ) : (
        <line x1={from + 8} x2={to - 8} y1={y} y2={y} stroke={colour} strokeWidth={share.ink === 'cleared' ? 1.5 : 4} />
      )}
      <text x={middle} y={y + 27} textAnchor="middle" fontSize="18" fontFamily="var(--font-track)" fontWeight={strong ? 700 : 500} fill={colour}>{segment.name}</text>
      <text x={middle} y={y + 45} textAnchor="middle" fontSize="17" fontFamily="var(--font-track)" fontWeight={strong ? 700 : 500} fill={colour}>{share.ink === 'cleared' ? 'cleared' : percentText(share.probability)}</text>
    </g>
  )
}

function StationMark({ station, read, next }: { station: Station; read: boolean; next: boolean }) {
  const x = X[station.id]!
  const y = TRACK_Y[station.track]
  if (next)
    return (
      <g>
        <circle cx={x} cy={y} r="12" fill="var(--sheet)" stroke="var(--accent)" strokeWidth="4" />
        <circle cx={x} cy={y} r="5" fill="var(--accent)" />
      </g>
    )
  return read ? <circle cx={x} cy={y} r="7" fill="var(--ink)" /> : <circle cx={x} cy={y} r="5" fill="var(--ground)" stroke="var(--ink-2)" strokeWidth="1.5" />
}

function EndLabels() {
  const label = { fontSize: 18, fontFamily: 'var(--font-track)', fontWeight: 700, fill: 'var(--ink)' }
  return (
    <g>
      <text x={X.battery! - 32} y={ELECTRIC_Y + 27} {...label}>Battery</text>
      <text x={X.batteryMinus! + 12} y={ELECTRIC_Y + 6} {...label}>minus</text>
      <text x={X.tank! - 12} y={FUEL_Y + 6} textAnchor="end" {...label}>Tank</text>
      <text x={X.injectors! + 12} y={FUEL_Y + 6} {...label}>Engine</text>
      <text x={X.tankTop! - 12} y={RETURN_Y + 6} textAnchor="end" {...label}>Tank</text>
      <text x={X.rail! + 8} y={RETURN_Y - 22} {...label}>Rail</text>
      <text x="608" y={VOLT_TOP + 14} textAnchor="middle" fontSize="17" fontFamily="var(--font-track)" fill="var(--ink-2)">volts in, kPa out</text>
    </g>
  )
}

const Leader = ({ x, y, station }: { x: number; y: number; station: boolean }) =>
  x <= 876 ? <line x1={x} x2={x} y1={y + (station ? 12 : 50)} y2="388" stroke="var(--accent)" strokeWidth="4" strokeDasharray={y === ELECTRIC_Y ? undefined : '5 6'} /> : null

function EntryPin({ x, y, text }: { x: number; y: number; text: string }) {
  return (
    <g aria-hidden="true">
      <circle cx={x} cy={y} r="8" fill="var(--sheet)" stroke="var(--accent)" strokeWidth="3.5" />
      <text x={x - 12} y={y + 22} textAnchor="end" fontSize="19" fontWeight="700" fill="var(--accent)" stroke="var(--ground)" strokeWidth="4" paintOrder="stroke">{text}?</text>
    </g>
  )
}

/** Beside the rail: what is sound there, and what was read. */
function RailReading({ ranking, pins }: { ranking: Ranking; pins: Pin[] }) {
  const rail = ranking.profile.find((value) => value.station.id === 'rail')!
  const pin = pins.findLast((candidate) => candidate.station === 'rail')
  const middle = (rail.sound.low + rail.sound.high) / 2000
  return (
    <g>
      <text x="1144" y="34" fontSize="17" fill="var(--ink-2)">rail, sound</text>
      <text x="1144" y="54" fontSize="18" fontWeight="650" fill="var(--ink)">{Math.round(middle)} ± {Math.round((rail.sound.high - rail.sound.low) / 2000)} kPa</text>
      <text x="1144" y="80" fontSize={pin ? 24 : 17} fontWeight={pin ? 700 : 500} fill={pin ? 'var(--ink)' : 'var(--ink-2)'}>{pin ? pin.text : 'not read yet'}</text>
    </g>
  )
}
