/**
 * Ways to make a fault show that comes and goes. A reading that passes while the complaint is absent
 * says little, so the fault is called first, where that can be done safely, and read while it is there.
 */
import { LICENSED, only, variablesOf, type LayoutId, type PartKind, type VehicleState } from '../vehicle'
import type { Minutes } from '../shared'
import type { Caution } from './caution'
import { cranks, hands, powers, runsEngine, runsPump, type Doing } from './doings'
import { derive } from './rules'

export interface Provocation {
  id: string
  title: string
  steps: string[]
  minutes: Minutes
  /** Of its own purpose; the rules add what its doings ask. */
  needs: VehicleState
  leaves: VehicleState
  does: readonly Doing[]
  cautions?: Caution[]
  /** Ids of the rules that its doings call up. */
  rules?: string[]
  /** Kinds of part whose faults it brings out. */
  brings: PartKind[]
  caution: { text: string; stopWhen: string }
}

const CONTACTS: PartKind[] = [
  'fuse',
  'relay',
  'keySwitch',
  'cutOff',
  'feedPlug',
  'hatchLead',
  'ground',
  'loom',
  'driver',
  'boostSwitch',
  'liftCircuit',
  'ownCircuit',
  'senderPlug',
  'senderWire',
  'senderGround',
]

export const PROVOCATIONS: Provocation[] = [
  {
    id: 'wiggle',
    title: 'Move loom and plugs while you watch',
    steps: [
      'Meter on the leads that matter, minimum held',
      'Bend each loom, push and pull each plug, knock each relay',
      'Where it dips, there it is',
    ],
    minutes: 12,
    needs: {},
    leaves: {},
    does: [powers('plug'), powers('key on'), runsPump(30)],
    brings: CONTACTS,
    caution: {
      text: 'Nothing near open fuel: a contact that fails sparks.',
      stopWhen: 'Stop when you smell fuel.',
    },
  },
  {
    id: 'heat',
    title: 'Run it hot, stop, wait, start',
    steps: [
      '20 min run, bonnet shut for 20 min',
      'Start, and read while it fails',
      'Relay and driver: a warm cloth, never a flame or heat gun',
    ],
    minutes: 45,
    needs: { ignition: 'off' },
    leaves: {},
    does: [powers('key on'), runsEngine(20), cranks(10)],
    brings: [
      'relay',
      'driver',
      'pump',
      'inlinePump',
      'pusherPump',
      'keySwitch',
      'command',
      'hose',
      'thermalGauge',
      'coilGauge',
      'ironGauge',
      'clusterGauge',
    ],
    caution: {
      text: 'Everything is hot and fuel is near boiling. No joint is opened hot.',
      stopWhen: 'Stop when you smell fuel.',
    },
  },
  {
    id: 'load',
    title: 'Drive it long under load',
    steps: [
      'Two people: one drives, one reads',
      'Long climb, full throttle, gauge or meter where the second sees it',
    ],
    minutes: 25,
    needs: { ignition: 'off' },
    leaves: {},
    does: [powers('key on'), runsEngine(25, 'road'), hands(2)],
    brings: [
      'hose',
      'suctionLine',
      'strainer',
      'tank',
      'pump',
      'inlinePump',
      'pusherPump',
      'airLeak',
      'needleSeat',
      'liftCircuit',
      'ownCircuit',
    ],
    caution: {
      text: 'Never alone while reading. No gauge hose in the cab.',
      stopWhen: 'Stop when anything smells.',
    },
  },
  {
    id: 'standing',
    title: 'Let it stand over night, then start',
    steps: [
      'Gauge on, note the pressure when it is parked',
      'Read again before the first crank',
      'Crank 10 s, read while it fails',
    ],
    minutes: 10,
    needs: { ignition: 'off', gauge: 'fitted' },
    leaves: {},
    does: [powers('key on'), cranks(10)],
    brings: ['pump', 'inlinePump', 'pusherPump', 'needleSeat', 'airLeak', 'relay', 'command'],
    caution: {
      text: 'Where fuel smells over night it does not stand inside.',
      stopWhen: 'Stop when the meter shows 10 % LEL.',
    },
  },
  {
    id: 'wet',
    title: 'Wet loom and plugs with a spray bottle',
    steps: ['Clear water on plugs, grounds and loom from below', 'Wait 5 min, then try'],
    minutes: 15,
    needs: { ignition: 'off' },
    leaves: {},
    does: [powers('key on'), cranks(5)],
    brings: ['feedPlug', 'ground', 'loom', 'driver', 'command', 'senderPlug', 'senderGround', 'senderWire'],
    caution: { text: 'Not on ignition parts, not into the fuse box.', stopWhen: 'Stop when the fuse blows.' },
  },
  {
    id: 'shake',
    title: 'Drive it over rough ground at a low level',
    steps: ['Tank under a quarter, by dip', 'Bends, kerbs, rough lane', 'Note level and bend when it fails'],
    minutes: 20,
    needs: { ignition: 'off' },
    leaves: {},
    does: [powers('key on'), runsEngine(20, 'road')],
    brings: ['tank', 'strainer', 'sender', 'probe'],
    caution: {
      text: 'Not on a public road where a stall is a danger.',
      stopWhen: 'Stop when it stalls twice.',
    },
  },
]

/** A way to make it fail as it stands on a layout: what must hold before it, and every caution of its doings. */
export function provocationOn(layout: LayoutId, provocation: Provocation): Provocation {
  const variables = variablesOf(layout)
  const ruled = derive(layout, provocation.does)
  return {
    ...provocation,
    needs: only(
      {
        ...ruled.needs,
        ...provocation.needs,
        ...(LICENSED.includes(layout) ? { authority: 'given' } : {}),
      },
      variables,
    ),
    leaves: only({ ...ruled.sets, ...provocation.leaves }, variables),
    cautions: [provocation.caution, ...ruled.cautions],
    rules: ruled.rules.map((rule) => rule.id),
  }
}
