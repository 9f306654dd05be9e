/**
 * What holds an act, in one ordered list for every screen: the gravest first. A hold names its rule, why
 * it stands, and what ends it, so that nobody is told "no" without being told what to do.
 */
import {
  GATES,
  LICENSED_ONLY,
  RULES,
  type Act,
  type Gate,
  type Invariant,
  type Rule,
  type Setting,
} from '../library'
import { forbidden, plannerFor } from '../procedure'
import { matches, pack, patternOf, type Variable, type VehicleState } from '../vehicle'
import type { JobView } from './fold'
import { evacuated } from './meter'
import type { Wait } from '../records'
import { waitHolds } from './orders'
import { hazardsDue, type HazardsDue } from './pauses'
import { vapourStale } from './vapour'
import { isBuilt, vehicleIn } from './built'
import { settingOf, type VehicleRecord } from './vehicleRecord'

interface Held {
  /** Id of the rule, of the state that must not be, or of what keeps the time. */
  rule: string
  /** What is asked, in the technician's words. */
  asks: string
  /** Why it is asked. */
  reason: string
  /** Titles of what ends it, in no order; empty where only waiting or a look does. */
  remedies: string[]
}
export type Hold = Held &
  (
    | { kind: 'everyone out' }
    | { kind: 'must not be'; variables: Variable[] }
    | { kind: 'hazards'; due: HazardsDue }
    | { kind: 'state'; variables: Variable[] }
    | { kind: 'meter again'; minutes: number }
    | { kind: 'wait'; wait: Wait }
  )
export type HoldKind = Hold['kind']

/** The order in which holds stand: what endangers people now, what was not looked at, what is not ready, what only takes time. */
export const HOLD_ORDER: readonly HoldKind[] = [
  'everyone out',
  'must not be',
  'hazards',
  'state',
  'meter again',
  'wait',
]

export interface Moment {
  /** Time on this tablet, ms; null before it is known. */
  now: number | null
  /** The latest time that this tablet has seen, ms. */
  latest: number
}
/** What a hold asks of an act: an operation, a step, a test or a look. */
export type HeldAct = Pick<Act, 'needs' | 'minutes'> & Partial<Pick<Act, 'sets' | 'rules'>>

export interface HoldOptions {
  /** Waits hold a step of the plan, not a reading beside it; the key is turned as part of a reading. */
  as: 'step' | 'reading'
  /** It is under way: the meter was asked for as it began. */
  begun?: boolean
}

/** All that holds an act, gravest first; empty where it may go on. `act` null: what holds whatever is done next. */
export function holdsOn(
  job: JobView,
  setting: Setting,
  act: HeldAct | null,
  { now, latest }: Moment,
  { as, begun = false }: HoldOptions,
): Hold[] {
  const stale =
    act && now !== null && !begun
      ? vapourStale(job, { needs: act.needs, sets: act.sets ?? {} }, now, latest)
      : null
  const due = now !== null && openGates(job.state).length > 0 ? hazardsDue(job, act?.minutes ?? 0, now) : null
  return [
    ...(evacuated(job) ? [EVERYONE_OUT] : []),
    ...mustNotBe(job, setting).map(forbiddenHold),
    ...(due ? [hazardHold(due)] : []),
    ...(act ? stateHolds(job.state, setting, as === 'step' ? act : keyAside(act)) : []),
    ...(stale === null ? [] : [meterHold(stale)]),
    ...(as === 'step' ? waitHolds(job.waits, now ?? 0).map(waitHold) : []),
  ]
}

/** Rules that the vehicle breaks as it is said to stand; empty where it may. */
export const mustNotBe = ({ state }: Pick<JobView, 'state'>, setting: Setting): Invariant[] =>
  forbidden(plannerFor(setting), state)

/** Variables that stand otherwise than an act needs. */
export const differing = (state: VehicleState, needs: VehicleState): Variable[] =>
  (Object.keys(needs) as Variable[]).filter((variable) => state[variable] !== needs[variable])

/** What the state does not fulfil, one hold for each rule that asks it; what the act needs for itself comes last. */
export function stateHolds(
  state: VehicleState,
  setting: Setting,
  act: Pick<HeldAct, 'needs' | 'rules'>,
): Hold[] {
  const rules = (act.rules ?? []).flatMap((id) => RULES_BY_ID.get(id) ?? [])
  const asking = new Map<Asking | undefined, Variable[]>()
  for (const variable of differing(state, act.needs)) {
    const rule =
      variable === 'authority'
        ? LICENSED_ONLY
        : rules.find((candidate) => asked(candidate)[variable] === act.needs[variable])
    asking.set(rule, [...(asking.get(rule) ?? []), variable])
  }
  return [...asking]
    .sort(([one], [other]) => placeOf(one) - placeOf(other))
    .map(([rule, variables]) => ({
      kind: 'state' as const,
      variables,
      rule: rule?.id ?? 'purpose',
      asks: rule?.asks ?? 'The vehicle as this needs it',
      reason: rule?.reason ?? 'It cannot be done as the vehicle stands.',
      remedies: remediesFor(setting, variables, act.needs),
    }))
}

type Asking = Pick<Rule, 'id' | 'asks' | 'reason'>
const RULES_BY_ID = new Map(RULES.map((rule) => [rule.id, rule]))
const asked = (rule: Rule): VehicleState => ({ ...rule.throughout, ...rule.before })
/** The licence comes before all of them, what an act needs for itself after. */
const placeOf = (rule: Asking | undefined) =>
  rule ? RULES.findIndex(({ id }) => id === rule.id) : RULES.length

const keyAside = <A extends Pick<Act, 'needs'>>(act: A): A => {
  const { ignition: _turned, ...needs } = act.needs
  return { ...act, needs }
}

/** For each variable the quickest operation that brings it there, once each. */
function remediesFor(setting: Setting, variables: Variable[], needs: VehicleState): string[] {
  const operations = [...plannerFor(setting).byOperation.keys()]
  const quickest = (variable: Variable) =>
    operations
      .filter((operation) => operation.sets[variable] === needs[variable])
      .sort((one, other) => one.minutes - other.minutes)[0]
  return [...new Set(variables.flatMap((variable) => quickest(variable)?.title ?? []))]
}

const EVERYONE_OUT: Hold = {
  kind: 'everyone out',
  rule: 'lel-leave',
  asks: 'Everyone out',
  reason: 'The meter stood at 20 % LEL or more: a spark would light it.',
  remedies: ['Read under 10 % LEL from outside'],
}
const forbiddenHold = ({ id, reason, never }: Invariant): Hold => ({
  kind: 'must not be',
  rule: id,
  asks: 'It must not stand so',
  reason,
  remedies: ['Put it right on the vehicle, then on the strip'],
  variables: Object.keys(never) as Variable[],
})
const hazardHold = (due: HazardsDue): Hold => ({
  kind: 'hazards',
  due,
  rule: `hazards-${due.why}`,
  asks: 'Look at the hazards again',
  reason: 'It stands raised or open, and who goes on has not seen how.',
  remedies: ['Look, and say that it holds'],
})
const meterHold = (minutes: number): Hold => ({
  kind: 'meter again',
  minutes,
  rule: 'meter-age',
  asks: 'Read the meter again',
  reason: 'A clear reading is good for minutes, not for hours.',
  remedies: ['Read the gas meter'],
})
const waitHold = (wait: Wait): Hold => ({
  kind: 'wait',
  wait,
  rule: 'wait',
  asks: wait.label,
  reason: 'What cures, soaks or cools is not loaded before its time.',
  remedies: [],
})

/** The ways that count: those of the plan in hand, else those that the vehicle is said to have. */
export const settingInHand = (
  vehicle: Pick<VehicleRecord, 'layout' | 'ways' | 'access' | 'edits'>,
  job: Pick<JobView, 'work' | 'wish' | 'finishedRepairs'>,
): Setting => {
  const { layout, ways, access } = vehicleIn(vehicle, job)
  // A vehicle that was built into another has the ways of that.
  const rebuilt = isBuilt(job) && job.wish!.was.layout !== layout
  return settingOf({ layout, access, ways: rebuilt ? ways : (job.work?.ways ?? ways) })
}

/** Hazards that are open as the vehicle stands. */
export const openGates = (state: VehicleState): Gate[] =>
  GATES.filter((gate) => gate.inside.some((inside) => matches(pack(state), patternOf(inside))))
