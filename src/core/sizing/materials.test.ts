/** What may touch a fuel: what the rules of the trade forbid is refused, and nothing is better where it is hotter, higher or in the fuel. */
import { describe, expect, it } from 'vitest'
import { lineFor, LINE_PLACES } from '../library'
import { FUEL_GRADES, type FuelGradeId } from '../physics'
import { answerOf, beginOf, calculatorById, type Typed } from './desk'
import { MATERIALS, standingOf, type Stands } from './materials'
import { SOLVENTS } from './solvents'

const named = (name: string) => MATERIALS.find((one) => one.name === name)!
const usual = { fuel: 'petrolE10' as FuelGradeId, immersed: false, pressurePa: 300e3, fuelK: 313 }
const stands = (name: string, over: Partial<typeof usual> = {}): Stands =>
  standingOf(named(name), { ...usual, ...over }).stands
const FUELS = Object.keys(FUEL_GRADES) as FuelGradeId[]
const RANK: Stands[] = ['not', 'unknown', 'limited', 'good']

describe('what is forbidden', () => {
  it('in the fuel lies one rubber hose, R10', () => {
    const hoses = MATERIALS.filter(({ group, name }) => group === 'hose' && !name.startsWith('PTFE'))
    for (const fuel of FUELS)
      for (const { name } of hoses)
        expect(
          stands(name, { fuel, immersed: true }) === 'not' || name === 'R10 hose',
          `${name} ${fuel}`,
        ).toBe(true)
    expect(stands('R10 hose', { immersed: true })).toBe('good')
    expect(stands('R10 hose')).toBe('limited')
  })
  it('silicone, latex and EPDM are never near it but EPDM in methanol', () => {
    for (const fuel of FUELS) {
      expect(stands('Silicone sealant', { fuel })).toBe('not')
      expect(stands('Latex glove', { fuel })).toBe('not')
      expect(stands('EPDM', { fuel })).toBe(fuel === 'methanol' ? 'good' : 'not')
    }
  })
  it('zinc with ethanol, copper with it, PTFE tape with avgas, FKM in methanol, PVA gloves with E25', () => {
    expect(stands('Zinc, galvanised', { fuel: 'petrolE25' })).toBe('not')
    expect(stands('Copper pipe', { fuel: 'petrolE85' })).toBe('not')
    expect(stands('PTFE tape', { fuel: 'avgas' })).toBe('not')
    expect(stands('FKM', { fuel: 'methanol' })).toBe('not')
    expect(stands('PVA glove', { fuel: 'petrolE25' })).toBe('not')
  })
  it('no injection pressure in R7, R9 ends at 690 kPa, by warmth nitrile at 100 °C', () => {
    expect([stands('R7 hose', { pressurePa: 50e3 }), stands('R7 hose')]).toEqual(['limited', 'not'])
    expect([stands('R9 hose'), stands('R9 hose', { pressurePa: 700e3 })]).toEqual(['good', 'not'])
    expect(stands('R14 hose')).toBe('not')
    expect(stands('Nitrile (NBR)', { fuel: 'petrolE0', fuelK: 380 })).toBe('not')
  })
})

it('hotter, higher or in the fuel nothing stands better', () => {
  for (const material of MATERIALS)
    for (const fuel of FUELS) {
      const now = RANK.indexOf(standingOf(material, { ...usual, fuel }).stands)
      for (const worse of [
        ...(material.outside === null ? [{ immersed: true }] : []),
        { pressurePa: 900e3 },
        { fuelK: 390 },
      ])
        expect(
          RANK.indexOf(standingOf(material, { ...usual, fuel, ...worse }).stands),
          material.name,
        ).toBeLessThanOrEqual(now)
    }
})
it('every row has a reason for every fuel, and its own name', () => {
  expect(new Set(MATERIALS.map(({ name }) => name)).size).toBe(MATERIALS.length)
  for (const { stands: by, says, name } of MATERIALS) {
    expect(says.length, name).toBeGreaterThan(4)
    for (const fuel of FUELS) expect(by[fuel], `${name} ${fuel}`).toBeDefined()
  }
})
describe('on a boat and on an aircraft', () => {
  const calculator = calculatorById('materials')
  const asked = (typed: Typed) => {
    const answered = answerOf(calculator, { ...beginOf(calculator, null), ...typed })
    if (!answered.ok) throw new Error('asked back')
    return answered.answer
  }
  it('a hose of the road is none for a boat; nothing is promised for an aircraft', () => {
    const boat = asked({ rule: 'boat', pressurePa: { value: 20, unit: 'kPa' } })
    expect(boat.says).toContain('Marine hose')
    expect(boat.says).not.toContain('R9')
    for (const group of ['hose', 'seal', 'sealant']) {
      const answer = asked({ rule: 'aircraft', group })
      expect(answer.verdict).toBe('no')
      expect(answer.says).toContain('approved data')
      expect(answer.says).not.toContain('will do')
    }
  })
  it('over 5 MPa it is the maker’s pipe alone, and no row says good', () => {
    const answer = asked({ pressurePa: { value: 100000, unit: 'kPa' } })
    expect(answer.verdict).toBe('no')
    expect(answer.table!.rows.every(([, stands]) => stands === 'not')).toBe(true)
  })
})
describe('clamps', () => {
  it('in a tank the ear clamp and crimped ends alone; slots at injection pressure never', () => {
    const inTank = MATERIALS.filter(({ group, immersed }) => group === 'clamp' && immersed)
    expect(inTank.map(({ name }) => name)).toEqual(['Ear clamp, stepless', 'Crimped end or quick connector'])
    expect(stands('Worm clamp with slots')).toBe('not')
    expect(stands('Worm clamp with slots', { pressurePa: 20e3 })).toBe('good')
    expect(stands('Lined worm clamp')).toBe('not')
  })
  it('are those that a line may take at its place', () => {
    for (const place of LINE_PLACES)
      for (const { name } of lineFor(place, 20e3, 'petrolE10').clamps) {
        const known = MATERIALS.find((one) => one.name === name)
        if (known)
          expect(standingOf(known, { ...usual, immersed: place === 'inTank', pressurePa: 20e3 }).stands).toBe(
            'good',
          )
      }
  })
})
describe('cleaners', () => {
  const on = (name: string) => SOLVENTS.find((one) => one.name === name)!.on
  it('acid and caustic touch bare steel alone; a chlorinated one nothing; resin solvent no plastic', () => {
    for (const name of ['Caustic degreaser', 'Citric or phosphoric acid'])
      expect(Object.entries(on(name)).filter(([, stands]) => stands === 'good')).toEqual([['steel', 'good']])
    expect(new Set(Object.values(on('Chlorinated cleaner')))).toEqual(new Set(['not']))
    expect([on('Resin solvent, ketone').plastic, on('Resin solvent, ketone').rubber]).toEqual(['not', 'not'])
  })
  it('is asked by what it touches, and nothing is promised for an aircraft', () => {
    const materials = calculatorById('materials')
    const ask = (typed: Typed) =>
      answerOf(materials, { ...beginOf(materials, null), group: 'solvent', ...typed })
    // Where nobody says what it is, it is coated.
    const terne = ask({})
    expect(terne.ok && terne.answer.says).toContain('neutral detergent')
    expect(terne.ok && terne.answer.says).not.toContain('acid')
    const aircraft = ask({ rule: 'aircraft' })
    expect(aircraft.ok && aircraft.answer).toMatchObject({
      verdict: 'no',
      says: expect.not.stringContaining('will do'),
    })
  })
})
it('agrees with what a line may be made of at its place: nothing that is good there is refused here', () => {
  for (const place of LINE_PLACES)
    for (const fuel of FUELS)
      for (const { name, suits } of lineFor(place, 20e3, fuel).use) {
        const material = MATERIALS.find((one) => one.name === name)
        if (!material || suits !== 'good') continue
        const here = standingOf(material, {
          fuel,
          immersed: place === 'inTank',
          pressurePa: 20e3,
          fuelK: 313,
        })
        expect(here.stands, `${name} ${place} ${fuel}`).not.toBe('not')
      }
})
