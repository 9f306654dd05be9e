/** The belief about the figures that vary, against the textbook: a dense covariance, a full gain, and differences of full solves. */
import { describe, expect, it } from 'vitest'
import { seededRandom } from '../shared'
import { apply, LAYOUTS, solveScene, specificationOf, vehicleModel } from '../vehicle'
import { NO_BELIEF, addPairs, deriveSome, nominalTable, posteriorOf, type Complaint, type Table } from '.'
import { observe } from './observe'
import { feltByAll, learn, packed, predictiveOf } from './scatter'
import { Heard, kinshipOf } from './heard'
import { ownPairs, typicalTable } from './tables.fixture'

const built = vehicleModel(LAYOUTS.A01, specificationOf())
if (!built.ok) throw new Error(built.error.problem)
const nominal = nominalTable(built.value)
const table = typicalTable('A01')
const count = table.catalogue.nuisanceCount
const COMPLAINT: Complaint = { symptoms: ['starvesUnderLoad'], raisers: [], failingNow: 'yes' }

/** A row's derivatives in full, severities behind. */
function rowOf({ felt }: Table, at: number, row: number): Float64Array {
  const { derivatives, severity } = table.predicted[at]!
  const full = new Float64Array(count + 2)
  felt.of[row]!.forEach((k, i) => (full[k] = derivatives![felt.start[row]! + i]!))
  if (severity) full.set(severity.subarray(2 * row, 2 * row + 2), count)
  return full
}

describe('what a row feels', () => {
  it('is a part of all nuisances; few figures vary with none', () => {
    const widths = table.catalogue.numeric.map(({ row }) => table.felt.of[row]!.length)
    expect(Math.max(...widths)).toBeLessThan(count)
    expect(widths.filter((width) => width === 0).length).toBeLessThan(0.15 * widths.length)
    expect(widths.reduce((sum, width) => sum + width, 0) / widths.length).toBeLessThan(0.6 * count)
  })
  it('what is left out changes no deviation by a fiftieth', () => {
    for (const entry of table.catalogue.numeric) {
      for (const at of [3, 77, 240, 410]) {
        const { particle } = table.predicted[at]!
        const { derivatives } = observe(table.catalogue.observer, particle.theta, true)
        const whole = Math.sqrt(
          derivatives!
            .subarray(entry.row * count, (entry.row + 1) * count)
            .reduce((sum, d) => sum + d * d, 0),
        )
        const kept = Math.sqrt(
          packed(derivatives!, table.felt)
            .subarray(
              table.felt.start[entry.row]!,
              table.felt.start[entry.row]! + table.felt.of[entry.row]!.length,
            )
            .reduce((sum, d) => sum + d * d, 0),
        )
        const sigma = 0.003 * entry.span
        expect(Math.hypot(whole, sigma)).toBeLessThan(1.02 * Math.hypot(kept, sigma))
      }
    }
  })
  it('complete derivatives are packed as they are', () => {
    const complete = Float64Array.from({ length: 12 }, (_, k) => k)
    expect([...packed(complete, feltByAll(3, 4))]).toEqual([...complete])
  })
})

describe('the step of z', () => {
  it('agrees with a dense Kalman filter over any order of rows', () => {
    const random = seededRandom(7)
    for (let trial = 0; trial < 12; trial += 1) {
      const at = Math.floor(random.next() * table.predicted.length)
      let belief = NO_BELIEF
      const predicted = table.predicted[at]!
      const heard = new Heard(at + 1, 5)
      const kinship = kinshipOf(table, predicted)
      const size = count + 2
      const mean = new Float64Array(size)
      const P = Array.from({ length: size }, (_, i) =>
        Float64Array.from({ length: size }, (__, k) => (i === k ? 1 : 0)),
      )
      for (let reading = 0; reading < 5; reading += 1) {
        const entry = table.catalogue.numeric[Math.floor(random.next() * table.catalogue.numeric.length)]!
        const d = rowOf(table, at, entry.row)
        const Pd = P.map((line) => line.reduce((sum, value, k) => sum + value * d[k]!, 0))
        const variance = d.reduce((sum, value, k) => sum + value * Pd[k]!, 0)
        const expected =
          table.predicted[at]!.values[entry.row]! + d.reduce((sum, value, k) => sum + value * mean[k]!, 0)
        const own = predictiveOf(table, predicted, belief, entry.row)
        const known = heard.expect(at, kinship, predicted, entry.row, { mean: 0, variance: 0 })
        const scale = Math.max(
          1e-9,
          Math.abs(expected),
          Math.sqrt(d.reduce((sum, value) => sum + value * value, 0)),
        )
        for (const one of [own, known]) {
          expect(Math.abs(one.mean - expected) / scale).toBeLessThan(1e-9)
          expect(Math.abs(one.variance - variance) / scale ** 2).toBeLessThan(1e-9)
        }
        const sigma2 = (0.02 * entry.span) ** 2
        const y = expected + entry.span * 0.05 * (random.next() - 0.5)
        belief = learn(table, predicted, belief, entry.row, y, own, sigma2)
        heard.hear(at, kinship, predicted, entry.row, y - known.mean, known.variance + sigma2, 1)
        for (let k = 0; k < size; k += 1) mean[k]! += (Pd[k]! * (y - expected)) / (variance + sigma2)
        for (let i = 0; i < size; i += 1)
          for (let k = 0; k < size; k += 1) P[i]![k]! -= (Pd[i]! * Pd[k]!) / (variance + sigma2)
      }
    }
  })
  it('a reading narrows its own row and widens none', () => {
    const rows = table.catalogue.numeric.map(({ row }) => row)
    const before = rows.map((row) => predictiveOf(table, table.sound, NO_BELIEF, row).variance)
    const [first] = table.catalogue.numeric
    const belief = learn(
      table,
      table.sound,
      NO_BELIEF,
      first!.row,
      table.sound.values[first!.row]!,
      predictiveOf(table, table.sound, NO_BELIEF, first!.row),
      1e-9,
    )
    const after = rows.map((row) => predictiveOf(table, table.sound, belief, row).variance)
    expect(after[0]).toBeLessThan(0.01 * before[0]! + 1e-12)
    after.forEach((variance, k) => expect(variance).toBeLessThanOrEqual(before[k]! * (1 + 1e-9) + 1e-15))
  })
  it('a reading that is not owned moves nothing', () => {
    const kinship = kinshipOf(table, table.sound)
    const heard = new Heard(1, 1)
    const [entry] = table.catalogue.numeric
    const expected = () => heard.expect(0, kinship, table.sound, entry!.row, { mean: 0, variance: 0 })
    const before = expected()
    heard.hear(0, kinship, table.sound, entry!.row, entry!.span, before.variance + 1, 0)
    expect(expected()).toEqual(before)
  })
  it('half owned it moves half as far as owned, and narrows half as much', () => {
    const kinship = kinshipOf(table, table.sound)
    const heard = new Heard(2, 1)
    const [entry] = table.catalogue.numeric
    const expected = (at: number) =>
      heard.expect(at, kinship, table.sound, entry!.row, { mean: 0, variance: 0 })
    const before = expected(0)
    ;[1, 0.5].forEach((owned, at) =>
      heard.hear(at, kinship, table.sound, entry!.row, 1, before.variance + 1, owned),
    )
    expect(expected(1).mean - before.mean).toBeCloseTo(0.5 * (expected(0).mean - before.mean), 12)
    expect(before.variance - expected(1).variance).toBeCloseTo(
      0.5 * (before.variance - expected(0).variance),
      12,
    )
  })
  it('what is known of the vehicle is where a particle starts from', () => {
    const [known, other] = table.catalogue.numeric
    const belief = learn(
      table,
      table.sound,
      NO_BELIEF,
      known!.row,
      table.sound.values[known!.row]! + 0.02 * known!.span,
      predictiveOf(table, table.sound, NO_BELIEF, known!.row),
      1e-6 * known!.span ** 2,
    )
    const open = { felt: table.felt, belief }
    for (const at of [0, 77, 240]) {
      const predicted = table.predicted[at]!
      const heard = new Heard(at + 1, 1)
      const kinship = kinshipOf(open, { ...predicted })
      for (const { row } of [known!, other!]) {
        const own = predictiveOf(open, predicted, belief, row)
        const shown = heard.expect(at, kinship, predicted, row, { mean: 0, variance: 0 })
        expect(shown.mean).toBeCloseTo(own.mean, 9)
        expect(shown.variance).toBeCloseTo(own.variance, 9)
      }
      if (!predicted.derivatives) continue
      const before = predictiveOf(open, predicted, belief, known!.row)
      const noise = 1e-4 * known!.span ** 2
      const after = learn(open, predicted, belief, known!.row, before.mean + 1, before, noise)
      heard.hear(at, kinship, predicted, known!.row, 1, before.variance + noise, 1)
      const own = predictiveOf(open, predicted, after, other!.row)
      const shown = heard.expect(at, kinship, predicted, other!.row, { mean: 0, variance: 0 })
      expect(shown.mean).toBeCloseTo(own.mean, 9)
      expect(shown.variance).toBeCloseTo(own.variance, 9)
    }
  })
})

describe('what a fault leaves as it is', () => {
  it('reads to the last digit what a solve of its own reads', () => {
    // Faults beside the fuel and its volts change no network: each scene is the sound vehicle's.
    for (const id of ['F96', 'F97', 'F41', 'F79']) {
      const classIndex = table.classes.findIndex((entry) => entry.id === id)
      const { particle, values } = table.predicted.find((entry) => entry.particle.classIndex === classIndex)!
      const { model } = table
      for (const { station, row } of table.catalogue.profile) {
        if (station.track === 'electrical') continue
        expect(solveScene(model, particle.theta, 'keyOn', true).ok).toBe(true)
        const own =
          model.system.totalPa[model.system.nodeIndex.get(station.node)!]! -
          model.system.nodeHeightPa[model.system.nodeIndex.get(station.node)!]!
        expect(Math.abs(values[row]! - own)).toBeLessThan(1e-6 * Math.max(1e5, Math.abs(own)))
      }
    }
    apply(table.model, table.model.nominal, 'keyOn')
  })
  it('forms of a fault that comes and goes share what they read', () => {
    const sometimes = table.predicted.filter((entry) => entry.particle.shows < 1)
    expect(sometimes.length).toBeGreaterThan(10)
    for (const entry of sometimes) {
      const permanent = table.predicted.find(
        (other) => other.particle.shows === 1 && other.particle.theta === entry.particle.theta,
      )!
      expect(permanent.values).toEqual(entry.values)
      expect(permanent.derivatives).toEqual(entry.derivatives)
    }
  })
})

describe('pairs', () => {
  const open = (base: Table): Table => ({
    ...base,
    classes: base.classes.filter((entry) => entry.faults.length < 2),
    predicted: base.predicted.filter((entry) => base.classes[entry.particle.classIndex]!.faults.length < 2),
  })
  const at = (of: Table, id: string) => of.classes.findIndex((entry) => entry.id === id)

  it('solved for one complaint they serve the next, at its own places', () => {
    const whole = ownPairs(table)
    const first = open(whole)
    addPairs(
      first,
      ['F41', 'F79', 'F28'].map((id) => at(first, id)),
    )
    const second = open(whole)
    addPairs(
      second,
      ['F79', 'F28'].map((id) => at(second, id)),
    )
    const own = second.classes.length - 1
    const shared = second.predicted.filter((entry) => entry.particle.classIndex === own)
    expect(second.classes[own]!.id).toBe('F28+F79')
    expect(shared.length).toBeGreaterThan(0)
    const before = first.predicted.filter(
      (entry) => first.classes[entry.particle.classIndex]!.id === 'F28+F79',
    )
    expect(shared.map((entry) => entry.values)).toEqual(before.map((entry) => entry.values))
    expect(
      posteriorOf(second, COMPLAINT, []).classWeights.reduce((sum, weight) => sum + weight, 0),
    ).toBeCloseTo(1, 9)
  })
  it('those of the nominal table are forgotten once the scatter is known', () => {
    const early = {
      ...nominal,
      pairs: new Map(nominal.pairs),
      predicted: [...nominal.predicted],
      classes: [...nominal.classes],
    }
    addPairs(
      early,
      ['F41', 'F79'].map((id) => at(early, id)),
    )
    expect(early.pairs.size).toBe(1)
    const whole = nominalTable(built.value)
    addPairs(
      whole,
      ['F41', 'F79'].map((id) => at(whole, id)),
    )
    whole.stage = 'nominal'
    deriveSome(whole, 0, () => false)
    expect(whole.pairs.size).toBe(0)
    expect(whole.felt.of.some((places) => places.length < count)).toBe(true)
  })
})
