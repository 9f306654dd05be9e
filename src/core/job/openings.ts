/** What of a vehicle lies open, apart or off, in a word each: for whoever goes on, and above a signature. */
import { DRIVEN_IN, type Variable, type VehicleState } from '../vehicle'

/** Apart or open: what may hurt the next person first. */
const OPENINGS: readonly [Variable, string, string][] = [
  ['module', 'out', 'Tank open: module out'],
  ['ring', 'off', 'Lock ring off'],
  ['moduleHoses', 'parted', 'Module hoses parted'],
  ['filterJoint', 'parted', 'Filter joints parted'],
  ['reliefJoint', 'parted', 'Joint parted to let the pressure off'],
  ['plug', 'parted', 'Plug X7 parted'],
  ['wayIn', 'open', 'Way in open'],
  ['tank', 'lowered', 'Tank lowered'],
  ['tank', 'hung', 'Tank hung on the jack'],
  ['tank', 'poured', 'Tank hung on the jack'],
  ['filler', 'plugged', 'Filler hose off, stub plugged'],
  ['rig', 'tees', 'Tees in the feed'],
  ['rig', 'clear hose', 'Clear hose in the line'],
  ['rig', 'can hose', 'Feed led into the can'],
  ['rig', 'return can', 'Return led into the can'],
  ['rig', 'supply can', 'Fed from a can'],
  ['rig', 'lift can', 'Lift hose led into the can'],
  ['rig', 'bypass', 'Filter bypassed'],
  ['rig', 'rail up', 'Rail lifted'],
  ['rig', 'neck gauge', 'Adaptor in the filler neck'],
  ['bed', 'tilted', 'Load bed tilted'],
  ['bed', 'off', 'Load bed off'],
  ['exhaustPath', 'out', 'Exhaust out of the way'],
  ['leakCheck', 'due', 'Leak check still due'],
  ['highCheck', 'due', 'High side not seen dry'],
  ['cylinders', 'wet', 'Cylinders not cleared'],
  ['restraints', 'parted', 'Restraint plugs parted'],
]
/** Off or aside, though nothing is open. */
const ASIDE: readonly [Variable, string, string][] = [
  ['battery', 'off', 'Battery off'],
  ['pumpCircuit', 'locked', 'Pump locked out'],
  ['feedTap', 'shut', 'Feed tap shut'],
  ['feed', 'air', 'Air in the feed'],
  ['seat', 'out', 'Seat out'],
  ['cargo', 'out', 'Boot floor out'],
  ['hatch', 'open', 'Hatch open'],
  ['stepTrim', 'off', 'Step trim off'],
  ['area', 'safe', 'Area still barred off'],
  ['authority', 'given', 'Not released by the licensed person'],
  ['height', 'raised', 'Vehicle raised'],
  ['gauge', 'fitted', 'Gauge fitted'],
  ['tankInside', 'empty', 'Tank empty'],
  ['tankInside', 'clean', 'Tank clean, no fuel in it'],
  ['tankInside', 'dry', 'No fuel in the tank'],
  ['fillerProof', 'due', 'Filler not filled to the click'],
  ['flowProof', 'due', 'Flow not proven'],
  ['gaugeMarks', 'due', 'Gauge marks not proven'],
]

const said = (list: readonly [Variable, string, string][], state: VehicleState): string[] =>
  list.filter(([variable, value]) => state[variable] === value).map(([, , words]) => words)

export const openingsOf = (state: VehicleState): string[] => said(OPENINGS, state)
/** All that is not as a vehicle goes out; the key may stand as it likes. */
export const notBack = (state: VehicleState): string[] => said([...OPENINGS, ...ASIDE], state)

/** What no word puts back: it is earned by its own step. */
const EARNED: readonly Variable[] = [
  'leakCheck',
  'highCheck',
  'cylinders',
  'feed',
  'fillerProof',
  'flowProof',
  'tankInside',
  'gaugeMarks',
  'authority',
]
/** While one of these is apart the way back is the plan's, step by step. */
const BY_STEPS: readonly Variable[] = [
  'module',
  'ring',
  'moduleHoses',
  'filterJoint',
  'reliefJoint',
  'tank',
  'bed',
  'exhaustPath',
  'filler',
  'restraints',
  'rig',
]
const standing = (state: VehicleState) =>
  [...OPENINGS, ...ASIDE]
    .filter(([variable, value]) => state[variable] === value)
    .map(([variable]) => variable)

/** Is something apart that only the steps of the plan put back? */
export const apartBySteps = (state: VehicleState): boolean =>
  standing(state).some((variable) => BY_STEPS.includes(variable))
/** The changes of state by which all is put back that a look can tell: what readings left on or apart. None while the way back is the plan's. */
export const puttingBack = (state: VehicleState): VehicleState =>
  apartBySteps(state)
    ? {}
    : Object.fromEntries(
        standing(state)
          .filter((variable) => !EARNED.includes(variable))
          .map((variable) => [variable, DRIVEN_IN[variable]]),
      )
