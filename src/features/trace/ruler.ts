/**
 * The scale of the ruler. Bands of meaning differ in width by a hundred times (a sound ground drops
 * 0.1 V, a corroded one anything up to 11 V), so each band gets room for its words and the scale runs
 * straight within a band. The figures at the edges of the bands are always printed.
 */
export interface RulerBand {
  from: number | null
  to: number | null
}
export interface Ruler {
  x: (value: number) => number
  value: (x: number) => number
  ticks: { at: number; edge: boolean }[]
}

/** Room between two printed figures, px. */
const FIGURE_PX = 40

export function rulerOf(bands: RulerBand[], width: number, leastBandPx: number): Ruler {
  const edges = [bands[0]!.from!, ...bands.map((band) => band.to!)]
  const widths = bandWidths(edges, width, Math.min(leastBandPx, width / bands.length))
  const starts = widths.reduce<number[]>((list, size) => [...list, list.at(-1)! + size], [0])
  const bandAt = (list: number[], value: number) => {
    const next = list.findIndex((edge, at) => at > 0 && value < edge)
    return next < 0 ? bands.length - 1 : next - 1
  }
  const between = (value: number, from: number[], to: number[]) => {
    const k = bandAt(from, value)
    const share = Math.min(1, Math.max(0, (value - from[k]!) / (from[k + 1]! - from[k]!)))
    return to[k]! + share * (to[k + 1]! - to[k]!)
  }
  const x = (value: number) => between(value, edges, starts)
  return { x, value: (at) => between(at, starts, edges), ticks: ticksOf(edges, x) }
}

/** In proportion to their span, but none narrower than `least`: what is short of it is taken from the rest. */
function bandWidths(edges: number[], width: number, least: number): number[] {
  const spans = edges.slice(1).map((edge, at) => edge - edges[at]!)
  const fixed = new Set<number>()
  for (;;) {
    const room = width - fixed.size * least
    const free = spans.reduce((sum, span, at) => sum + (fixed.has(at) ? 0 : span), 0)
    const narrow = spans.findIndex((span, at) => !fixed.has(at) && (room * span) / free < least - 1e-9)
    if (narrow < 0) return spans.map((span, at) => (fixed.has(at) ? least : (room * span) / free))
    fixed.add(narrow)
  }
}

/** Edges first; round figures where they keep clear of what is printed. */
function ticksOf(edges: number[], x: (value: number) => number): Ruler['ticks'] {
  const printed: number[] = []
  const clear = (value: number) => printed.every((other) => Math.abs(x(other) - x(value)) >= FIGURE_PX)
  const inner = edges.slice(1, -1)
  for (const edge of inner) if (clear(edge)) printed.push(edge)
  const edgeCount = printed.length
  for (let k = 0; k + 1 < edges.length; k += 1)
    for (const round of roundBetween(edges[k]!, edges[k + 1]!)) if (clear(round)) printed.push(round)
  return printed.map((at, k) => ({ at, edge: k < edgeCount })).sort((one, other) => one.at - other.at)
}

function roundBetween(from: number, to: number): number[] {
  const rough = (to - from) / 4
  const power = 10 ** Math.floor(Math.log10(rough))
  const step = [1, 2, 5, 10].map((factor) => factor * power).find((candidate) => candidate >= rough)!
  const first = Math.ceil(from / step) * step
  return Array.from({ length: Math.max(0, Math.floor((to - first) / step) + 1) }, (_, k) =>
    Number((first + k * step).toPrecision(6)),
  )
}
