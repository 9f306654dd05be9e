/** What a plan is: its steps, where checks and gates stand in it, and the vehicle put back. */
import type { Act, Check, Gate, Operation, Wait, WayInId } from '../library'
import type { Minutes } from '../shared'
import type { VehicleState } from '../vehicle'

/** A vehicle put back: what "finished" means for every plan. */
export const PUT_BACK: VehicleState = {
  battery: 'on',
  ignition: 'off',
  pumpCircuit: 'live',
  area: 'open',
  seat: 'in',
  hatch: 'closed',
  cargo: 'in',
  bed: 'down',
  tank: 'in',
  wayIn: 'shut',
  moduleHoses: 'joined',
  ring: 'tight',
  module: 'in',
  height: 'on floor',
  filterJoint: 'joined',
  stepTrim: 'on',
  plug: 'mated',
  gauge: 'none',
  leakCheck: 'passed',
  feedTap: 'open',
  feed: 'primed',
  authority: 'none',
  reliefJoint: 'made',
  exhaustPath: 'in',
  tankInside: 'fuel',
  gaugeMarks: 'proven',
  restraints: 'mated',
  filler: 'joined',
  fillerProof: 'proven',
  highCheck: 'passed',
  flowProof: 'proven',
  cylinders: 'dry',
  rig: 'none',
}

export interface PlanStep {
  /** Place in the plan, from 0. */
  index: number
  operationId: string
  title: string
  detail: string
  side: 'down' | 'bottom' | 'up'
  minutes: number
  before: VehicleState
  after: VehicleState
  /** Index of the step that this one undoes, or that undoes it. */
  twin: number | null
  steps: string[]
  repairId?: string
  /** The operation or repair of this step as this vehicle has it, with all that stands at the step. */
  act: StepAct
}
/** What an operation has and a repair may not. */
export type StepAct = Act & Partial<Pick<Operation, 'out' | 'on' | 'twin' | 'way'>>
export interface PlacedCheck {
  check: Check
  /** Done after this step. */
  afterStep: number
  /** Minutes that a miss found here saves over one found at the end. */
  savesMinutes: number
}
export interface PlacedGate {
  gate: Gate
  /** The hazard begins with this step and ends with `lastStep`. */
  firstStep: number
  lastStep: number
  /** What of its requirement the state before the first step does not meet: empty in a sound plan. */
  unmet: string[]
}
export interface Plan {
  repairs: string[]
  steps: PlanStep[]
  checks: PlacedCheck[]
  gates: PlacedGate[]
  minutes: Minutes
  /** What cures, soaks and dries after its steps, in order; the work stands meanwhile. */
  waits: (Wait & { afterStep: number })[]
  money: number
  /** Most people that one of its steps takes. */
  people: number
  /** The way to the tank's top that it goes; null where it needs none. */
  way: WayInId | null
  have: { newParts: { name: string; count: number; oneTime: boolean }[]; tools: string[] }
}

export type PlanFailure = { kind: 'no-way'; repair: string; to: 'part' | 'finish' }
export type PlanResult = { ok: true; value: Plan } | { ok: false; error: PlanFailure }
