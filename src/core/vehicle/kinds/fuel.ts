/** Kinds of the fuel side. Losses, spreads and leaks at rest are typical (handbook 2.1, EQ02, EQ07, EQ08, EQ10). */
import { M3_PER_S_PER_L_PER_H as LH } from '../../shared'
import type { DisplacementMotor, HydraulicLink } from '../../physics'
import type { Scene } from '../scene'
import type { Specification } from '../specification'
import {
  ends,
  factor,
  figure,
  hidden,
  losses,
  lossFactor,
  NO_HOLE_M2,
  OPEN_OHM,
  state,
  whileGeneric,
  type Binding,
  type Context,
  type KindDef,
  type Placed,
  type SceneRule,
} from './kind'

/** Loss of a shut rig hose, and of the open hose into the can (3 kPa at 100 L/h), Pa/(m3/s). */
const SHUT_LOSS = 1e14
const CAN_HOSE_LOSS = 1.1e8
/** A regulator that is clamped off never opens below this, Pa. */
const CLAMPED_SET_PA = 1e9
/** Bore left by a squeezed return hose, as a share. */
const SQUEEZED_BORE = 0.12
const LEAST_SQUEEZED_BORE_M = 3e-4
/** Least opening in a scene without demand, as a share: what sound injectors bleed (0.01 mL/min), so that nothing stands behind a line that is shut. A bowl is vented and never holds pressure, so its jets stay open a trace. */
const SHUT_INJECTORS = 1e-5
const SHUT_JETS = 1e-4
/** Part of the capacity that is in the tank when nobody has looked. */
export const USUAL_FILL = 0.43
/** It is anybody's guess before a dip: from nearly dry to full within two standard deviations. */
const CONTENT_SPREAD = 0.6
/** A sound tank breathes within this of the air outside, Pa. */
const BREATHES_PA = 400
/** Content at which the pickup draws only air, and over which it is wet. */
const PICKUP_DRY_M3 = 0.001
const PICKUP_WET_M3 = 0.003
/** Air through a hole displaces this many times the fuel that the hole would pass: the root of the ratio of densities. */
const AIR_FOR_FUEL = 25
/** Bore of the short hose from a can, m. */
const CAN_HOSE_BORE_M = 0.012
/** What is left of the suction side, whatever it was, when a short hose from a can feeds the pump. */
const CAN_FED = losses(1e-3, 3e-6)
/** A rated hose past the filter, as `bypassHose`. */
const HOSE_PAST_FILTER = losses(0.006, 3e-5)
/** Control pressure of a warm engine with metering by a plate, typical. */
const WARM_CONTROL_PA = 350e3
/** A jet of 0.8 mm (EQ12). */
const JET_M2 = 0.5e-6
/** Roughness of drawn tube and polyamide, m. */
const SMOOTH_M = 1.5e-6

/** The EQ07 roller pump, scaled to the specified flow and current at 300 kPa and 13.5 V. */
export function pumpMotor(specification: Specification): DisplacementMotor {
  const size = specification.pumpFlowM3PerS.value / (120 * LH)
  const draw = specification.pumpCurrentA.value / 5.2
  return {
    kind: 'displacement',
    alphaM3PerSV: (22 / 1.5) * LH * size,
    betaM3PerSPa: ((0.12 * LH) / 1e3) * size,
    gammaM3PerS: 42 * LH * size,
    idleCurrentA: 2.5 * draw,
    currentPerPaA: (0.009 / 1e3) * draw,
    soundWindingOhm: 0.6 / draw,
    windingOhm: 0.6 / draw,
    emfVSPerRad: 0.0165,
    displacementFactor: 1,
    leakageFactor: 1,
    frictionFactor: 1,
  }
}

/** A low-pressure vane or plunger pump for a carburettor: free flow and current at 13.5 V, its own stall pressure from the relief. */
function pusherMotor(specification: Specification, part: Placed): DisplacementMotor {
  const free = specification.pumpFlowM3PerS.value * figure(part, 'flowShare', 1)
  const current = specification.pumpCurrentA.value * figure(part, 'currentShare', 1)
  const alpha = free / (13.5 - 3)
  return {
    kind: 'displacement',
    alphaM3PerSV: alpha,
    betaM3PerSPa: free / 120e3,
    gammaM3PerS: 3 * alpha,
    idleCurrentA: 0.7 * current,
    currentPerPaA: (0.3 * current) / 25e3,
    soundWindingOhm: 2 / current,
    windingOhm: 2 / current,
    emfVSPerRad: 0.03,
    displacementFactor: 1,
    leakageFactor: 1,
    frictionFactor: 1,
  }
}

const PUMP_PARAMETERS = [
  whileGeneric(factor('displacement', 0.035, ['displacementFactor']), 'pumpFlowM3PerS', 0.12),
  whileGeneric(factor('leakage', 0.12, ['leakageFactor']), 'pumpFlowM3PerS', 0.3),
  whileGeneric(factor('friction', 0.08, ['frictionFactor']), 'pumpCurrentA', 0.16),
  whileGeneric(factor('winding', 0.06, ['windingOhm']), 'pumpCurrentA', 0.12),
  state('noise', 0),
]

const motorPump = (motorOf: (specification: Specification, part: Placed) => DisplacementMotor): KindDef => ({
  parameters: PUMP_PARAMETERS,
  elements: (part, { specification }) => ({
    links: [
      {
        type: 'motor-pump',
        ...ends(part),
        plus: part.wires?.[0] ?? 'pumpPlus',
        minus: part.wires?.[1] ?? 'pumpMinus',
        motor: motorOf(specification, part),
      },
    ],
  }),
  scene: (bind, part) => {
    const displacement = bind.slot('displacementFactor')
    // The main pump of a surge tank drinks from that; every other from the tank.
    const surge = bind.other('surge.volumeM3')
    const drinks = surge >= 0 && part.id === 'pump'
    const volume = bind.other('tank.volumeM3')
    const reach = bind.other('tank.reach')
    const winding = bind.slot('windingOhm')
    const vapour = vapourRule(bind)
    return (values, theta, scene) => {
      values[displacement]! *=
        scene.rig === 'canFed'
          ? 1
          : wetness(theta[volume]! * theta[reach]!) *
            (drinks ? wetness(theta[surge]!) : 1) *
            (1 - vapour(theta, scene))
      // The lamp stands in the pump's place: its plug is parted.
      if (scene.rig === 'lamp') values[winding] = OPEN_OHM
    }
  },
})

/** Share of vapour in what a pump draws once fuel and lines are hot: light fuel, and fuel warmed by its own return. */
function vapourRule(bind: Binding): (theta: Float64Array, scene: Scene) => number {
  const volatility = bind.other('fuel.volatility')
  const heat = bind.other('tank.heat')
  return (theta, scene) => {
    const of = (at: number) => (at < 0 ? 0 : scene.heatFraction * theta[at]!)
    return 1 - (1 - of(volatility)) * (1 - of(heat))
  }
}

const wetness = (volumeM3: number) =>
  Math.min(1, Math.max(0, (volumeM3 - PICKUP_DRY_M3) / (PICKUP_WET_M3 - PICKUP_DRY_M3)))

/** A passage with losses at 100 L/h given in kPa, linear and quadratic. */
const passage = (spread: number, a: number, b: number): KindDef => ({
  parameters: lossFactor(spread),
  elements: (part) => ({
    links: [
      {
        type: 'linear-quadratic',
        ...ends(part),
        ...losses(figure(part, 'linear', a), figure(part, 'quadratic', b)),
        checkValve: figure(part, 'oneWay', 0) > 0,
      },
    ],
  }),
  scene: bypassedByCan,
})

/** Shut off behind itself a pump moves nothing that its suction side could hold back: it stalls on what is in its chamber. */
const drinksFreely = ({ rig }: Scene) => rig === 'canFed' || rig === 'deadhead'

/** A part before the pump (figure `suction`) is bypassed when the pump drinks from a can, and does not matter while it is stalled. */
function bypassedByCan(bind: Binding, part: Placed): SceneRule | null {
  if (figure(part, 'suction', 0) === 0) return null
  const linear = bind.slot('linearPaPerM3S')
  const quadratic = bind.slot('quadraticPaPerM3S2')
  return (values, _theta, scene) => {
    if (!drinksFreely(scene)) return
    values[linear] = CAN_FED.linearPaPerM3S
    values[quadratic] = CAN_FED.quadraticPaPerM3S2
  }
}

function pipe(part: Placed, boreM: number, lengthM: number): HydraulicLink {
  return {
    type: 'pipe',
    ...ends(part),
    boreM: boreM * figure(part, 'boreShare', 1),
    lengthM: lengthM * figure(part, 'lengthShare', 1),
    roughnessM: SMOOTH_M,
    lossCoefficient: figure(part, 'lossCoefficient', 2),
    checkValve: false,
  }
}
const feedLine: KindDef = {
  parameters: [
    whileGeneric(factor('area', 0.03, ['boreM'], 'areaFactor'), 'feedBoreM', 0.12),
    state('heat', 0),
  ],
  elements: (part, { specification }) => ({
    links: [pipe(part, specification.feedBoreM.value, specification.feedLengthM.value)],
  }),
}

const hole = (name: string): KindDef => ({
  parameters: [
    { name, nominal: NO_HOLE_M2, unit: 'm2', spread: 0, fields: [{ field: 'areaM2', landing: 'value' }] },
  ],
  elements: (part) => ({
    links: [{ type: 'orifice', ...ends(part), areaM2: NO_HOLE_M2, dischargeCoefficient: 0.62 }],
  }),
})

/** Area of jets or injectors that passes the peak demand at a drop. */
const jetArea = ({ specification, fluid }: Context, dropPa: number) =>
  specification.peakDemandM3PerS.value / (0.7 * Math.sqrt((2 * dropPa) / fluid.densityKgPerM3))

/** Jets whose opening follows the demand of the scene. */
const jets =
  (bindCoil: boolean): NonNullable<KindDef['scene']> =>
  (bind) => {
    const least = bindCoil ? SHUT_INJECTORS : SHUT_JETS
    const area = bind.slot('areaM2')
    const coil = bindCoil ? bind.own('coil') : -1
    return (values, theta, scene) =>
      (values[area]! *= Math.max(scene.demandFraction * (coil < 0 || theta[coil]! > 0.5 ? 1 : 0.5), least))
  }

export const FUEL_KINDS = {
  tank: {
    parameters: [
      hidden('volumeM3', ({ tankCapacityM3 }) => USUAL_FILL * tankCapacityM3.value, 'm3', CONTENT_SPREAD),
      {
        name: 'gaugePa',
        nominal: 0,
        unit: 'Pa',
        spread: 0,
        width: BREATHES_PA,
        fields: [
          { field: 'pressurePa', landing: 'value' },
          { suffix: 'Top', field: 'pressurePa', landing: 'value' },
        ],
      },
      state('debris', 0),
      // Part of its content that the pickup reaches.
      state('reach', 1),
      // How far its content warms up on a run, what a look inside shows, and whether cap and valve breathe.
      ...['heat', 'liner', 'varnish', 'dented', 'baffle', 'capBlind', 'rollover'].map((name) =>
        state(name, 0),
      ),
    ],
    elements: (part) => ({
      nodes: [
        { id: part.id, kind: 'boundary', elevationM: figure(part, 'levelM', 0.2), pressurePa: 0 },
        {
          id: `${part.id}Top`,
          kind: 'boundary',
          elevationM: figure(part, 'levelM', 0.2) + 0.1,
          pressurePa: 0,
        },
      ],
    }),
    scene: (bind) => {
      const level = bind.slot('pressurePa')
      const top = bind.slot('pressurePa', 'Top')
      return (values, _theta, scene) => {
        if (scene.rig === 'capOff' || scene.rig === 'canFed' || !scene.engineTurns)
          values[level] = values[top] = 0
      }
    },
  },
  strainer: passage(0.3, 0.004, 2e-5),
  pump: motorPump(pumpMotor),
  /** Its poles can be the wrong way about for the body of the vehicle. */
  pusherPump: {
    ...motorPump(pusherMotor),
    parameters: [...PUMP_PARAMETERS, state('poles', 1)],
  },
  /** A pump for injection that lies in the line, outside the tank. */
  inlinePump: motorPump(pumpMotor),
  /** A small tank that the lift pump keeps full, for the main pump to drink from. */
  surge: {
    parameters: [hidden('volumeM3', 0.004, 'm3', 0.15)],
    elements: (part) => ({
      nodes: [{ id: part.id, kind: 'boundary', elevationM: figure(part, 'levelM', 0.4), pressurePa: 0 }],
    }),
  },
  /** Nozzle of a transfer jet: the flow that drives it leaves the feed; what it carries over is `effect` times that (EQ12). */
  jet: {
    parameters: [factor('area', 0.05, ['areaM2']), hidden('effect', 1.4, '', 0.1)],
    elements: (part) => ({
      links: [{ type: 'orifice', ...ends(part), areaM2: JET_M2, dischargeCoefficient: 0.9 }],
    }),
  },
  /** Takes the pressure in hand by the speed of the pump: what the pump could move beyond it never leaves it. */
  speedControl: {
    parameters: [
      whileGeneric(factor('held', 0.02, ['crackPa']), 'regulatorSetPa', 0.05),
      hidden('sensor', 1, '', 0.015),
    ],
    elements: (part, { specification }) => ({
      links: [
        {
          type: 'relief',
          ...ends(part),
          crackPa: specification.regulatorSetPa.value,
          slopePaPerM3S: 20 / LH,
        },
      ],
    }),
    scene: (bind) => {
      const crack = bind.slot('crackPa')
      const sensor = bind.own('sensor')
      return (values, theta, scene) => {
        values[crack]! /= theta[sensor]!
        if (scene.rig === 'deadhead') values[crack] = CLAMPED_SET_PA
      }
    },
  },
  /** A high-pressure pump that takes what it needs from its feed, and the rail behind it, judged by scan only. */
  hpPump: {
    parameters: [
      factor('gain', 0.03, ['areaM2']),
      hidden('imbalance', 0.02, '', 0.3),
      hidden('capability', 1, '', 0.05),
      hidden('backLeak', 1, '', 0.2),
      hidden('sensor', 1, '', 0.01),
      hidden('sumpLeak', 0.01, 'mL/min', 0.4),
    ],
    elements: (part, context) => ({
      links: [
        {
          type: 'orifice',
          ...ends(part),
          areaM2: jetArea(context, figure(part, 'feedPa', 400e3)),
          dischargeCoefficient: 0.7,
        },
      ],
    }),
    scene: jets(false),
  },
  /** Diaphragm pump stroked by the engine. */
  strokePump: {
    parameters: [
      whileGeneric(factor('spring', 0.06, ['springPa']), 'regulatorSetPa', 0.12),
      whileGeneric(factor('stroke', 0.08, ['freeFlowM3PerS']), 'pumpFlowM3PerS', 0.18),
      state('diaphragm', 1),
      // Do its two flaps let fuel one way only?
      state('flaps', 1),
    ],
    elements: (part, { specification }) => ({
      links: [
        {
          type: 'spring-pump',
          ...ends(part),
          springPa: specification.regulatorSetPa.value,
          freeFlowM3PerS: specification.pumpFlowM3PerS.value,
          passagePaPerM3S: (0.02 * 1e3) / LH,
        },
      ],
    }),
    scene: (bind) => {
      const spring = bind.slot('springPa')
      const free = bind.slot('freeFlowM3PerS')
      const volume = bind.other('tank.volumeM3')
      const reach = bind.other('tank.reach')
      const vapour = vapourRule(bind)
      return (values, theta, scene) => {
        const wet =
          scene.rig === 'canFed' ? 1 : wetness(theta[volume]! * theta[reach]!) * (1 - vapour(theta, scene))
        values[spring]! *= wet
        // Valves and spring limit the stroke at speed: the flow rises with the root of it (typical).
        values[free]! *= wet * Math.sqrt(scene.engineSpeedFraction)
      }
    },
  },
  /** Hand primer: two flaps in the line. */
  primer: {
    parameters: [...lossFactor(0.2), hidden('restLeak', 0.02, 'mL/min', 0.5)],
    elements: (part) => ({
      links: [{ type: 'linear-quadratic', ...ends(part), ...losses(0.01, 2e-5), checkValve: true }],
    }),
    scene: bypassedByCan,
  },
  relief: {
    parameters: [whileGeneric(factor('crack', 0.05, ['crackPa']), 'reliefPa', 0.12)],
    elements: (part, { specification }) => ({
      links: [
        {
          type: 'relief',
          ...ends(part),
          crackPa: specification.reliefPa.value,
          slopePaPerM3S: (500 * figure(part, 'slopeShare', 1)) / LH,
        },
      ],
    }),
  },
  moduleHose: hole('holeM2'),
  checkValve: {
    parameters: [...lossFactor(0.25), hidden('restLeak', 0.02, 'mL/min', 0.5)],
    elements: (part) => ({
      links: [{ type: 'linear-quadratic', ...ends(part), ...losses(0.01, 5e-5), checkValve: true }],
    }),
  },
  /** Keeps pressure behind the check valve after stopping, by a diaphragm on a spring. */
  accumulator: {
    ...passage(0.2, 0.002, 1e-5),
    parameters: [
      ...lossFactor(0.2),
      hidden('complianceMlPerKPa', 0.04, 'mL/kPa', 0.25),
      hidden('restLeak', 0.01, 'mL/min', 0.5),
    ],
  },
  /** Holds what stands against the metering plate: more of it, and the same air lifts the plate less. */
  controlRegulator: { parameters: [hidden('warmPa', WARM_CONTROL_PA, 'Pa', 0.03)] },
  line: feedLine,
  hose: feedLine,
  suctionLine: {
    ...feedLine,
    scene: (bind) => {
      const bore = bind.slot('boreM')
      return (values, _theta, scene) => {
        if (drinksFreely(scene)) values[bore] = CAN_HOSE_BORE_M
      }
    },
  },
  filter: {
    ...passage(0.3, 0.03, 1.5e-4),
    parameters: [...lossFactor(0.3), state('turned', 0), state('seal', 0)],
    scene: (bind, part) => {
      const byCan = bypassedByCan(bind, part)
      const linear = bind.slot('linearPaPerM3S')
      const quadratic = bind.slot('quadraticPaPerM3S2')
      return (values, theta, scene) => {
        byCan?.(values, theta, scene)
        if (scene.rig !== 'bypassedFilter') return
        values[linear] = HOSE_PAST_FILTER.linearPaPerM3S
        values[quadratic] = HOSE_PAST_FILTER.quadraticPaPerM3S2
      }
    },
  },
  /** A filter in the tank, behind the pump: out of reach for a hose past it. */
  tankFilter: passage(0.3, 0.03, 1.5e-4),
  /** A selector or shut-off in the line. */
  passageValve: passage(0.2, 0.003, 1.5e-5),
  /** A small tank under the wing tank that gravity keeps full, as long as its vent lets the air out. */
  header: {
    ...passage(0.2, 0.002, 1e-5),
    parameters: [...lossFactor(0.2), state('vent', 0), state('water', 0)],
  },
  /** Flap past a pump: lets gravity feed while the pump stands. */
  bypassFlap: {
    parameters: lossFactor(0.2),
    elements: (part) => ({
      links: [{ type: 'linear-quadratic', ...ends(part), ...losses(0.004, 3e-5), checkValve: true }],
    }),
  },
  /** A hose that somebody put past a part. */
  bypassHose: passage(0.2, 0.006, 3e-5),
  leak: {
    ...hole('holeM2'),
    parameters: [
      ...hole('holeM2').parameters,
      state('joint', 0),
      // Does it lie before the clamp of a leak-down, which then holds it back?
      state('held', 0),
    ],
  },
  /** Air drawn into the suction side: it takes the place of fuel. */
  airLeak: {
    parameters: [
      {
        name: 'holeM2',
        nominal: NO_HOLE_M2,
        unit: 'm2',
        spread: 0,
        fields: [{ field: 'areaM2', landing: 'value' }],
      },
      // In the pickup tube, inside the tank, and not at a joint of the line.
      state('inTube', 0),
    ],
    // Air weighs nothing here: its node lies at the height of the leak.
    elements: (part) => ({
      nodes: [
        { id: ends(part).from, kind: 'boundary', elevationM: figure(part, 'levelM', 0.5), pressurePa: 0 },
      ],
      links: [
        { type: 'orifice', ...ends(part), areaM2: NO_HOLE_M2, dischargeCoefficient: 0.62 * AIR_FOR_FUEL },
      ],
    }),
    scene: (bind) => {
      const area = bind.slot('areaM2')
      return (values, _theta, scene) => {
        if (scene.rig === 'canFed') values[area] = NO_HOLE_M2
      }
    },
  },
  injectors: {
    parameters: [
      factor('gain', 0.03, ['areaM2']),
      hidden('restLeak', 0.01, 'mL/min', 0.5),
      hidden('imbalance', 0.025, '', 0.3),
      state('coil', 1),
    ],
    elements: (part, context) => ({
      links: [
        {
          type: 'orifice',
          ...ends(part),
          areaM2: jetArea(context, context.specification.regulatorSetPa.value),
          dischargeCoefficient: 0.7,
        },
      ],
    }),
    scene: jets(true),
  },
  /** Needle valve and float: lets in what the bowl needs, up to what its seat passes. */
  needle: {
    parameters: [factor('level', 0.05, ['setPa']), hidden('restLeak', 0.02, 'mL/min', 0.5)],
    elements: (part) => ({
      links: [{ type: 'reducing-regulator', ...ends(part), setPa: figure(part, 'bowlPa', 3e3) }],
    }),
    scene: (bind) => {
      const set = bind.slot('setPa')
      return (values, _theta, scene) => {
        if (scene.rig === 'deadhead' || scene.rig === 'openLine') values[set] = 0
      }
    },
  },
  /** Seat of the needle: the narrowest place of the carburettor. */
  needleSeat: passage(0.15, 0.004, 3e-4),
  carbJets: {
    parameters: [factor('gain', 0.03, ['areaM2']), hidden('imbalance', 0.02, '', 0.3), state('choke', 0)],
    elements: (part, context) => ({
      links: [
        {
          type: 'orifice',
          ...ends(part),
          areaM2: jetArea(context, figure(part, 'bowlPa', 3e3)),
          dischargeCoefficient: 0.7,
        },
      ],
    }),
    scene: jets(false),
  },
  /** What an injection pump takes from its gallery. */
  injectionPump: {
    parameters: [factor('gain', 0.03, ['areaM2']), hidden('imbalance', 0.02, '', 0.3)],
    elements: (part, context) => ({
      links: [
        {
          type: 'orifice',
          ...ends(part),
          areaM2: jetArea(context, figure(part, 'galleryPa', 45e3)),
          dischargeCoefficient: 0.7,
        },
      ],
    }),
    scene: jets(false),
  },
  /** Holds the gallery and lets the rest, and air, back to the tank. */
  overflow: {
    parameters: [
      {
        name: 'crack',
        nominal: 1,
        unit: '',
        spread: 0.06,
        fields: [{ field: 'crackPa', landing: 'factor' }],
      },
      hidden('restLeak', 0.02, 'mL/min', 0.5),
    ],
    elements: (part) => ({
      links: [
        { type: 'relief', ...ends(part), crackPa: figure(part, 'crackPa', 35e3), slopePaPerM3S: 120 / LH },
      ],
    }),
    scene: (bind) => {
      const crack = bind.slot('crackPa')
      return (values, _theta, scene) => {
        if (scene.rig === 'deadhead') values[crack] = CLAMPED_SET_PA
      }
    },
  },
  regulator: {
    parameters: [
      whileGeneric(factor('set', 0.018, ['setPa']), 'regulatorSetPa', 0.05),
      factor('slope', 0.25, ['slopePaPerM3S']),
      state('reference', 1),
      hidden('restLeak', 0.02, 'mL/min', 0.5),
      // What its diaphragm lets out into the vacuum hose: no clamp holds that back, mL/min.
      state('escape', 0, 'mL/min'),
      state('wetHose', 0),
    ],
    elements: (part, { specification }) => ({
      links: [
        {
          type: 'back-pressure-regulator',
          ...ends(part),
          setPa: specification.regulatorSetPa.value,
          slopePaPerM3S: 100 / LH,
        },
      ],
    }),
    scene: (bind) => {
      const set = bind.slot('setPa')
      const reference = bind.own('reference')
      return (values, theta, scene) => {
        values[set]! += (scene.rig === 'referenceOff' ? 0 : theta[reference]!) * scene.manifoldPa
        if (scene.rig === 'deadhead') values[set] = CLAMPED_SET_PA
      }
    },
  },
  /** A regulator in the tank, without a vacuum hose. */
  tankRegulator: {
    parameters: [
      whileGeneric(factor('set', 0.018, ['setPa']), 'regulatorSetPa', 0.05),
      factor('slope', 0.25, ['slopePaPerM3S']),
      hidden('restLeak', 0.02, 'mL/min', 0.5),
    ],
    elements: (part, { specification }) => ({
      links: [
        {
          type: 'back-pressure-regulator',
          ...ends(part),
          setPa: specification.regulatorSetPa.value,
          slopePaPerM3S: 100 / LH,
        },
      ],
    }),
    scene: (bind) => {
      const set = bind.slot('setPa')
      return (values, _theta, scene) => {
        if (scene.rig === 'deadhead') values[set] = CLAMPED_SET_PA
      }
    },
  },
  returnLine: {
    parameters: [whileGeneric(factor('area', 0.06, ['boreM'], 'areaFactor'), 'returnBoreM', 0.15)],
    elements: (part, { specification }) => ({
      links: [pipe(part, specification.returnBoreM.value, specification.feedLengthM.value)],
    }),
    scene: (bind) => {
      const bore = bind.slot('boreM')
      return (values, _theta, scene) => {
        // What is shut already is not squeezed further.
        if (scene.rig === 'pinchedReturn' && values[bore]! > LEAST_SQUEEZED_BORE_M)
          values[bore]! *= SQUEEZED_BORE
      }
    },
  },
  /** The can at the open feed joint. */
  jar: {
    parameters: [],
    elements: (part) => ({
      nodes: [
        { id: ends(part).to, kind: 'boundary', elevationM: figure(part, 'levelM', 0.6), pressurePa: 0 },
      ],
      links: [
        {
          type: 'linear-quadratic',
          ...ends(part),
          linearPaPerM3S: SHUT_LOSS,
          quadraticPaPerM3S2: 0,
          checkValve: false,
        },
      ],
    }),
    scene: (bind) => {
      const loss = bind.slot('linearPaPerM3S')
      return (values, _theta, scene) => (values[loss] = scene.rig === 'openLine' ? CAN_HOSE_LOSS : SHUT_LOSS)
    },
  },
  engine: {
    parameters: [
      hidden('spark', 1, '', 0.06),
      hidden('compression', 1, '', 0.05),
      hidden('airLeak', 0.02, '', 0.4),
      state('boost', 1),
      // Does the boost reach the injection pump, and does air reach the engine freely?
      state('signal', 1),
      state('intakeShut', 0),
      state('damper', 0),
      hidden('complianceMlPerKPa', 0.01, 'mL/kPa', 0.3),
    ],
    elements: (part) => ({
      nodes: [
        { id: 'manifold', kind: 'boundary', elevationM: figure(part, 'levelM', 0.6), pressurePa: 0 },
        { id: 'outside', kind: 'boundary', elevationM: 0.15, pressurePa: 0 },
      ],
    }),
  },
  fuel: {
    parameters: [
      hidden('quality', 1, '', 0.03),
      state('water', 0),
      state('wrong', 0),
      state('volatility', 0),
      hidden('ethanol', 0.07, '', 0.25),
    ],
  },
} satisfies Record<string, KindDef>
