/**
 * The state of the vehicle: a few finite variables, each of which may be unknown. Operations need and
 * set them; a test costs what it takes to reach the state it reads in; a hazard is a state that must
 * never be. Packed into four integers so that a path search can compare states in one step. Not every
 * vehicle has every variable: `variablesOf` says which (the rest is left out of its plans).
 */
export const STATE_VARIABLES = {
  battery: ['on', 'off'],
  ignition: ['off', 'on', 'running'],
  line: ['pressurised', 'off'],
  pumpCircuit: ['live', 'locked'],
  area: ['open', 'safe'],
  vapour: ['unchecked', 'clear'],
  tankVapour: ['sealed', 'relieved', 'eased'],
  fuelLevel: ['above flange', 'below flange', 'over half'],
  seat: ['in', 'out'],
  hatch: ['closed', 'open'],
  cargo: ['in', 'out'],
  bed: ['down', 'tilted', 'off'],
  tank: ['in', 'lowered', 'hung', 'poured'],
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
  tankInside: ['fuel', 'empty', 'clean', 'dry'],
  tankAir: ['vapour', 'gas free'],
  gaugeMarks: ['proven', 'due'],
  // What the rules tell apart besides.
  restraints: ['mated', 'parted'],
  filler: ['joined', 'plugged'],
  fillerProof: ['proven', 'due'],
  highCheck: ['passed', 'due'],
  flowProof: ['proven', 'due'],
  cylinders: ['dry', 'wet'],
  rig: [
    'none',
    'tees',
    'clear hose',
    'can hose',
    'return can',
    'supply can',
    'bypass',
    'rail up',
    'neck gauge',
    'lift can',
  ],
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
  restraints: 'mated',
  filler: 'joined',
  fillerProof: 'proven',
  highCheck: 'passed',
  flowProof: 'proven',
  cylinders: 'dry',
  rig: 'none',
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
  'restraints',
  'filler',
  'fillerProof',
  'highCheck',
  'flowProof',
  'cylinders',
  'rig',
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

/** As many bits a variable as its values and "unknown" need, up to 26 a word: two words together are an exact number. 0 is unknown, else the place of the value plus one. */
export interface PackedState {
  first: number
  second: number
  third: number
  fourth: number
}
export interface Pattern extends PackedState {
  firstMask: number
  secondMask: number
  thirdMask: number
  fourthMask: number
}

const BITS_PER_WORD = 26
export const WORD_RANGE = 2 ** BITS_PER_WORD
const WORDS = ['first', 'second', 'third', 'fourth'] as const

/** Where a variable lies in the words, and the code of each of its values. */
interface Place {
  word: number
  shift: number
  mask: number
  codes: Readonly<Record<string, number>>
}

/** One variable after another; what does not fit into a word any more begins the next. */
function placesOf(): Record<Variable, Place> {
  const places: Partial<Record<Variable, Place>> = {}
  let [word, shift] = [0, 0]
  for (const variable of VARIABLES) {
    const values: readonly string[] = STATE_VARIABLES[variable]
    const bits = Math.ceil(Math.log2(values.length + 1))
    if (shift + bits > BITS_PER_WORD) [word, shift] = [word + 1, 0]
    if (word >= WORDS.length) throw new Error(`No room for ${variable} in a packed state`)
    places[variable] = {
      word,
      shift,
      mask: 2 ** bits - 1,
      codes: Object.fromEntries(values.map((value, at) => [value, at + 1])),
    }
    shift += bits
  }
  return places as Record<Variable, Place>
}
const PLACES = placesOf()

export function pack(state: VehicleState): PackedState {
  const { first, second, third, fourth } = patternOf(state)
  return { first, second, third, fourth }
}

/** Every variable that is named counts, one that is named unknown as unknown. */
export function patternOf(wanted: VehicleState): Pattern {
  const masks = [0, 0, 0, 0]
  const bits = [0, 0, 0, 0]
  for (const variable in wanted) {
    const { word, shift, mask, codes } = PLACES[variable as Variable]
    masks[word]! |= mask << shift
    bits[word]! |= (codes[wanted[variable as Variable]!] ?? 0) << shift
  }
  return {
    firstMask: masks[0]!,
    first: bits[0]!,
    secondMask: masks[1]!,
    second: bits[1]!,
    thirdMask: masks[2]!,
    third: bits[2]!,
    fourthMask: masks[3]!,
    fourth: bits[3]!,
  }
}

export const matches = (state: PackedState, pattern: Pattern): boolean =>
  (state.first & pattern.firstMask) === pattern.first &&
  (state.second & pattern.secondMask) === pattern.second &&
  (state.third & pattern.thirdMask) === pattern.third &&
  (state.fourth & pattern.fourthMask) === pattern.fourth

export const same = (one: PackedState, other: PackedState): boolean =>
  one.first === other.first &&
  one.second === other.second &&
  one.third === other.third &&
  one.fourth === other.fourth

export const put = (state: PackedState, pattern: Pattern): PackedState => ({
  first: (state.first & ~pattern.firstMask) | pattern.first,
  second: (state.second & ~pattern.secondMask) | pattern.second,
  third: (state.third & ~pattern.thirdMask) | pattern.third,
  fourth: (state.fourth & ~pattern.fourthMask) | pattern.fourth,
})

const IN_TURN = VARIABLES.map((variable) => PLACES[variable])

/** Writes the code of each variable's value in turn, 0 where it is unknown. */
export function readCodes({ first, second, third, fourth }: PackedState, into: Uint8Array): void {
  for (let at = 0; at < IN_TURN.length; at += 1) {
    const { word, shift, mask } = IN_TURN[at]!
    into[at] = ((word === 0 ? first : word === 1 ? second : word === 2 ? third : fourth) >> shift) & mask
  }
}

export function unpack(state: PackedState): VehicleState {
  const known: Record<string, string> = {}
  for (const variable of VARIABLES) {
    const { word, shift, mask } = PLACES[variable]
    const code = (state[WORDS[word]!] >> shift) & mask
    if (code > 0) known[variable] = STATE_VARIABLES[variable][code - 1]!
  }
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
