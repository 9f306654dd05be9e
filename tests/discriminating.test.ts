/**
 * Which tests tell which fault: the handbook's own list, made by people, against what the solved model
 * makes those tests read. Each fault that our library holds under the handbook's number must move one of
 * the tests named for it, on a layout that both have, by two of the test's own deviations or by every
 * other observation. Our library splits some faults and some tests; a number stands for all of them.
 */
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { FAULT_TEMPLATES } from '@/core/library'
import { NO_BELIEF, nominalTable, predictiveOf, readingSigma, type Table } from '@/core/diagnosis'
import {
  LAYOUTS,
  asKnown,
  SCOPES,
  inScope,
  specificationOf,
  vehicleModel,
  type Layout,
  type LayoutId,
} from '@/core/vehicle'

interface Named {
  tests: string[]
  architectures: LayoutId[]
}
const HANDBOOK = JSON.parse(
  readFileSync(new URL('./reference/discriminating.json', import.meta.url), 'utf8'),
) as Record<string, Named>

/** F44 of F44m and of F44@rearLine; T04 of T04-pump. */
const numberOf = (id: string) => /^[FT]\d+/.exec(id)?.[0] ?? ''

const tables = new Map<Layout, Table>()
function tableOf(layout: Layout): Table {
  const known = tables.get(layout)
  if (known) return known
  const built = vehicleModel(layout, asKnown(specificationOf({}, layout)))
  if (!built.ok) throw new Error(built.error.problem)
  const made = nominalTable(built.value)
  tables.set(layout, made)
  return made
}

/** How far the severest form of a fault moves a test, in its own deviations; every other observation counts as two. */
function moved(table: Table, faultNumber: string, testNumber: string): number {
  const { catalogue, sound } = table
  const classes = new Set(
    table.classes.flatMap((entry, at) =>
      entry.faults.length === 1 && numberOf(entry.id) === faultNumber ? [at] : [],
    ),
  )
  const own = table.predicted.filter((entry) => classes.has(entry.particle.classIndex))
  const numeric = catalogue.numeric
    .filter(({ test }) => numberOf(test.id) === testNumber)
    .flatMap((entry) =>
      own.map((particle) => {
        const variance =
          readingSigma(entry, sound.values[entry.row]!) ** 2 +
          predictiveOf(table, sound, NO_BELIEF, entry.row).variance
        return Math.abs(particle.values[entry.row]! - sound.values[entry.row]!) / Math.sqrt(variance)
      }),
    )
  const seen = catalogue.seen
    .filter(({ test }) => numberOf(test.id) === testNumber)
    .flatMap((entry) =>
      own.map((particle) =>
        entry.outcomes.reduce(
          (sum, _, k) =>
            sum + 2 * Math.abs(particle.chances[entry.offset + k]! - sound.chances[entry.offset + k]!),
          0,
        ),
      ),
    )
  return Math.max(0, ...numeric, ...seen)
}

/** Faults that our library tells by other tests than those named, each with the reason. */
const APART: Record<string, string> = {
  F16: 'a full canister is found by the meter along the places, where the valves are not tried',
  F59: 'gummed jets leave the bowl level right: told by the exhaust and by the jets themselves',
  F61: 'a worn arm shortens the stroke: told by volume, the weep hole stays dry',
  F63: 'a worn pump ticks as before: told by volume and pressure',
  F76: 'only a vehicle with a speed resistor has it: an edit',
  F89: 'only a vehicle with a capacitive probe has it: an edit',
  F91: 'it stands on the selector of an aircraft, told by the loss across it at flow',
}

const held = [...new Set(FAULT_TEMPLATES.map((fault) => numberOf(fault.id)))].filter((id) => HANDBOOK[id])
describe('the tests that the handbook names for a fault', () => {
  it('most faults of the handbook are held under its number', () => expect(held.length).toBeGreaterThan(80))
  it('what is told otherwise is in the library', () =>
    expect(Object.keys(APART).filter((id) => !held.includes(id))).toEqual([]))
  it.each(held.filter((id) => !APART[id]))('%s is told by one of them', (id) => {
    const { tests, architectures } = HANDBOOK[id]!
    const layouts = architectures
      .flatMap((layoutId) => SCOPES.map((scope) => inScope(LAYOUTS[layoutId], scope)))
      .filter((layout) => tableOf(layout).classes.some((entry) => numberOf(entry.id) === id))
    expect(layouts.length, 'a layout that has it').toBeGreaterThan(0)
    const best = Math.max(
      ...layouts.map((layout) => Math.max(...tests.map((test) => moved(tableOf(layout), id, test)))),
    )
    expect(best, tests.join(', ')).toBeGreaterThan(2)
  })
})
