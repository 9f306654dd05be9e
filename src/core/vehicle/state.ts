/**
 * The state of the vehicle: a few finite variables, each of which may be unknown. Operations need and
 * set them; a test costs what it takes to reach the state it reads in; a hazard is a state that must
 * never be. Packed into three integers so that a path search can compare states in one step. Not every
 * vehicle has every variable: `variablesOf` says which (the rest is left out of its plans).
 */
export const STATE_VARIABLES = {
  battery: ['on', 'off'],
  ignition: ['off', 'on', 'running'],
  line: ['pressurised', 'off'],
  pumpCircuit: ['live', 'locked'],
  area: ['open', 'safe'],
  vapour: ['unchecked', 'clear'],
  tankVapour: ['sealed', 'relieved'],
  fuelLevel: ['above flange', 'below flange'],
  seat: ['in', 'out'],
  hatch: ['closed', 'open'],
  cargo: ['in', 'out'],
  bed: ['down', 'tilted', 'off'],
  tank: ['in', 'lowered'],
  wayIn: ['shut', 'open'],
  moduleTop: ['dirty', 'clean'],
  moduleHoses: ['joined', 'parted'],
  ring: ['tight', 'off'],
  module: ['in', 'out'],
  height: ['on floor', 'raised'],
  filterJoint: ['joined', 'parted'],
  stepTrim: ['on', 'off'],
  plug: ['mated', 'parted'],
  gauge: ['none', 'fitted'],
  exhaust: ['hot', 'cool'],
  leakCheck: ['passed', 'due'],
  // What only some vehicles have, or some repairs touch.
  feedTap: ['open', 'shut'],
  highSide: ['pressurised', 'low'],
  feed: ['primed', 'air'],
  authority: ['none', 'given'],
  reliefJoint: ['made', 'parted'],
  exhaustPath: ['in', 'out'],
  tankInside: ['fuel', 'empty', 'clean'],
  tankAir: ['vapour', 'gas free'],
  gaugeMarks: ['proven', 'due'],
} as const

export type Variable = keyof typeof STATE_VARIABLES
export type ValueOf<V extends Variable> = (typeof STATE_VARIABLES)[V][number]
/** Known values; a variable left out is unknown. */
export type VehicleState = { readonly [V in Variable]?: ValueOf<V> }
export const VARIABLES = Object.keys(STATE_VARIABLES) as Variable[]

/** A vehicle as it is driven in, before anyone has looked: only what cannot be otherwise. */
export const DRIVEN_IN: VehicleState = {
  line: 'pressurised',
  pumpCircuit: 'live',
  area: 'open',
  vapour: 'unchecked',
  tankVapour: 'sealed',
  seat: 'in',
  hatch: 'closed',
  cargo: 'in',
  bed: 'down',
  tank: 'in',
  wayIn: 'shut',
  moduleTop: 'dirty',
  moduleHoses: 'joined',
  ring: 'tight',
  module: 'in',
  height: 'on floor',
  filterJoint: 'joined',
  stepTrim: 'on',
  plug: 'mated',
  gauge: 'none',
  exhaust: 'hot',
  leakCheck: 'passed',
  ignition: 'off',
  battery: 'on',
  fuelLevel: 'above flange',
  feedTap: 'open',
  highSide: 'pressurised',
  feed: 'primed',
  authority: 'none',
  reliefJoint: 'made',
  exhaustPath: 'in',
  tankInside: 'fuel',
  tankAir: 'vapour',
  gaugeMarks: 'proven',
}

/** Variables that came with a later version: a state kept before them stands as a vehicle comes in. */
const LATER: Variable[] = [
  'feedTap',
  'highSide',
  'feed',
  'authority',
  'reliefJoint',
  'exhaustPath',
  'tankInside',
  'tankAir',
  'gaugeMarks',
]

/** What a change of before ways in were told apart says of them: the hatch was the only one. */
export const withWayIn = (state: VehicleState): VehicleState =>
  state.hatch !== undefined && state.wayIn === undefined
    ? { ...state, wayIn: state.hatch === 'open' ? 'open' : 'shut' }
    : state

/** A whole state as kept by any version, with what that version did not know. */
export const wholeState = (state: VehicleState): VehicleState => ({
  ...Object.fromEntries(LATER.map((variable) => [variable, DRIVEN_IN[variable]])),
  ...withWayIn(state),
})

/** Two bits a variable, thirteen variables a word: 0 unknown, else the place of the value plus one. Two words together are an exact number. */
export interface PackedState {
  first: number
  second: number
  third: number
}
export interface Pattern {
  firstMask: number
  first: number
  secondMask: number
  second: number
  thirdMask: number
  third: number
}

const PER_WORD = 13
export const WORD_RANGE = 4 ** PER_WORD
const WORDS = ['first', 'second', 'third'] as const

/** Where a variable lies in the words, and the code of each of its values. */
interface Place {
  word: number
  shift: number
  codes: Readonly<Record<string, number>>
}
const PLACES = Object.fromEntries(
  VARIABLES.map((variable, at): [string, Place] => [
    variable,
    {
      word: Math.floor(at / PER_WORD),
      shift: 2 * (at % PER_WORD),
      codes: Object.fromEntries(STATE_VARIABLES[variable].map((value, k) => [value, k + 1])),
    },
  ]),
) as Record<Variable, Place>

export function pack(state: VehicleState): PackedState {
  const { first, second, third } = patternOf(state)
  return { first, second, third }
}

/** Every variable that is named counts, one that is named unknown as unknown. */
export function patternOf(wanted: VehicleState): Pattern {
  const [masks, bits] = [
    [0, 0, 0],
    [0, 0, 0],
  ]
  for (const variable in wanted) {
    const { word, shift, codes } = PLACES[variable as Variable]
    masks[word]! |= 3 << shift
    bits[word]! |= (codes[wanted[variable as Variable]!] ?? 0) << shift
  }
  return {
    firstMask: masks[0]!,
    first: bits[0]!,
    secondMask: masks[1]!,
    second: bits[1]!,
    thirdMask: masks[2]!,
    third: bits[2]!,
  }
}

export const matches = (state: PackedState, pattern: Pattern): boolean =>
  (state.first & pattern.firstMask) === pattern.first &&
  (state.second & pattern.secondMask) === pattern.second &&
  (state.third & pattern.thirdMask) === pattern.third

export const same = (one: PackedState, other: PackedState): boolean =>
  one.first === other.first && one.second === other.second && one.third === other.third

export const put = (state: PackedState, pattern: Pattern): PackedState => ({
  first: (state.first & ~pattern.firstMask) | pattern.first,
  second: (state.second & ~pattern.secondMask) | pattern.second,
  third: (state.third & ~pattern.thirdMask) | pattern.third,
})

export function unpack(state: PackedState): VehicleState {
  const known: Record<string, string> = {}
  VARIABLES.forEach((variable, at) => {
    const bits = (state[WORDS[Math.floor(at / PER_WORD)]!] >> (2 * (at % PER_WORD))) & 3
    if (bits > 0) known[variable] = STATE_VARIABLES[variable][bits - 1]!
  })
  return known as VehicleState
}

/** Variables of `wanted` that `state` does not meet, unknown ones included. */
export function unmet(state: VehicleState, wanted: VehicleState): Variable[] {
  return (Object.keys(wanted) as Variable[]).filter((variable) => state[variable] !== wanted[variable])
}

/** Only these variables of a state or a wish. */
export const only = (state: VehicleState, variables: ReadonlySet<Variable>): VehicleState =>
  Object.fromEntries(
    Object.entries(state).filter(([variable]) => variables.has(variable as Variable)),
  ) as VehicleState
