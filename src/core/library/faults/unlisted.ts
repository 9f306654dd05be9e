/** Causes that nobody listed, by their effect on each part. */
import {
  INJECTED,
  PICKUP_ALONE,
  REGULATED_AT_RAIL,
  REGULATED_IN_TANK,
  PUMP_IN_TANK,
  TICKING,
  CAP_BREATHES,
  type PartKind,
} from '../../vehicle'
import { set, scale, loses, hole, PETROL, type FaultChange, type FaultTemplate } from './terms'

/** How rare it is that a part fails in a way that the list does not name, against a median fault. */
const UNLISTED_WEIGHT = 0.15
/** Whatever else a part can do wrong: one fault by its effect, so that a cause nobody listed is laid at its part and not at a neighbour's. */
const unlisted = (
  id: string,
  it: string,
  on: PartKind[],
  changes: FaultChange[],
  repairs: string[],
  more: Partial<FaultTemplate> = {},
): FaultTemplate => ({
  id,
  name: `${it}: cause not listed`,
  on,
  cause: 'None of the known faults of this part fits',
  changes,
  weight: UNLISTED_WEIGHT,
  raisers: [],
  unlisted: true,
  repairs,
  ...more,
})
const LOSES_VOLTS = [loses('self.ohm', 0.8, 3000)]

export const UNLISTED: FaultTemplate[] = [
  unlisted('U-fuse', 'Fuse and holder', ['fuse'], LOSES_VOLTS, ['fuse']),
  unlisted('U-relay', 'Relay', ['relay'], LOSES_VOLTS, ['relay'], { parts: ['relay'] }),
  unlisted('U-key', 'Key switch', ['keySwitch'], LOSES_VOLTS, ['keySwitch']),
  unlisted('U-cutOff', 'Cut-off switch', ['cutOff'], LOSES_VOLTS, ['cutOff']),
  unlisted('U-loom', 'Floor loom', ['loom'], LOSES_VOLTS, ['loom']),
  unlisted('U-plug', 'Feed plug', ['feedPlug'], LOSES_VOLTS, ['plug']),
  unlisted('U-lead', 'Pump lead', ['hatchLead'], LOSES_VOLTS, ['module', 'hatchLead']),
  unlisted('U-ground', 'Pump ground', ['ground'], LOSES_VOLTS, ['ground']),
  unlisted('U-driver', 'Driver module', ['driver'], LOSES_VOLTS, ['driver']),
  unlisted('U-command', 'Pump command', ['command'], [set('self.release', 0)], ['command']),
  unlisted(
    'U-battery',
    'Battery',
    ['battery'],
    [scale('self.innerOhm', 2.5, 10), set('self.restV', 10.8, 12.4)],
    ['battery'],
  ),
  unlisted('U-strainer', 'Strainer', ['strainer'], [scale('self.loss', 20, 900)], ['module', 'strainer'], {
    layouts: PUMP_IN_TANK,
  }),
  unlisted('U-pickup', 'Pickup', ['strainer'], [scale('self.loss', 60, 900)], ['pickup'], {
    layouts: PICKUP_ALONE,
  }),
  unlisted('U-filter', 'Inline filter', ['filter', 'tankFilter'], [scale('self.loss', 6, 900)], ['{part}']),
  unlisted('U-line', 'Feed line', ['line', 'suctionLine'], [scale('self.area', 0.02, 0.2)], ['{part}']),
  unlisted('U-hose', 'Feed hose', ['hose'], [scale('self.area', 0.01, 0.1)], ['{part}']),
  unlisted('U-return', 'Return line', ['returnLine'], [scale('self.area', 0.02, 0.12)], ['returnLine']),
  unlisted('U-primer', 'Hand primer', ['primer'], [scale('self.loss', 25, 500)], ['primer']),
  unlisted('U-seat', 'Needle valve', ['needleSeat'], [scale('self.loss', 100, 20000)], ['carburettor']),
  unlisted('U-needle', 'Float and needle', ['needle'], [scale('self.level', 1.8, 8)], ['carburettor']),
  unlisted('U-jets', 'Jets', ['carbJets'], [scale('self.gain', 0.45, 0.86)], ['carburettor']),
  unlisted('U-injectors', 'Injectors', ['injectors'], [scale('self.gain', 0.5, 0.88)], ['injectors']),
  unlisted('U-drip', 'Injector seats', ['injectors'], [set('self.restLeak', 0.5, 20)], ['injectors']),
  unlisted(
    'U-pump',
    'Pump output',
    ['pump', 'inlinePump'],
    [scale('self.displacement', 0.05, 0.85)],
    ['module', 'linePump'],
  ),
  unlisted('U-tick', 'Pump output', ['pusherPump'], [scale('self.displacement', 0.05, 0.7)], ['linePump'], {
    layouts: ['A06'],
  }),
  unlisted(
    'U-stroke',
    'Pump output',
    ['strokePump'],
    [scale('self.stroke', 0.04, 0.6), scale('self.spring', 0.03, 0.95)],
    ['strokePump'],
  ),
  unlisted(
    'U-motor',
    'Pump motor',
    ['pump', 'inlinePump'],
    [set('self.winding', 1e7)],
    ['module', 'linePump'],
  ),
  unlisted('U-points', 'Pump points', ['pusherPump'], [set('self.winding', 1e7)], ['linePump'], {
    layouts: TICKING,
  }),
  unlisted(
    'U-check',
    'Check valve',
    ['checkValve'],
    [set('self.restLeak', 0.5, 60)],
    ['module', 'linePump'],
    {
      engines: ['injected', 'direct'],
    },
  ),
  unlisted(
    'U-low',
    'Regulator, too low',
    ['regulator', 'tankRegulator'],
    [scale('self.set', 0.4, 0.87)],
    ['regulator'],
    { layouts: REGULATED_AT_RAIL },
  ),
  unlisted('U-high', 'Regulator, too high', ['regulator'], [scale('self.set', 1.25, 2.5)], ['regulator']),
  unlisted('U-lowIn', 'Regulator, too low', ['tankRegulator'], [scale('self.set', 0.4, 0.87)], ['module'], {
    layouts: REGULATED_IN_TANK,
  }),
  unlisted('U-level', 'Tank level', ['tank'], [set('self.volumeM3', 0.002, 0.0003)], ['refuel']),
  unlisted(
    'U-stiff',
    'Pump bearings',
    ['pump', 'inlinePump'],
    [scale('self.friction', 1.6, 100)],
    ['module', 'linePump'],
  ),
  unlisted(
    'U-chafe',
    'Floor loom, short',
    ['chafe'],
    [set('self.ohm', 0.05, 0.8), set('fuse.ohm', 1e6)],
    ['loom'],
  ),
  unlisted(
    'U-blank',
    'Fuel that blanks filters',
    ['fuel'],
    [scale('filter.loss', 8, 150), scale('strainer.loss', 3, 40)],
    ['drainFuel', 'thawFuel'],
    { engines: ['diesel', 'commonRail'] },
  ),
  unlisted(
    'U-deposit',
    'Deposits from the tank',
    ['tank'],
    [
      set('self.varnish', 0.5, 1),
      scale('strainer.loss', 3, 60),
      scale('filter.loss', 1, 30),
      scale('line.area', 0.3, 1),
      scale('pump.friction', 1, 6),
      scale('inlinePump.friction', 1, 6),
      scale('carbJets.gain', 0.5, 1),
    ],
    ['cleanTank', 'wingTank'],
    { engines: PETROL },
  ),
  unlisted(
    'U-joint',
    'Feed joint',
    ['leak'],
    [hole('self.holeM2', 0.005, 1), set('self.joint', 1)],
    ['feedJoint'],
    { layouts: INJECTED },
  ),
  unlisted('U-boil', 'Fuel that boils', ['fuel'], [set('self.volatility', 0.5, 0.97)], ['drainFuel'], {
    engines: PETROL,
  }),
  unlisted(
    'U-cap',
    'Filler cap',
    ['tank'],
    [set('self.capBlind', 1), set('self.gaugePa', -25e3, -6e3)],
    ['capSeal'],
    { layouts: CAP_BREATHES },
  ),
  unlisted('U-compression', 'Compression', ['engine'], [set('self.compression', 0.1, 0.6)], ['compression']),
  unlisted('U-vent', 'Tank vent', ['tank'], [set('self.gaugePa', -25e3, -7e3)], ['clearVent']),
  unlisted('U-air', 'Suction side', ['airLeak'], [hole('self.holeM2', 0.004, 0.4)], ['suctionJoints']),
  unlisted('U-overflow', 'Overflow valve', ['overflow'], [scale('self.crack', 0.02, 0.3)], ['overflow']),
  unlisted('U-fuel', 'Fuel', ['fuel'], [scale('self.quality', 0.2, 0.72)], ['drainFuel'], {
    engines: PETROL,
  }),
  unlisted('U-spark', 'Ignition', ['engine'], [set('self.spark', 0.05, 0.6)], ['ignition'], {
    engines: PETROL,
  }),
  unlisted('U-intake', 'Intake', ['engine'], [set('self.airLeak', 0.15, 0.5)], ['intake'], {
    engines: PETROL,
  }),
]
