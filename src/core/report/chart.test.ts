/** A chart is drawn whole, inside its room, and whatever is typed in it stays text. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { chartSvg, drawingOf, scaleSteps, type Chart } from '.'

const chart = (change: Partial<Chart> = {}): Chart => ({
  title: 'Rail pressure',
  across: { label: 'Time', unit: 's' },
  up: { label: 'Rail', unit: 'kPa' },
  lines: [{ across: [0, 1, 2, 3], up: [300, 340, null, 338] }],
  band: { low: 330, high: 360 },
  says: 'It holds.',
  ...change,
})
const finite = fc.double({ min: -1e6, max: 1e6, noNaN: true })
const anyLine = fc
  .array(fc.tuple(finite, fc.option(finite, { nil: null })), { maxLength: 60 })
  .map((points) => ({ across: points.map(([x]) => x), up: points.map(([, y]) => y) }))
const anyBand = fc.option(
  fc.record({ low: fc.option(finite, { nil: null }), high: fc.option(finite, { nil: null }) }),
  { nil: null },
)

describe('a chart', () => {
  it('every point lies inside its frame, whatever is drawn', () =>
    fc.assert(
      fc.property(fc.array(anyLine, { maxLength: 3 }), anyBand, (lines, band) => {
        const drawn = drawingOf(chart({ lines, band }), 640, 220)
        const { x, y, width, height } = drawn.frame!
        for (const [px, py] of drawn.lines.flatMap(({ points }) => points)) {
          expect(px).toBeGreaterThanOrEqual(x - 1e-6)
          expect(px).toBeLessThanOrEqual(x + width + 1e-6)
          expect(py).toBeGreaterThanOrEqual(y - 1e-6)
          expect(py).toBeLessThanOrEqual(y + height + 1e-6)
        }
        expect(chartSvg(chart({ lines, band }))).not.toMatch(/NaN|Infinity/)
      }),
    ))
  it('a gap breaks the line', () => {
    const { lines } = drawingOf(chart(), 640, 220)
    expect(lines.map(({ points }) => points.length)).toEqual([2, 1])
  })
  it('the band lies where its figures are, and an open side reaches the edge', () => {
    const drawn = drawingOf(chart({ band: { low: 330, high: null } }), 640, 220)
    expect(drawn.band!.y).toBeCloseTo(drawn.frame!.y, 6)
    const closed = drawingOf(chart(), 640, 220)
    expect(closed.band!.y).toBeGreaterThan(closed.frame!.y)
    expect(closed.band!.y + closed.band!.height).toBeLessThan(closed.frame!.y + closed.frame!.height)
  })
  it('of thousands of points as many are drawn as can be seen, the highest and the lowest among them', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 5999 }), fc.integer({ min: 0, max: 5999 }), (peak, hole) => {
        fc.pre(peak !== hole)
        const up = Array.from({ length: 6000 }, (_, at) =>
          at === peak ? 9 : at === hole ? -9 : Math.sin(at),
        )
        const drawn = drawingOf(
          chart({ lines: [{ across: up.map((_, at) => at), up }], band: null }),
          640,
          220,
        )
        const all = drawn.lines.flatMap(({ points }) => points)
        expect(all.length).toBeLessThan(2600)
        const { y, height } = drawn.frame!
        const ys = all.map(([, py]) => py)
        expect(Math.min(...ys)).toBeLessThan(y + 0.1 * height)
        expect(Math.max(...ys)).toBeGreaterThan(y + 0.9 * height)
      }),
      { numRuns: 30 },
    ))
  it('its steps are round, inside, and not too many', () =>
    fc.assert(
      fc.property(finite, fc.double({ min: 1e-3, max: 1e6, noNaN: true }), (low, span) => {
        const steps = scaleSteps(low, low + span, 6)
        // What falls on an end within rounding is a step.
        const slack = 1e-8 * span + 1e-6 * Math.max(1, Math.abs(low))
        expect(steps.length).toBeLessThanOrEqual(8)
        for (const step of steps) {
          expect(step).toBeGreaterThanOrEqual(low - slack)
          expect(step).toBeLessThanOrEqual(low + span + slack)
        }
      }),
    ))
  it('what is typed stays text', () => {
    const svg = chartSvg(chart({ title: '"><script>x</script>', says: "<img onerror='x'>" }))
    expect(svg).not.toMatch(/<script|<img/)
  })
})

describe('a path', () => {
  const path = (across: number[], up: number[]) =>
    drawingOf(chart({ path: true, lines: [{ across, up }] }), 400, 200)
  it('has one scale both ways: a square stays one', () => {
    const [a, b, c] = path([0, 1, 1, 0], [0, 0, 1, 1]).lines[0]!.points
    expect(b![0] - a![0]).toBeCloseTo(b![1] - c![1], 6)
  })
  it('numbers its corners and not its ends', () =>
    expect(path([0, 1, 2, 3], [0, 1, 0, 1]).corners.map(({ text }) => text)).toEqual(['1', '2']))
  it('a straight one fits too', () => {
    for (const [x, y] of path([0, 5], [0, 0]).lines[0]!.points) {
      expect(x).toBeGreaterThanOrEqual(0)
      expect(x).toBeLessThanOrEqual(400)
      expect(y).toBeGreaterThanOrEqual(0)
      expect(y).toBeLessThanOrEqual(200)
    }
  })
})
