/**
 * A vehicle that stood for years has no single fault: the whole path from tank to engine is surveyed.
 * Each item names what has to be found good, or put right, before its turn: nothing is energised before
 * its wires and its fuel were seen, nothing is cranked dry. Halves of a line are looked at only where the
 * whole did not pass. Minutes are the work itself and typical; reaching the state is priced by the planner.
 */
import { LICENSED, only, variablesOf, type Layout, type PartKind, type VehicleState } from '../vehicle'
import type { Caution } from './caution'
import {
  SEEKS,
  cranks,
  drains,
  hands,
  opens,
  powers,
  runsEngine,
  runsPump,
  under,
  type Doing,
} from './doings'
import { IN_OPEN_TANK } from './repairTerms'
import { derive } from './rules'
import type { Minutes } from '../shared'

export type SurveyFinding = 'good' | 'doubtful' | 'bad' | 'cannot'

export interface SurveyItem {
  id: string
  track: 'fuel' | 'beside'
  /** Name along the path. */
  name: string
  title: string
  steps: string[]
  /** What each finding looks like. */
  looks: { good: string; doubtful: string; bad: string }
  /** Of its own purpose only; what the rules ask of its doings is added as it stands on a layout. */
  needs: VehicleState
  leaves: VehicleState
  does: readonly Doing[]
  minutes: Minutes
  cautions?: Caution[]
  /** Ids of the rules that its doings call up. */
  rules?: string[]
  /** Title and steps of a diesel. */
  diesel?: { steps: string[] }
  caution?: { text: string; stopWhen: string }
  after: string[]
  /** The whole of which this is one half. */
  halfOf?: string
  /** What a bad find asks for; those that the layout has. */
  repairs: string[]
  /** Kinds of part, any of which it needs. */
  parts?: PartKind[]
  engines?: Layout['engine']['kind'][]
  /** It switches something on or turns the engine: held until its turn. */
  live?: boolean
}

const KEY_OUT: VehicleState = { ignition: 'off' }
const UNDER: VehicleState = { height: 'raised' }
const LINE_BLOWN: Doing[] = [
  opens('joint', 'line', 'underfloor'),
  under('vehicle'),
  { does: 'gas', what: 'nitrogen', into: 'line', limitKPa: 10 },
  drains(0.3, 'line'),
]
const OPEN_TANK = {
  text: 'The tank is open. No spark, no lamp without guard.',
  stopWhen: 'Stop and leave at 20 % LEL. Ventilate at 10 %.',
}
const BLOWN = {
  text: 'Never shop air, never oxygen, never into a closed tank. Nitrogen with petrol, {10 kPa} at most.',
  stopWhen: 'Stop when it takes more than that.',
}
const MODULE: PartKind[] = ['moduleHose']
const blowSteps = (from: string, to: string) => [
  `Parted at ${from} and at ${to}, both sides of the vehicle capped, a can below each`,
  'Far end into a bonded can that breathes: never into the tank; {10 kPa} at most, one way, then the other',
  'Look at what comes out; joined again, leak check after it',
]
const PASSES = {
  good: 'Free both ways, clean',
  doubtful: 'Weak, or brown drops',
  bad: 'Shut one way or both',
}

export const SURVEY: SurveyItem[] = [
  {
    id: 'outside',
    track: 'fuel',
    name: 'Outside',
    title: 'Look, smell, meter at the floor',
    does: [],
    steps: [
      'Meter at the floor, at the tank, under the bonnet',
      'Rust, wet places, mice, cut wires',
      'Write down what was changed',
    ],
    looks: {
      good: 'Dry, under 1 % LEL',
      doubtful: 'Old stains, nothing wet',
      bad: 'Wet, or the meter rises',
    },
    needs: KEY_OUT,
    leaves: {},
    minutes: 10,
    caution: {
      text: 'Key out, outdoors, nobody smokes.',
      stopWhen: 'Stop and ventilate at 10 % LEL. Everyone out at 20 %.',
    },
    after: [],
    repairs: ['feedJoint'],
  },
  {
    id: 'sample',
    track: 'fuel',
    name: 'Fuel',
    title: 'Dip it and draw a sample',
    does: [opens('cap', 'vapour', 'tank'), drains(0.2, 'tank', 'clear glass')],
    steps: [
      'Dip with wood or plastic',
      'By hand pump through the filler, from the lowest place: {200 mL} into clear glass, bonded; cap shut',
      'Wait 10 min: layers, colour, smell at arm’s length',
    ],
    looks: { good: 'Clear, fresh', doubtful: 'Darker than new', bad: 'Two layers, sour, rust or slime' },
    needs: {},
    leaves: {},
    minutes: 15,
    caution: {
      text: 'Open fuel: bonded, hose end below the surface, nothing hot near.',
      stopWhen: 'Stop at 10 % LEL.',
    },
    after: ['outside'],
    repairs: ['drainFuel'],
  },
  {
    id: 'tankInside',
    track: 'fuel',
    name: 'Tank',
    title: 'Look into the tank',
    does: IN_OPEN_TANK,
    steps: [
      'Guarded lamp or mirror, look before you wipe',
      'Magnet through the dirt',
      'Floor, baffle, liner, weld seams',
    ],
    looks: {
      good: 'Bright metal or clean plastic',
      doubtful: 'Light film',
      bad: 'Scale, varnish, loose liner',
    },
    needs: { module: 'out' },
    leaves: {},
    minutes: 12,
    caution: OPEN_TANK,
    after: ['sample'],
    repairs: ['cleanTank'],
    parts: MODULE,
  },
  {
    id: 'tankOutlet',
    track: 'fuel',
    name: 'Tank',
    title: 'Look into the tank at its outlet',
    does: IN_OPEN_TANK,
    steps: [
      'Fuel below the opening, by dip',
      'Guarded lamp or mirror, look before you wipe',
      'Magnet through the dirt',
    ],
    looks: {
      good: 'Bright metal or clean plastic',
      doubtful: 'Light film',
      bad: 'Scale, varnish, loose liner',
    },
    needs: {},
    leaves: {},
    minutes: 30,
    caution: OPEN_TANK,
    after: ['sample'],
    repairs: ['cleanTank'],
    parts: ['strokePump', 'pusherPump'],
  },
  {
    id: 'strainer',
    track: 'fuel',
    name: 'Strainer',
    title: 'Look at the strainer',
    does: IN_OPEN_TANK,
    steps: ['Against the light, before it is touched', 'Brittle, torn, brown?'],
    looks: { good: 'Clean, whole', doubtful: 'Stained, passes', bad: 'Brown, stiff, torn' },
    needs: { module: 'out' },
    leaves: {},
    minutes: 4,
    caution: OPEN_TANK,
    after: ['sample'],
    repairs: ['strainer'],
    parts: MODULE,
  },
  {
    id: 'pickup',
    track: 'fuel',
    name: 'Pickup',
    title: 'Draw the pickup and look through it',
    does: IN_OPEN_TANK,
    steps: ['Pickup out, openings capped', 'Strainer clean, tube without a crack along its length'],
    looks: { good: 'Clear, whole', doubtful: 'Stained, passes', bad: 'Blocked, cracked, rusted' },
    needs: {},
    leaves: {},
    minutes: 25,
    caution: OPEN_TANK,
    after: ['sample'],
    repairs: ['pickup'],
    parts: ['strokePump', 'pusherPump'],
  },
  {
    id: 'vent',
    track: 'fuel',
    name: 'Vent',
    title: 'Draw air through cap and vent',
    does: [opens('cap', 'vapour', 'tank'), { does: 'gas', what: 'vacuum', into: 'vent', limitKPa: 3.5 }],
    steps: [
      'Cap off slowly; bulb or hand pump, never by mouth',
      'Cap seal and breather, hose to the canister',
      'Cap on to its click',
    ],
    looks: { good: 'Breathes', doubtful: 'Hard to draw', bad: 'Shut, or the tank is drawn in' },
    needs: {},
    leaves: {},
    minutes: 6,
    caution: { text: 'Vapour at the neck.', stopWhen: 'Stop when fuel rises.' },
    after: [],
    repairs: ['clearVent'],
  },
  {
    id: 'hoses',
    track: 'fuel',
    name: 'Hoses',
    title: 'Bend every hose',
    does: [under('vehicle')],
    steps: [
      'Along the whole way: cracks, soft places, date on the hose',
      'Ethanol eats old hose from inside: press it flat',
    ],
    looks: { good: 'Firm, no crack', doubtful: 'Hard ends', bad: 'Cracks, soft, swollen' },
    needs: UNDER,
    leaves: {},
    minutes: 12,
    after: [],
    repairs: ['rearLine', 'suctionLine', 'feedJoint'],
  },
  {
    id: 'feedLine',
    track: 'fuel',
    name: 'Feed',
    title: 'Blow the whole feed through, both ways',
    does: LINE_BLOWN,
    steps: blowSteps('the tank', 'the engine'),
    looks: PASSES,
    needs: UNDER,
    leaves: {},
    minutes: 20,
    caution: BLOWN,
    after: ['sample'],
    repairs: [],
  },
  {
    id: 'feedRear',
    track: 'fuel',
    name: 'Rear half',
    title: 'Blow the half from the tank to the filter',
    does: LINE_BLOWN,
    steps: blowSteps('the tank', 'the filter'),
    looks: PASSES,
    needs: UNDER,
    leaves: {},
    minutes: 10,
    caution: BLOWN,
    after: ['feedLine'],
    halfOf: 'feedLine',
    repairs: ['rearLine', 'suctionLine'],
  },
  {
    id: 'feedFront',
    track: 'fuel',
    name: 'Front half',
    title: 'Blow the half from the filter to the engine',
    does: LINE_BLOWN,
    steps: blowSteps('the filter', 'the engine'),
    looks: PASSES,
    needs: UNDER,
    leaves: {},
    minutes: 10,
    caution: BLOWN,
    after: ['feedLine'],
    halfOf: 'feedLine',
    repairs: ['frontLine'],
  },
  {
    id: 'filter',
    track: 'fuel',
    name: 'Filter',
    title: 'Look at the filter',
    does: [under('vehicle')],
    steps: [
      'Arrow, date, rust, wet joints',
      'A filter of that age is renewed anyway; the old one is cut on the bench when it is out',
    ],
    looks: { good: 'Clean, of this decade', doubtful: 'Age not known', bad: 'Rusty, wet, or older' },
    needs: UNDER,
    leaves: {},
    minutes: 8,
    after: [],
    repairs: ['filter', 'firstFilter', 'fineFilter'],
    parts: ['filter'],
  },
  {
    id: 'returnLine',
    track: 'fuel',
    name: 'Return',
    title: 'Blow the return through, both ways',
    does: LINE_BLOWN,
    steps: blowSteps('the engine', 'the tank'),
    looks: PASSES,
    needs: UNDER,
    leaves: {},
    minutes: 14,
    caution: BLOWN,
    after: ['sample'],
    repairs: ['returnLine'],
    parts: ['returnLine'],
  },
  {
    id: 'injectors',
    track: 'fuel',
    name: 'Injectors',
    title: 'Look at the injectors on the bench',
    does: [opens('rail', 'line'), hands(1, { wears: 'glasses' })],
    steps: [
      'Rail off with its injectors, numbered; rail and line ends capped',
      'Sticky, rusty, rings hard? To the cleaner before they see new fuel',
      'Ports of the engine covered; rail back with new rings, leak check after it',
    ],
    looks: { good: 'Move freely, clean', doubtful: 'Light film', bad: 'Stuck, green or rusty' },
    needs: {},
    leaves: { cylinders: 'wet' },
    minutes: 50,
    caution: {
      text: 'Fuel runs out at the rail. Glasses on, cloth under it.',
      stopWhen: 'Stop when fuel reaches anything hot.',
    },
    after: ['sample'],
    repairs: ['injectors'],
    engines: ['injected'],
  },
  {
    id: 'carburettor',
    track: 'fuel',
    name: 'Carburettor',
    title: 'Open the bowl',
    does: [opens('bowl', 'line'), hands(1, { wears: 'glasses' })],
    steps: [
      'Bowl drained into the can, cover off',
      'Needle, float, jets, white crust or brown varnish',
      'Cover on, new gasket; leak check after it',
    ],
    looks: {
      good: 'Clean, needle shuts',
      doubtful: 'Film, needle slow',
      bad: 'Crust, varnish, stuck needle',
    },
    needs: { battery: 'off' },
    leaves: { cylinders: 'wet' },
    minutes: 40,
    caution: { text: 'Open fuel. Away from anything hot, glasses on.', stopWhen: 'Stop at 10 % LEL.' },
    after: ['sample'],
    repairs: ['carburettor'],
    engines: ['carburettor'],
  },
  {
    id: 'primer',
    track: 'fuel',
    name: 'Primer',
    title: 'Work the hand primer',
    does: [
      opens('bleed screw', 'line', 'engine', 'tap'),
      { does: 'pressurises', side: 'low', by: 'hand', first: 'prime' },
    ],
    steps: ['Vent open, count the strokes until it runs clear', 'Vent shut, pressed: firm and stays so?'],
    looks: { good: 'Firm, dry', doubtful: 'Firm, then soft', bad: 'Never firm, or wet' },
    needs: {},
    leaves: { feed: 'primed' },
    minutes: 8,
    after: ['feedLine', 'filter', 'tankOutlet'],
    repairs: ['primer'],
    parts: ['primer'],
  },
  {
    id: 'feedPump',
    track: 'fuel',
    name: 'Feed pump',
    title: 'Work the diaphragm pump by hand',
    does: [
      opens('joint', 'line'),
      { does: 'gas', what: 'nitrogen', into: 'line', limitKPa: 10 },
      drains(0.2, 'line'),
    ],
    steps: [
      'Both hoses off, tank side capped; weep hole looked at',
      'Bulb on the inlet: it passes; on the outlet: nothing passes back',
      'Lever or engine by hand: a thumb on the inlet feels it draw; hoses on',
    ],
    looks: {
      good: 'Draws, passes one way, weep hole dry',
      doubtful: 'Draws weakly: old flaps, stiff diaphragm',
      bad: 'Passes both ways, or the weep hole is wet',
    },
    needs: {},
    leaves: {},
    minutes: 14,
    caution: BLOWN,
    after: ['hoses'],
    repairs: ['strokePump'],
    parts: ['strokePump'],
  },
  {
    id: 'levelSender',
    track: 'beside',
    name: 'Level sender',
    title: 'Measure the level sender, swing its float',
    does: [powers('meter feed')],
    steps: [
      'Wire off, ohms from its pin to the flange: near what the dip says',
      'Where the unit is out anyway: float by hand, read at five heights up and down',
    ],
    looks: {
      good: 'Smooth, both ends as the maker says, float dry',
      doubtful: 'Jumps at one height, or the maker’s ends are not known',
      bad: 'Open, shorted, or the float has drunk fuel',
    },
    needs: { battery: 'off' },
    leaves: {},
    minutes: 10,
    after: ['sample'],
    repairs: ['sender'],
    parts: ['tank'],
  },
  {
    id: 'battery',
    track: 'beside',
    name: 'Battery',
    title: 'Charge and load the battery',
    does: [],
    steps: [
      'Out of the vehicle, to the charger in another room',
      'Rest volts after an hour, then under load',
    ],
    looks: { good: 'Over 12.4 V, holds under load', doubtful: '12.2 to 12.4 V', bad: 'Under 12.2 V or sags' },
    needs: { battery: 'off' },
    leaves: {},
    minutes: 20,
    after: [],
    repairs: ['battery'],
  },
  {
    id: 'loom',
    track: 'beside',
    name: 'Loom',
    title: 'Measure the feed wire to ground, pump plug parted',
    does: [powers('meter feed'), powers('relay or fuse')],
    steps: [
      'Fuse out, plug parted',
      'Ohms from the load side to the body: open',
      'Along the loom: mice, chafing, green copper',
    ],
    looks: { good: 'Open, whole', doubtful: 'Green ends', bad: 'Touches the body, bare copper' },
    needs: { battery: 'off', plug: 'parted', stepTrim: 'off' },
    leaves: {},
    minutes: 12,
    after: [],
    repairs: ['loom'],
    parts: ['loom'],
  },
  {
    id: 'winding',
    track: 'beside',
    name: 'Pump winding',
    title: 'Measure the pump, plug parted',
    does: [powers('meter feed')],
    steps: ['Leads nulled, ohms across the pump', 'Each pin to the body: open'],
    looks: {
      good: 'As typical, open to the body',
      doubtful: 'Jumps as it is read',
      bad: 'Open, or shorted to the body',
    },
    needs: { plug: 'parted', stepTrim: 'off' },
    leaves: {},
    minutes: 6,
    after: [],
    repairs: ['module', 'linePump'],
    parts: ['pump', 'inlinePump', 'pusherPump'],
  },
  {
    id: 'ground',
    track: 'beside',
    name: 'Ground',
    title: 'Measure the pump ground',
    does: [powers('meter feed')],
    steps: ['Battery off, ohms from the pump’s minus to the minus clamp'],
    looks: { good: 'Under 0.1 Ω', doubtful: '0.1 to 1 Ω', bad: 'Over 1 Ω, or green' },
    needs: { battery: 'off' },
    leaves: {},
    minutes: 6,
    after: [],
    repairs: ['ground'],
    parts: ['ground'],
  },
  {
    id: 'turns',
    track: 'beside',
    name: 'Engine turns',
    title: 'Turn the engine by hand',
    diesel: {
      steps: [
        'Glow plugs out, no oil and no spray into a diesel’s cylinders',
        'By the crank bolt, two full turns, slowly',
        'Oil level and smell: fuel in it?',
      ],
    },
    does: [hands(1)],
    steps: [
      'Plugs or glow plugs out, oil into each cylinder, wait',
      'By the crank bolt, two full turns',
      'Oil level and smell: fuel in it?',
    ],
    looks: { good: 'Turns freely', doubtful: 'Tight places', bad: 'Stuck, or fuel in the oil' },
    needs: { ...KEY_OUT, battery: 'off' },
    leaves: {},
    minutes: 30,
    after: [],
    repairs: ['compression'],
  },
  {
    id: 'pumpRuns',
    track: 'beside',
    name: 'Pump runs',
    title: 'Run the pump in clean fuel',
    does: [powers('jumper'), runsPump(5, 'jumper'), drains(0.3, 'line'), hands(2)],
    steps: [
      '{10 L} fresh in a clean tank; hose into the can fitted and seen dry, valve open',
      'Fused, switched lead at the relay base, 5 s, read current and flow',
      'Valve shut',
    ],
    looks: {
      good: 'Current and flow as typical',
      doubtful: 'Loud or slow',
      bad: 'Stands, or draws far too much',
    },
    needs: { rig: 'can hose' },
    leaves: {},
    minutes: 15,
    caution: {
      text: 'The first current in years: extinguisher at hand, switch at the fuse box, nobody at the tank.',
      stopWhen: 'Stop when the fuse blows, or anything smells.',
    },
    after: [
      'outside',
      'sample',
      'tankInside',
      'tankOutlet',
      'strainer',
      'pickup',
      'hoses',
      'feedLine',
      'filter',
      'battery',
      'loom',
      'winding',
      'ground',
    ],
    repairs: ['module', 'linePump'],
    parts: ['pump', 'inlinePump', 'pusherPump'],
    live: true,
  },
  {
    id: 'primed',
    track: 'fuel',
    name: 'Joints',
    title: 'Prime it and look along every joint',
    does: [powers('key on'), runsPump(6), SEEKS, hands(2)],
    steps: [
      'All joints made, wiped dry',
      'Key on three times, or the primer, or the hand lever',
      'Paper on a stick at each joint, 5 min',
    ],
    looks: { good: 'All dry', doubtful: 'One sweats', bad: 'It drips' },
    needs: { ...KEY_OUT, rig: 'none' },
    leaves: { ignition: 'off' },
    minutes: 12,
    caution: { text: 'The line is under pressure. Glasses on.', stopWhen: 'Stop when any joint drips.' },
    after: [
      'pumpRuns',
      'hoses',
      'vent',
      'filter',
      'returnLine',
      'injectors',
      'carburettor',
      'feedLine',
      'tankOutlet',
      'pickup',
      'primer',
      'feedPump',
    ],
    repairs: ['feedJoint'],
    live: true,
  },
  {
    id: 'cranks',
    track: 'beside',
    name: 'Cranks',
    title: 'Crank it without starting it, then start it',
    does: [powers('key on'), cranks(10), runsEngine(1), hands(2)],
    steps: ['Oil pressure first: fuel cut, 10 s, rest 60 s', 'Fuel back on, start, 10 s at most'],
    looks: { good: 'It starts', doubtful: 'It fires and dies', bad: 'It does not start' },
    needs: { ...KEY_OUT, rig: 'none' },
    leaves: {},
    minutes: 15,
    caution: {
      text: 'Fuel that leaked meanwhile burns: meter under 1 % LEL, extinguisher at hand.',
      stopWhen: 'Stop when you smell fuel or it knocks.',
    },
    after: ['primed', 'turns', 'battery'],
    repairs: [],
    live: true,
  },
]

/** What is surveyed on a layout, its `after` cut down to what it has. */
export function surveyOf(layout: Layout): SurveyItem[] {
  const has = (kind: PartKind) => layout.parts.some((part) => part.kind === kind)
  const inTank = has('moduleHose')
  const items = SURVEY.filter(
    (item) =>
      (!item.parts || item.parts.some(has)) &&
      (!item.engines || item.engines.includes(layout.engine.kind)) &&
      !(inTank && OUTLET.includes(item.id)),
  )
  const ids = new Set(items.map((item) => item.id))
  return items.map((item) => itemOn(layout, { ...item, after: item.after.filter((id) => ids.has(id)) }))
}

/** An item as it stands on a layout, with what the rules ask of its doings. */
function itemOn(layout: Layout, item: SurveyItem): SurveyItem {
  const variables = variablesOf(layout.id)
  const ruled = derive(layout.id, item.does)
  const diesel = item.diesel && ['diesel', 'commonRail'].includes(layout.engine.kind)
  const caution = item.caution ?? ruled.cautions[0]
  return {
    ...item,
    ...(diesel && { steps: item.diesel!.steps }),
    needs: only(
      {
        ...ruled.needs,
        ...item.needs,
        ...(LICENSED.includes(layout.id) && item.id !== 'outside' ? { authority: 'given' } : {}),
      },
      variables,
    ),
    leaves: only({ ...ruled.sets, ...item.leaves }, variables),
    ...(caution && { caution }),
    cautions: [...(item.caution ? [item.caution] : []), ...ruled.cautions],
    rules: ruled.rules.map((rule) => rule.id),
  }
}

/** Looked at from the module where there is one. */
const OUTLET = ['tankOutlet', 'pickup']

/** Repairs that wait for another: dirt or water from what comes first would spoil what comes after. */
const WAITS_FOR: [string[], string[]][] = [
  [
    [
      'filter',
      'firstFilter',
      'fineFilter',
      'strainer',
      'pickup',
      'module',
      'linePump',
      'strokePump',
      'primer',
      'injectors',
      'carburettor',
      'rearLine',
      'frontLine',
      'suctionLine',
      'returnLine',
    ],
    ['drainFuel', 'cleanTank'],
  ],
  [
    ['filter', 'firstFilter', 'fineFilter', 'module', 'linePump', 'injectors', 'carburettor'],
    ['rearLine', 'frontLine', 'suctionLine', 'returnLine'],
  ],
  [
    ['injectors', 'carburettor'],
    ['filter', 'fineFilter'],
  ],
  [
    ['module', 'linePump'],
    ['loom', 'ground'],
  ],
  [['cleanTank'], ['drainFuel']],
]

/** Fuel that is filled in before the tank is drained or cleaned is poured away again. */
const FILLED_LAST = ['refuel']
const DRAINING = ['drainFuel', 'cleanTank', 'cleanSoftTank', 'cleanPlasticTank', 'newTank', 'specialistTank']
/** Does an order of repairs waste nothing? */
export const wastesNothing = (order: readonly string[]): boolean =>
  order.every(
    (id, at) => !FILLED_LAST.includes(id) || !order.slice(at + 1).some((later) => DRAINING.includes(later)),
  )

/** The repairs in an order in which none spoils another, each with those of them that it waits for. */
export function repairOrder(repairIds: string[]): { repairId: string; waitsFor: string[] }[] {
  const waits = (id: string) =>
    [...new Set(WAITS_FOR.flatMap(([later, first]) => (later.includes(id) ? first : [])))].filter((other) =>
      repairIds.includes(other),
    )
  const ordered: string[] = []
  const visit = (id: string) => {
    if (ordered.includes(id)) return
    waits(id).forEach(visit)
    ordered.push(id)
  }
  repairIds.forEach(visit)
  return ordered.map((repairId) => ({ repairId, waitsFor: waits(repairId) }))
}
