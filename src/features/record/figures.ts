/** What of a job is drawn in its reports: captures over time, lines that were copied. */
import { cornersOf } from '@/core/line'
import type { JobView } from '@/core/job'
import type { Axis, Block, Chart } from '@/core/report'
import { fromSi, toSi, type UnitName } from '@/core/shared'
import { channelName } from '../frame/channelWords'
import { keptText, unitShown, unitText } from '../frame/quantities'
import { clockText, lowerFirst } from '../frame/words'

type Capture = JobView['captures'][number]
type Channel = Capture['channels'][number]
type Line = JobView['lines'] extends Map<string, infer One> ? One : never

const inUnit = (unit: UnitName, shown: UnitName) => (value: number | null) =>
  value === null ? null : fromSi(toSi({ value, unit }), shown)

/** Time as an axis has it: in the unit in which it is told. */
function timeAxis(channels: readonly Channel[]): { axis: Axis; perUnit: number } {
  const ends = channels.flatMap(({ seconds }) => [seconds[0] ?? 0, seconds.at(-1) ?? 0])
  const span = Math.max(...ends) - Math.min(...ends)
  const [unit, perUnit] = span >= 100 ? ['min', 60] : span >= 3 ? ['s', 1] : ['ms', 1e-3]
  return { axis: { label: 'Time', unit: String(unit) }, perUnit: Number(perUnit) }
}

const saysOf = (capture: Capture): string => capture.says || lowerFirst(capture.verdict)

/** A capture as charts: what is in one unit on one scale; a sender over its float, not over time. */
export function captureCharts(capture: Capture): Chart[] {
  const { channels } = capture
  const title = (name: string) => `${clockText(capture.at)}, ${lowerFirst(name)}`
  const position = channels.find(({ quantity }) => quantity === 'position')
  const ohms = channels.find(({ quantity }) => quantity === 'resistance')
  if (position && ohms) return [overPosition(position, ohms, title('Sender'), saysOf(capture))]
  const { axis, perUnit } = timeAxis(channels)
  const units = [...new Set(channels.map(({ unit }) => unit))]
  return units.map((unit): Chart => {
    const own = channels.filter((channel) => channel.unit === unit)
    const shown = unitShown(unit)
    return {
      title: title(own.map(({ id, quantity }) => channelName(id, quantity)).join(', ')),
      across: axis,
      up: {
        label: own.map(({ id, quantity }) => channelName(id, quantity)).join(', '),
        unit: unitText(shown),
      },
      lines: own.map(({ seconds, values }) => ({
        across: seconds.map((at) => at / perUnit),
        up: values.map(inUnit(unit, shown)),
      })),
      band: bandOn(capture, shown),
      says: saysOf(capture),
    }
  })
}

/** The chart of a capture that its figure is about: the one on the scale of that figure, else the first. */
export function mainOf(capture: Capture, charts: readonly Chart[]): Chart | null {
  const unit = unitText(unitShown(capture.value.unit))
  return charts.find(({ up }) => up.unit === unit) ?? charts[0] ?? null
}

export const mainChart = (capture: Capture): Chart | null => mainOf(capture, captureCharts(capture))

/** The band that a capture was held against, where its figure is of the same unit as the scale. */
function bandOn({ band, value }: Capture, shown: UnitName): Chart['band'] {
  if (!band || unitShown(value.unit) !== shown) return null
  const edge = inUnit(value.unit, shown)
  return { low: edge(band.low), high: edge(band.high) }
}

/** What a channel showed nearest to a time: channels are kept thinned, each at its own times. */
function nearest({ seconds, values }: Channel, second: number): number | null {
  let [low, high] = [0, seconds.length - 1]
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (seconds[middle]! <= second) low = middle
    else high = middle
  }
  const place = Math.abs(seconds[high]! - second) < Math.abs(seconds[low]! - second) ? high : low
  return values[place] ?? null
}

function overPosition(position: Channel, ohms: Channel, title: string, says: string): Chart {
  const points = position.seconds
    .map((second, place) => [position.values[place] ?? null, nearest(ohms, second)] as const)
    .filter((point): point is readonly [number, number | null] => point[0] !== null)
  return {
    title,
    across: { label: 'Float', unit: unitText(unitShown(position.unit)) },
    up: { label: 'Ohms', unit: unitText(unitShown(ohms.unit)) },
    lines: [{ across: points.map(([x]) => x), up: points.map(([, y]) => y) }],
    band: null,
    says,
  }
}

const radians = (degrees: number): number => (Math.PI * degrees) / 180

/** A line that was copied, as it lies: from above and a little from the side. */
export function lineBlocks([name, line]: [string, Line]): Block[] {
  const corners = cornersOf({
    outerDiameterM: line.outerDiameterMm / 1e3,
    bendRadiusM: line.bendRadiusMm / 1e3,
    endAllowanceM: [0, 0],
    legs: line.legs.map(({ lengthMm, bendDeg, twistDeg }) => ({
      lengthM: lengthMm / 1e3,
      bendRad: bendDeg === null ? null : radians(bendDeg),
      twistRad: radians(twistDeg),
    })),
  })
  const mm = (value: number) => `${keptText(value, 'mm', 0)} ${unitShown('mm')}`
  return [
    {
      kind: 'chart',
      chart: {
        title: name,
        across: { label: '', unit: '' },
        up: { label: '', unit: '' },
        lines: [
          { across: corners.map(([x, , z]) => x + 0.35 * z), up: corners.map(([, y, z]) => y - 0.25 * z) },
        ],
        band: null,
        path: true,
        says: `Outside ${mm(line.outerDiameterMm)}, bends on ${mm(line.bendRadiusMm)}, corner to corner as measured.`,
      },
    },
    {
      kind: 'table',
      head: ['Leg', 'Length', 'Bend after it', 'Turned', 'Clip', 'Note'],
      rows: line.legs.map(({ lengthMm, bendDeg, twistDeg, clip, note }, at) => [
        String(at + 1),
        mm(lengthMm),
        bendDeg === null ? '' : `${bendDeg}°`,
        twistDeg === 0 ? '' : `${twistDeg}°`.replace('-', '−'),
        clip ? 'clip' : '',
        note,
      ]),
    },
  ]
}

/** Where each pin really goes, by continuity. */
export const wiringRows = ({ terminals }: Pick<JobView, 'terminals'>): string[][] =>
  [...terminals.values()].map(({ plug, pin, labelled, goesTo, ohm, spliced }) => [
    `${plug}, ${pin}`,
    labelled,
    goesTo,
    ohm === null ? '' : `${Number(ohm.toPrecision(3))} Ω`,
    spliced ? 'spliced' : '',
  ])
