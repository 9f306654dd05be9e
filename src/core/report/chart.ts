/**
 * A drawing of a report: lines over a scale, or a path at one scale both ways. Its geometry is worked out once,
 * so that page, paper and file draw the same.
 */

export interface Axis {
  label: string
  unit: string
}
export interface Chart {
  title: string
  across: Axis
  up: Axis
  /** Points in the units of the axes; a gap is null. */
  lines: { across: readonly number[]; up: readonly (number | null)[] }[]
  /** What is sound, on the axis up; null is an open side. */
  band: { low: number | null; high: number | null } | null
  /** A path is drawn at one scale both ways, without axes; its corners carry numbers. */
  path?: boolean
  /** What it shows, in a sentence. */
  says: string
}

type Point = readonly [x: number, y: number]
export interface Drawing {
  width: number
  height: number
  /** Of the scale; null for a path. */
  frame: Box | null
  band: Box | null
  /** Strokes between gaps, each with the line of the chart that it is of. */
  lines: { of: number; points: Point[] }[]
  /** Short lines of the axes. */
  ticks: [Point, Point][]
  /** Corners of a path, numbered from 1. */
  corners: { at: Point; text: string }[]
  words: { at: Point; text: string; anchor: 'start' | 'middle' | 'end' }[]
}
export interface Box {
  x: number
  y: number
  width: number
  height: number
}

const MARGIN = { left: 46, right: 12, top: 22, bottom: 34 }
const TICK = 4

/** Round steps of a scale, at most so many. */
export function scaleSteps(low: number, high: number, most: number): number[] {
  const raw = (high - low) / most
  const power = 10 ** Math.floor(Math.log10(raw))
  const step = power * ([1, 2, 5, 10].find((one) => one * power >= raw) ?? 10)
  const from = Math.ceil(low / step - 1e-9)
  const to = Math.floor(high / step + 1e-9)
  return Array.from({ length: Math.max(0, to - from + 1) }, (_, at) => (from + at) * step)
}

const figure = (value: number): string => String(Number(value.toPrecision(4))).replace('-', '−')

/** The least and the most of figures, widened where they are one. */
function extent(values: readonly number[]): [number, number] {
  let [low, high] = [Infinity, -Infinity]
  for (const value of values) {
    if (value < low) low = value
    if (value > high) high = value
  }
  if (low > high) return [0, 1]
  const least = Math.max(1e-9, 1e-3 * Math.abs(high))
  return high - low < least ? [low - least, high + least] : [low, high]
}

/** The drawing of a chart in a room, px or pt. A chart without points is an empty scale. */
export function drawingOf(chart: Chart, width: number, height: number): Drawing {
  return chart.path ? pathDrawing(chart, width, height) : scaleDrawing(chart, width, height)
}

function scaleDrawing({ across, up, lines, band }: Chart, width: number, height: number): Drawing {
  const points = lines.map((line) =>
    line.across.map((x, at): [number, number | null] => [x, line.up[at] ?? null]),
  )
  const seen = points.flat().flatMap(([, y]) => (y === null ? [] : [y]))
  const edges = [band?.low, band?.high].filter((edge): edge is number => typeof edge === 'number')
  const [left, right] = extent(points.flat().map(([x]) => x))
  const [low, top] = extent([...seen, ...edges])
  const [bottom, high] = [low - 0.04 * (top - low), top + 0.04 * (top - low)]
  const frame: Box = {
    x: MARGIN.left,
    y: MARGIN.top,
    width: width - MARGIN.left - MARGIN.right,
    height: height - MARGIN.top - MARGIN.bottom,
  }
  const base = frame.y + frame.height
  const atX = (x: number) => frame.x + ((x - left) / (right - left)) * frame.width
  const atY = (y: number) => base - ((y - bottom) / (high - bottom)) * frame.height
  const bandTop = atY(band?.high ?? high)
  return {
    width,
    height,
    frame,
    band: band && {
      x: frame.x,
      y: bandTop,
      width: frame.width,
      height: Math.max(1, atY(band.low ?? bottom) - bandTop),
    },
    lines: points.flatMap((line, of) =>
      strokes(line, atX, atY, frame.width).map((stroke) => ({ of, points: stroke })),
    ),
    corners: [],
    ...marksOf({ across, up }, frame, height, { left, right, bottom, high, atX, atY }),
  }
}

/** Marks of both axes with their figures, and what the axes are. */
function marksOf(
  { across, up }: Pick<Chart, 'across' | 'up'>,
  { x, y, width, height: tall }: Box,
  height: number,
  scale: Record<'left' | 'right' | 'bottom' | 'high', number> & Record<'atX' | 'atY', (at: number) => number>,
): Pick<Drawing, 'ticks' | 'words'> {
  const base = y + tall
  const stepsX = scaleSteps(scale.left, scale.right, 6).map((step) => ({ step, at: scale.atX(step) }))
  const stepsY = scaleSteps(scale.bottom, scale.high, 5).map((step) => ({ step, at: scale.atY(step) }))
  return {
    ticks: [
      ...stepsX.map(({ at }): [Point, Point] => [
        [at, base],
        [at, base + TICK],
      ]),
      ...stepsY.map(({ at }): [Point, Point] => [
        [x - TICK, at],
        [x, at],
      ]),
    ],
    words: [
      ...stepsX.map(({ step, at }) => ({
        at: [at, base + 15] as Point,
        text: figure(step),
        anchor: 'middle' as const,
      })),
      ...stepsY.map(({ step, at }) => ({
        at: [x - TICK - 3, at + 4] as Point,
        text: figure(step),
        anchor: 'end' as const,
      })),
      { at: [x, 13], text: `${up.label}, ${up.unit}`, anchor: 'start' },
      { at: [x + width, height - 4], text: `${across.label}, ${across.unit}`, anchor: 'end' },
    ],
  }
}

/** A line as strokes between its gaps. Of what falls on one place across only the least and the most are drawn, with the first and the last. */
function strokes(
  line: readonly [number, number | null][],
  atX: (x: number) => number,
  atY: (y: number) => number,
  columns: number,
): Point[][] {
  const made: Point[][] = []
  let stroke: Point[] = []
  const end = () => {
    if (stroke.length > 0) made.push(thinned(stroke, columns))
    stroke = []
  }
  for (const [x, y] of line)
    if (y === null) end()
    else stroke.push([atX(x), atY(y)])
  end()
  return made
}

function thinned(stroke: Point[], columns: number): Point[] {
  if (stroke.length <= 4 * columns) return stroke
  const kept: Point[] = []
  for (let from = 0; from < stroke.length;) {
    const column = Math.floor(stroke[from]![0])
    let [to, least, most] = [from, from, from]
    for (; to < stroke.length && Math.floor(stroke[to]![0]) === column; to += 1) {
      if (stroke[to]![1] < stroke[least]![1]) least = to
      if (stroke[to]![1] > stroke[most]![1]) most = to
    }
    const places = [...new Set([from, least, most, to - 1])].sort((one, other) => one - other)
    for (const place of places) kept.push(stroke[place]!)
    from = to
  }
  return kept
}

function pathDrawing({ lines }: Chart, width: number, height: number): Drawing {
  const [line] = lines
  const bare = (line?.across ?? []).map((x, at): Point => [x, line!.up[at] ?? 0])
  const [left, right] = extent(bare.map(([x]) => x))
  const [low, high] = extent(bare.map(([, y]) => y))
  const room = 22
  const scale = Math.min((width - 2 * room) / (right - left), (height - 2 * room) / (high - low))
  const points = bare.map(([x, y]): Point => [room + (x - left) * scale, height - room - (y - low) * scale])
  return {
    width,
    height,
    frame: null,
    band: null,
    lines: [{ of: 0, points }],
    ticks: [],
    corners: points.slice(1, -1).map((at, place) => ({ at, text: String(place + 1) })),
    words: points[0] ? [{ at: [points[0][0], points[0][1] - 10], text: 'first end', anchor: 'start' }] : [],
  }
}

const MARKS: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' }
/** What anybody typed is text in markup, never markup. */
export const escaped = (text: string): string => text.replace(/[&<>"']/g, (mark) => MARKS[mark]!)

/** How a second line differs from the first on paper, px or pt. */
export const DASH = [5, 3] as const

const at = (value: number) => value.toFixed(1).replace(/\.0$/, '')
const INK = '#0d1b1e'

/** A chart as a picture that scales, by itself or in a page. */
export function chartSvg(chart: Chart, width = 640, height = chart.path ? 260 : 220): string {
  const { frame, band, lines, ticks, corners, words } = drawingOf(chart, width, height)
  const box = ({ x, y, width: w, height: h }: Box, style: string) =>
    `<rect x="${at(x)}" y="${at(y)}" width="${at(w)}" height="${at(h)}" ${style}/>`
  const line = ([[x1, y1], [x2, y2]]: [Point, Point]) =>
    `<line x1="${at(x1)}" y1="${at(y1)}" x2="${at(x2)}" y2="${at(y2)}" stroke="${INK}"/>`
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}" role="img" aria-label="${escaped(`${chart.title}. ${chart.says}`)}" font-family="Georgia,serif" font-size="12">`,
    band ? box(band, 'fill="#c9d2cf"') : '',
    frame ? box(frame, `fill="none" stroke="${INK}"`) : '',
    ...ticks.map(line),
    ...lines.map(
      ({ of, points }) =>
        `<polyline${of > 0 ? ` stroke-dasharray="${DASH.join(' ')}"` : ''} points="${points.map(([x, y]) => `${at(x)},${at(y)}`).join(' ')}" fill="none" stroke="${INK}" stroke-width="${chart.path ? 5 : 1.6}" stroke-linejoin="round"/>`,
    ),
    ...corners.map(
      ({ at: [x, y], text }) =>
        `<circle cx="${at(x)}" cy="${at(y)}" r="9" fill="#fff" stroke="${INK}" stroke-width="1.5"/><text x="${at(x)}" y="${at(y + 4)}" text-anchor="middle" fill="${INK}">${escaped(text)}</text>`,
    ),
    ...words.map(
      ({ at: [x, y], text, anchor }) =>
        `<text x="${at(x)}" y="${at(y)}" text-anchor="${anchor}" fill="${INK}">${escaped(text)}</text>`,
    ),
    '</svg>',
  ].join('')
}
