/** The way through an opening against brute force: polygons laid in the neck at every tilt, depth and place. */
import { describe, expect, it } from 'vitest'
import { seededRandom } from '../shared'
import { heightOver, heldOpening, leastOpening, wayThrough, widthInNeck, type Passage } from './passage'

type Point = [x: number, y: number]
/** Corners of the body, its lowest at the origin. */
function bodyAt({ widthM: w, lengthM: l }: Passage, tilt: number): Point[] {
  const [sin, cos] = [Math.sin(tilt), Math.cos(tilt)]
  const at = (along: number, across: number): Point => [
    -across * cos + along * sin,
    across * sin + along * cos,
  ]
  return [at(0, 0), at(0, w), at(l, w), at(l, 0)]
}
/** Widest extent of a convex body between two heights, by sampling its edges. */
function extentBetween(corners: Point[], low: number, high: number): number {
  const xs: number[] = []
  corners.forEach((from, k) => {
    const to = corners[(k + 1) % corners.length]!
    for (let s = 0; s <= 400; s += 1) {
      const [x, y] = [from[0] + (s / 400) * (to[0] - from[0]), from[1] + (s / 400) * (to[1] - from[1])]
      if (y >= low - 1e-12 && y <= high + 1e-12) xs.push(x)
    }
  })
  return xs.length === 0 ? 0 : Math.max(...xs) - Math.min(...xs)
}
const usual: Passage = {
  widthM: 0.06,
  lengthM: 0.3,
  openingM: 0.07,
  neckM: 0.015,
  headroomM: 0.5,
  depthM: 0.4,
}

describe('the width that a body takes in a neck', () => {
  it('is that of its outline, at any tilt and depth', () => {
    const random = seededRandom(4)
    for (let k = 0; k < 400; k += 1) {
      const passage = { ...usual, widthM: 0.02 + 0.1 * random.next(), neckM: 0.005 + 0.05 * random.next() }
      const tilt = 0.02 + 1.3 * random.next()
      const depth = 0.9 * passage.lengthM * Math.cos(tilt) * random.next()
      const corners = bodyAt(passage, tilt)
      const seen = extentBetween(corners, Math.max(0, depth - passage.neckM), depth)
      const said = widthInNeck(passage, tilt, depth)
      expect(Math.abs(seen - said), `${tilt} ${depth}`).toBeLessThan(0.004)
      expect(heightOver(passage, tilt, depth)).toBeCloseTo(Math.max(...corners.map(([, y]) => y)) - depth, 9)
    }
  })
  it('60 mm wide, neck of 15 mm, tilted by 30°: 78 mm', () =>
    expect(widthInNeck({ ...usual, widthM: 0.06 }, Math.PI / 6, 0.2)).toBeCloseTo(0.078, 3))
})

/** Brute force: every tilt and depth that is free by the outline alone, and whether a chain of neighbours leads in. */
function goesByForce(passage: Passage): boolean {
  const [tilts, depths] = [60, 80]
  const free = (i: number, j: number) => {
    const [tilt, depth] = [(i / tilts) * 1.45, (j / depths) * passage.lengthM]
    const corners = bodyAt(passage, tilt)
    const top = Math.max(...corners.map(([, y]) => y)) - depth
    return (
      top <= passage.headroomM &&
      depth <= passage.depthM &&
      extentBetween(corners, Math.max(0, depth - passage.neckM), depth) <= passage.openingM
    )
  }
  const seen = new Set<string>()
  const stack = Array.from({ length: tilts + 1 }, (_, i): [number, number] => [i, 0]).filter(([i, j]) =>
    free(i, j),
  )
  while (stack.length > 0) {
    const [i, j] = stack.pop()!
    if (i === 0 && j === depths) return true
    if (seen.has(`${i} ${j}`)) continue
    seen.add(`${i} ${j}`)
    for (const [di, dj] of [
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1],
    ] as const) {
      const [a, b] = [i + di, j + dj]
      if (a >= 0 && a <= tilts && b >= 0 && b <= depths && !seen.has(`${a} ${b}`) && free(a, b))
        stack.push([a, b])
    }
  }
  return false
}

describe('the way through', () => {
  it('agrees with brute force two millimetres to either side of the least opening', () => {
    const random = seededRandom(12)
    let tried = 0
    for (let k = 0; k < 8; k += 1) {
      const lengthM = 0.1 + 0.25 * random.next()
      const passage = {
        widthM: 0.03 + 0.06 * random.next(),
        lengthM,
        openingM: 0.07,
        neckM: 0.03 * random.next(),
        headroomM: lengthM * (0.55 + 0.6 * random.next()),
        depthM: lengthM * 1.1,
      }
      const least = leastOpening(passage)
      if (least === null) continue
      tried += 1
      expect(goesByForce({ ...passage, openingM: least + 0.004 }), JSON.stringify(passage)).toBe(true)
      expect(goesByForce({ ...passage, openingM: least - 0.002 }), JSON.stringify(passage)).toBe(false)
    }
    expect(tried).toBeGreaterThan(4)
  })
  it('with its whole length free above it needs no more than its width', () =>
    expect(leastOpening(usual)).toBeCloseTo(0.06, 3))
  it('60 x 300 mm under 240 mm does not pass 70 mm with a neck of 30 mm, and does where nothing is above it', () => {
    const low = { ...usual, headroomM: 0.24, neckM: 0.03 }
    expect(wayThrough(low)).toBeNull()
    expect(leastOpening(low)!).toBeGreaterThan(0.074)
    expect(wayThrough({ ...low, headroomM: 0.31 })).not.toBeNull()
  })
  it('60 x 300 mm under 288 mm with a neck of 15 mm: held at one tilt it needs 79 mm, straightened as it enters less', () => {
    const low = { ...usual, headroomM: 0.288 }
    expect(1e3 * heldOpening(low)!).toBeCloseTo(79, 0)
    expect(leastOpening(low)!).toBeLessThan(0.07)
    expect(goesByForce({ ...low, openingM: 0.07 })).toBe(true)
    expect(heldOpening({ ...low, headroomM: 0.05 })).toBeNull()
    expect(heldOpening({ ...low, headroomM: 0.3 })).toBe(0.06)
  })
  it('a deeper neck, less room above, a wider body: never a smaller opening', () => {
    const random = seededRandom(9)
    for (let k = 0; k < 12; k += 1) {
      const passage = { ...usual, headroomM: 0.2 + 0.15 * random.next(), neckM: 0.04 * random.next() }
      const least = leastOpening(passage) ?? Infinity
      for (const worse of [
        { neckM: passage.neckM + 0.01 },
        { headroomM: passage.headroomM - 0.02 },
        { widthM: 0.065 },
      ])
        expect(leastOpening({ ...passage, ...worse }) ?? Infinity).toBeGreaterThanOrEqual(least - 2e-4)
    }
  })
  it('what is longer than the tank is deep goes in nowhere', () =>
    expect(leastOpening({ ...usual, depthM: 0.25 })).toBeNull())
})
