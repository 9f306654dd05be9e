/**
 * Formulas: each quantity that a test, a symptom or a profile asks for, as probes (what to read in which
 * scene of the network) and arithmetic over them and the vehicle's parameters. Constants here are typical.
 */
import { nodePressurePa, slotOf } from '../physics'
import {
  SCENE,
  behindPump,
  parameterAt,
  pumpMotor,
  solveScene,
  type SceneId,
  type VehicleModel,
} from '../vehicle'
import type { Quantity } from '../library'
import { residualFormula, startOf, type Formula } from './residual'

export type { Formula }

export interface Probe {
  scene: SceneId
  kind: 'node' | 'wire' | 'flow' | 'current' | 'speed' | 'figure'
  at: number
}

/** Millilitres a minute that a hole of 1 m2 passes at 300 kPa (Cd 0.62, petrol). */
const HOLE_ML_PER_MIN_PER_M2 = 0.62 * Math.sqrt((2 * 300e3) / 745) * 6e7
const LEAK_REFERENCE_KPA = 300
/** What an injector that drips adds to the idle mixture: idle burns about 30 mL/min. */
const IDLE_BURN_ML_PER_MIN = 30
const LOAD_BURN_ML_PER_MIN = 600

/** Turns quantities into formulas, and keeps each probe once. */
export class Compiler {
  readonly probesOf = new Map<SceneId, { probe: Probe; slot: number }[]>()
  count = 0
  private readonly known = new Map<string, number>()
  constructor(private readonly model: VehicleModel) {}

  private probe(scene: SceneId, kind: Probe['kind'], at: number): number {
    const key = `${scene} ${kind} ${at}`
    const known = this.known.get(key)
    if (known !== undefined) return known
    const slot = this.count
    this.count += 1
    this.known.set(key, slot)
    const list = this.probesOf.get(scene) ?? []
    list.push({ probe: { scene, kind, at }, slot })
    this.probesOf.set(scene, list)
    return slot
  }
  private node(scene: SceneId, id: string) {
    return this.probe(scene, 'node', index(this.model.system.nodeIndex, id))
  }
  private wire(scene: SceneId, id: string) {
    return this.probe(scene, 'wire', index(this.model.system.electrical.nodeIndex, id))
  }

  formula(quantity: Quantity): Formula {
    switch (quantity.of) {
      case 'volts':
        return less(
          this.single(this.wire(quantity.scene, quantity.red)),
          this.single(this.wire(quantity.scene, quantity.black)),
        )
      case 'loss':
        return less(this.pressure(quantity.scene, quantity.from), this.pressure(quantity.scene, quantity.to))
      case 'rise':
        return less(this.pressure(quantity.scene, quantity.at), this.pressure(quantity.against, quantity.at))
      case 'pressure':
        return this.pressure(quantity.scene, quantity.at)
      case 'current':
        return this.single(this.motor(quantity.scene, 'current', quantity.pump))
      case 'speed':
        return this.single(this.motor(quantity.scene, 'speed', quantity.pump))
      case 'flow':
        return this.liquidFlow(quantity.scene, quantity.link)
      case 'parameter': {
        const at = parameterAt(this.model, quantity.id)
        return (_, theta) => theta[at]!
      }
      case 'air':
        return this.airShare(quantity.scene)
      case 'better': {
        const now = this.mixture(quantity.scene),
          before = this.mixture(quantity.against)
        return (probes, theta) => now(probes, theta) - before(probes, theta)
      }
      case 'shown':
        return this.shown(quantity.scene)
      case 'fill':
        return this.fill()
      case 'gaugeError': {
        const shown = this.shown(quantity.scene),
          fill = this.fill()
        return (probes, theta) => shown(probes, theta) - fill(probes, theta)
      }
      case 'rail': {
        const reach = this.railReach(quantity.scene),
          sensor = parameterAt(this.model, `${this.model.layout.engine.part}.sensor`)
        const target =
          RAIL_TARGET_PA[this.model.layout.engine.kind === 'commonRail' ? 'commonRail' : 'direct'][
            quantity.scene
          ] ?? 0
        return (probes, theta) => target * theta[sensor]! * reach(probes, theta)
      }
      case 'sensed': {
        const rail = this.node(quantity.scene, this.model.layout.gaugeAt),
          sensor = parameterAt(this.model, 'speedControl.sensor')
        return (probes, theta) => probes[rail]! * theta[sensor]!
      }
      case 'duty':
        return this.duty(quantity.scene)
      case 'lel':
        return quantity.at === undefined
          ? this.mostLel(quantity.scene)
          : this.lel(quantity.at, quantity.scene)
      case 'wets':
        return this.wets(quantity.scene, quantity.at)
      case 'ohms':
        return this.single(this.probe('rest', 'figure', slotOf(this.model.system, quantity.part, 'ohm')))
      case 'residual':
        return residualFormula(
          this.model,
          quantity,
          this.pressure(startOf(this.model.layout), this.model.layout.gaugeAt),
          { holeMlPerMinPerM2: HOLE_ML_PER_MIN_PER_M2, atKPa: LEAK_REFERENCE_KPA },
        )
      case 'mixture':
        return this.mixture(quantity.scene)
    }
  }
  /** True rail pressure over its target: what the pump can make of its feed, less what flows back; held at the target as the sensor sees it. */
  private railReach(scene: SceneId): Formula {
    const { engine, parts } = this.model.layout
    const feed = this.node(scene, engine.feed)
    const at = (name: string) => parameterAt(this.model, `${engine.part}.${name}`)
    const capability = at('capability'),
      backLeak = at('backLeak'),
      sensor = at('sensor')
    const fillPa = parts.find((part) => part.id === engine.part)!.figures!.fillPa!
    const leakShare = SCENE[scene].supply === 'cranking' ? BACK_LEAK_CRANKING : BACK_LEAK_RUNNING
    return (probes, theta) => {
      const filled = Math.min(1, Math.max(probes[feed]!, 0) / fillPa)
      const able = RAIL_RESERVE * theta[capability]! * filled - leakShare * (theta[backLeak]! - 1)
      return Math.max(0, Math.min(1 / theta[sensor]!, able))
    }
  }
  /** EQ07 turned round: volts that move what leaves the pump at its pressure, over the volts that are there. */
  private duty(scene: SceneId): Formula {
    const out = this.node(scene, 'pumpOut'),
      into = this.node(scene, 'pumpIn'),
      flow = this.probe(scene, 'flow', this.model.system.linkIds.indexOf('checkValve'))
    const plus = this.wire(scene, 'pumpPlus'),
      minus = this.wire(scene, 'pumpMinus')
    const motor = pumpMotor(this.model.specification)
    const [size, leakage] = ['pump.displacement', 'pump.leakage'].map((id) =>
      parameterAt(this.model, id),
    ) as [number, number]
    return (probes, theta) => {
      const volts = probes[plus]! - probes[minus]!
      if (volts < DEAD_FEED_V) return 1
      const needed =
        ((probes[flow]! + motor.betaM3PerSPa * theta[leakage]! * (probes[out]! - probes[into]!)) /
          theta[size]! +
          motor.gammaM3PerS) /
        motor.alphaM3PerSV
      return Math.min(1, Math.max(0, needed / volts))
    }
  }
  /** What a jar collects: air that comes along is not measured in it. */
  private liquidFlow(scene: SceneId, link: string): Formula {
    const flow = this.probe(scene, 'flow', this.model.system.linkIds.indexOf(link))
    const air = this.drawsAir() ? this.airShare(scene) : null
    return (probes, theta) => probes[flow]! * (air ? 1 - air(probes, theta) : 1)
  }
  /** Pressure at a node. A pump that draws air squeezes it instead of lifting its outlet: what stands behind it falls with the square of the share. */
  private pressure(scene: SceneId, id: string): Formula {
    const node = this.node(scene, id)
    const air = this.drawsAir() && behindPump(this.model.layout).has(id) ? this.airShare(scene) : null
    return (probes, theta) => probes[node]! * (air ? 1 - air(probes, theta) ** 2 : 1)
  }
  private drawsAir = () => this.model.layout.parts.some((part) => part.kind === 'airLeak')
  private motor(scene: SceneId, kind: 'current' | 'speed', pump = 'pump') {
    return this.probe(
      scene,
      kind,
      this.model.system.motors.findIndex((motor) => motor.id === pump),
    )
  }
  private single(slot: number): Formula {
    return (probes) => probes[slot]!
  }
  /** Mixture that the engine gets over what the sound vehicle gives it in the same scene: 1 right, below lean. */
  private mixture(scene: SceneId): Formula {
    const { layout } = this.model
    const feed = this.node(scene, layout.engine.feed)
    const draws = layout.engine.kind === 'injected' ? this.node(scene, 'manifold') : -1
    const at = (id: string) => this.model.parameterIndex.get(id) ?? -1
    const gain = at(`${layout.engine.part}.gain`),
      drip = at(`${layout.engine.part}.restLeak`),
      coil = at(`${layout.engine.part}.coil`),
      air = at('engine.airLeak')
    const soundPa = soundDropPa(this.model, scene)
    const burn = scene === 'idle' ? IDLE_BURN_ML_PER_MIN : LOAD_BURN_ML_PER_MIN
    const drawnAir = layout.parts.some((part) => part.kind === 'airLeak') ? this.airShare(scene) : null
    const supply = SUPPLY[layout.engine.kind]
    const reach = this.model.parameterIndex.has(`${layout.engine.part}.capability`)
      ? this.railReach(scene)
      : null
    const boils = this.boilsAway(scene)
    return (probes, theta) => {
      const dropPa = Math.max(probes[feed]! - (draws < 0 ? 0 : probes[draws]!), 0)
      const delivered =
        theta[gain]! *
          (reach ? Math.sqrt(reach(probes, theta)) : supply(dropPa, soundPa)) *
          (coil < 0 || theta[coil]! > 0.5 ? 1 : 0.5) +
        (drip < 0 ? 0 : theta[drip]! / burn)
      return (
        (delivered * (drawnAir ? 1 - drawnAir(probes, theta) : 1) * (1 - boils(theta))) /
        (layout.engine.kind === 'diesel' || layout.engine.kind === 'commonRail' ? 1 : 1 + theta[air]!)
      )
    }
  }
  /** Share of the fuel that is vapour by the time the engine gets it: lines near heat, and light fuel in a hot bowl. */
  private boilsAway(scene: SceneId): (theta: Float64Array) => number {
    const { heatFraction } = SCENE[scene]
    const { layout, parameterIndex } = this.model
    if (heatFraction === 0) return () => 0
    const lines = layout.parts.flatMap((part) =>
      part.kind !== 'tank' && parameterIndex.has(`${part.id}.heat`)
        ? [parameterAt(this.model, `${part.id}.heat`)]
        : [],
    )
    const volatility = layout.engine.kind === 'carburettor' ? parameterAt(this.model, 'fuel.volatility') : -1
    return (theta) =>
      1 -
      lines.reduce(
        (liquid, at) => liquid * (1 - heatFraction * theta[at]!),
        volatility < 0 ? 1 : 1 - BOWL_SHARE * heatFraction * theta[volatility]!,
      )
  }
  private fill(): Formula {
    const volume = parameterAt(this.model, 'tank.volumeM3'),
      capacity = parameterAt(this.model, 'tank.capacityM3')
    return (_, theta) => theta[volume]! / theta[capacity]!
  }
  /** What the gauge takes the sender for, on its own scale (EQ17): by current, by the ratio of its coils, or against its pull-up. */
  private shown(scene: SceneId): Formula {
    const gauge = this.model.layout.parts.find((part) => part.id === 'gauge')!
    const feed = this.wire(scene, gauge.kind === 'clusterGauge' ? 'clusterV' : 'gaugeIn'),
      out = this.wire(scene, 'gaugeOut')
    const ohm = parameterAt(this.model, 'gauge.ohm'),
      offset = parameterAt(this.model, 'gauge.offset'),
      moves = parameterAt(this.model, 'gauge.moves')
    const soundOhm = this.model.nominal[ohm]!
    const limited = gauge.kind === 'thermalGauge' ? parameterAt(this.model, 'limiter.design') : -1
    const { limiterV } = this.model.specification
    const [empty, full, design] = ['emptyOhm', 'fullOhm', 'design'].map((name) =>
      parameterAt(this.model, `sender.${name}`),
    ) as [number, number, number]
    return (probes, theta) => {
      const feedV = probes[feed]!,
        outV = probes[out]!
      if (
        theta[moves]! < 0.5 ||
        feedV < DEAD_FEED_V ||
        (gauge.kind === 'coilGauge' && theta[ohm]! > OPEN_WINDING_OHM)
      )
        return GAUGE_REST
      const currentA = Math.max((feedV - outV) / theta[ohm]!, 1e-9)
      const taken =
        gauge.kind === 'clusterGauge'
          ? (soundOhm * outV) / Math.max(feedV - outV, 1e-9)
          : gauge.kind === 'coilGauge'
            ? outV / currentA
            : (limited < 0 ? BATTERY_V : limiterV.value * theta[limited]!) / currentA - soundOhm
      // The gauge is made for the sender's own ends, however they were taken over from the sheet.
      const share = (taken / theta[design]! - theta[empty]!) / (theta[full]! - theta[empty]!)
      return Math.min(1 + PEGS, Math.max(-PEGS, share + theta[offset]!))
    }
  }
  /** Places where fuel escapes: metres along, index of the rate, and the share of it that runs in a scene. */
  private seeps(scene: SceneId) {
    return this.model.layout.parts
      .filter((part) => part.kind === 'seep')
      .map((part) => ({
        id: part.id,
        alongM: part.figures!.alongM!,
        rate: parameterAt(this.model, `${part.id}.mlPerMin`),
        share: scene === 'primed' ? 1 : part.figures!.restShare!,
      }))
  }
  private wets(scene: SceneId, at?: string): Formula {
    const seeps = this.seeps(scene).filter((seep) => at === undefined || seep.id === at)
    return (_, theta) => seeps.reduce((sum, { rate, share }) => sum + share * theta[rate]!, 0)
  }
  /** Vapour thins out with the square of the distance, and with the draught; a meter ends at its scale. */
  private lel(at: string, scene: SceneId): Formula {
    const seeps = this.seeps(scene)
    const here = seeps.find((seep) => seep.id === at)!
    const thins = parameterAt(this.model, 'draught.thins')
    return (_, theta) =>
      Math.min(
        1,
        BACKGROUND_LEL +
          theta[thins]! *
            seeps.reduce(
              (sum, { alongM, rate, share }) =>
                sum +
                (share * theta[rate]! * LEL_PER_ML_PER_MIN) / (1 + ((alongM - here.alongM) / HALF_M) ** 2),
              0,
            ),
      )
  }
  private mostLel(scene: SceneId): Formula {
    const everywhere = this.seeps(scene).map(({ id }) => this.lel(id, scene))
    return (probes, theta) => everywhere.reduce((most, at) => Math.max(most, at(probes, theta)), 0)
  }
  /** Share of air in what the pump moves, 0 to 1. */
  private airShare(scene: SceneId): Formula {
    const leak = this.probe(scene, 'flow', this.model.system.linkIds.indexOf('airLeak'))
    const pump = this.probe(scene, 'flow', this.model.system.linkIds.indexOf('pump'))
    return (probes) =>
      probes[pump]! > NO_FLOW_M3_PER_S ? Math.min(1, Math.max(0, probes[leak]! / probes[pump]!)) : 0
  }
}

const less =
  (one: Formula, other: Formula): Formula =>
  (probes, theta) =>
    one(probes, theta) - other(probes, theta)

/** A meter at a leak of 1 mL/min, in still air; the distance at which half of it is left; what it shows outdoors. Typical. */
const LEL_PER_ML_PER_MIN = 0.06
const HALF_M = 0.35
const BACKGROUND_LEL = 0.002

/** Volts that gauges without a limiter are scaled for, and volts under which none moves. */
const BATTERY_V = 12.6
const DEAD_FEED_V = 3
/** How far a needle goes past its ends, and where it lies without current. */
const PEGS = 0.08
const GAUGE_REST = -0.04
/** A winding of more than this is open: a ratio of two coils has nothing to compare. */
const OPEN_WINDING_OHM = 1e4

/** Reserve of a sound high-pressure pump over its target, and what a share of back-leak costs of it. Typical. */
const RAIL_RESERVE = 1.2
const BACK_LEAK_CRANKING = 0.09
const BACK_LEAK_RUNNING = 0.02
/** Rail pressure that the controller asks for, Pa; typical. */
const RAIL_TARGET_PA: Record<'direct' | 'commonRail', Partial<Record<SceneId, number>>> = {
  direct: { cranking: 4e6, hotRestart: 4e6, idle: 5e6, load: 15e6, capOff: 15e6 },
  commonRail: { cranking: 25e6, idle: 30e6, load: 140e6, capOff: 140e6 },
}

/** How much of light fuel's vapour a hot bowl turns into lean mixture. Typical. */
const BOWL_SHARE = 0.8

/** A pump that moves less than this stands, m3/s (0.04 L/h). */
const NO_FLOW_M3_PER_S = 1e-8
/** An injection pump fills at this gallery pressure or more, Pa; typical. */
const GALLERY_FILLS_PA = 26e3

/** What a drop gives the engine against the sound drop: jets by the root; an injection pump measures by itself once its gallery fills it. */
const SUPPLY: Record<VehicleModel['layout']['engine']['kind'], (dropPa: number, soundPa: number) => number> =
  {
    injected: (dropPa, soundPa) => Math.sqrt(dropPa / soundPa),
    carburettor: (dropPa, soundPa) => Math.sqrt(dropPa / soundPa),
    diesel: (dropPa) => Math.sqrt(Math.min(1, dropPa / GALLERY_FILLS_PA)),
    // What the rail does with it is judged by `railReach`.
    direct: () => 1,
    commonRail: () => 1,
  }

/** Drop at the jets of the sound vehicle in a scene, Pa. */
function soundDropPa(model: VehicleModel, scene: SceneId): number {
  const { engine } = model.layout
  if (engine.kind === 'injected' && model.layout.parts.some((part) => part.kind === 'regulator'))
    return model.specification.regulatorSetPa.value
  if (!solveScene(model, model.nominal, scene, true).ok)
    throw new Error(`The sound vehicle has no steady state ${SCENE[scene].words}`)
  const at = (id: string) => nodePressurePa(model.system, index(model.system.nodeIndex, id))
  return Math.max(at(engine.feed) - (engine.kind === 'injected' ? at('manifold') : 0), 1)
}

function index(map: Map<string, number>, id: string): number {
  const at = map.get(id)
  if (at === undefined) throw new Error(`No node ${id} in this layout`)
  return at
}
