/** Every worked example of the formulas, by the desk's own way in. */
import { describe, expect, it } from 'vitest'
import { bleedEstimates } from '../library'
import { vapourPressurePa } from '../physics'
import { fromSi, M3_PER_S_PER_L_PER_H as LH, toSi, type UnitName } from '../shared'
import { airPressurePa, warming } from './calculators/heat'
import { CONSUMPTION, demandByInjectors, demandByPower } from './calculators/demand'
import { dutyRow } from './calculators/duty'
import { closedAt, filterLoss } from './calculators/filter'
import { waysOf } from './calculators/later'
import { emptyVolume } from './calculators/prime'
import { armAngle, senderOhm } from './calculators/sender'
import { shownAt } from './calculators/display'
import { betweenPipes } from './calculators/stack'
import { sealedFall, ventArea } from './calculators/vent'
import { answerOf, beginOf, calculatorById, type Typed } from './desk'
import { pumpThrough, rollerPump, solveFeed, turbinePump, voltsFor } from './feed'
import { blendAirFuelRatio, fluidAt } from './fuels'
import type { Answer } from './terms'

const entered = (value: number, unit: UnitName) => ({ value, unit })
const ask = (id: string, typed: Typed = {}): Answer => {
  const calculator = calculatorById(id)
  const answered = answerOf(calculator, { ...beginOf(calculator, null), ...typed })
  if (!answered.ok) throw new Error(JSON.stringify(answered.asks))
  return answered.answer
}
const figure = (answer: Answer, id: string, unit?: UnitName) => {
  const found = answer.figures.find((one) => one.id === id)!
  return unit ? fromSi(found.si, unit) : found.si
}

describe('line', () => {
  const petrol = { fuel: 'petrolE10', fuelK: entered(25, '°C'), lengthM: entered(4, 'm'), bends: 0, quick: 0 }
  const lost = (typed: Typed) => figure(ask('line', { ...petrol, ...typed }), 'loss', 'kPa')
  const plain = (flow: number, bore: number, typed: Typed = {}) =>
    lost({ flowM3PerS: entered(flow, 'L/h'), boreM: entered(bore, 'mm'), ...typed })
  it.each([
    ['petrol, 150 L/h, 6 mm, 4 m', plain(150, 6), 15.9, 0.09],
    ['the same, bore 4.8 mm', plain(150, 4.8), 46, 0.09],
  ])('%s', (_name, found, wanted, share) => expect(Math.abs(found / wanted - 1)).toBeLessThan(share))
  it('diesel at −10 °C is laminar: by the fourth power of the bore', () => {
    const cold = { fuel: 'diesel', fuelK: entered(-10, '°C'), lengthM: entered(3, 'm') }
    const [wide, narrow] = [plain(120, 10, cold), plain(120, 8, cold)]
    expect(narrow / wide).toBeGreaterThan(2.2)
    expect(narrow / wide).toBeLessThan(2.45)
    expect(wide).toBeGreaterThan(2.5)
    expect(wide).toBeLessThan(5)
  })
  it('names the first usual bore that loses little enough', () => {
    const answer = ask('line', { ...petrol, flowM3PerS: entered(150, 'L/h'), boreM: entered(4.8, 'mm') })
    expect(answer.verdict).toBe('no')
    expect(answer.limits).toContain('{6.0 mm}')
  })
})

describe('demand', () => {
  it('150 kW that breathes freely drink 64.4 L/h of petrol', () =>
    expect(demandByPower(150e3, 'natural', 'petrolE0') / LH).toBeCloseTo(64.4, 1))
  it('six injectors of 440 mL/min open for 85 % give 134.6 L/h', () =>
    expect(demandByInjectors(6, toSi(entered(440, 'mL/min')), 0.85, 300e3) / LH).toBeCloseTo(134.6, 1))
  it('from 300 to 350 kPa an injector gives 1.080 times', () =>
    expect(demandByInjectors(1, 1, 1, 350e3)).toBeCloseTo(1.08, 3))
  it('ethanol is drunk 1.4 to 1.5 times by mass, methanol some 2.1 times', () => {
    const mass = (fuel: 'petrolE85' | 'methanol', density: number) =>
      (demandByPower(100e3, 'natural', fuel) * density) / (demandByPower(100e3, 'natural', 'petrolE0') * 745)
    expect(mass('petrolE85', 785)).toBeGreaterThan(1.4)
    expect(mass('petrolE85', 785)).toBeLessThan(1.5)
    expect(mass('methanol', 795)).toBeCloseTo(2.1, 0)
    expect(CONSUMPTION.natural).toBeGreaterThan(0.29)
  })
  it('a tenth of ethanol wants 14.10 of air', () => expect(blendAirFuelRatio(0.1)).toBeCloseTo(14.1, 2))
})

describe('pumps', () => {
  const point = (kPa: number, flow: number, amps: number) => ({
    pressurePa: 1e3 * kPa,
    voltV: 13.5,
    flowM3PerS: flow * LH,
    currentA: amps,
  })
  const bare = (volts: number, railPa: number, wireOhm = 0) =>
    solveFeed({
      fluid: fluidAt('petrolE0', 20),
      motor: rollerPump(120 * LH, 5.2),
      pumps: 1,
      supplyV: volts,
      wireOhm,
      line: { lengthM: 0.05, boreM: 0.02, lossCoefficient: 0 },
      filter: { linearPaPerM3S: 1, quadraticPaPerM3S2: 0 },
      railPa,
    })
  it('through two points of its sheet is the roller pump of the example', () => {
    const through = pumpThrough(point(300, 120, 5.2), point(500, 96, 7))
    expect(through.ok && through.value.betaM3PerSPa / (LH / 1e3)).toBeCloseTo(0.12, 6)
    expect(through.ok && through.value.gammaM3PerS / LH).toBeCloseTo(42, 6)
    expect(through.ok && through.value.idleCurrentA).toBeCloseTo(2.5, 6)
  })
  it('points that would have it give more against more pressure are refused', () =>
    expect(pumpThrough(point(300, 90, 5), point(500, 96, 7)).ok).toBe(false))
  it('at 400 kPa and 13.5 V through 0.2 Ω: 6.1 A, 12.28 V, 90.1 L/h', () => {
    const solved = bare(13.5, 400e3, 0.2)
    expect(solved.ok && solved.value.motorA).toBeCloseTo(6.1, 1)
    expect(solved.ok && solved.value.motorV).toBeCloseTo(12.28, 2)
    expect(solved.ok && solved.value.flowM3PerS / LH).toBeCloseTo(90.1, 0)
  })
  it('at 300 kPa and 12 V: 98 L/h', () => {
    const solved = bare(12, 300e3)
    expect(solved.ok && solved.value.flowM3PerS / LH).toBeCloseTo(98, 0)
  })
  it('the turbine pump holds 300 kPa from 7.98 V on', () =>
    expect(voltsFor(turbinePump(320 * LH, 13), 0, 300e3)).toBeCloseTo(7.98, 2))
  it('one of three dead leaves less than two thirds of what the three give', () => {
    const answer = ask('pump', { pumps: 3, powerW: entered(400, 'kW') })
    const share = figure(answer, 'without') / figure(answer, 'flow')
    expect(share).toBeGreaterThan(0.6)
    expect(share).toBeLessThan(0.75)
  })
})

it.each([
  [0, 15, 8.18, 61, 65],
  [0.2, 46.7, 8.63, 64, 69],
  [0.4, 78.4, 9.1, 67, 73],
  [0.6, 114, 9.66, 72, 77],
  [0.85, 162, 10.46, 78, 84],
])('the duty table at %f: %f L/h, %f V, %i and %i %%', (injectorDuty, need, volts, bus, low) => {
  const row = dutyRow(
    {
      ...{ injectors: 6, injectorM3PerS: toSi(entered(440, 'mL/min')), railPa: 300e3, boostPa: 0 },
      ...{
        kind: 'turbine',
        flowM3PerS: 320 * LH,
        currentA: 13,
        pumps: 1,
        busV: 13.5,
        lowV: 12.5,
        way: 'smooth',
      },
    },
    injectorDuty,
  )
  expect(Math.abs(row.needM3PerS / LH - need)).toBeLessThan(0.6)
  expect(row.volts).toBeCloseTo(volts, 1)
  expect(Math.abs(100 * row.atBus - bus)).toBeLessThan(1)
  expect(Math.abs(100 * row.atLow - low)).toBeLessThan(1)
})

it('air presses 95.5 kPa at 500 m, 84.6 at 1500 m, 70.1 at 3000 m', () => {
  expect(airPressurePa(500) / 1e3).toBeCloseTo(95.5, 1)
  expect(airPressurePa(1500) / 1e3).toBeCloseTo(84.6, 1)
  expect(airPressurePa(3000) / 1e3).toBeCloseTo(70.1, 1)
})
it('petrol of 62 kPa by Reid has some 70, 81 and 94 kPa at 40, 45 and 50 °C', () => {
  for (const [celsius, kPa] of [
    [40, 70],
    [45, 81],
    [50, 94],
  ] as const)
    expect(Math.abs(vapourPressurePa(62e3, celsius + 273.15) / 1e3 - kPa)).toBeLessThan(1)
})
describe('heat', () => {
  const body = { fuel: 'petrolE0', outsideK: 293, throughM3PerS: 0, lossWPerK: 6, volumeM3: 0.01 } as const
  it('ten litres and 95 W: 0.36 °C a minute; with 100 W more and 6 W/°C 32 °C over, time constant 43 min', () => {
    expect(warming(body, 95).perMinuteK).toBeCloseTo(0.36, 2)
    expect(warming(body, 195).settlesK - 293).toBeCloseTo(32.5, 1)
    expect(warming(body, 195).tauS / 60).toBeCloseTo(43, 0)
  })
  it('two litres of surge tank and 200 W: 3.8 °C a minute, and 3.8 °C over with 120 L/h through it', () => {
    const surge = { ...body, volumeM3: 0.002, lossWPerK: 1e-6 }
    expect(warming(surge, 200).perMinuteK).toBeCloseTo(3.8, 1)
    expect(warming({ ...surge, throughM3PerS: 120 * LH }, 200).settlesK - 293).toBeCloseTo(3.8, 1)
  })
})

describe('filter', () => {
  const diesel = {
    place: 'diesel',
    fuel: 'diesel',
    newPa: 8e3,
    newM3PerS: 100 * LH,
    flowM3PerS: 100 * LH,
  } as const
  it('8 kPa warm become some 32 where diesel is four times as thick', () => {
    const times = filterLoss({ ...diesel, fuelK: 263 }, 0) / filterLoss({ ...diesel, fuelK: 313.15 }, 0)
    expect(times).toBeGreaterThan(2.4)
    expect(times).toBeLessThan(4.2)
  })
  it('half closed loses twice by thickness and four times by the rest, and its share is found again', () => {
    const sock = { ...diesel, place: 'sock', fuelK: 313.15 } as const
    expect(filterLoss(sock, 0.5) / filterLoss(sock, 0)).toBeCloseTo(0.2 * 2 + 0.8 * 4, 6)
    for (const share of [0.1, 0.5, 0.9]) expect(closedAt(sock, filterLoss(sock, share))).toBeCloseTo(share, 6)
  })
})

it.each([
  ['2.5', 0.43],
  ['1.5', 0.71],
])('8 A, 6 m out and 1 m of ground: %s mm² loses %f V', (wire, drop) =>
  expect(figure(ask('wire', { wire, aroundK: entered(20, '°C') }), 'drop')).toBeCloseTo(drop, 2),
)
it('8 A want a fuse of 15 A', () => expect(figure(ask('wire'), 'fuse')).toBe(15))

it('sixty litres an hour at 1 kPa pass a hole of 0.93 mm; sealed, 10 L/h fall by 34 kPa in an hour', () => {
  expect(1e6 * ventArea(60 * LH, 1e3)).toBeCloseTo(0.68, 2)
  expect((3600 * sealedFall(10 * LH, 0.03)) / 1e3).toBeCloseTo(33.8, 1)
})
it('3 m of 6 mm and a filter of 150 mL take 7.7 s at 110 L/h: four times the key', () => {
  expect(1e6 * emptyVolume({ lengthM: 3, boreM: 0.006, filterM3: 150e-6 })).toBeCloseTo(235, 0)
  const answer = ask('prime')
  expect(figure(answer, 'run')).toBeCloseTo(7.7, 1)
  expect(figure(answer, 'times')).toBe(4)
})

it('strokes and minutes are those of Work, and what is drawn by vacuum too', () => {
  const [estimate] = bleedEstimates('A08', { lengthM: 3, boreM: 0.006, emptyFilters: 1 }).filter(
    ({ strokes }) => strokes !== null,
  )
  const line = { lengthM: entered(3, 'm'), boreM: entered(6, 'mm'), filterM3: entered(350, 'mL') }
  const hand = ask('prime', { ...line, way: 'hand' })
  expect(figure(hand, 'times')).toBe(estimate!.strokes)
  expect(figure(hand, 'whole', 'min')).toBeCloseTo(estimate!.minutes, 6)
  const vacuum = bleedEstimates('A08', { lengthM: 3, boreM: 0.006, emptyFilters: 1 }).find(
    ({ method }) => method.id === 'vacuum',
  )!
  expect(figure(ask('prime', { ...line, way: 'vacuum' }), 'whole', 'min')).toBeCloseTo(vacuum.minutes, 6)
})
it('a set is out of balance from 3 % on', () => {
  const set = (least: number, most: number) =>
    ask('injectors', {
      set: 'yes',
      leastM3PerS: entered(least, 'mL/min'),
      mostM3PerS: entered(most, 'mL/min'),
    }).verdict
  expect([set(430, 446), set(420, 450), set(390, 450)]).toEqual(['good', 'doubt', 'no'])
})
describe('a display of two points', () => {
  const points = { lowOhm: 240, highOhm: 33, lowM3: 0.005, highM3: 0.065 }
  it('is straight between them, either way that the sender runs', () => {
    expect(shownAt(points, 240)).toBeCloseTo(0.005, 12)
    expect(shownAt(points, 136.5)).toBeCloseTo(0.035, 12)
    expect(shownAt({ ...points, lowOhm: 33, highOhm: 240 }, 136.5)).toBeCloseTo(0.035, 12)
    expect(shownAt(points, 900)).toBe(0)
  })
  it('a third dip says whether they do: good, close, not', () => {
    const at = (dip: number) =>
      ask('display', { dipOhm: entered(136.5, 'ohm'), dipM3: entered(dip, 'L') }).verdict
    expect([at(34), at(40), at(50)]).toEqual(['good', 'doubt', 'no'])
    expect(ask('display', { dipOhm: entered(235, 'ohm'), dipM3: entered(6, 'L') }).limits).toContain(
      'half way',
    )
  })
})

describe('sender', () => {
  const arm = { pivotM: 0.18, armM: 0.16, emptyM: 0.04, fullM: 0.31, emptyOhm: 240, fullOhm: 33 }
  it.each([
    [40, -61, 240],
    [100, -30, 184],
    [165, -5.4, 140],
    [235, 20.1, 94],
    [310, 54.3, 33],
  ])('float at %i mm: %f°, %i Ω', (height, degrees, ohm) => {
    expect((180 * armAngle(arm, height / 1e3)!) / Math.PI).toBeCloseTo(degrees, 0)
    expect(Math.abs(senderOhm(arm, height / 1e3) - ohm)).toBeLessThan(1)
  })
  it('8 mm at the float are 2.9° at the pivot where the arm lies level', () => {
    const answer = ask('sender', {
      emptyM: entered(60, 'mm'),
      fullM: entered(300, 'mm'),
      depthM: entered(305, 'mm'),
    })
    expect(answer.limits).toContain('0.36°')
    expect(answer.says).toContain('strikes the roof')
  })
  it('an arm that does not reach is asked back with what would', () => {
    const calculator = calculatorById('sender')
    const asked = answerOf(calculator, { ...beginOf(calculator, null), armM: entered(100, 'mm') })
    expect(asked).toMatchObject({ ok: false, asks: [{ field: 'armM' }] })
    expect(!asked.ok && asked.asks[0]!.says).toContain('{140 mm}')
  })
})

it('pieces, gap and hose stand one on the other from floor to flange', () => {
  const stack = { depthM: 0.24, hangerM: 0.06, pumpM: 0.115, sockM: 0.012, gapM: 0.005 }
  expect(betweenPipes(stack)).toBeCloseTo(0.048, 9)
  expect(figure(ask('stack'), 'hose', 'mm')).toBeCloseTo(92, 6)
  expect(ask('stack', { pumpM: entered(170, 'mm') }).says).toContain('{17 mm} too tall')
})

it('later costs what a tow and the days cost, by the chance of them', () => {
  const costs = {
    nowMoney: 400,
    chance: 0.2,
    towMoney: 250,
    downMoney: 150,
    downDays: 3,
    harmMoney: 0,
    shelfMoney: 15,
  }
  expect(waysOf(costs)).toEqual({ now: 400, later: 540, shelf: 495 })
  expect(ask('later', { hurts: 'fire' }).says).toContain('Now')
})

it.each([
  ['psi', 1, 'kPa', 6.8948],
  ['inHg', 1, 'kPa', 3.3864],
  ['in of water', 1, 'kPa', 0.2491],
  ['US gal/h', 1, 'L/h', 3.7854],
  ['imperial gal/h', 1, 'L/h', 4.5461],
  ['mL in 15 s', 1, 'L/h', 0.24],
  ['mL in 30 s', 1, 'L/h', 0.12],
  ['lbf·in', 1, 'N·m', 0.11299],
  ['L/h', 120, 'lb/h', 197],
  ['L/h', 120, 'US gal/h', 31.7],
])('%s: %f is so many %s', (from, value, to, wanted) => {
  const row = ask('convert', { from, value }).table!.rows.find(([name]) => name === to)!
  expect(Math.abs(Number(row[1]) / wanted - 1)).toBeLessThan(2e-3)
})

it('a spare pump brings it home by what it gives of what is drunk, a fifth kept back; more wire, less power', () => {
  const spare = calculatorById('spare')
  const share = (changed: Typed) => {
    const answered = answerOf(spare, { ...beginOf(spare, null), ...changed })
    if (!answered.ok) throw new Error(JSON.stringify(answered.asks))
    return answered.answer.figures.find(({ id }) => id === 'share')!.si
  }
  const drunk = (kilowatt: number): Typed => ({ powerW: { value: kilowatt, unit: 'kW' } })
  expect(share(drunk(60))).toBe(1)
  expect(share(drunk(300))).toBeLessThan(share(drunk(200)))
  const thin = { ...drunk(200), wire: '1', wireM: { value: 20, unit: 'm' } } as const
  expect(share(thin)).toBeLessThan(share(drunk(200)))
  expect(share(drunk(1500))).toBeLessThan(0.25)
})
