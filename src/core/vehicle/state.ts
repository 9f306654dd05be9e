/**
 * The state of the vehicle: a few finite variables, each of which may be unknown. Operations need and
 * set them; a test costs what it takes to reach the state it reads in; a hazard is a state that must
 * never be. Packed into two integers so that a path search can compare states in one step.
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
} as const

export type Variable = keyof typeof STATE_VARIABLES
export type ValueOf<V extends Variable> = (typeof STATE_VARIABLES)[V][number]
/** Known values; a variable left out is unknown. */
export type VehicleState = { readonly [V in Variable]?: ValueOf<V> }
export const VARIABLES = Object.keys(STATE_VARIABLES) as Variable[]

/** A vehicle as it is driven in, before anyone has looked: only what cannot be otherwise. */
export const DRIVEN_IN: VehicleState = {
  line: 'pressurised', pumpCircuit: 'live', area: 'open', vapour: 'unchecked', tankVapour: 'sealed', seat: 'in', hatch: 'closed', cargo: 'in', bed: 'down', tank: 'in', wayIn: 'shut', moduleTop: 'dirty',
  moduleHoses: 'joined', ring: 'tight', module: 'in', height: 'on floor', filterJoint: 'joined', stepTrim: 'on', plug: 'mated', gauge: 'none',
  exhaust: 'hot', leakCheck: 'passed', ignition: 'off', battery: 'on', fuelLevel: 'above flange',
}

/** What a state of before ways in were told apart says of them: the hatch was the only one. */
export const withWayIn = (state: VehicleState): VehicleState => (state.hatch !== undefined && state.wayIn === undefined ? { ...state, wayIn: state.hatch === 'open' ? 'open' : 'shut' } : state)

/** Two bits a variable, sixteen variables a word: 0 unknown, else the place of the value plus one. */
export interface PackedState {
  low: number
  high: number
}
export interface Pattern {
  lowMask: number
  low: number
  highMask: number
  high: number
}

const place = new Map(VARIABLES.map((variable, at) => [variable, at]))
const code = (variable: Variable, value: string) => (STATE_VARIABLES[variable] as readonly string[]).indexOf(value) + 1

export function pack(state: VehicleState): PackedState {
  const pattern = patternOf(state)
  return { low: pattern.low, high: pattern.high }
}

export function patternOf(wanted: VehicleState): Pattern {
  const pattern = { lowMask: 0, low: 0, highMask: 0, high: 0 }
  for (const [variable, value] of Object.entries(wanted) as [Variable, string][]) {
    const at = place.get(variable)!
    const shift = 2 * (at % 16)
    if (at < 16) {
      pattern.lowMask |= 3 << shift
      pattern.low |= code(variable, value) << shift
    } else {
      pattern.highMask |= 3 << shift
      pattern.high |= code(variable, value) << shift
    }
  }
  return pattern
}

export const matches = (state: PackedState, pattern: Pattern): boolean =>
  (state.low & pattern.lowMask) === pattern.low && (state.high & pattern.highMask) === pattern.high

export const put = (state: PackedState, pattern: Pattern): PackedState => ({
  low: (state.low & ~pattern.lowMask) | pattern.low,
  high: (state.high & ~pattern.highMask) | pattern.high,
})

export function unpack(state: PackedState): VehicleState {
  const known: Record<string, string> = {}
  VARIABLES.forEach((variable, at) => {
    const bits = ((at < 16 ? state.low : state.high) >> (2 * (at % 16))) & 3
    if (bits > 0) known[variable] = STATE_VARIABLES[variable][bits - 1]!
  })
  return known as VehicleState
}

/** Variables of `wanted` that `state` does not meet, unknown ones included. */
export function unmet(state: VehicleState, wanted: VehicleState): Variable[] {
  return (Object.keys(wanted) as Variable[]).filter((variable) => state[variable] !== wanted[variable])
}
