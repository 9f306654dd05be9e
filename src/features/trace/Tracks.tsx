'use client'
import { HatchDefs } from '@/ui/marks'
import { profileScene, type ProfileValue, type SegmentShare } from '@/core/diagnosis'
import { findTest, type Test } from '@/core/library'
import type { JobView, Reading } from '@/core/job'
import { type Layout, type Segment, type Station, type TrackId } from '@/core/vehicle'
import type { Ranking } from '@/workers/protocol'
import { percentText } from '../frame/words'
import { entryText, profileSi } from './traceText'
import { ELECTRIC_Y, FUEL_Y, RETURN_Y, TRACK_Y, spanOf, trackGeometry, type TrackGeometry } from './trackGeometry'

const VOLT_TOP = 206
const VOLT_BOTTOM = 300
const PRESSURE_TOP = 20
const PRESSURE_BOTTOM = 112
/** Wires at the pump's minus are read against battery minus by themselves; they lie on no profile. */
const OFF_PROFILE = ['pumpMinus', 'batteryMinus']

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
  const on = (track: TrackId) => profile.filter((value) => value.station.track === track && !OFF_PROFILE.includes(value.station.id))
  const pinned = (track: TrackId) => pins.filter((pin) => pin.track === track).map((pin) => pin.si)
  const least = Math.max(0, Math.floor(Math.min(9, ...on('electrical').map((value) => value.likely.low), ...pinned('electrical'))) - 1)
  const fuel = [...on('fuel').flatMap((value) => [value.likely.low, value.likely.high, value.sound.low, value.sound.high]), ...pinned('fuel')].map((pa) => pa / 1e3)
  const step = roundStep((Math.max(40, ...fuel) - Math.min(0, ...fuel)) / 4)
  const top = step * Math.ceil(Math.max(40, ...fuel) / step)
  // Suction lies under the zero line; a few kPa of height do not open it.
  const bottom = Math.min(...fuel) < -3 ? step * Math.floor(Math.min(...fuel) / step) : 0
  return {
    volt: scaleOf(least, 14, VOLT_TOP, VOLT_BOTTOM, range(least, 13, least < 6 ? 3 : least < 9 ? 2 : 1)),
    pressure: scaleOf(bottom * 1e3, top * 1e3, PRESSURE_TOP, PRESSURE_BOTTOM, range(bottom, top, step).map((kPa) => kPa * 1e3)),
  }
}
const range = (from: number, to: number, step: number) => Array.from({ length: Math.floor((to - from) / step + 1e-9) + 1 }, (_, k) => from + k * step)
function roundStep(rough: number): number {
  const power = 10 ** Math.floor(Math.log10(rough))
  return [1, 2, 5, 10].map((factor) => factor * power).find((candidate) => candidate >= rough)!
}

interface Pin {
  station: string
  track: TrackId
  si: number
  text: string
  label: string
}

/** Readings that lie on a profile: volts against battery minus, or pressure, while the pump runs. */
function pinsOf(layout: Layout, job: JobView): Pin[] {
  return job.readings.filter((reading) => reading.epoch === job.epoch).flatMap((reading): Pin[] => {
    const test = findTest(reading.testId)
    const station = test && stationOf(layout, test)
    if (!test || !station || reading.value.kind !== 'number') return []
    return [{ station: station.id, track: station.track, si: profileSi(test, reading.value.entered.value), text: entryText(reading as Reading), label: test.short }]
  })
}

/** Station on whose profile a test reads, where it reads in the scene that the profiles show. */
function stationOf(layout: Layout, test: Test): Station | null {
  if (test.reading.kind !== 'number' || test.scene !== profileScene(layout)) return null
  const { quantity } = test.reading
  if (quantity.of === 'volts' && quantity.black === '0' && quantity.red !== 'pumpMinus') return layout.stations.find((station) => station.node === quantity.red) ?? null
  return quantity.of === 'pressure' ? (layout.stations.find((station) => station.node === quantity.at && station.track === 'fuel') ?? null) : null
}

interface Props {
  ranking: Ranking
  job: JobView
  test: Test | null
  entry: number | null
  onSegment: (segmentId: string) => void
}

export function Tracks({ ranking, job, test, entry, onSegment }: Props) {
  const layout = job.layout
  const geometry = trackGeometry(layout)
  const { x, pump } = geometry
  const pins = pinsOf(layout, job)
  const { volt, pressure } = scales(ranking.profile, pins)
  const read = new Set(job.readings.filter((reading) => reading.epoch === job.epoch).map((reading) => findTest(reading.testId)?.at))
  const share = new Map(ranking.segments.map((segment) => [segment.id, segment]))
  const target = test && targetOf(layout, geometry, test)
  const entryStation = test && stationOf(layout, test)
  const fuel = ranking.profile.filter((value) => value.station.track === 'fuel' && value.station.node !== 'manifold')
  const electrical = ranking.profile.filter((value) => value.station.track === 'electrical' && !OFF_PROFILE.includes(value.station.id))
  return (
    <svg width="1280" height="388" viewBox="0 0 1280 388" className="absolute inset-0" role="img" aria-label="Electrical and fuel path with readings and suspects">
      <HatchDefs />
      <rect x={pump.left} y="10" width={pump.right - pump.left} height={geometry.electricPump ? 332 : 172} fill="var(--wash)" />
      <Axis scale={pressure} x1={x.tank! - 4} x2={1128} unit="kPa" text={(pa) => String(Math.round(pa / 1e3)).replace('-', '−')} />
      {electrical.length > 1 && <Axis scale={volt} x1={54} x2={pump.left} unit="V" text={String} />}
      <Profile values={fuel} scale={pressure} x={x} />
      {electrical.length > 1 && <Profile values={electrical} scale={volt} x={x} />}
      <Pins pins={pins} volt={volt} pressure={pressure} x={x} />
      {geometry.returnFrom && <polyline points={`${x[geometry.returnFrom]},${FUEL_Y} ${x[geometry.returnFrom]},${RETURN_Y}`} fill="none" stroke="var(--ink)" strokeWidth="2" />}
      {layout.segments.map((segment) => <SegmentInk key={segment.id} segment={segment} span={spanOf(geometry, segment)} share={share.get(segment.id)!} onOpen={() => onSegment(segment.id)} />)}
      {layout.stations.map((station) => <StationMark key={station.id} station={station} x={x[station.id]!} read={read.has(station.id)} next={target?.station === station.id} />)}
      <EndLabels layout={layout} geometry={geometry} />
      {target && <Leader x={target.x} y={target.y} station={target.station !== null} />}
      {entry !== null && test && entryStation && <EntryPin x={x[entryStation.id]!} y={(entryStation.track === 'electrical' ? volt : pressure).y(profileSi(test, entry))} text={String(entry)} />}
      <GaugeReading layout={layout} ranking={ranking} pins={pins} />
    </svg>
  )
}

/** Where the leader of the next test begins: a station, or the middle of a segment. */
function targetOf(layout: Layout, geometry: TrackGeometry, test: Test): { x: number; y: number; station: string | null } | null {
  const station = layout.stations.find((candidate) => candidate.id === test.at)
  if (station) return { x: geometry.x[station.id]!, y: TRACK_Y[station.track], station: station.id }
  const segment = layout.segments.find((candidate) => candidate.id === test.at)
  if (!segment) return null
  const { from, to } = spanOf(geometry, segment)
  return { x: 0.5 * (from + to), y: TRACK_Y[segment.track], station: null }
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

const band = (values: ProfileValue[], x: Record<string, number>, scale: Scale, of: (value: ProfileValue) => { low: number; high: number }) =>
  [...values.map((value) => `${x[value.station.id]},${scale.y(of(value).high)}`), ...[...values].reverse().map((value) => `${x[value.station.id]},${scale.y(of(value).low)}`)].join(' ')

/** Grey: sound. Petrol: what the present belief expects. Dotted: its mean. */
function Profile({ values, scale, x }: { values: ProfileValue[]; scale: Scale; x: Record<string, number> }) {
  return (
    <g>
      <polygon points={band(values, x, scale, (value) => value.sound)} fill="var(--sound)" stroke="var(--sound)" strokeWidth="2" />
      <polygon points={band(values, x, scale, (value) => value.likely)} fill="url(#hatch-thin)" fillOpacity="0.55" stroke="var(--accent)" strokeWidth="1.5" />
      <polyline points={values.map((value) => `${x[value.station.id]},${scale.y(value.likely.mean)}`).join(' ')} fill="none" stroke="var(--ink)" strokeWidth="2.5" strokeDasharray="2 5" />
    </g>
  )
}

function Pins({ pins, volt, pressure, x: places }: { pins: Pin[]; volt: Scale; pressure: Scale; x: Record<string, number> }) {
  return (
    <g>
      {pins.map((pin, at) => {
        const y = (pin.track === 'electrical' ? volt : pressure).y(pin.si)
        const x = places[pin.station]!
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
function SegmentInk({ segment, span: { from, to }, share, onOpen }: { segment: Segment; span: { from: number; to: number }; share: SegmentShare; onOpen: () => void }) {
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

function StationMark({ station, x, read, next }: { station: Station; x: number; read: boolean; next: boolean }) {
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

function EndLabels({ layout, geometry }: { layout: Layout; geometry: TrackGeometry }) {
  const label = { fontSize: 18, fontFamily: 'var(--font-track)', fontWeight: 700, fill: 'var(--ink)' }
  const { x, pump, returnFrom, returnRuns } = geometry
  const engine = layout.stations.find((station) => station.track === 'fuel' && station.node === 'manifold')!
  const leaves = layout.stations.find((station) => station.id === returnFrom)
  return (
    <g>
      <text x={x.battery! - 42} y={ELECTRIC_Y + 27} {...label}>Battery</text>
      <text x={x.batteryMinus!} y={ELECTRIC_Y - 14} textAnchor="middle" {...label}>minus</text>
      <text x={x.tank! - 12} y={FUEL_Y + 6} textAnchor="end" {...label}>Tank</text>
      <text x={x[engine.id]! + 12} y={FUEL_Y + 6} {...label}>Engine</text>
      {leaves && <text x={x.tankTop! + (returnRuns === 'left' ? -12 : 0)} y={RETURN_Y + (returnRuns === 'left' ? 6 : -12)} textAnchor={returnRuns === 'left' ? 'end' : 'middle'} {...label}>Tank</text>}
      {leaves && <text x={x[leaves.id]! + (returnRuns === 'left' ? 8 : -8)} y={RETURN_Y - 22} textAnchor={returnRuns === 'left' ? 'start' : 'end'} {...label}>{leaves.name}</text>}
      <text x={0.5 * (pump.left + pump.right)} y={geometry.electricPump ? VOLT_TOP + 14 : 172} textAnchor="middle" fontSize="17" fontFamily="var(--font-track)" fill="var(--ink-2)">{geometry.electricPump ? 'volts in, kPa out' : ''}</text>
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

/** Beside the track: what is sound where the gauge goes, and what was read there. */
function GaugeReading({ layout, ranking, pins }: { layout: Layout; ranking: Ranking; pins: Pin[] }) {
  const value = ranking.profile.find((candidate) => candidate.station.track === 'fuel' && candidate.station.node === layout.gaugeAt)!
  const pin = pins.findLast((candidate) => candidate.station === value.station.id)
  const middle = (value.sound.low + value.sound.high) / 2000
  return (
    <g>
      <text x="1144" y="34" fontSize="17" fill="var(--ink-2)">{value.station.name.toLowerCase()}, sound</text>
      <text x="1144" y="54" fontSize="18" fontWeight="650" fill="var(--ink)">{Math.round(middle)} ± {Math.max(1, Math.round((value.sound.high - value.sound.low) / 2000))} kPa</text>
      <text x="1144" y="80" fontSize={pin ? 24 : 17} fontWeight={pin ? 700 : 500} fill={pin ? 'var(--ink)' : 'var(--ink-2)'}>{pin ? pin.text : 'not read yet'}</text>
    </g>
  )
}
