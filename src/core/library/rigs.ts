/**
 * What is put between joints for a test: fitted with the line off, looked at by the leak check, read with
 * the system shut, and taken out with the line off again. So no test opens anything while something runs.
 */
import {
  LIFTED_RAIL,
  PULSED,
  RAISED_FOR_TEES,
  type LayoutId,
  type ValueOf,
  type VehicleState,
} from '../vehicle'
import type { Operation } from './acts'
import { closes, hands, opens, type Doing } from './doings'

export type RigId = Exclude<ValueOf<'rig'>, 'none'>

interface Rig {
  id: RigId
  /** Start of the ids of its two operations. */
  name: string
  fit: { title: string; detail: string; steps: string[] }
  off: { title: string; steps: string[] }
  does: Doing[]
  piece: string
  tools: string[]
  needs?: VehicleState
  layouts?: readonly LayoutId[]
  /** The same in other words, where the parts are others. */
  otherwise?: { on: readonly LayoutId[]; fit: Rig['fit']; off: Rig['off'] }
  minutes: number
}

const WHOLE = 'Each joint made as it was, new ring or clip, pulled back by hand'

const RIGS: Rig[] = [
  {
    id: 'tees',
    name: 'tees',
    fit: {
      title: 'Fit the tees along the feed',
      detail: 'at tank, filters, pump and engine, as the test says; each with a valve',
      steps: [
        'Each place wiped clean, can below',
        'Tees in at the places that will be read, all at once; joints pulled',
        'Gauges on, hoses bled, can hose on its valve, valve shut',
      ],
    },
    off: {
      title: 'Tees out, the feed as it was',
      steps: ['Gauges bled into the can, tees out', WHOLE, 'Wiped dry'],
    },
    does: [opens('tee', 'line', 'underfloor')],
    piece: 'Tees with gauges',
    tools: ['Tees with valves', 'Gauges of the right range'],
    minutes: 14,
  },
  {
    id: 'clear hose',
    name: 'clearHose',
    fit: {
      title: 'Fit the clear hose',
      detail: 'same bore, short, for this test only',
      steps: [
        'Can below, joint apart',
        'Clear hose of the same bore in, clips on',
        'Pulled, clear of heat and belts',
      ],
    },
    off: {
      title: 'Clear hose out',
      steps: ['Can below, clear hose out: it hardens within hours', WHOLE, 'Wiped dry'],
    },
    does: [opens('joint', 'line', 'engine')],
    piece: 'Clear hose',
    tools: ['Clear hose of the same bore'],
    minutes: 8,
  },
  {
    id: 'can hose',
    name: 'canHose',
    fit: {
      title: 'Fit the hose to the can',
      detail: 'rated hose on the feed, valve at its end',
      steps: [
        'Feed joint apart over a cloth',
        'Rated hose clipped on, tied down: it must not whip',
        'Its end below the surface in the bonded can, valve shut; the open side capped',
      ],
    },
    off: {
      title: 'Can hose off, the feed joined',
      steps: ['Hose drained into the can, off', WHOLE, 'Wiped dry'],
    },
    does: [opens('joint', 'line', 'engine')],
    piece: 'Can hose with valve',
    tools: ['Rated hose with valve', 'Bonded can', 'Measuring jar'],
    minutes: 8,
  },
  {
    id: 'return can',
    name: 'returnCan',
    fit: {
      title: 'Lead the return into the can',
      detail: 'clear hose, end below the surface; the open side capped',
      steps: [
        'Return joint apart over a cloth, low-pressure side only',
        'Clear hose or tubes clipped on, tied down',
        'End below the surface in the bonded can, the tank side capped',
      ],
    },
    off: { title: 'Return joined again', steps: ['Hose drained into the can, off', WHOLE, 'Wiped dry'] },
    does: [opens('return', 'line', 'engine')],
    piece: 'Return hose to the can',
    tools: ['Clear hose', 'Bonded can', 'Measuring tubes'],
    minutes: 8,
  },
  {
    id: 'lift can',
    name: 'liftCan',
    fit: {
      title: 'Lead the lift hose into the can',
      detail: 'rated hose with a valve; the surge tank’s side capped',
      steps: [
        'Lift hose off the surge tank over a cloth, the tank’s side capped',
        'Rated hose with valve clipped on, tied down',
        'End below the surface in the bonded can, valve shut',
      ],
    },
    off: { title: 'Lift hose joined again', steps: ['Hose drained into the can, off', WHOLE, 'Wiped dry'] },
    does: [opens('joint', 'line', 'engine')],
    piece: 'Can hose with valve',
    tools: ['Rated hose with valve', 'Bonded can', 'Measuring jar'],
    layouts: ['A10'],
    minutes: 8,
  },
  {
    id: 'supply can',
    name: 'supplyCan',
    fit: {
      title: 'Feed it from a can',
      detail: 'approved can with a shut-off, strapped clear of heat',
      steps: [
        'Inlet joint apart over a cloth, the tank side capped',
        'Short hose of full bore from the can, clipped on, return into the same can',
        'Can strapped clear of exhaust and fan, shut-off in reach',
      ],
    },
    off: { title: 'Can away, the inlet joined', steps: ['Shut-off shut, hose drained', WHOLE, 'Wiped dry'] },
    does: [opens('joint', 'line', 'engine')],
    piece: 'Supply can',
    tools: ['Approved can with shut-off', 'Short hose of full bore'],
    minutes: 10,
  },
  {
    id: 'bypass',
    name: 'bypass',
    fit: {
      title: 'Lead a hose past the filter',
      detail: 'rated hose, clipped at both ends',
      steps: [
        'Filter joints apart, both of its sides capped',
        'Clean hose of the rated class between the line ends, clips on',
        'Pulled, clear of heat and edges',
      ],
    },
    off: {
      title: 'Filter back in',
      steps: ['Hose out, caps off, count two', 'Filter in, arrow to the engine', WHOLE],
    },
    does: [opens('filter', 'line', 'underfloor')],
    piece: 'Bypass hose',
    tools: ['Rated hose', 'Two caps'],
    minutes: 16,
  },
  {
    id: 'rail up',
    name: 'railUp',
    fit: {
      title: 'Rail up, injectors held to it',
      detail: 'line off; each injector clipped and wired',
      steps: [
        'Line let off, brush round each injector',
        'Rail bolts out, rail up a hand’s breadth, its hoses not strained',
        'Each injector clipped and wired to the rail: a loose one flies out with the fuel',
        'Injector plugs off, clean card below',
      ],
    },
    off: {
      title: 'Rail down, injectors in',
      steps: ['Line off first', 'New rings, rail down square, clips in', 'Bolts crosswise, plugs on'],
    },
    does: [opens('rail', 'line', 'engine')],
    piece: 'Rail, raised on its hoses',
    tools: ['Clips and wire', 'Clean card'],
    layouts: LIFTED_RAIL,
    otherwise: {
      on: LIFTED_RAIL.filter((id) => !PULSED.includes(id)),
      fit: {
        title: 'Injectors out, each held',
        detail: 'line off; lines left on, each clipped over its tube or card',
        steps: [
          'Line let off, brush round each injector',
          'Drawn by hand, never by its line; its line not strained',
          'Each clipped where it points into a tube or onto a card',
        ],
      },
      off: {
        title: 'Injectors in',
        steps: [
          'Line off first',
          'New rings, pushed home, each pulled by hand',
          'Tubes emptied into the can',
        ],
      },
    },
    minutes: 25,
  },
  {
    id: 'neck gauge',
    name: 'neckGauge',
    fit: {
      title: 'Manometer adaptor into the filler neck',
      detail: 'neck shut by it, relief {3.5 kPa}',
      steps: [
        'Cap off slowly',
        'Adaptor in, neck shut, relief valve at {3.5 kPa}',
        'Hose of the manometer outside, clear of the exhaust',
      ],
    },
    off: { title: 'Adaptor out, cap on', steps: ['Adaptor out slowly', 'Cap on to its click'] },
    does: [opens('cap', 'vapour', 'tank')],
    piece: 'Neck adaptor',
    tools: ['Neck adaptor with relief', 'Manometer'],
    minutes: 4,
  },
]

export const RIG_OPERATIONS: Operation[] = RIGS.flatMap((rig): Operation[] => {
  const fitId = `${rig.name}Fit`
  const offId = `${rig.name}Off`
  const shared = {
    ...(rig.layouts && { layouts: rig.layouts }),
  }
  const raised = rig.id === 'tees' ? [{ on: RAISED_FOR_TEES, needs: { height: 'raised' } as const }] : []
  const said = (way: 'fit' | 'off') =>
    rig.otherwise ? [{ on: rig.otherwise.on, ...rig.otherwise[way] }] : []
  return [
    {
      ...shared,
      id: fitId,
      title: rig.fit.title,
      detail: rig.fit.detail,
      needs: { rig: 'none', ...rig.needs },
      sets: { rig: rig.id },
      does: [...rig.does, hands(1, { wears: 'glasses' })],
      minutes: rig.minutes,
      twin: offId,
      variants: [...raised, ...said('fit')],
      steps: rig.fit.steps,
      on: [{ name: rig.piece, count: 1, lies: 'for the test' }],
      tools: rig.tools,
    },
    {
      ...shared,
      id: offId,
      title: rig.off.title,
      detail: 'line off first; leak check after it',
      needs: { rig: rig.id, ...rig.needs },
      sets: { rig: 'none' },
      does: [
        ...rig.does,
        ...rig.does.flatMap((doing) => (doing.does === 'opens' ? [closes(doing.what)] : [])),
      ],
      minutes: Math.round(0.7 * rig.minutes),
      twin: fitId,
      variants: [...raised, ...said('off')],
      steps: rig.off.steps,
      newParts: rig.id === 'neck gauge' ? [] : [{ name: 'Joint ring or clip', count: 2 }],
    },
  ]
})
