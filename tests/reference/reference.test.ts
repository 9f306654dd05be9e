import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { answeredCase } from '@/core/physics'
import { SCENES, buildNetwork, LAYOUTS, specificationOf, vehicleModel } from '@/core/vehicle'
import { optimalCost, policyCost } from '@/core/diagnosis'
import { compareBayes } from './bayes'
import { compareCase } from './compare'
import { bitsPerCost, compareSequential, problemOf } from './sequential'
import { fileSchema } from './report'
import { compareTransient } from './transients'

const load = (family: string) =>
  fileSchema.parse(JSON.parse(readFileSync(new URL(`./${family}.json`, import.meta.url), 'utf8'))).cases

describe.each(['hydraulics', 'electrical'])('%s agrees with the independent solver', (family) => {
  const cases = load(family)
  it('has cases', () => expect(cases.length).toBeGreaterThan(20))
  it.each(cases.map((data) => [String(data.id), data] as const))('%s', (_id, data) => {
    const report = compareCase(data, cases)
    expect(report.failure).toBeNull()
    expect(report.compared).toBeGreaterThan(5)
    expect(
      report.worst!.ratio,
      `${report.worst!.what}: ${report.worst!.expected} against ${report.worst!.found}`,
    ).toBeLessThanOrEqual(1)
  })
})

describe.each([
  ['bayes', compareBayes, 30],
  ['sequential', compareSequential, 20],
  ['transients', compareTransient, 6],
] as const)(
  '%s agrees with the independent solver, through the functions of the application',
  (family, compare, least) => {
    it.each(load(family).map((data) => [String(data.id), data] as const))('%s', (_id, data) => {
      const report = compare(data)
      expect(report.failure).toBeNull()
      expect(report.compared).toBeGreaterThan(least)
      expect(report.worst!.ratio, report.worst!.what).toBeLessThanOrEqual(1)
    })
  },
)

describe('the exact policy', () => {
  it('is never dearer than the rules of thumb, and asking for more tests never costs more', () => {
    for (const data of load('sequential')) {
      const problem = problemOf(data)
      const best = optimalCost(problem)
      expect(best).toBeLessThanOrEqual(policyCost(problem, bitsPerCost(problem, 0.95)) + 1e-9)
      const byDepth = [0, 1, 2, 3].map((tests) => optimalCost(problem, tests))
      byDepth.slice(1).forEach((cost, at) => expect(cost).toBeLessThanOrEqual(byDepth[at]! + 1e-9))
    }
  })
})

describe('what Trace solves, as a file', () => {
  const built = vehicleModel(LAYOUTS.A01, specificationOf())
  if (!built.ok) throw new Error(built.error.problem)
  it.each(SCENES)('the scene "%s" carries its answer and agrees through the runner', (scene) => {
    const answered = answeredCase(buildNetwork(built.value, built.value.nominal, scene), scene)
    if (!answered.ok) throw new Error(answered.error.kind)
    const report = compareCase(JSON.parse(JSON.stringify(answered.value)))
    expect(report.failure).toBeNull()
    expect(report.compared).toBeGreaterThan(40)
    expect(report.worst!.ratio, report.worst!.what).toBeLessThan(0.2)
  })
})

describe('the comparison itself', () => {
  it('fails a figure that is off by more than the tolerance', () => {
    const data = structuredClone(load('hydraulics')[0]!)
    data.expected.links.LINE.q_L_h += 1
    expect(compareCase(data).worst!.ratio).toBeGreaterThan(1)
  })
  it('fails a missing element instead of passing it over', () => {
    const data = structuredClone(load('electrical')[0]!)
    data.expected.node_V.nowhere = 12
    expect(compareCase(data).worst!.ratio).toBe(Infinity)
  })
})
