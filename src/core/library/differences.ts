/**
 * What a technician can say at one segment of the tracks: here the vehicle differs from its layout.
 * Each way is an edit that fits; one whose model does not solve, or that would take away the test of a
 * reading already kept, is not offered.
 */
import {
  editProblem,
  layoutOf,
  solveScene,
  specificationOf,
  vehicleModel,
  type Edit,
  type Layout,
  type LayoutId,
  type LayoutKey,
  type Part,
  type PartKind,
} from '../vehicle'
import { libraryOf } from './layoutLibrary'

export type DifferenceKind =
  | 'bridged'
  | 'taken out'
  | 'filter behind'
  | 'relay behind'
  | 'speed resistor behind'
  | 'second pump'
  | 'another carburettor'
  | 'surge tank'
  | 'with a return'
  | 'without a return'
  | 'pump outside'
  | 'filter in the tank'
export interface Difference {
  kind: DifferenceKind
  /** Part it is about. */
  part: string
  edit: Edit
}

const BRIDGED: PartKind[] = [
  'fuse',
  'relay',
  'keySwitch',
  'cutOff',
  'feedPlug',
  'gaugeFuse',
  'limiter',
  'senderPlug',
]
const TAKEN_OUT: PartKind[] = ['cutOff', 'filter', 'primer']
const LINES: PartKind[] = ['line', 'hose', 'suctionLine', 'returnLine']
const WIRES: PartKind[] = ['fuse', 'loom']
const DOUBLED: PartKind[] = ['pump', 'pusherPump', 'inlinePump']
/** Injected systems with room for a second tank behind the first. */
const TO_SURGE: LayoutId[] = ['A01', 'A02', 'A07']
/** Injected systems whose pump an earlier hand took out of the tank. */
const TO_PUMP_OUTSIDE: LayoutId[] = ['A01', 'A02', 'A07']
/** An added filter in a suction line: a coarse one, as on the layouts that have one there; typical. */
const COARSE = { linear: 0.025, quadratic: 1e-5, suction: 1 }
/** Seat of a larger carburettor: about a third wider; typical. */
const WIDE_SEAT = { linear: 0.003, quadratic: 1e-4 }

/** Edits that can be made at a segment of the vehicle as it stands, in the order in which they are usual. */
export function differencesAt(vehicle: LayoutKey, segmentId: string, testsRead: string[]): Difference[] {
  const layout = layoutOf(vehicle)
  const segment = layout.segments.find((candidate) => candidate.id === segmentId)
  const parts = layout.parts.filter((part) => segment?.parts.includes(part.id))
  return parts
    .flatMap((part) => waysOf(layout, part))
    .filter(({ edit }) => holds({ ...vehicle, edits: [...vehicle.edits, edit] }, testsRead))
}

function waysOf(layout: Layout, part: Part): Difference[] {
  const fresh = (stem: string) =>
    `${stem}${1 + layout.parts.filter((other) => other.id.startsWith(stem)).length}`
  const ways: [boolean, DifferenceKind, Edit][] = [
    [
      LINES.includes(part.kind),
      'filter behind',
      {
        kind: 'insert',
        after: part.id,
        part: {
          id: fresh('addedFilter'),
          kind: 'filter',
          name: 'Added filter',
          ...(part.kind === 'suctionLine' ? { figures: COARSE } : {}),
        },
      },
    ],
    [
      BRIDGED.includes(part.kind) && !layout.parts.some((other) => other.id === `${part.id}Bypass`),
      'bridged',
      { kind: 'bypass', part: part.id },
    ],
    [TAKEN_OUT.includes(part.kind), 'taken out', { kind: 'remove', part: part.id }],
    [
      WIRES.includes(part.kind),
      'relay behind',
      {
        kind: 'insert',
        after: part.id,
        part: { id: fresh('addedRelay'), kind: 'relay', name: 'Added relay' },
      },
    ],
    [
      part.kind === 'loom' && !layout.parts.some((other) => other.kind === 'ballast'),
      'speed resistor behind',
      {
        kind: 'insert',
        after: part.id,
        part: { id: fresh('speedResistor'), kind: 'ballast', name: 'Speed resistor' },
      },
    ],
    [
      DOUBLED.includes(part.kind),
      'second pump',
      { kind: 'parallel', part: part.id, by: { id: fresh('secondPump'), kind: part.kind } },
    ],
    [
      part.kind === 'pump' && layout.engine.kind === 'injected' && TO_SURGE.includes(layout.id),
      'surge tank',
      { kind: 'rebuilt', as: 'A10' },
    ],
    [
      part.kind === 'pump' && TO_PUMP_OUTSIDE.includes(layout.id),
      'pump outside',
      { kind: 'rebuilt', as: 'A14' },
    ],
    [part.kind === 'regulator' && layout.id === 'A01', 'without a return', { kind: 'rebuilt', as: 'A02' }],
    [part.kind === 'tankRegulator' && layout.id === 'A02', 'with a return', { kind: 'rebuilt', as: 'A01' }],
    [
      part.kind === 'filter' && layout.parts.some((other) => other.kind === 'moduleHose'),
      'filter in the tank',
      { kind: 'intoTank', part: part.id },
    ],
    [
      part.kind === 'needleSeat' && !part.figures,
      'another carburettor',
      { kind: 'replace', part: part.id, by: 'needleSeat', figures: WIDE_SEAT },
    ],
  ]
  return ways.flatMap(([fits, kind, edit]) => (fits ? [{ kind, part: part.id, edit }] : []))
}

/** The edited vehicle still solves in every scene, and has the test of every reading that is kept. */
function holds(vehicle: LayoutKey, testsRead: string[]): boolean {
  if (editProblem(vehicle.layoutId, vehicle.edits)) return false
  const layout = layoutOf(vehicle)
  const model = vehicleModel(layout, specificationOf({}, layout))
  if (
    !model.ok ||
    !layout.scenes.every((scene) => solveScene(model.value, model.value.nominal, scene, true).ok)
  )
    return false
  const tests = new Set(libraryOf(layout).tests.map((test) => test.id))
  return testsRead.every((id) => tests.has(id))
}
