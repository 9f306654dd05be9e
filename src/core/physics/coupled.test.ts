/**
 * Pump and motor joined. No reference case couples them, so three proofs stand in: the worked examples
 * of EQ07, a second solution by nested bisection, and the balance of energy.
 */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { M3_PER_S_PER_L_PER_H as LH, bisect, fromSi } from '../shared'
import {
  caseFromNetwork,
  frictionFactor,
  networkFromCase,
  solveNetwork,
  type DisplacementMotor,
  type Network,
  type TurbineMotor,
} from '.'

/** The worked example of EQ07, M1: (300 kPa, 13.5 V, 120 L/h, 5.2 A), (500, 13.5, 96, 7.0), (300, 12.0, 98, -). */
const rollerMotor: DisplacementMotor = {
  kind: 'displacement',
  alphaM3PerSV: (22 / 1.5) * LH,
  betaM3PerSPa: (0.12 * LH) / 1000,
  gammaM3PerS: 42 * LH,
  idleCurrentA: 2.5,
  currentPerPaA: 0.009 / 1000,
  soundWindingOhm: 0.6,
  windingOhm: 0.6,
  emfVSPerRad: 0.015,
  displacementFactor: 1,
  leakageFactor: 1,
  frictionFactor: 1,
}
/** The worked example of EQ07, M2: a = 1100 kPa, b = 2.5, R = 0.15 ohm, I from (300, 13.0) and (500, 16.8). */
const turbineMotor: TurbineMotor = {
  kind: 'turbine',
  headPa: 1100e3,
  slopePaPerM3S: 2.5e3 / LH,
  idleCurrentA: 7.3,
  currentPerPaA: 0.019 / 1000,
  windingOhm: 0.15,
  ratedVoltageV: 13.5,
  ratedCurrentA: 13,
  emfVSPerRad: 0.015,
}

interface Rig {
  motor: DisplacementMotor | TurbineMotor
  supplyV: number
  feedOhm: number
  /** Held pressure at the outlet; a boundary stands for the rail. */
  outletPa?: number
}

function pumpRig({ motor, supplyV, feedOhm, outletPa = 300e3 }: Rig): Network {
  return {
    fluid: { name: 'petrol', densityKgPerM3: 745, dynamicViscosityPaS: 0.00053, vapourPressurePa: 0 },
    gravityMPerS2: 9.80665,
    ambientPa: 101325,
    nodes: [
      { id: 'tank', kind: 'boundary', elevationM: 0, pressurePa: 0 },
      { id: 'rail', kind: 'boundary', elevationM: 0, pressurePa: outletPa },
    ],
    links: [{ id: 'pump', type: 'motor-pump', from: 'tank', to: 'rail', plus: 'p', minus: '0', motor }],
    components: [
      { id: 'battery', kind: 'source', n1: 'b', n2: '0', volt: supplyV },
      { id: 'feed', kind: 'resistor', n1: 'b', n2: 'p', ohm: feedOhm },
    ],
  }
}

function solved(network: Network) {
  const solution = solveNetwork(network)
  if (!solution.ok) throw new Error(JSON.stringify(solution.error))
  return solution.value
}
const pumpFlow = (rig: Rig) => fromSi(solved(pumpRig(rig)).links.pump!.flowM3PerS, 'L/h')
const STIFF = 1e-9

describe('EQ07, worked examples', () => {
  it.each([
    {
      name: 'roller, 300 kPa 13.5 V',
      rig: { motor: rollerMotor, supplyV: 13.5, feedOhm: STIFF, outletPa: 300e3 },
      flow: 120,
    },
    {
      name: 'roller, 500 kPa 13.5 V',
      rig: { motor: rollerMotor, supplyV: 13.5, feedOhm: STIFF, outletPa: 500e3 },
      flow: 96,
    },
    {
      name: 'roller, 300 kPa 12 V',
      rig: { motor: rollerMotor, supplyV: 12, feedOhm: STIFF, outletPa: 300e3 },
      flow: 98,
    },
    {
      name: 'roller, 400 kPa behind 0.2 ohm',
      rig: { motor: rollerMotor, supplyV: 13.5, feedOhm: 0.2, outletPa: 400e3 },
      flow: 90.1,
    },
    {
      name: 'roller worn to twice the leakage',
      rig: { motor: { ...rollerMotor, leakageFactor: 2 }, supplyV: 13.5, feedOhm: STIFF, outletPa: 300e3 },
      flow: 84,
    },
    {
      name: 'the same wear, free flow unchanged',
      rig: { motor: { ...rollerMotor, leakageFactor: 2 }, supplyV: 13.5, feedOhm: STIFF, outletPa: 0 },
      flow: 156,
    },
    {
      name: 'turbine, 300 kPa 13.5 V',
      rig: { motor: turbineMotor, supplyV: 13.5, feedOhm: STIFF, outletPa: 300e3 },
      flow: 320,
    },
    {
      name: 'turbine, 500 kPa 13.5 V',
      rig: { motor: turbineMotor, supplyV: 13.5, feedOhm: STIFF, outletPa: 500e3 },
      flow: 208,
    },
    {
      name: 'turbine, 300 kPa 12 V',
      rig: { motor: turbineMotor, supplyV: 12, feedOhm: STIFF, outletPa: 300e3 },
      flow: 245,
    },
  ])('$name', ({ rig, flow }) => {
    // The handbook rounds its coefficients: within 0.5 L/h, and 1 L/h on the turbine.
    expect(Math.abs(pumpFlow(rig) - flow)).toBeLessThan(rig.motor.kind === 'turbine' ? 2.5 : 0.5)
  })
  it('takes 6.1 A at 12.28 V behind 0.2 ohm', () => {
    const motor = solved(pumpRig({ motor: rollerMotor, supplyV: 13.5, feedOhm: 0.2, outletPa: 400e3 })).motors
      .pump!
    expect(motor.currentA).toBeCloseTo(6.1, 3)
    expect(motor.voltageV).toBeCloseTo(12.28, 2)
  })
  it('gives nothing below its hold voltage (turbine, 7.98 V at 300 kPa)', () => {
    expect(pumpFlow({ motor: turbineMotor, supplyV: 7.9, feedOhm: STIFF })).toBe(0)
    expect(pumpFlow({ motor: turbineMotor, supplyV: 8.1, feedOhm: STIFF })).toBeGreaterThan(0)
  })
  it('stands still and draws its stall current when it is too stiff', () => {
    const motor = solved(
      pumpRig({ motor: { ...rollerMotor, frictionFactor: 50 }, supplyV: 12, feedOhm: 0.1 }),
    ).motors.pump!
    expect(motor.speedRadPerS).toBe(0)
    expect(motor.currentA).toBeCloseTo(12 / 0.7, 6)
  })
})

/** Tank, strainer, motor pump, line, regulator, return: the coupled layout in small. */
function loop(feedOhm: number, lossPaPerM3S: number, demandM3PerS: number): Network {
  const rig = pumpRig({ motor: rollerMotor, supplyV: 12.6, feedOhm })
  return {
    ...rig,
    nodes: [
      { id: 'tank', kind: 'boundary', elevationM: 0, pressurePa: 0 },
      { id: 'out', kind: 'junction', elevationM: 0, demandM3PerS: 0 },
      { id: 'rail', kind: 'junction', elevationM: 0, demandM3PerS },
    ],
    links: [
      { id: 'pump', type: 'motor-pump', from: 'tank', to: 'out', plus: 'p', minus: '0', motor: rollerMotor },
      {
        id: 'filter',
        type: 'linear-quadratic',
        from: 'out',
        to: 'rail',
        linearPaPerM3S: lossPaPerM3S,
        quadraticPaPerM3S2: 0,
        checkValve: false,
      },
      {
        id: 'line',
        type: 'pipe',
        from: 'rail',
        to: 'tank',
        lengthM: 3,
        boreM: 0.0012,
        roughnessM: 1.5e-6,
        lossCoefficient: 1,
        checkValve: false,
      },
    ],
  }
}

/** The same loop by nested bisection on its own equations: an independent second solution. */
function loopByBisection(feedOhm: number, lossPaPerM3S: number, demandM3PerS: number): number {
  const density = 745
  const viscosity = 0.00053
  const pipeFlow = (dropPa: number) =>
    bisect(
      (flow) => {
        const velocity = flow / ((Math.PI / 4) * 0.0012 ** 2)
        const re = Math.max((density * velocity * 0.0012) / viscosity, 1e-9)
        return (
          (frictionFactor(re, 1.5e-6 / 0.0012) * (3 / 0.0012) + 1) * 0.5 * density * velocity ** 2 - dropPa
        )
      },
      1e-12,
      1e-3,
      1e-16,
    )!
  return bisect(
    (railPa) => {
      const flow = pipeFlow(railPa) + demandM3PerS
      const risePa = railPa + lossPaPerM3S * flow
      const current = 2.5 + (0.009 / 1000) * risePa
      const pumped = (22 / 1.5) * LH * (12.6 - feedOhm * current) - ((0.12 * LH) / 1000) * risePa - 42 * LH
      return pumped - flow
    },
    0,
    2e6,
    1e-3,
  )!
}

describe('coupled loop', () => {
  const cases = fc.record({
    feedOhm: fc.double({ min: 0.01, max: 0.6, noNaN: true }),
    filterKPa: fc.double({ min: 0.001, max: 1, noNaN: true }),
    demandLh: fc.double({ min: 0, max: 10, noNaN: true }),
  })

  it('agrees with nested bisection', () => {
    let ran = 0
    fc.assert(
      fc.property(cases, ({ feedOhm, filterKPa, demandLh }) => {
        const lossSlope = (filterKPa * 1000) / LH
        const railPa = solved(loop(feedOhm, lossSlope, demandLh * LH)).nodes.rail!.pressurePa
        expect(Math.abs(railPa - loopByBisection(feedOhm, lossSlope, demandLh * LH))).toBeLessThan(1)
        ran += 1
      }),
      { seed: 7, numRuns: 60 },
    )
    expect(ran).toBe(60)
  })

  it('balances energy: source power is lost in the wires or taken by the motor, pump work is lost in the links', () => {
    fc.assert(
      fc.property(cases, ({ feedOhm, filterKPa }) => {
        const network = loop(feedOhm, (filterKPa * 1000) / LH, 0)
        const answer = solved(network)
        const current = answer.motors.pump!.currentA
        const source = -answer.currents.battery! * 12.6
        expect(source).toBeCloseTo(current ** 2 * feedOhm + current * answer.motors.pump!.voltageV, 6)
        const work = answer.links.pump!.flowM3PerS * -answer.links.pump!.lossPa
        const lost = ['filter', 'line'].reduce(
          (sum, id) => sum + answer.links[id]!.flowM3PerS * answer.links[id]!.lossPa,
          0,
        )
        expect(Math.abs(work - lost)).toBeLessThan(1e-6 * work)
        expect(work).toBeLessThan(current * answer.motors.pump!.voltageV)
      }),
      { seed: 11, numRuns: 40 },
    )
  })

  it('survives the file format: the same network, the same answer', () => {
    const network = loop(0.2, 1e9, 2 * LH)
    const back = networkFromCase(JSON.parse(JSON.stringify(caseFromNetwork(network, 'loop'))))
    if (!back.ok) throw new Error(back.error.problem)
    expect(solved(back.value).nodes.rail!.pressurePa).toBeCloseTo(solved(network).nodes.rail!.pressurePa, 3)
  })
})
