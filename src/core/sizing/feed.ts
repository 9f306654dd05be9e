/**
 * A feed from tank to rail as the network that Trace solves: battery, wires, pumps with their motors, line,
 * filter, and the pressure at which the rail is held. The desk has no laws of its own.
 */
import {
  solveNetwork,
  type DisplacementMotor,
  type Fluid,
  type MotorLaw,
  type Network,
  type Pipe,
  type SolveFailure,
  type TurbineMotor,
} from '../physics'
import {
  fail,
  GRAVITY_M_PER_S2,
  M3_PER_S_PER_L_PER_H as LH,
  ok,
  STANDARD_AMBIENT_PA,
  type Ampere,
  type M3PerS,
  type Metre,
  type Ohm,
  type PaGauge,
  type Result,
  type Volt,
} from '../shared'

/** Roughness of drawn tube and polyamide, m. */
export const SMOOTH_M: Metre = 1.5e-6

/** One point of a pump's data sheet. */
export interface PumpPoint {
  pressurePa: PaGauge
  voltV: Volt
  flowM3PerS: M3PerS
  currentA: Ampere
}

/** The roller pump of EQ07, M1, scaled to a flow and a current at 300 kPa and 13.5 V. */
export function rollerPump(flowM3PerS: M3PerS, currentA: Ampere): DisplacementMotor {
  const size = flowM3PerS / (120 * LH)
  const draw = currentA / 5.2
  return displacement(
    (22 / 1.5) * LH * size,
    ((0.12 * LH) / 1e3) * size,
    42 * LH * size,
    2.5 * draw,
    9e-6 * draw,
  )
}
const displacement = (
  alphaM3PerSV: number,
  betaM3PerSPa: number,
  gammaM3PerS: number,
  idleCurrentA: number,
  currentPerPaA: number,
): DisplacementMotor => ({
  kind: 'displacement',
  ...{ alphaM3PerSV, betaM3PerSPa, gammaM3PerS, idleCurrentA, currentPerPaA },
  soundWindingOhm: 0.6,
  windingOhm: 0.6,
  emfVSPerRad: 0.0165,
  displacementFactor: 1,
  leakageFactor: 1,
  frictionFactor: 1,
})

/** Of a roller pump at its rated point: what a volt moves, as a share of the flow (EQ07, M1 example); typical where only one voltage is known. */
const FLOW_PER_VOLT = 22 / 1.5 / 120
/** The current that moves no pressure, as a share of the rated one; typical. */
const IDLE_SHARE = 2.5 / 5.2

/**
 * A displacement pump through two points of its sheet at one voltage. What a volt moves is typical of the
 * kind. Fails where the points would have it leak backwards, or give more against more pressure.
 */
export function pumpThrough(one: PumpPoint, other: PumpPoint): Result<DisplacementMotor, string> {
  const [low, high] = one.pressurePa <= other.pressurePa ? [one, other] : [other, one]
  const apart = high.pressurePa - low.pressurePa
  if (apart < 20e3) return fail('Two points that lie at least {20 kPa} apart say how it falls.')
  const beta = (low.flowM3PerS - high.flowM3PerS) / apart
  if (beta <= 0) return fail('No pump gives more against more pressure: the two flows look exchanged.')
  const alpha = FLOW_PER_VOLT * low.flowM3PerS
  const gamma = alpha * low.voltV - beta * low.pressurePa - low.flowM3PerS
  const perPa = Math.max(0, (high.currentA - low.currentA) / apart)
  const idle = perPa > 0 ? low.currentA - perPa * low.pressurePa : IDLE_SHARE * low.currentA
  return ok(
    displacement(alpha, beta, gamma, Math.max(0.2, idle), perPa || (low.currentA - idle) / low.pressurePa),
  )
}

/** So far off its fall may a point of a sheet lie, as a share of the most it gives. */
const MOST_OFF = 0.08

/**
 * A pump through many points of its sheet at one voltage: the straight fall that lies nearest to them, and the
 * straight rise of its current. Fails where a point lies off by more than a twelfth of the most it gives, and says
 * which: mistyped, or measured where its relief valve opens.
 */
export function pumpThroughPoints(points: readonly PumpPoint[]): Result<DisplacementMotor, string> {
  const flow = straight(points.map(({ pressurePa, flowM3PerS }) => [pressurePa, flowM3PerS]))
  const current = straight(points.map(({ pressurePa, currentA }) => [pressurePa, currentA]))
  const most = Math.max(...points.map(({ flowM3PerS }) => flowM3PerS))
  const worst = (of: readonly PumpPoint[], fall: (at: number) => number) =>
    Math.max(...of.map(({ pressurePa, flowM3PerS }) => Math.abs(fall(pressurePa) - flowM3PerS)))
  if (worst(points, flow) > MOST_OFF * most) {
    // One at an end draws the line to itself: it is the one without which the others lie best.
    const without = points.map((_, k) => {
      const others = points.filter((__, at) => at !== k)
      return worst(others, straight(others.map(({ pressurePa, flowM3PerS }) => [pressurePa, flowM3PerS])))
    })
    return fail(
      `Point ${without.indexOf(Math.min(...without)) + 1} lies off the fall of the others: mistyped, or its relief valve opens there. Leave it out.`,
    )
  }
  const ends = [Math.min, Math.max].map((pick) => pick(...points.map(({ pressurePa }) => pressurePa)))
  const [low, high] = ends.map((pressurePa) => ({
    ...{ pressurePa, voltV: points[0]!.voltV },
    ...{ flowM3PerS: flow(pressurePa), currentA: current(pressurePa) },
  })) as [PumpPoint, PumpPoint]
  return pumpThrough(low, high)
}
/** The straight line of least squares. */
function straight(points: readonly (readonly [number, number])[]): (at: number) => number {
  const mean = (values: number[]) => values.reduce((sum, value) => sum + value, 0) / values.length
  const [x, y] = [mean(points.map(([at]) => at)), mean(points.map(([, value]) => value))]
  const spread = points.reduce((sum, [at]) => sum + (at - x) ** 2, 0)
  const slope =
    spread === 0 ? 0 : points.reduce((sum, [at, value]) => sum + (at - x) * (value - y), 0) / spread
  return (at) => y + slope * (at - x)
}

/** The turbine pump of EQ07, M2, scaled to a flow and a current at 300 kPa and 13.5 V. */
export function turbinePump(flowM3PerS: M3PerS, currentA: Ampere): TurbineMotor {
  const size = flowM3PerS / (320 * LH)
  const draw = currentA / 13
  return {
    kind: 'turbine',
    headPa: 1100e3,
    slopePaPerM3S: 2.5e3 / LH / size,
    idleCurrentA: 7.3 * draw,
    currentPerPaA: 19e-6 * draw,
    windingOhm: 0.15 / draw,
    ratedVoltageV: 13.5,
    ratedCurrentA: 13 * draw,
    emfVSPerRad: 0.02,
  }
}

export interface Feed {
  fluid: Fluid
  motor: MotorLaw
  /** How many of that kind run side by side, each on wires of its own. */
  pumps: number
  supplyV: Volt
  /** Out and back, of each pump's wires. */
  wireOhm: Ohm
  line: { lengthM: Metre; boreM: Metre; lossCoefficient: number }
  filter: { linearPaPerM3S: number; quadraticPaPerM3S2: number }
  railPa: PaGauge
}
export interface FeedSolved {
  /** What arrives at the rail from all pumps. */
  flowM3PerS: M3PerS
  pumpPa: PaGauge
  /** At one pump. */
  motorV: Volt
  motorA: Ampere
}

export const pipeOf = (
  id: string,
  from: string,
  to: string,
  { lengthM, boreM, lossCoefficient }: Feed['line'],
): Pipe => ({
  type: 'pipe',
  ...{ id, from, to, lengthM, boreM, lossCoefficient },
  roughnessM: SMOOTH_M,
  checkValve: false,
})

export function feedNetwork({ fluid, motor, pumps, supplyV, wireOhm, line, filter, railPa }: Feed): Network {
  const each = Array.from({ length: pumps }, (_, k) => `pump${k + 1}`)
  return {
    fluid,
    gravityMPerS2: GRAVITY_M_PER_S2,
    ambientPa: STANDARD_AMBIENT_PA,
    nodes: [
      { id: 'tank', kind: 'boundary', elevationM: 0, pressurePa: 0 },
      { id: 'pumpOut', kind: 'junction', elevationM: 0, demandM3PerS: 0 },
      { id: 'filterIn', kind: 'junction', elevationM: 0, demandM3PerS: 0 },
      { id: 'rail', kind: 'boundary', elevationM: 0, pressurePa: railPa },
    ],
    links: [
      ...each.map((id) => ({
        type: 'motor-pump' as const,
        id,
        from: 'tank',
        to: 'pumpOut',
        plus: `${id}Plus`,
        minus: '0',
        motor,
      })),
      pipeOf('line', 'pumpOut', 'filterIn', line),
      { type: 'linear-quadratic', id: 'filter', from: 'filterIn', to: 'rail', ...filter, checkValve: true },
    ],
    components: [
      { id: 'battery', kind: 'source', n1: 'post', n2: '0', volt: supplyV },
      ...each.map((id) => ({
        id: `${id}Wire`,
        kind: 'resistor' as const,
        n1: 'post',
        n2: `${id}Plus`,
        ohm: Math.max(wireOhm, 1e-4),
      })),
    ],
  }
}

/** Solves a feed; what it gives is nought where the pump cannot reach the rail's pressure. */
export function solveFeed(feed: Feed): Result<FeedSolved, SolveFailure> {
  const solved = solveNetwork(feedNetwork(feed))
  if (!solved.ok) return solved
  const { links, nodes, motors } = solved.value
  const { voltageV, currentA } = motors['pump1']!
  return ok({
    flowM3PerS: links['filter']!.flowM3PerS,
    pumpPa: nodes['pumpOut']!.pressurePa,
    motorV: voltageV,
    motorA: currentA,
  })
}

/** Volts at the motor for which one pump gives a flow at a pressure (EQ07 turned round): what a driver has to leave it. */
export function voltsFor(motor: MotorLaw, flowM3PerS: M3PerS, risePa: number): Volt {
  if (motor.kind === 'displacement')
    return (flowM3PerS + motor.betaM3PerSPa * risePa + motor.gammaM3PerS) / motor.alphaM3PerSV
  const { headPa: a, slopePaPerM3S: b, windingOhm: r } = motor
  const speed = (b * flowM3PerS + Math.sqrt((b * flowM3PerS) ** 2 + 4 * a * risePa)) / (2 * a)
  return speed * (motor.ratedVoltageV - motor.ratedCurrentA * r) + currentAt(motor, risePa) * r
}
/** What one pump draws against a pressure. */
export const currentAt = (motor: MotorLaw, risePa: number): Ampere =>
  motor.idleCurrentA + motor.currentPerPaA * risePa
