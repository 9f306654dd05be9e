/**
 * The file format of a network ("case"): what the reference runner reads, the route handler takes and
 * Trace exports. Workshop units in the file (kPa, L/h, mm), SI behind `networkFromCase`.
 * docs/formats/network-case.md describes it.
 */
import { z } from 'zod'
import {
  GRAVITY_M_PER_S2,
  M3_PER_S_PER_L_PER_H,
  PA_PER_KPA,
  STANDARD_AMBIENT_PA,
  fail,
  ok,
  type Result,
} from '../shared'
import type {
  BadNetwork,
  ElectricalComponent,
  HydraulicLink,
  HydraulicNode,
  MotorLaw,
  Network,
  SolveFailure,
} from './network'
import { solveNetwork } from './solve'

/** Bounds that keep a posted network from occupying a machine. */
export const CASE_LIMITS = { nodes: 400, links: 600, components: 400, curvePoints: 200 }

const name = z.string().min(1).max(80)
const finite = z.number().finite()
const positive = finite.positive()
const fromTo = { id: name, from: name, to: name }

const nodeSchema = z.union([
  z.object({ id: name, kind: z.literal('pressure_boundary'), z_m: finite, p_kPa: finite }),
  z.object({
    id: name,
    kind: z.literal('junction'),
    z_m: finite,
    demand_L_h: finite.default(0),
    emitter: z.object({ d_mm: positive, Cd: positive }).optional(),
  }),
])

const displacementSchema = z.object({
  kind: z.literal('displacement'),
  alpha_L_h_V: positive,
  beta_L_h_kPa: finite.nonnegative(),
  gamma_L_h: finite,
  idle_A: positive,
  per_kPa_A: finite.nonnegative(),
  sound_winding_ohm: positive,
  winding_ohm: positive,
  emf_V_s_rad: positive,
  displacement_factor: finite.nonnegative().default(1),
  leakage_factor: finite.nonnegative().default(1),
  friction_factor: positive.default(1),
})
const turbineSchema = z.object({
  kind: z.literal('turbine'),
  head_kPa: positive,
  slope_kPa_per_L_h: positive,
  idle_A: positive,
  per_kPa_A: finite.nonnegative(),
  winding_ohm: positive,
  rated_V: positive,
  rated_A: positive,
  emf_V_s_rad: positive,
})

const linkSchema = z.discriminatedUnion('type', [
  z.object({
    ...fromTo,
    type: z.literal('pipe'),
    L_m: finite.nonnegative(),
    D_mm: positive,
    rough_mm: finite.nonnegative(),
    K: finite.nonnegative().default(0),
    check_valve: z.boolean().default(false),
  }),
  z.object({
    ...fromTo,
    type: z.literal('lin_quad'),
    a_kPa_per_L_h: finite.nonnegative(),
    b_kPa_per_L_h2: finite.nonnegative(),
    check_valve: z.boolean().default(false),
  }),
  z.object({ ...fromTo, type: z.literal('orifice'), d_mm: positive, Cd: positive }),
  z.object({
    ...fromTo,
    type: z.literal('pump'),
    curve_L_h_kPa: z
      .array(z.tuple([finite, finite]))
      .min(2)
      .max(CASE_LIMITS.curvePoints),
    speed: positive.default(1),
  }),
  z.object({
    ...fromTo,
    type: z.literal('motor_pump'),
    plus: name,
    minus: name,
    motor: z.discriminatedUnion('kind', [displacementSchema, turbineSchema]),
  }),
  z.object({
    ...fromTo,
    type: z.literal('spring_pump'),
    spring_kPa: finite.nonnegative(),
    free_L_h: finite.nonnegative(),
    passage_kPa_per_L_h: positive,
  }),
  z.object({
    ...fromTo,
    type: z.literal('back_pressure_regulator'),
    set_kPa: finite,
    slope_kPa_per_L_h: finite.nonnegative().default(0),
  }),
  z.object({ ...fromTo, type: z.literal('pressure_reducing_regulator'), set_kPa: finite }),
  z.object({
    ...fromTo,
    type: z.literal('relief'),
    crack_kPa: finite,
    slope_kPa_per_L_h: finite.nonnegative(),
  }),
])

const componentSchema = z.discriminatedUnion('type', [
  z.object({ id: name, type: z.literal('R'), n1: name, n2: name, ohm: positive }),
  z.object({ id: name, type: z.literal('V'), n1: name, n2: name, volt: finite }),
  z.object({
    id: name,
    type: z.literal('M'),
    n1: name,
    n2: name,
    k_V_s_per_rad: positive,
    T0_Nm: finite.nonnegative(),
    b_Nm_s: finite.nonnegative(),
    c_Nm_s2: finite.nonnegative(),
  }),
])

export const caseSchema = z.object({
  id: name.default('case'),
  title: z.string().max(400).optional(),
  fluid: z
    .object({
      name: z.string().max(120).default(''),
      density_kg_m3: positive,
      viscosity_mPa_s: positive,
      vapour_kPa: finite.nonnegative().default(0),
    })
    .optional(),
  g_m_s2: finite.nonnegative().optional(),
  ambient_kPa: positive.optional(),
  nodes: z.array(nodeSchema).max(CASE_LIMITS.nodes).default([]),
  links: z.array(linkSchema).max(CASE_LIMITS.links).default([]),
  components: z.array(componentSchema).max(CASE_LIMITS.components).default([]),
})
export type NetworkCase = z.infer<typeof caseSchema>

const LH = M3_PER_S_PER_L_PER_H
const discArea = (diameterMm: number) => (Math.PI / 4) * (diameterMm / 1000) ** 2

/** Reads a case; a refusal names the first field that is wrong. */
export function networkFromCase(data: unknown): Result<Network, BadNetwork> {
  const parsed = caseSchema.safeParse(data)
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!
    return fail({ kind: 'bad-network', problem: issue.message, at: issue.path.join('.') || 'the case' })
  }
  const file = parsed.data
  if (file.nodes.length === 0 && file.components.length === 0)
    return fail({ kind: 'bad-network', problem: 'neither nodes nor components', at: file.id })
  if (file.nodes.length > 0 && !file.fluid)
    return fail({ kind: 'bad-network', problem: 'a fluid is needed', at: 'fluid' })
  return ok({
    fluid: {
      name: file.fluid?.name ?? '',
      densityKgPerM3: file.fluid?.density_kg_m3 ?? 1000,
      dynamicViscosityPaS: (file.fluid?.viscosity_mPa_s ?? 1) / 1000,
      vapourPressurePa: (file.fluid?.vapour_kPa ?? 0) * PA_PER_KPA,
    },
    gravityMPerS2: file.g_m_s2 ?? GRAVITY_M_PER_S2,
    ambientPa: file.ambient_kPa ? file.ambient_kPa * PA_PER_KPA : STANDARD_AMBIENT_PA,
    nodes: file.nodes.map(nodeFromCase),
    links: file.links.map(linkFromCase),
    components: file.components.map(componentFromCase),
  })
}

function nodeFromCase(node: NetworkCase['nodes'][number]): HydraulicNode {
  if (node.kind === 'pressure_boundary')
    return { id: node.id, kind: 'boundary', elevationM: node.z_m, pressurePa: node.p_kPa * PA_PER_KPA }
  const junction: HydraulicNode = {
    id: node.id,
    kind: 'junction',
    elevationM: node.z_m,
    demandM3PerS: node.demand_L_h * LH,
  }
  return node.emitter
    ? { ...junction, emitter: { areaM2: discArea(node.emitter.d_mm), dischargeCoefficient: node.emitter.Cd } }
    : junction
}

function linkFromCase(link: NetworkCase['links'][number]): HydraulicLink {
  const ends = { id: link.id, from: link.from, to: link.to }
  switch (link.type) {
    case 'pipe':
      return {
        ...ends,
        type: 'pipe',
        lengthM: link.L_m,
        boreM: link.D_mm / 1000,
        roughnessM: link.rough_mm / 1000,
        lossCoefficient: link.K,
        checkValve: link.check_valve,
      }
    case 'lin_quad':
      return {
        ...ends,
        type: 'linear-quadratic',
        linearPaPerM3S: (link.a_kPa_per_L_h * PA_PER_KPA) / LH,
        quadraticPaPerM3S2: (link.b_kPa_per_L_h2 * PA_PER_KPA) / (LH * LH),
        checkValve: link.check_valve,
      }
    case 'orifice':
      return { ...ends, type: 'orifice', areaM2: discArea(link.d_mm), dischargeCoefficient: link.Cd }
    case 'pump':
      return {
        ...ends,
        type: 'curve-pump',
        curve: link.curve_L_h_kPa.map(([q, p]) => ({ flowM3PerS: q * LH, risePa: p * PA_PER_KPA })),
        speedFraction: link.speed,
      }
    case 'motor_pump':
      return {
        ...ends,
        type: 'motor-pump',
        plus: link.plus,
        minus: link.minus,
        motor: motorFromCase(link.motor),
      }
    case 'back_pressure_regulator':
      return {
        ...ends,
        type: 'back-pressure-regulator',
        setPa: link.set_kPa * PA_PER_KPA,
        slopePaPerM3S: (link.slope_kPa_per_L_h * PA_PER_KPA) / LH,
      }
    case 'pressure_reducing_regulator':
      return { ...ends, type: 'reducing-regulator', setPa: link.set_kPa * PA_PER_KPA }
    case 'spring_pump':
      return {
        ...ends,
        type: 'spring-pump',
        springPa: link.spring_kPa * PA_PER_KPA,
        freeFlowM3PerS: link.free_L_h * LH,
        passagePaPerM3S: (link.passage_kPa_per_L_h * PA_PER_KPA) / LH,
      }
    case 'relief':
      return {
        ...ends,
        type: 'relief',
        crackPa: link.crack_kPa * PA_PER_KPA,
        slopePaPerM3S: (link.slope_kPa_per_L_h * PA_PER_KPA) / LH,
      }
  }
}

function motorFromCase(motor: z.infer<typeof displacementSchema> | z.infer<typeof turbineSchema>): MotorLaw {
  if (motor.kind === 'turbine') {
    return {
      kind: 'turbine',
      headPa: motor.head_kPa * PA_PER_KPA,
      slopePaPerM3S: (motor.slope_kPa_per_L_h * PA_PER_KPA) / LH,
      idleCurrentA: motor.idle_A,
      currentPerPaA: motor.per_kPa_A / PA_PER_KPA,
      windingOhm: motor.winding_ohm,
      ratedVoltageV: motor.rated_V,
      ratedCurrentA: motor.rated_A,
      emfVSPerRad: motor.emf_V_s_rad,
    }
  }
  return {
    kind: 'displacement',
    alphaM3PerSV: motor.alpha_L_h_V * LH,
    betaM3PerSPa: (motor.beta_L_h_kPa * LH) / PA_PER_KPA,
    gammaM3PerS: motor.gamma_L_h * LH,
    idleCurrentA: motor.idle_A,
    currentPerPaA: motor.per_kPa_A / PA_PER_KPA,
    soundWindingOhm: motor.sound_winding_ohm,
    windingOhm: motor.winding_ohm,
    emfVSPerRad: motor.emf_V_s_rad,
    displacementFactor: motor.displacement_factor,
    leakageFactor: motor.leakage_factor,
    frictionFactor: motor.friction_factor,
  }
}

function componentFromCase(part: NetworkCase['components'][number]): ElectricalComponent {
  const ends = { id: part.id, n1: part.n1, n2: part.n2 }
  if (part.type === 'R') return { ...ends, kind: 'resistor', ohm: part.ohm }
  if (part.type === 'V') return { ...ends, kind: 'source', volt: part.volt }
  return {
    ...ends,
    kind: 'speed-motor',
    emfVSPerRad: part.k_V_s_per_rad,
    stillTorqueNm: part.T0_Nm,
    viscousNmS: part.b_Nm_s,
    quadraticNmS2: part.c_Nm_s2,
  }
}

/** Writes a network in the file format; reading it back gives the same network. */
export function caseFromNetwork(network: Network, id: string): NetworkCase {
  return {
    id,
    fluid: {
      name: network.fluid.name,
      density_kg_m3: network.fluid.densityKgPerM3,
      viscosity_mPa_s: network.fluid.dynamicViscosityPaS * 1000,
      vapour_kPa: network.fluid.vapourPressurePa / PA_PER_KPA,
    },
    g_m_s2: network.gravityMPerS2,
    ambient_kPa: network.ambientPa / PA_PER_KPA,
    nodes: network.nodes.map((node) =>
      node.kind === 'boundary'
        ? {
            id: node.id,
            kind: 'pressure_boundary',
            z_m: node.elevationM,
            p_kPa: node.pressurePa / PA_PER_KPA,
          }
        : {
            id: node.id,
            kind: 'junction',
            z_m: node.elevationM,
            demand_L_h: node.demandM3PerS / LH,
            ...(node.emitter
              ? {
                  emitter: {
                    d_mm: discDiameterMm(node.emitter.areaM2),
                    Cd: node.emitter.dischargeCoefficient,
                  },
                }
              : {}),
          },
    ),
    links: network.links.map(linkToCase),
    components: network.components.map((part) => {
      const ends = { id: part.id, n1: part.n1, n2: part.n2 }
      if (part.kind === 'resistor') return { ...ends, type: 'R', ohm: part.ohm }
      if (part.kind === 'source') return { ...ends, type: 'V', volt: part.volt }
      return {
        ...ends,
        type: 'M',
        k_V_s_per_rad: part.emfVSPerRad,
        T0_Nm: part.stillTorqueNm,
        b_Nm_s: part.viscousNmS,
        c_Nm_s2: part.quadraticNmS2,
      }
    }),
  }
}

/** The file with our own answer as what is expected: another solver, or the reference runner, can check it. */
export function answeredCase(
  network: Network,
  id: string,
): Result<NetworkCase & { expected: CaseAnswer }, SolveFailure> {
  const solved = solveNetwork(network)
  if (!solved.ok) return solved
  const { nodes, links, wires, currents } = solved.value
  const expected: CaseAnswer = {
    nodes: mapValues(nodes, (node) => ({ p_kPa: node.pressurePa / PA_PER_KPA })),
    links: mapValues(links, (link) => ({ q_L_h: link.flowM3PerS / LH, loss_kPa: link.lossPa / PA_PER_KPA })),
    node_V: wires,
    branch_A: currents,
  }
  return ok({ ...caseFromNetwork(network, id), expected })
}

export interface CaseAnswer {
  nodes: Record<string, { p_kPa: number }>
  links: Record<string, { q_L_h: number; loss_kPa: number }>
  node_V: Record<string, number>
  branch_A: Record<string, number>
}

const mapValues = <A, B>(record: Record<string, A>, of: (value: A) => B): Record<string, B> =>
  Object.fromEntries(Object.entries(record).map(([key, value]) => [key, of(value)]))

const discDiameterMm = (areaM2: number) => Math.sqrt((4 * areaM2) / Math.PI) * 1000

function linkToCase(link: HydraulicLink): NetworkCase['links'][number] {
  const ends = { id: link.id, from: link.from, to: link.to }
  const slope = (paPerM3S: number) => (paPerM3S * LH) / PA_PER_KPA
  switch (link.type) {
    case 'pipe':
      return {
        ...ends,
        type: 'pipe',
        L_m: link.lengthM,
        D_mm: link.boreM * 1000,
        rough_mm: link.roughnessM * 1000,
        K: link.lossCoefficient,
        check_valve: link.checkValve,
      }
    case 'linear-quadratic':
      return {
        ...ends,
        type: 'lin_quad',
        a_kPa_per_L_h: slope(link.linearPaPerM3S),
        b_kPa_per_L_h2: (link.quadraticPaPerM3S2 * LH * LH) / PA_PER_KPA,
        check_valve: link.checkValve,
      }
    case 'orifice':
      return { ...ends, type: 'orifice', d_mm: discDiameterMm(link.areaM2), Cd: link.dischargeCoefficient }
    case 'curve-pump':
      return {
        ...ends,
        type: 'pump',
        curve_L_h_kPa: link.curve.map((point): [number, number] => [
          point.flowM3PerS / LH,
          point.risePa / PA_PER_KPA,
        ]),
        speed: link.speedFraction,
      }
    case 'motor-pump':
      return {
        ...ends,
        type: 'motor_pump',
        plus: link.plus,
        minus: link.minus,
        motor: motorToCase(link.motor),
      }
    case 'back-pressure-regulator':
      return {
        ...ends,
        type: 'back_pressure_regulator',
        set_kPa: link.setPa / PA_PER_KPA,
        slope_kPa_per_L_h: slope(link.slopePaPerM3S),
      }
    case 'reducing-regulator':
      return { ...ends, type: 'pressure_reducing_regulator', set_kPa: link.setPa / PA_PER_KPA }
    case 'spring-pump':
      return {
        ...ends,
        type: 'spring_pump',
        spring_kPa: link.springPa / PA_PER_KPA,
        free_L_h: link.freeFlowM3PerS / LH,
        passage_kPa_per_L_h: slope(link.passagePaPerM3S),
      }
    case 'relief':
      return {
        ...ends,
        type: 'relief',
        crack_kPa: link.crackPa / PA_PER_KPA,
        slope_kPa_per_L_h: slope(link.slopePaPerM3S),
      }
  }
}

function motorToCase(motor: MotorLaw): z.infer<typeof displacementSchema> | z.infer<typeof turbineSchema> {
  if (motor.kind === 'turbine') {
    return {
      kind: 'turbine',
      head_kPa: motor.headPa / PA_PER_KPA,
      slope_kPa_per_L_h: (motor.slopePaPerM3S * LH) / PA_PER_KPA,
      idle_A: motor.idleCurrentA,
      per_kPa_A: motor.currentPerPaA * PA_PER_KPA,
      winding_ohm: motor.windingOhm,
      rated_V: motor.ratedVoltageV,
      rated_A: motor.ratedCurrentA,
      emf_V_s_rad: motor.emfVSPerRad,
    }
  }
  return {
    kind: 'displacement',
    alpha_L_h_V: motor.alphaM3PerSV / LH,
    beta_L_h_kPa: (motor.betaM3PerSPa * PA_PER_KPA) / LH,
    gamma_L_h: motor.gammaM3PerS / LH,
    idle_A: motor.idleCurrentA,
    per_kPa_A: motor.currentPerPaA * PA_PER_KPA,
    sound_winding_ohm: motor.soundWindingOhm,
    winding_ohm: motor.windingOhm,
    emf_V_s_rad: motor.emfVSPerRad,
    displacement_factor: motor.displacementFactor,
    leakage_factor: motor.leakageFactor,
    friction_factor: motor.frictionFactor,
  }
}
