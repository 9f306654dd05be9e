/** What holds for every calculator: bounds with their reasons, figures that are figures, curves in order; and the desk is the network. */
import { describe, expect, it } from 'vitest'
import { FUSES_A, WIRES } from '../library'
import { solveNetwork } from '../physics'
import { fromSi, marksOf, seededRandom, toSi } from '../shared'
import { LAYOUTS, SPECIFICATION_FIELDS, buildNetwork, specificationOf, vehicleModel } from '../vehicle'
import { CALCULATORS, answerOf, askedFields, beginOf, type Typed } from './desk'
import { feedNetwork, rollerPump, solveFeed, voltsFor } from './feed'
import { wireAndFuse } from './fit'
import { fluidAt } from './fuels'
import type { Answer, Calculator, Field } from './terms'

const sound = (answer: Answer) => {
  for (const { id, si } of answer.figures) expect(Number.isFinite(si), id).toBe(true)
  for (const { points } of answer.curve?.lines ?? []) {
    expect(points.length).toBeGreaterThan(1)
    for (const [x, y] of points) expect(Number.isFinite(x + y)).toBe(true)
    for (let k = 1; k < points.length; k += 1) expect(points[k]![0]).toBeGreaterThan(points[k - 1]![0])
  }
  for (const words of [answer.says, answer.limits, answer.sure]) {
    expect(words.length).toBeGreaterThan(5)
    expect(words).not.toMatch(/NaN|Infinity|undefined/)
    for (const mark of marksOf(words)) expect(mark, words).not.toBeNull()
  }
}
const valueAt = (field: Field, share: number) => {
  if (field.kind === 'choice') {
    const ids = Object.keys(field.options)
    return ids[Math.min(ids.length - 1, Math.floor(share * ids.length))]!
  }
  if (field.kind === 'points') {
    const count = field.least + Math.floor(share * 6)
    return Array.from({ length: count }, (_, k) =>
      field.columns
        .map(({ low, high }, at) =>
          (low + (high - low) * ((((k + 1) * (0.37 + 0.29 * at) + share) % 1) * 0.98)).toFixed(3),
        )
        .join(' '),
    ).join('\n')
  }
  const value = field.low + share * (field.high - field.low)
  const stepped = field.whole ? Math.round(value) : value
  return field.unit === null ? stepped : { value: stepped, unit: field.unit }
}

describe.each(CALCULATORS.map((calculator) => [calculator.id, calculator] as const))(
  '%s',
  (_id, calculator) => {
    it('answers what it begins with, by itself and on every vehicle', () => {
      const alone = answerOf(calculator, beginOf(calculator, null))
      expect(alone).toMatchObject({ ok: true })
      for (const layout of Object.values(LAYOUTS)) {
        const own = answerOf(calculator, beginOf(calculator, { specification: specificationOf({}, layout) }))
        if (own.ok) sound(own.answer)
        else for (const { says } of own.asks) expect(says.length).toBeGreaterThan(8)
      }
    })
    it('says where it can hurt and when to stop, or that it cannot', () => {
      if (calculator.caution === null) return expect(calculator.id).toBe('convert')
      expect(calculator.caution.stopWhen).toMatch(/^Stop when /)
      for (const mark of marksOf(calculator.caution.text)) expect(mark).not.toBeNull()
      return expect(calculator.caution.text.length).toBeGreaterThan(20)
    })
    it('its words carry their figures as marks that can be read', () => {
      const words = Object.values(calculator.fields).flatMap((field) =>
        field.kind === 'choice' ? [field.label, ...Object.values(field.options)] : [field.label, field.why],
      )
      for (const text of [...words, ...calculator.formula])
        for (const mark of marksOf(text)) expect(mark, text).not.toBeNull()
    })
    it('whatever lies within its bounds is answered, or asked back with a reason', () => {
      const random = seededRandom(71)
      for (let k = 0; k < 60; k += 1) {
        const typed: Typed = Object.fromEntries(
          Object.entries(calculator.fields).map(([id, field]) => [id, valueAt(field, random.next())]),
        )
        const answered = answerOf(calculator, typed)
        if (answered.ok) sound(answered.answer)
        else
          expect(
            answered.asks.every(({ field, says }) => field in calculator.fields && says.length > 8),
          ).toBe(true)
      }
    })
    it('what lies outside is asked back with the bounds and why', () => {
      for (const [id, field] of askedFields(calculator, beginOf(calculator, null))) {
        if (field.kind !== 'number') continue
        for (const value of [
          field.low - 0.01 * (field.high - field.low) - 1e-3,
          2 * Math.abs(field.high) + 1,
        ]) {
          const over = {
            ...beginOf(calculator, null),
            [id]: field.unit === null ? value : { value, unit: field.unit },
          }
          const answered = answerOf(calculator, over)
          expect(answered, id).toMatchObject({ ok: false, asks: [{ field: id }] })
          expect(!answered.ok && answered.asks[0]!.says).toContain(field.why)
        }
      }
    })
    it('no figure, another kind of unit and a choice that is none are asked back', () => {
      for (const [id, field] of askedFields(calculator, beginOf(calculator, null)))
        for (const wrong of ['nothing', Number.NaN, { value: Number.NaN, unit: 'kPa' as const }])
          expect(
            answerOf(calculator, { ...beginOf(calculator, null), [id]: wrong }).ok,
            `${id} ${field.kind}`,
          ).toBe(false)
    })
  },
)

it('what is counted is asked back where it is no whole number', () => {
  const pump = CALCULATORS.find(({ id }) => id === 'pump')!
  const answered = answerOf(pump, { ...beginOf(pump, null), pumps: 2.5 })
  expect(answered).toMatchObject({ ok: false, asks: [{ field: 'pumps' }] })
  expect(!answered.ok && answered.asks[0]!.says).toContain('whole number')
})

const usual = (calculator: Calculator) => beginOf(calculator, null)
describe('physics', () => {
  const ask = (id: string, typed: Typed) => {
    const calculator = CALCULATORS.find((one) => one.id === id)!
    const answered = answerOf(calculator, { ...usual(calculator), ...typed })
    return answered.ok ? answered.answer : null
  }
  const flow = (typed: Typed) => ask('pump', typed)!.figures.find(({ id }) => id === 'flow')!.si
  it('a pump on a wire that does not bear it is refused, whatever it gives', () => {
    const answer = ask('pump', { wire: '0.75', powerW: { value: 40, unit: 'kW' } })!
    expect(answer.verdict).toBe('no')
    expect(answer.limits).toContain('thicker wire')
  })
  it('less volts, thinner wire, more pressure, narrower line: each gives less', () => {
    const at = (value: number, unit: 'V' | 'kPa' | 'mm') => ({ value, unit })
    for (const [field, more, less] of [
      ['supplyV', at(13.5, 'V'), at(11, 'V')],
      ['wire', '6', '0.75'],
      ['railPa', at(250, 'kPa'), at(400, 'kPa')],
      ['boreM', at(9, 'mm'), at(4, 'mm')],
    ] as const)
      expect(flow({ [field]: more }), field).toBeGreaterThan(flow({ [field]: less }))
  })
})

it('a wire and fuse that are refused where a part is fitted are refused at the desk', () => {
  const calculator = CALCULATORS.find(({ id }) => id === 'wire')!
  for (const { areaMm2 } of WIRES)
    for (const fuseA of FUSES_A)
      for (const amps of [1, 4, 8, 15, 24]) {
        const rule = wireAndFuse({ currentA: amps, bothWaysM: 2, areaMm2, fuseA })
        const answered = answerOf(calculator, {
          ...beginOf(calculator, null),
          ...{ currentA: { value: amps, unit: 'A' }, wire: String(areaMm2), fuse: String(fuseA) },
          ...{ outM: { value: 1, unit: 'm' }, groundM: { value: 1, unit: 'm' } },
        })
        if (!answered.ok) throw new Error(JSON.stringify(answered.asks))
        if (rule.verdict === 'no') expect(answered.answer.verdict, `${areaMm2} ${fuseA} ${amps}`).toBe('no')
        if (rule.by.unit === 'A' && rule.verdict === 'no') expect(answered.answer.limits).toBe(rule.says)
      }
})

describe('the desk is the network', () => {
  const specification = specificationOf({}, LAYOUTS.A01)
  const model = vehicleModel(LAYOUTS.A01, specification)
  if (!model.ok) throw new Error(model.error.problem)
  const pumpOf = (theta: Float64Array) => {
    const network = buildNetwork(model.value, theta, 'keyOn')
    const link = network.links.find(({ id }) => id === 'pump')!
    if (link.type !== 'motor-pump') throw new Error('the pump of the layout has no motor')
    return { network, motor: link.motor }
  }
  const { network, motor } = pumpOf(model.value.nominal)
  it('its roller pump is the pump that Trace solves', () => {
    const own = rollerPump(specification.pumpFlowM3PerS.value, specification.pumpCurrentA.value)
    if (motor.kind !== 'displacement') throw new Error('another law')
    for (const field of [
      'alphaM3PerSV',
      'betaM3PerSPa',
      'gammaM3PerS',
      'idleCurrentA',
      'currentPerPaA',
    ] as const)
      expect(own[field] / motor[field], field).toBeCloseTo(1, 9)
  })
  it('what Trace solves at the pump, the desk turns round: the volts of that flow at that pressure', () => {
    const solved = solveNetwork(network)
    if (!solved.ok) throw new Error('not solved')
    const { links, motors } = solved.value
    const volts = voltsFor(motor, links['pump']!.flowM3PerS, -links['pump']!.lossPa)
    expect(volts / motors['pump']!.voltageV).toBeCloseTo(1, 3)
  })
  it('a feed that is solved by itself gives what the duty table asks volts for', () => {
    for (const railPa of [200e3, 300e3, 450e3]) {
      const feed = {
        ...{ fluid: fluidAt('petrolE10', 20), motor, pumps: 1, supplyV: 12.4, wireOhm: 0.05, railPa },
        line: { lengthM: 3, boreM: 0.0075, lossCoefficient: 2 },
        filter: { linearPaPerM3S: 1e8, quadraticPaPerM3S2: 1e12 },
      }
      const solved = solveFeed(feed)
      if (!solved.ok) throw new Error('not solved')
      const { flowM3PerS, pumpPa, motorV } = solved.value
      expect(voltsFor(motor, flowM3PerS, pumpPa)).toBeCloseTo(motorV, 3)
      expect(feedNetwork(feed).links).toHaveLength(3)
    }
  })
})

it('what it begins with on a vehicle lies within what a sheet may hold, and comes back from its unit', () => {
  for (const calculator of CALCULATORS)
    for (const [id, field] of Object.entries(calculator.fields)) {
      if (field.kind !== 'number' || field.unit === null) continue
      const si = toSi({ value: field.usual, unit: field.unit })
      expect(fromSi(si, field.unit), id).toBeCloseTo(field.usual, 9)
      expect(field.usual, id).toBeGreaterThanOrEqual(field.low)
      expect(field.usual, id).toBeLessThanOrEqual(field.high)
    }
  expect(Object.keys(SPECIFICATION_FIELDS).length).toBeGreaterThan(5)
})
