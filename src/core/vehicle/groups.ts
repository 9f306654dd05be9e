/**
 * Which layouts are alike in what faults, tests and operations ask of them. A new layout joins its groups
 * here, and nowhere else: what can be told from the kinds of its parts is not listed.
 */
import { LAYOUT_IDS, type LayoutId } from './layout'

/** Petrol, injected. */
export const INJECTED: readonly LayoutId[] = [
  'A01',
  'A02',
  'A03',
  'A04',
  'A07',
  'A10',
  'A11',
  'A12',
  'A14',
  'A15',
]
/** Injectors opened by pulses of current; without them fuel is metered by a plate in the air and sprays all the time. */
export const PULSED: readonly LayoutId[] = INJECTED.filter((id) => id !== 'A15')
/** The pump of an injected engine lies in the line, and the tank holds none. */
export const PUMP_OUTSIDE: readonly LayoutId[] = ['A14', 'A15']
/** Injectors that come out with their lines on. */
export const LIFTED_RAIL: readonly LayoutId[] = INJECTED.filter((id) => id !== 'A04')
/** A valved service port, and a line that an electric pump feeds. */
export const PORT: readonly LayoutId[] = INJECTED
/** The regulator sits at the rail and returns the rest from there. */
export const REGULATED_AT_RAIL: readonly LayoutId[] = ['A01', 'A07', 'A10', ...PUMP_OUTSIDE]
/** The regulator sits in the tank and goes with the unit there. */
export const REGULATED_IN_TANK: readonly LayoutId[] = ['A02', 'A04', 'A11', 'A12']
/** The pump hangs in the tank on a flange. */
export const PUMP_IN_TANK: readonly LayoutId[] = ['A01', 'A02', 'A03', 'A04', 'A07', 'A09', 'A11', 'A12']
/** A unit hangs in the tank: that pump, or the lift pump of a surge tank. */
export const UNIT_IN_TANK: readonly LayoutId[] = [...PUMP_IN_TANK, 'A10']
/** The tank holds a pickup and a sender, but no pump. */
export const NO_MODULE: readonly LayoutId[] = LAYOUT_IDS.filter((id) => !UNIT_IN_TANK.includes(id))
/** An electric pump fed by the controller or the key, on the road. */
export const WIRED_PUMP: readonly LayoutId[] = [...UNIT_IN_TANK, 'A06', ...PUMP_OUTSIDE]
/** A feed line of an electric pump that runs the length of the vehicle under pressure. */
export const TANK_FED: readonly LayoutId[] = [...UNIT_IN_TANK, ...PUMP_OUTSIDE]
/** One filter of its own in the line. */
export const LINE_FILTERED: readonly LayoutId[] = LAYOUT_IDS.filter((id) => id !== 'A08' && id !== 'A11')
/** Only by a licensed person with approved data. */
export const LICENSED: readonly LayoutId[] = ['A13', 'A16']
/** Gravity alone brings the fuel. */
export const BY_GRAVITY: readonly LayoutId[] = ['A13']
/** Licensed, with a boost pump that brings fuel up where gravity does not. */
export const BY_BOOST: readonly LayoutId[] = LICENSED.filter((id) => !BY_GRAVITY.includes(id))
export const NOT_AIRCRAFT: readonly LayoutId[] = LAYOUT_IDS.filter((id) => !LICENSED.includes(id))
/** A carburettor whose pump ticks. */
export const TICKING: readonly LayoutId[] = ['A06', ...LICENSED]
/** A pump draws from the pickup through a line. */
export const DRAWN: readonly LayoutId[] = ['A05', 'A06', 'A08', ...PUMP_OUTSIDE, 'A16']
/** A screen or strainer on the pickup alone, which comes out without a pump. */
export const PICKUP_ALONE: readonly LayoutId[] = [...DRAWN, 'A13']
/** A low-pressure feed: joints with clips and unions, not quick couplings. */
export const LOW_PRESSURE: readonly LayoutId[] = ['A05', 'A06', 'A08', ...LICENSED]
/** The tank breathes through its cap. */
export const CAP_BREATHES: readonly LayoutId[] = [...LOW_PRESSURE, 'A11']
/** Pump on the key switch and a fuse, without a relay. */
export const SWITCHED: readonly LayoutId[] = ['A06']
/** A level probe without a float is usual. */
export const PROBED: readonly LayoutId[] = ['A08', 'A09', 'A12', ...LICENSED]
/** Only a pump that the engine strokes: primed by hand. */
export const HAND_PRIMED: readonly LayoutId[] = ['A05', 'A08']
/** Put on a stand, not on a lift. */
export const STANDS: readonly LayoutId[] = ['A11']
/** Reached by steps and trestles: nothing is lifted. */
export const UNLIFTED: readonly LayoutId[] = LICENSED
/** Tees go in under the floor. */
export const RAISED_FOR_TEES: readonly LayoutId[] = [
  'A01',
  'A02',
  'A03',
  'A04',
  'A07',
  'A12',
  ...PUMP_OUTSIDE,
]
/** The high-pressure side is opened only on a value read by scan, after the maker's wait. */
export const HIGH_SIDE: readonly LayoutId[] = ['A04', 'A09']
/** The feed is stopped by a tap, a selector or a clamp: the tank, or a surge tank, stands above the joint. */
export const TAPPED: readonly LayoutId[] = ['A05', 'A06', 'A08', 'A09', 'A10', ...PUMP_OUTSIDE, ...LICENSED]
/** Air is bled, or a surge tank filled, before the first pressure. */
export const PRIMED: readonly LayoutId[] = ['A08', 'A09', 'A10']
/** No pump circuit that is locked out. */
export const NO_PUMP_CIRCUIT: readonly LayoutId[] = ['A05', 'A08', ...LICENSED]
/** No seat over the tank, no filler hose between body and tank. */
export const NO_BODY: readonly LayoutId[] = ['A11', ...LICENSED]
