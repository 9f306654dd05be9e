/** The vehicle's sheet: which figures say something, what is typed, what contradicts a reading, which fuel harms. */
import { describe, expect, it } from 'vitest'
import { UNIT_SYSTEMS } from '../shared'
import { FUEL_GRADES, type FuelGradeId } from '../physics'
import {
  LAYOUTS,
  LAYOUT_IDS,
  SPECIFICATION_FIELDS,
  specificationOf,
  specificationSchema,
  type Figure,
} from '../vehicle'
import {
  SHEET_FIELDS,
  fuelsFor,
  harmOf,
  readSheetField,
  sheetContradictions,
  sheetFieldIn,
  sheetFieldsOf,
  sheetProblems,
  sheetValue,
  vehicleSchema,
  type Reading,
} from '.'

const maker = (value: number): Figure => ({ value, source: 'maker' })
const reading = (testId: string, value: number, unit: 'ohm' | 'L'): Reading =>
  ({ testId, value: { kind: 'number', entered: { value, unit } } }) as Reading

describe('the fields of a sheet', () => {
  it('there is one for every figure, and a layout shows those that move it', () => {
    expect(new Set(SHEET_FIELDS.map(({ field }) => field))).toEqual(
      new Set(Object.keys(SPECIFICATION_FIELDS)),
    )
    for (const id of LAYOUT_IDS) expect(sheetFieldsOf(id).length, id).toBeGreaterThan(4)
    const names = (id: (typeof LAYOUT_IDS)[number]) => sheetFieldsOf(id).map(({ field }) => field)
    expect(names('A05')).toContain('limiterV')
    expect(names('A01')).not.toContain('limiterV')
    expect(names('A01')).toContain('regulatorSetPa')
  })
  it.each(Object.entries(UNIT_SYSTEMS))(
    'what is shown in %s is read back, with comma or point; what cannot be says its range',
    (_, units) => {
      for (const own of SHEET_FIELDS) {
        const field = sheetFieldIn(own, units)
        const { low, high, generic } = SPECIFICATION_FIELDS[field.field]
        for (const value of [low, generic, high]) {
          const text = sheetValue(field, value)
          const read = readSheetField(field, text.replace('.', ','))
          expect(read.ok, `${field.name} ${text}`).toBe(true)
          if (read.ok) expect(sheetValue(field, read.value)).toBe(text)
        }
        for (const text of ['', 'high', '-1', '1e9', 'NaN'])
          expect(readSheetField(field, text)).toMatchObject({
            ok: false,
            problem: expect.stringMatching(/from .+ to /),
          })
      }
    },
  )
})

describe('a sender whose ends are one', () => {
  it('is refused by the sheet and by whatever reads a specification', () => {
    const same = specificationOf({ senderEmptyOhm: maker(90), senderFullOhm: maker(90) })
    expect(sheetProblems(same)).toHaveProperty('senderFullOhm')
    expect(specificationSchema.safeParse(same).success).toBe(false)
    expect(sheetProblems(specificationOf())).toEqual({})
    expect(specificationSchema.safeParse(specificationOf()).success).toBe(true)
  })
})

describe('a figure that a reading contradicts', () => {
  const own = specificationOf({
    senderEmptyOhm: maker(90),
    senderFullOhm: maker(12),
    tankCapacityM3: maker(0.05),
  })
  it('is named, and neither is followed in silence', () => {
    expect(sheetContradictions(own, [reading('T78', 240, 'ohm')])).toEqual([
      'The sheet says 90 to 12 Ω, the sender reads 240 Ω: one of both is wrong.',
    ])
    expect(sheetContradictions(own, [reading('T82', 62, 'L')])[0]).toContain('{62 L} were dipped')
  })
  it('what lies at an end, and what is only typical, contradicts nothing', () => {
    expect(sheetContradictions(own, [reading('T78', 96, 'ohm'), reading('T82', 52, 'L')])).toEqual([])
    expect(sheetContradictions(specificationOf(), [reading('T78', 900, 'ohm')])).toEqual([])
  })
})

describe('a fuel', () => {
  it('that the layout is made for harms nothing; one of another family always says what it does', () => {
    for (const id of LAYOUT_IDS) {
      const made = LAYOUTS[id].fuel
      expect(harmOf(id, made)).toBeNull()
      for (const fuel of Object.keys(FUEL_GRADES) as FuelGradeId[])
        if (FUEL_GRADES[fuel].family !== FUEL_GRADES[made].family)
          expect(harmOf(id, fuel), `${id} ${fuel}`).toMatch(/\.$/)
    }
    expect(harmOf('A08', 'petrolE10')).toContain('lubrication')
    expect(harmOf('A01', 'avgas')).toContain('lead')
    expect(harmOf('A01', 'petrolE0')).toBeNull()
    expect(harmOf('A05', 'petrolE10')).toContain('old hoses')
    expect(harmOf('A13', 'avgas')).toBeNull()
    expect(harmOf('A13', 'petrolE10')).toContain('approved data')
  })
  it('of the layout’s own family is offered first', () => {
    expect(fuelsFor('A08')[0]!.id).toMatch(/^diesel/)
    expect(
      fuelsFor('A01')
        .map(({ id }) => id)
        .sort(),
    ).toEqual(Object.keys(FUEL_GRADES).sort())
  })
})

describe('a vehicle that was kept before its gauge loop was', () => {
  it('gets the typical figures of its layout', () => {
    const { senderEmptyOhm: _, limiterV: __, ...specification } = specificationOf({}, LAYOUTS.A05)
    const old = {
      id: 'v',
      unit: '21',
      name: 'Old tractor',
      layout: 'A05',
      kind: 'real',
      year: 1974,
      kilometres: null,
      notes: '',
      specification,
    }
    const read = vehicleSchema.parse(old)
    expect(read.specification.senderEmptyOhm).toEqual({ value: 240, source: 'generic' })
    expect(read.specification.limiterV).toEqual({ value: 10, source: 'generic' })
  })
})
