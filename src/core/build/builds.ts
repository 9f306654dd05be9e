/** The builds, each as data: from what it may begin, its acts, what is chosen, and what the vehicle becomes. */
import { INJECTED, LAYOUTS, NOT_AIRCRAFT, PROBED, UNIT_IN_TANK, type Edit, type LayoutId } from '../vehicle'
import type { Build, Standing } from './terms'

/** Layouts with a unit in a tank of petrol, fed at injection pressure without a high side. */
const IN_TANK = UNIT_IN_TANK.filter((id) => INJECTED.includes(id) && id !== 'A04')
const same = ({ layout, edits }: Standing) => ({ layout, edits })
const further = (id: string): Edit => ({
  kind: 'parallel',
  part: 'pump',
  by: { id, kind: 'pump', fed: 'own' },
})
const probed = (edit: Edit) => edit.kind === 'replace' && edit.part === 'sender'
/** Three pumps and more are fed from the relays of a rail with a return. */
const RETURNED: readonly LayoutId[] = ['A01', 'A07']

export const BUILDS: readonly Build[] = [
  {
    id: 'pumpUpgrade',
    wish: 'A stronger pump',
    says: 'Another pump in the old carrier, on a feed of its own.',
    from: IN_TANK,
    repairs: ['buildUnit', 'relayFeed', 'unitIn'],
    groups: ['engine', 'pump', 'hang', 'wire', 'feed', 'filters', 'back', 'tank'],
    usual: { flowM3PerS: 190, currentA: 9, powerW: 200, fuse: '15' },
    becomes: same,
  },
  {
    id: 'otherHanger',
    wish: 'A pump of another vehicle in this hanger',
    says: 'The right one is not to be had: flow, height, plug and drive have to fit.',
    from: IN_TANK,
    repairs: ['buildUnit', 'unitIn'],
    groups: ['engine', 'pump', 'hang', 'wire', 'feed', 'back', 'tank'],
    usual: {},
    becomes: same,
  },
  {
    id: 'injection',
    wish: 'Injection in place of the carburettor',
    says: 'A unit in the tank, a new feed and a return, a regulator behind the rail.',
    from: ['A05', 'A06'],
    repairs: ['buildUnit', 'unitAdded', 'feedAdded', 'returnAdded', 'injectionAdded'],
    groups: ['engine', 'pump', 'hang', 'wire', 'feed', 'filters', 'back', 'tank'],
    usual: {
      railPa: 300,
      flowM3PerS: 120,
      currentA: 5.2,
      powerW: 90,
      lineM: 3.6,
      boreM: 7.5,
      returnBoreM: 6,
      pipeOuterM: 8,
    },
    becomes: ({ edits }) => ({ layout: 'A01', edits }),
  },
  {
    id: 'returnLine',
    wish: 'A return line',
    says: 'Two feeds meet at the rail, a regulator behind it, a line back to the tank.',
    from: ['A02', 'A03', 'A12'],
    repairs: ['buildUnit', 'feedAdded', 'returnAdded', 'railRegulator', 'unitIn'],
    groups: ['engine', 'pump', 'hang', 'wire', 'feed', 'filters', 'back', 'tank'],
    usual: { feeds: '2', flowM3PerS: 150, currentA: 6.5, railPa: 300, returnBoreM: 7 },
    becomes: ({ edits }, { feeds }) => ({
      layout: 'A01',
      edits:
        feeds === '2'
          ? [...edits, { kind: 'parallel', part: 'frontLine', by: { id: 'frontLine2', kind: 'line' } }]
          : edits,
    }),
  },
  {
    id: 'threePumps',
    wish: 'Three pumps in place of one',
    says: 'A hanger of three in another tank, a relay panel, vents.',
    from: RETURNED,
    repairs: ['buildThree', 'newTank', 'relayPanel', 'ventAdded', 'unitIn'],
    groups: ['engine', 'pump', 'hang', 'wire', 'feed', 'filters', 'back', 'tank'],
    usual: {
      pumps: 3,
      control: 'stages',
      flowM3PerS: 120,
      currentA: 5.2,
      powerW: 330,
      breath: 'boosted',
      boreM: 10,
      returnBoreM: 10,
      bodyM: 110,
      openingM: 125,
      lengthM: 200,
      newM3PerS: 400,
      ventBoreM: 14,
      hoseBoreM: 10,
      pipeOuterM: 10,
      depthM: 260,
      hangerM: 95,
    },
    becomes: ({ layout, edits }, { pumps }) => ({
      layout,
      edits: [
        ...edits,
        ...(Number(pumps) >= 2 ? [further('pump2')] : []),
        ...(Number(pumps) >= 3 ? [further('pump3')] : []),
      ],
    }),
  },
  {
    id: 'surgeTank',
    wish: 'A surge tank',
    says: 'The pump in the tank lifts, the main pump drinks from the surge tank, its duty follows the engine.',
    from: IN_TANK.filter((id) => id !== 'A10'),
    repairs: ['surgeAdded', 'relayFeed', 'speedControl'],
    groups: ['engine', 'pump', 'surge', 'wire', 'feed', 'filters', 'back', 'tank'],
    usual: {
      flowM3PerS: 255,
      currentA: 11,
      powerW: 260,
      control: 'smooth',
      railPa: 400,

      boreM: 10,
      returnBoreM: 9,
      liftM3PerS: 250,
      kind: 'turbine',
      newM3PerS: 200,
      hoseBoreM: 10,
      pipeOuterM: 10,
    },
    becomes: ({ edits }) => ({ layout: 'A10', edits }),
  },
  {
    id: 'floatSender',
    wish: 'A float sender for the capacitive one',
    says: 'Arm and ohms for this tank and this gauge, held against litres.',
    from: PROBED,
    repairs: ['floatSender'],
    scope: 'gauge',
    groups: ['sender', 'licence'],
    usual: { depthM: 330, pivotM: 175 },
    becomes: ({ layout, edits }) => ({ layout, edits: edits.filter((edit) => !probed(edit)) }),
  },
  {
    id: 'linedTank',
    wish: 'The old tank refurbished and lined',
    says: 'Cleaned to bare metal and lined for the fuel that goes in.',
    from: NOT_AIRCRAFT.filter((id) => LAYOUTS[id].fuel !== 'diesel'),
    repairs: ['cleanTank', 'lineTank'],
    groups: ['tank'],
    usual: { inside: 'Epoxy tank liner' },
    becomes: same,
  },
  {
    id: 'alcohol',
    wish: 'Alcohol blend',
    says: 'A third more fuel, and every seal, hose and wall looked at.',
    from: IN_TANK,
    repairs: ['buildUnit', 'unitIn', 'filter', 'injectors'],
    groups: ['engine', 'pump', 'hang', 'wire', 'feed', 'filters', 'back', 'tank'],
    usual: {
      fuel: 'petrolE85',
      flowM3PerS: 190,
      currentA: 8,

      tankHose: 'PTFE in steel braid',
      line: 'Stainless pipe',
    },
    becomes: same,
  },
]
export const buildById = (id: string): Build | null => BUILDS.find((build) => build.id === id) ?? null
/** Builds that a vehicle can begin. */
export const buildsFor = ({ layout, edits }: Pick<Standing, 'layout' | 'edits'>): Build[] =>
  BUILDS.filter((build) => build.from.includes(layout) && (build.id !== 'floatSender' || edits.some(probed)))
