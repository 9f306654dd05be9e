/** What of a vehicle lies open, apart or off, in a word each: for whoever goes on, and above a signature. */
import type { Variable, VehicleState } from '../vehicle'

/** Apart or open: what may hurt the next person first. */
const OPENINGS: readonly [Variable, string, string][] = [
  ['module', 'out', 'Tank open: module out'], ['ring', 'off', 'Lock ring off'], ['moduleHoses', 'parted', 'Module hoses parted'], ['filterJoint', 'parted', 'Filter joints parted'], ['reliefJoint', 'parted', 'Joint parted to let the pressure off'], ['plug', 'parted', 'Plug X7 parted'],
  ['wayIn', 'open', 'Way in open'], ['tank', 'lowered', 'Tank lowered'], ['bed', 'tilted', 'Load bed tilted'], ['bed', 'off', 'Load bed off'], ['exhaustPath', 'out', 'Exhaust out of the way'], ['leakCheck', 'due', 'Leak check still due'],
]
/** Off or aside, though nothing is open. */
const ASIDE: readonly [Variable, string, string][] = [
  ['battery', 'off', 'Battery off'], ['pumpCircuit', 'locked', 'Pump locked out'], ['feedTap', 'shut', 'Feed tap shut'], ['feed', 'air', 'Air in the feed'], ['seat', 'out', 'Seat out'], ['cargo', 'out', 'Boot floor out'], ['hatch', 'open', 'Hatch open'], ['stepTrim', 'off', 'Step trim off'],
  ['ignition', 'on', 'Key on'], ['ignition', 'running', 'Engine running'], ['area', 'safe', 'Area still barred off'], ['authority', 'given', 'Not released by the licensed person'], ['height', 'raised', 'Vehicle raised'], ['gauge', 'fitted', 'Gauge fitted'], ['tankInside', 'empty', 'Tank empty'], ['tankInside', 'clean', 'Tank clean, no fuel in it'], ['gaugeMarks', 'due', 'Gauge marks not proven'],
]

const said = (list: readonly [Variable, string, string][], state: VehicleState): string[] => list.filter(([variable, value]) => state[variable] === value).map(([, , words]) => words)

export const openingsOf = (state: VehicleState): string[] => said(OPENINGS, state)
/** All that is not as a vehicle goes out. */
export const notBack = (state: VehicleState): string[] => said([...OPENINGS, ...ASIDE], state)
