import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { STANDARD_AMBIENT_PA, GRAVITY_M_PER_S2, M3_PER_S_PER_L_PER_H as LH } from '../shared'
import { fuelAt, type HydraulicLink, type Network } from '../physics'
import { filling, truthFlow, type MotorAt } from './truthLaws'
import { solveTruth } from './truthSolver'

const fluid = fuelAt('petrolE10', 295)
const STANDS: MotorAt = () => ({ movedM3PerS: 0, currentA: 0, speedRadPerS: 0 })
const ends = { id: 'x', from: 'a', to: 'b' }
const flow = (link: HydraulicLink, fromPa: number, toPa = 0) =>
  truthFlow(link, { fromPa, toPa, dropPa: fromPa - toPa }, fluid, STANDARD_AMBIENT_PA, STANDS)

const pipe: HydraulicLink = {
  type: 'pipe',
  ...ends,
  lengthM: 4,
  boreM: 0.006,
  roughnessM: 1.5e-6,
  lossCoefficient: 0,
  checkValve: false,
}
const filter: HydraulicLink = {
  type: 'linear-quadratic',
  ...ends,
  linearPaPerM3S: (0.03 * 1e3) / LH,
  quadraticPaPerM3S2: (1.5e-4 * 1e3) / (LH * LH),
  checkValve: false,
}
const hole: HydraulicLink = { type: 'orifice', ...ends, areaM2: 1e-6, dischargeCoefficient: 0.6 }
const regulator: HydraulicLink = {
  type: 'back-pressure-regulator',
  ...ends,
  setPa: 300e3,
  slopePaPerM3S: 100 / LH,
}
const relief: HydraulicLink = { type: 'relief', ...ends, crackPa: 600e3, slopePaPerM3S: 500 / LH }
const needle: HydraulicLink = { type: 'reducing-regulator', ...ends, setPa: 3e3 }

describe('laws of the truth', () => {
  it('a line of the handbook (EQ01: 150 L/h of E10 through 4 m of 6 mm lose 15.9 kPa), within what other laws differ', () => {
    expect(flow(pipe, 15.9e3) / LH).toBeGreaterThan(0.9 * 150)
    expect(flow(pipe, 15.9e3) / LH).toBeLessThan(1.1 * 150)
  })
  it('a hole by hand: 1 mm2, Cd 0.6 at 300 kPa', () =>
    expect(flow(hole, 300e3)).toBeCloseTo(0.6 * 1e-6 * Math.sqrt((2 * 300e3) / fluid.densityKgPerM3), 8))
  it.each([
    ['pipe', pipe],
    ['filter', filter],
    ['hole', hole],
  ] as const)('%s: nothing without a drop, the same the other way, more with more', (_name, link) => {
    fc.assert(
      fc.property(fc.double({ min: 100, max: 4e5, noNaN: true }), (dropPa) => {
        expect(flow(link, 0)).toBeCloseTo(0, 15)
        expect(flow(link, 0, dropPa)).toBeCloseTo(-flow(link, dropPa), 12)
        expect(flow(link, 1.2 * dropPa)).toBeGreaterThan(flow(link, dropPa))
      }),
      { seed: 11, numRuns: 60 },
    )
  })
  it('a check valve lets nothing back', () =>
    expect(flow({ ...filter, checkValve: true } as HydraulicLink, 0, 50e3)).toBe(0))
  it('a regulator is shut below its set, a relief below its crack, a needle once the bowl is full', () => {
    expect(flow(regulator, 250e3)).toBe(0)
    expect(flow(regulator, 320e3)).toBeGreaterThan(0)
    expect(flow(relief, 550e3)).toBe(0)
    expect(flow(relief, 650e3)).toBeGreaterThan(0)
    expect(flow(needle, 30e3, 3e3)).toBe(0)
    expect(flow(needle, 30e3, 1e3)).toBeGreaterThan(0)
  })
  it('a pump inlet at its vapour pressure fills nothing, in open air all', () => {
    expect(filling(fluid.vapourPressurePa - STANDARD_AMBIENT_PA, fluid, STANDARD_AMBIENT_PA)).toBe(0)
    expect(filling(0, fluid, STANDARD_AMBIENT_PA)).toBe(1)
  })
})

describe('rest of the truth', () => {
  it('every junction of a branched net balances, whatever its figures', () => {
    const area = fc.double({ min: 1e-7, max: 5e-6, noNaN: true })
    fc.assert(
      fc.property(
        area,
        area,
        fc.double({ min: 20e3, max: 500e3, noNaN: true }),
        (firstM2, secondM2, supplyPa) => {
          const network: Network = {
            fluid,
            gravityMPerS2: GRAVITY_M_PER_S2,
            ambientPa: STANDARD_AMBIENT_PA,
            components: [],
            nodes: [
              { id: 's', kind: 'boundary', elevationM: 0, pressurePa: supplyPa },
              { id: 'm', kind: 'junction', elevationM: 0.4, demandM3PerS: 0 },
              { id: 'n', kind: 'junction', elevationM: 0.6, demandM3PerS: 0 },
              { id: 'o', kind: 'boundary', elevationM: 0.2, pressurePa: 0 },
            ],
            links: [
              { ...pipe, id: 'p', from: 's', to: 'm' },
              { ...filter, id: 'f', from: 'm', to: 'n' },
              { ...hole, id: 'h', from: 'm', to: 'o', areaM2: firstM2 },
              { ...hole, id: 'k', from: 'n', to: 'o', areaM2: secondM2 },
            ],
          } as Network
          const { flow: through, pressurePa } = solveTruth(network, STANDS)
          expect(Math.abs(through.p! - through.f! - through.h!)).toBeLessThan(3e-8)
          expect(Math.abs(through.f! - through.k!)).toBeLessThan(3e-8)
          expect(pressurePa.m!).toBeLessThan(supplyPa)
          expect(pressurePa.n!).toBeLessThan(pressurePa.m!)
        },
      ),
      { seed: 12, numRuns: 40 },
    )
  })
  it('two nodes that nothing feeds lie at rest', () => {
    const network = {
      fluid,
      gravityMPerS2: GRAVITY_M_PER_S2,
      ambientPa: STANDARD_AMBIENT_PA,
      components: [],
      nodes: [
        { id: 't', kind: 'boundary', elevationM: 0, pressurePa: 0 },
        { id: 'm', kind: 'junction', elevationM: 0, demandM3PerS: 0 },
      ],
      links: [{ ...pipe, id: 'p', from: 't', to: 'm' }],
    } as Network
    expect(solveTruth(network, STANDS).flow.p!).toBeCloseTo(0, 9)
  })
})
