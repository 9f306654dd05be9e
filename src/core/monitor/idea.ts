/**
 * The monitor's own idea of a vehicle, kept from what is done and from nothing else: what ran made it
 * hot, what was opened is not seen dry, what was poured is not clear. It shares no line with the planner
 * or its table of rules, so that the one can be held against the other.
 */
import type { Doing } from '../library'
import type { VehicleState } from '../vehicle'

/** A step as the monitor sees it. */
export interface WatchedStep {
  id: string
  does: readonly Doing[]
  /** What the step says that it changes. */
  sets: VehicleState
  /** What it is for: the physical state without which it cannot be done. */
  purpose: VehicleState
  /** A figure that must be entered: of the meter in % LEL, of a gauge or scan tool in kPa. */
  entry: '%' | 'kPa' | null
  people: number
  /** Everything that is said at it. */
  words: string
}

export interface Idea {
  /** As the steps say it. */
  said: VehicleState
  exhaustHot: boolean
  linePressure: boolean
  highPressure: boolean
  vapourClear: boolean
  /** Joints that were opened and not seen dry since. */
  unseen: boolean
  highUnseen: boolean
  flowUnproven: boolean
  cylindersWet: boolean
  fillerUnproven: boolean
}

export const ideaOf = (said: VehicleState): Idea => ({
  said,
  exhaustHot: said.exhaust !== 'cool',
  linePressure: said.line !== 'off',
  highPressure: said.highSide === 'pressurised' || said.highSide === undefined,
  vapourClear: said.vapour === 'clear',
  unseen: said.leakCheck === 'due',
  highUnseen: said.highCheck === 'due',
  flowUnproven: said.flowProof === 'due',
  cylindersWet: said.cylinders === 'wet',
  fillerUnproven: said.fillerProof === 'due',
})

const NO_FUEL = ['access', 'cap']
export const partsFuel = (doing: Doing): boolean => doing.does === 'opens' && !NO_FUEL.includes(doing.what)
export const turnsEngine = (doing: Doing): boolean => doing.does === 'cranks' || doing.does === 'runsEngine'
export const movesFuel = (doing: Doing): boolean =>
  doing.does === 'drains' || doing.does === 'pours' || doing.does === 'fills'
const firstOf = (doing: Doing) => ('first' in doing ? doing.first : undefined)
export const isFirst = (step: WatchedStep, which: 'prime' | 'leak' | 'high'): boolean =>
  step.does.some((doing) => firstOf(doing) === which)

/** The idea after a step, whatever the step itself claims of heat, pressure, vapour and proof. */
export function after(idea: Idea, step: WatchedStep): Idea {
  const said = { ...idea.said, ...step.sets }
  const some = (test: (doing: Doing) => boolean) => step.does.some(test)
  const ran = some((doing) => turnsEngine(doing) || doing.does === 'runsPump')
  const pressed = ran || some((doing) => doing.does === 'pressurises' && doing.by !== 'gas')
  const opened = some(partsFuel)
  const vented = some(
    (doing) =>
      doing.does === 'opens' || (doing.does === 'closes' && doing.what !== 'access') || movesFuel(doing),
  )
  const letOff = some((doing) => doing.does === 'opens' && (doing.under === 'line' || doing.under === 'tap'))
  const stalled = some((doing) => doing.does === 'runsEngine' && doing.how === 'stall')
  return {
    said,
    // Only waiting cools: nothing that is done does.
    exhaustHot: some((doing) => doing.does === 'runsEngine')
      ? true
      : idea.exhaustHot && !(step.sets.exhaust === 'cool' && step.does.length === 0),
    linePressure:
      pressed && !stalled ? true : idea.linePressure && !(step.sets.line === 'off' && (letOff || stalled)),
    highPressure: step.entry === 'kPa' && step.sets.highSide === 'low' ? false : pressed || idea.highPressure,
    // Only a meter clears.
    vapourClear: vented ? false : idea.vapourClear || (step.entry === '%' && step.sets.vapour === 'clear'),
    unseen: opened
      ? !(isFirst(step, 'leak') && step.sets.leakCheck === 'passed')
      : idea.unseen && !isFirst(step, 'leak'),
    highUnseen:
      some((doing) => doing.does === 'opens' && doing.under === 'high') ||
      (idea.highUnseen && !isFirst(step, 'high')),
    flowUnproven:
      said.flowProof !== undefined &&
      ((opened && !some((doing) => doing.does === 'certifies' && doing.what === 'flow')) ||
        (idea.flowUnproven && !some((doing) => doing.does === 'certifies' && doing.what === 'flow'))),
    cylindersWet: step.sets.cylinders === 'wet' || (idea.cylindersWet && step.sets.cylinders !== 'dry'),
    fillerUnproven:
      (said.fillerProof !== undefined &&
        some((doing) => doing.does === 'opens' && doing.what === 'filler')) ||
      (idea.fillerUnproven && !some((doing) => doing.does === 'fills' && doing.litres === 'to the click')),
  }
}

/** What stands open, by what the steps say. */
export function openNow({ said }: Idea): string[] {
  const list: [boolean, string][] = [
    [said.module === 'out' || said.ring === 'off', 'tank'],
    [said.moduleHoses === 'parted', 'unit'],
    [said.filterJoint === 'parted', 'filter joint'],
    [said.reliefJoint === 'parted', 'relief joint'],
    [['lowered', 'hung', 'poured'].includes(said.tank ?? ''), 'tank off its place'],
  ]
  return list.flatMap(([is, what]) => (is ? [what] : []))
}
