/**
 * What the library holds for one layout: the faults its parts can have, the tests whose places, scenes
 * and parts it has, the repairs that cure, the symptoms it can show. Nothing is listed by hand: an
 * edited layout changes its library by itself.
 */
import { KINDS, LAYOUTS, layoutNetwork, specificationOf, type Layout, type PartKind } from '../vehicle'
import { faultsOf, type Fault, type RaiserId } from './faults'
import type { Quantity, SoftRule } from './quantity'
import type { Repair } from './acts'
import { REPAIRS, curesAs } from './repairs'
import { SYMPTOMS, type Symptom } from './symptoms'
import { TESTS, type Test, type TestReading } from './tests'
import { testOn } from './testsOn'

export interface LayoutLibrary {
  faults: Fault[]
  tests: Test[]
  repairs: Repair[]
  symptoms: Symptom[]
  raisers: RaiserId[]
}

/**
 * Repairs that go on this layout and that no fault names: what does the work of one of these in another
 * way, and what is worth doing beside one of them.
 */
export function othersFor(
  layout: Layout,
  repairIds: readonly string[],
): { instead: Repair[]; beside: Repair[] } {
  const fits = (repair: Repair) =>
    (repair.layouts?.includes(layout.id) ?? true) &&
    [repair.object ?? []]
      .flat()
      .every((kind) => LAYOUTS[layout.id].parts.some((part) => part.kind === kind) || kind === 'senderWire')
  const others = REPAIRS.filter((repair) => !repairIds.includes(repair.id) && fits(repair))
  return {
    instead: others.filter(
      (repair) =>
        repair.standsFor &&
        repairIds.some((id) => id === repair.standsFor || curesAs(id) === repair.standsFor),
    ),
    beside: others.filter((repair) => repair.besides?.some((id) => repairIds.includes(id))),
  }
}

const known = new WeakMap<Layout, LayoutLibrary>()

export function libraryOf(layout: Layout): LayoutLibrary {
  const before = known.get(layout)
  if (before) return before
  const words = vocabularyOf(layout)
  // Places where fuel escapes are not the parts that a repair takes in hand: those are the vehicle's own.
  const standing = layout.scope === 'leak' ? LAYOUTS[layout.id].parts : layout.parts
  const repairFits = (id: string) => {
    const repair = REPAIRS.find((candidate) => candidate.id === id)
    if (!repair) throw new Error(`No repair ${id}`)
    const objects = [repair.object ?? []].flat()
    return (
      (repair.layouts?.includes(layout.id) ?? true) &&
      (objects.length === 0 || standing.some((part) => objects.includes(part.kind)))
    )
  }
  const faults = faultsOf(layout).map((fault) => ({ ...fault, repairs: fault.repairs.filter(repairFits) }))
  const library: LayoutLibrary = {
    faults,
    tests: TESTS.filter((test) => suits(test, layout, words)).map((test) =>
      testOn(layout.id, { ...test, reading: spoken(test.reading, words) }),
    ),
    repairs: REPAIRS.filter((repair) => faults.some((fault) => fault.repairs.includes(repair.id))),
    symptoms: SYMPTOMS.flatMap((symptom) => {
      const shows = symptom.shows.filter((group) => group.every((rule) => speaks(words, rule.quantity)))
      return shows.length > 0 &&
        (symptom.scope ?? 'engine') === layout.scope &&
        (!symptom.part || layout.parts.some((part) => part.kind === symptom.part)) &&
        (!symptom.engines || symptom.engines.includes(layout.engine.kind))
        ? [{ ...symptom, shows }]
        : []
    }),
    raisers: [...new Set(faults.flatMap((fault) => fault.raisers))],
  }
  known.set(layout, library)
  return library
}

/** Everything a quantity can name on this layout. */
interface Vocabulary {
  layout: Layout
  nodes: Set<string>
  wires: Set<string>
  links: Set<string>
  resistors: Set<string>
  parameters: Set<string>
  motors: Set<string>
}

function vocabularyOf(layout: Layout): Vocabulary {
  const network = layoutNetwork(layout, specificationOf({}, layout))
  return {
    layout,
    nodes: new Set(network.nodes.map((node) => node.id)),
    wires: new Set(['0', ...network.components.flatMap((part) => [part.n1, part.n2])]),
    links: new Set(network.links.map((link) => link.id)),
    resistors: new Set(network.components.flatMap((part) => (part.kind === 'resistor' ? [part.id] : []))),
    parameters: new Set(
      layout.parts.flatMap((part) =>
        KINDS[part.kind].parameters.map((parameter) => `${part.id}.${parameter.name}`),
      ),
    ),
    motors: new Set(network.links.flatMap((link) => (link.type === 'motor-pump' ? [link.id] : []))),
  }
}

function suits(test: Test, layout: Layout, words: Vocabulary): boolean {
  if (test.layouts && !test.layouts.includes(layout.id)) return false
  if (test.engines && !test.engines.includes(layout.engine.kind)) return false
  // What can be heard and clamped at a pump can be so wherever it lies.
  const has = (kind: PartKind) =>
    layout.parts.some((part) => part.kind === kind || (kind === 'pump' && part.kind === 'inlinePump'))
  if (!(test.parts ?? []).every(has)) return false
  if (test.without && layout.scenes.includes(test.without)) return false
  if (!layout.scenes.includes(test.scene)) return false
  return test.reading.kind === 'number'
    ? speaks(words, test.reading.quantity)
    : test.reading.outcomes.every(
        ({ when, whereItCan }) =>
          whereItCan || when.length === 0 || when.some((group) => allSpeak(words, group)),
      )
}

const allSpeak = (words: Vocabulary, group: readonly SoftRule[]) =>
  group.every((rule) => speaks(words, rule.quantity))

/** A reading with what this layout can answer for: of several reasons for an outcome those that it has. */
const spoken = (reading: TestReading, words: Vocabulary): TestReading =>
  reading.kind === 'number'
    ? reading
    : {
        ...reading,
        outcomes: reading.outcomes
          .map((outcome) => ({
            ...outcome,
            when: outcome.when.filter((group) => allSpeak(words, group)),
          }))
          .filter(({ when, whereItCan }) => !whereItCan || when.length > 0),
      }

/** Can this layout answer for the quantity? */
function speaks(words: Vocabulary, quantity: Quantity): boolean {
  const { scenes } = words.layout
  if ('scene' in quantity && !scenes.includes(quantity.scene)) return false
  switch (quantity.of) {
    case 'volts':
      return words.wires.has(quantity.red) && words.wires.has(quantity.black)
    case 'pressure':
      return words.nodes.has(quantity.at)
    case 'loss':
      return words.nodes.has(quantity.from) && words.nodes.has(quantity.to)
    case 'rise':
      return words.nodes.has(quantity.at) && scenes.includes(quantity.against)
    case 'better':
      return scenes.includes(quantity.against)
    case 'flow':
      return words.links.has(quantity.link)
    case 'current':
    case 'speed':
      return words.motors.has(quantity.pump ?? 'pump')
    case 'air':
      return words.links.has('airLeak')
    case 'shown':
    case 'gaugeError':
    case 'fill':
      return words.layout.scope === 'gauge'
    case 'rail':
      return words.links.has('hpPump')
    case 'sensed':
    case 'duty':
      return words.links.has('speedControl')
    case 'lel':
    case 'wets':
      return (
        words.layout.scope === 'leak' &&
        (quantity.at === undefined || words.layout.parts.some((part) => part.id === quantity.at))
      )
    case 'ohms':
      return words.resistors.has(quantity.part)
    case 'parameter':
      return words.parameters.has(quantity.id)
    case 'residual':
    case 'mixture':
      return words.layout.scope === 'engine'
  }
}
