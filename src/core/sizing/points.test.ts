/** Points of one's own: read however they are parted, in the units of their head, refused with their line; and what the desk makes of them. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { M3_PER_S_PER_L_PER_H as LH, toSi } from '../shared'
import { offMean } from './calculators/injectors'
import { airOverSwing, armAngle, litresAt } from './calculators/sender'
import { answerOf, calculatorById, typedOf, usualOf, type Typed } from './desk'
import { pumpThroughPoints, rollerPump } from './feed'
import { between, partsOf, pointsOf, withUnits } from './points'
import type { Answer, PointsField } from './terms'

const field: PointsField = {
  kind: 'points',
  label: 'Its sheet',
  columns: [
    { name: 'Pressure', unit: 'kPa', low: 0, high: 1500 },
    { name: 'Flow', unit: 'L/h', low: 0, high: 800 },
  ],
  least: 2,
  usual: '',
  why: 'As its maker measured it.',
}
const told = (text: string) => {
  const read = pointsOf(field, text)
  return read.ok
    ? read.value.map(([pa, flow]) => [pa! / 1e3, Math.round((flow! / LH) * 1e3) / 1e3])
    : read.error
}
const ask = (id: string, typed: Typed = {}): Answer => {
  const of = calculatorById(id)
  const answered = answerOf(of, { ...typedOf(of, {}), ...typed })
  if (!answered.ok) throw new Error(JSON.stringify(answered.asks))
  return answered.answer
}
const asked = (id: string, typed: Typed) => {
  const of = calculatorById(id)
  const answered = answerOf(of, { ...typedOf(of, {}), ...typed })
  return answered.ok ? null : answered.asks[0]!
}

describe('points as text', () => {
  it.each([
    ['spaces', '300 120\n400 110.5'],
    ['tabs and a comma for a point', '300\t120\n400\t110,5'],
    ['semicolons', '300;120\r\n400;110,5\r\n'],
    ['commas', '300,120\n400.0,110.5'],
    ['a head', 'Pressure, kPa;Flow, L/h\n300;120\n400;110.5'],
    ['another pressure', 'bar;L/h\n3;120\n4;110.5'],
    ['the mark of the desk', '#MPa;L/h\n0.3 120\n0.4 110.5'],
    ['a mark of the file', '\uFEFF300 120\n\n400 110.5'],
  ])('are read with %s', (_name, text) => {
    const rows = told(text)
    expect(rows).toEqual([
      [expect.closeTo(300, 6), 120],
      [expect.closeTo(400, 6), 110.5],
    ])
  })
  it.each([
    ['one figure', '300 120\n400', 'Line 2: 2 figures, for pressure, flow.'],
    ['no figure', '300 120\n400 none', 'Line 2: “none” is no figure.'],
    ['out of bounds', '300 120\n400 900', 'Line 2: flow lies between {0 L/h} and {800 L/h}.'],
    ['too few', '300 120', '2 to 60 points, a line each. As its maker measured it.'],
    ['another kind', '#A;L/h\n3 120\n4 110', 'Line 1: Pressure is not told in A.'],
    ['the line as whoever typed counts it', '#kPa;L/h\n300 120\n400 x', 'Line 2: “x” is no figure.'],
    ['too much', '1 1\n'.repeat(600), 'No more than 60 points.'],
  ])('are refused: %s', (_name, text, says) => expect(told(text)).toBe(says))
  it('stand as they were typed, their units said once', () => {
    const text = withUnits(['psi', 'gal/h'], '43.5 31\n58 29')
    expect(partsOf(field, text)).toEqual({ units: ['psi', 'gal/h'], body: '43.5 31\n58 29' })
    expect(partsOf(field, '300 120')).toEqual({ units: ['kPa', 'L/h'], body: '300 120' })
    const read = pointsOf(field, text)
    expect(read.ok && read.value[0]).toEqual([
      toSi({ value: 43.5, unit: 'psi' }),
      toSi({ value: 31, unit: 'gal/h' }),
    ])
  })
  it('any text is read or refused with a sentence', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 200 }), (text) => {
        const read = pointsOf(field, text)
        return read.ok ? read.value.every((row) => row.every(Number.isFinite)) : read.error.length > 8
      }),
      { numRuns: 300, seed: 11 },
    )
  })
  it('between them it runs straight, beyond them it stands still', () => {
    const points = [
      [0, 0],
      [2, 10],
      [4, 12],
    ]
    expect([-1, 0, 1, 3, 9].map((at) => between(points, at))).toEqual([0, 0, 5, 11, 12])
  })
})

describe('a pump by its whole sheet', () => {
  const motor = rollerPump(120 * LH, 5.2)
  const sheet = [200e3, 300e3, 400e3, 500e3].map((pressurePa) => ({
    ...{ pressurePa, voltV: 13.5 },
    flowM3PerS: motor.alphaM3PerSV * 13.5 - motor.betaM3PerSPa * pressurePa - motor.gammaM3PerS,
    currentA: motor.idleCurrentA + motor.currentPerPaA * pressurePa,
  }))
  it('through points of a known pump it is that pump', () => {
    const through = pumpThroughPoints(sheet)
    expect(through.ok && through.value.betaM3PerSPa).toBeCloseTo(motor.betaM3PerSPa, 18)
    expect(through.ok && through.value.currentPerPaA).toBeCloseTo(motor.currentPerPaA, 10)
    expect(through.ok && through.value.idleCurrentA).toBeCloseTo(motor.idleCurrentA, 6)
  })
  it('a point that lies off the others is named', () => {
    const typo = sheet.map((point, k) => (k === 2 ? { ...point, flowM3PerS: 1.4 * point.flowM3PerS } : point))
    const through = pumpThroughPoints(typo)
    expect(!through.ok && through.error).toContain('Point 3')
    // At any place, at the ends too, where it draws the line to itself.
    for (const at of sheet.keys()) {
      const one = sheet.map((point, k) => (k === at ? { ...point, flowM3PerS: 2 * point.flowM3PerS } : point))
      const told = pumpThroughPoints(one)
      expect(!told.ok && told.error).toContain(`Point ${at + 1} `)
    }
  })
  it('answers as two points of the same fall do, and asks back with the field', () => {
    const body = sheet
      .map(({ pressurePa, flowM3PerS, currentA }) =>
        [pressurePa / 1e3, flowM3PerS / LH, currentA].map((figure) => figure.toFixed(4)).join(' '),
      )
      .join('\n')
    const own = ask('pump', { kind: 'sheet', points: body })
    const generic = ask('pump', { kind: 'roller' })
    const flow = ({ figures }: Answer) => figures.find(({ id }) => id === 'flow')!.si / LH
    expect(Math.abs(flow(own) - flow(generic))).toBeLessThan(1)
    expect(asked('pump', { kind: 'sheet', points: '200 100 4\n300 300 5\n400 80 6' })?.field).toBe('points')
  })
  it('several are solved one after another: each more gives more, and the next runs before those are out', () => {
    const { table } = ask('pump', { pumps: 3, staged: 'one', powerW: { value: 300, unit: 'kW' } })
    expect(table!.rows.map(([running]) => running)).toEqual([1, 2, 3])
    const [from, enough, given] = [1, 2, 3].map((at) => table!.rows.map((row) => Number(row[at])))
    for (const k of [1, 2]) {
      expect(given![k]!).toBeGreaterThan(given![k - 1]!)
      expect(from![k]!).toBeCloseTo(0.9 * enough![k - 1]!, 9)
    }
    // What all of them take of the line, each more adds less.
    expect(given![2]! - given![1]!).toBeLessThan(given![0]!)
    expect(ask('pump', { pumps: 1 }).table).toBeUndefined()
  })
})

describe('an arm in its tank', () => {
  const swing = {
    ...{ pivotM: 0.18, armM: 0.16, emptyM: 0.04, fullM: 0.31, floatM: 0.03 },
    ...{ nearAtM: 0.2, nearWideM: 0.06, nearTopM: 0.09, nearFootM: 0 },
  }
  it('air to a box beside the swing: by hand at its nearest', () => {
    // Level with its pivot the float reaches 160 + 15 mm; the box begins at 200 mm but ends 90 mm over the floor.
    const { airM } = airOverSwing({ ...swing, nearTopM: 0.3 })
    expect(airM).toBeCloseTo(0.2 - 0.175, 3)
    expect(airOverSwing(swing).airM).toBeGreaterThan(airM)
  })
  it('is no less than what brute force finds on a grid of both boxes', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -100, max: 300 }),
        fc.integer({ min: 5, max: 120 }),
        fc.integer({ min: 10, max: 320 }),
        (at, wide, top) => {
          const box = { ...swing, nearAtM: at / 1e3, nearWideM: wide / 1e3, nearTopM: top / 1e3 }
          const { airM } = airOverSwing(box)
          let least = Infinity
          for (let k = 0; k <= 400; k += 1) {
            const [from, to] = [armAngle(box, box.emptyM)!, armAngle(box, box.fullM)!]
            const angle = from + (k / 400) * (to - from)
            const [x, y] = [box.armM * Math.cos(angle), box.pivotM + box.armM * Math.sin(angle)]
            for (let side = 0; side <= 20; side += 1)
              for (const [px, py] of [
                [x - 0.015 + (0.03 * side) / 20, y - 0.015],
                [x - 0.015 + (0.03 * side) / 20, y + 0.015],
                [x - 0.015, y - 0.015 + (0.03 * side) / 20],
                [x + 0.015, y - 0.015 + (0.03 * side) / 20],
              ] as const) {
                const dx = Math.max(box.nearAtM - px, 0, px - box.nearAtM - box.nearWideM)
                const dy = Math.max(box.nearFootM - py, 0, py - box.nearTopM)
                least = Math.min(least, Math.hypot(dx, dy))
              }
          }
          return airM <= 0 ? least < 0.003 : Math.abs(airM - least) < 0.003
        },
      ),
      { numRuns: 60, seed: 5 },
    )
  })
  it('a pump in its way is told, and how near it comes where it passes', () => {
    const near = (at: number) =>
      ask('sender', {
        armM: { value: 165, unit: 'mm' },
        near: 'yes',
        nearAtM: { value: at, unit: 'mm' },
        nearTopM: { value: 300, unit: 'mm' },
      })
    expect(near(120).says).toContain('strikes the pump or baffle')
    expect(near(186)).toMatchObject({ verdict: 'doubt' })
    expect(near(195)).toMatchObject({ verdict: 'good' })
    expect(near(120).drawing!.shapes.find(({ id }) => id === 'near')!.fouls).toBe(true)
  })
  it('litres by a table of the tank, straight between its points', () => {
    const strapping = [
      [0, 0],
      [0.1, 0.02],
      [0.3, 0.07],
    ]
    const of = { shape: 'table', strapping, capacityM3: 1, depthM: 0.33 } as const
    expect(litresAt(of, 0.05)).toBeCloseTo(0.01, 12)
    expect(litresAt(of, 0.2)).toBeCloseTo(0.045, 12)
    expect(asked('sender', { shape: 'table', strapping: '0 0\n100 20\n90 30' })).toMatchObject({
      field: 'strapping',
      says: expect.stringContaining('Line 3'),
    })
    const { table } = ask('sender', { shape: 'table' })
    const litres = table!.rows.map((row) => Number(row[3]))
    expect([...litres].sort((one, other) => one - other)).toEqual(litres)
  })
})

it('a set measured one by one: the one that is off is named, and a set of another count asked back', () => {
  expect(offMean([100, 100, 130])).toEqual([
    expect.closeTo(-0.0909, 4),
    expect.closeTo(-0.0909, 4),
    expect.closeTo(0.1818, 4),
  ])
  const { table, limits, verdict } = ask('injectors', { set: 'each', gave: '440\n441\n439\n440\n380\n440' })
  expect(verdict).toBe('no')
  expect(limits).toContain('injector 5')
  expect(table!.rows.map((row) => row[3])).toEqual([
    ...Array<string>(4).fill('sound'),
    'weak: clean it',
    'sound',
  ])
  expect(asked('injectors', { set: 'each', gave: '440\n441' })).toMatchObject({ field: 'gave' })
})

describe('filters in a chain', () => {
  const kPa = (value: number) => ({ value, unit: 'kPa' as const })
  it('adds what lies before the pump, and refuses what makes it starve', () => {
    const fine = ask('chain')
    expect(fine.verdict).toBe('good')
    const before = fine.figures.find(({ id }) => id === 'before')!.si
    const [sock] = fine.table!.rows
    expect(before).toBeCloseTo(Number(sock![4]), 6)
    const starved = ask('chain', { pre: 'yes', preNowPa: kPa(4.5), sockNowPa: kPa(2.5) })
    expect(starved).toMatchObject({ verdict: 'no', limits: expect.stringContaining('Before the pump') })
  })
  it('names the next to renew, and the one that guards nothing', () => {
    expect(ask('chain', { fineNowPa: kPa(32) })).toMatchObject({
      verdict: 'no',
      says: expect.stringContaining('fine filter is the next'),
    })
    expect(ask('chain', { fineMicron: 100 })).toMatchObject({
      verdict: 'doubt',
      limits: expect.stringContaining('coarser'),
    })
    expect(asked('chain', { sockNewPa: kPa(0) })).toMatchObject({ field: 'sockNewPa' })
  })
  it('each loses what the question of one filter says', () => {
    const alone = ask('filter', { readPa: kPa(9) }).figures
    const [, fine] = ask('chain').table!.rows
    expect(Number(fine![3])).toBeCloseTo(alone.find(({ id }) => id === 'new')!.si, 6)
    expect(Number(fine![6])).toBeCloseTo(alone.find(({ id }) => id === 'closed')!.si, 6)
  })
})

it('every field of points begins with points that can be read', () => {
  for (const id of ['pump', 'sender', 'injectors'])
    for (const own of Object.values(calculatorById(id).fields))
      if (own.kind === 'points') expect(pointsOf(own, String(usualOf(own))).ok).toBe(true)
})
