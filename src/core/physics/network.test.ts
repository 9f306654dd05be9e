import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { M3_PER_S_PER_L_PER_H as LH } from '../shared'
import {
  fuelAt,
  frictionFactor,
  indexNetwork,
  networkFromCase,
  solveNetwork,
  vapourPressurePa,
  type HydraulicLink,
  type Network,
} from '.'

const water = { name: 'petrol', densityKgPerM3: 745, dynamicViscosityPaS: 0.00053, vapourPressurePa: 0 }
function between(link: HydraulicLink, inletPa: number, outletPa: number): Network {
  return {
    fluid: water,
    gravityMPerS2: 9.80665,
    ambientPa: 101325,
    components: [],
    nodes: [
      { id: 'in', kind: 'boundary', elevationM: 0, pressurePa: inletPa },
      { id: 'out', kind: 'boundary', elevationM: 0, pressurePa: outletPa },
    ],
    links: [link],
  }
}
const flowOf = (network: Network, id = 'link') => {
  const answer = solveNetwork(network)
  if (!answer.ok) throw new Error(JSON.stringify(answer.error))
  return answer.value.links[id]!.flowM3PerS
}
const jet: HydraulicLink = {
  id: 'link',
  type: 'orifice',
  from: 'in',
  to: 'out',
  areaM2: 1e-6,
  dischargeCoefficient: 0.7,
}
const line: HydraulicLink = {
  id: 'link',
  type: 'pipe',
  from: 'in',
  to: 'out',
  lengthM: 4,
  boreM: 0.006,
  roughnessM: 1.5e-6,
  lossCoefficient: 2,
  checkValve: false,
}

describe('link laws', () => {
  it('orifice: four times the drop, twice the flow; reversed, the flow reverses', () => {
    const one = flowOf(between(jet, 100e3, 0))
    expect(flowOf(between(jet, 400e3, 0))).toBeCloseTo(2 * one, 12)
    expect(flowOf(between(jet, 0, 100e3))).toBeCloseTo(-one, 14)
  })
  it('pipe: the worked example of EQ01 (150 L/h, 6 mm, 4 m) loses 15.9 kPa', () => {
    const e10 = { ...water, densityKgPerM3: 745, dynamicViscosityPaS: 0.7e-6 * 745 }
    const network = { ...between({ ...line, lossCoefficient: 0 } as HydraulicLink, 15.9e3, 0), fluid: e10 }
    expect(flowOf(network) / LH).toBeCloseTo(150, 0)
  })
  it('a check valve passes forward and holds backward', () => {
    const checked = { ...line, checkValve: true } as HydraulicLink
    expect(flowOf(between(checked, 50e3, 0))).toBeGreaterThan(0)
    expect(flowOf(between(checked, 0, 50e3))).toBe(0)
  })
  it.each([
    { name: 'shut below its crack', inletPa: 400e3, flow: 0 },
    { name: 'open above it', inletPa: 600e3, flow: 10 },
  ])('relief: $name', ({ inletPa, flow }) => {
    const relief: HydraulicLink = {
      id: 'link',
      type: 'relief',
      from: 'in',
      to: 'out',
      crackPa: 500e3,
      slopePaPerM3S: 10e3 / LH,
    }
    expect(flowOf(between(relief, inletPa, 0)) / LH).toBeCloseTo(flow, 6)
  })
  it('a diaphragm pump: spring pressure at rest, free flow into the open, gravity through it when it stands', () => {
    const pump: HydraulicLink = {
      id: 'link',
      type: 'spring-pump',
      from: 'in',
      to: 'out',
      springPa: 30e3,
      freeFlowM3PerS: 60 * LH,
      passagePaPerM3S: 1e3 / LH,
    }
    expect(flowOf(between(pump, 0, 30.01e3))).toBe(0)
    expect(flowOf(between(pump, 0, 0)) / LH).toBeCloseTo(30 / (30 / 60 + 1), 6)
    expect(flowOf(between({ ...pump, freeFlowM3PerS: 0 }, 5e3, 0)) / LH).toBeCloseTo(5, 6)
    expect(flowOf(between({ ...pump, freeFlowM3PerS: 0 }, 0, 5e3))).toBe(0)
  })
  it('friction joins at Re 2000 and 4000 in value', () => {
    for (const re of [2000, 4000])
      expect(frictionFactor(re * 1.00001, 2e-4)).toBeCloseTo(frictionFactor(re * 0.99999, 2e-4), 4)
  })
})

describe('networks in general', () => {
  it('mass conserves at every junction of random ladders', () => {
    let ran = 0
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.003, max: 0.012, noNaN: true }), { minLength: 3, maxLength: 8 }),
        fc.double({ min: 1e3, max: 4e5, noNaN: true }),
        (bores, supplyPa) => {
          const network = ladder(bores, supplyPa)
          const answer = solveNetwork(network)
          if (!answer.ok) throw new Error(JSON.stringify(answer.error))
          for (const node of network.nodes) {
            if (node.kind === 'boundary') continue
            const sum = network.links.reduce(
              (total, link) =>
                total +
                (link.to === node.id ? 1 : link.from === node.id ? -1 : 0) *
                  answer.value.links[link.id]!.flowM3PerS,
              0,
            )
            expect(Math.abs(sum - node.demandM3PerS)).toBeLessThan(1e-11)
          }
          ran += 1
        },
      ),
      { seed: 3, numRuns: 50 },
    )
    expect(ran).toBe(50)
  })

  it('says that it did not converge instead of giving a number', () => {
    // Flow forced into a dead end behind a check valve: no pressure satisfies it.
    const forced = between({ ...line, to: 'end', checkValve: true } as HydraulicLink, 1e5, 0)
    const answer = solveNetwork({
      ...forced,
      nodes: [...forced.nodes, { id: 'end', kind: 'junction', elevationM: 0, demandM3PerS: -1e-5 }],
    })
    expect(answer).toMatchObject({ ok: false, error: { kind: 'not-converged', at: 'link' } })
  })
  it('ends where whoever asked waits no longer, and says after how many steps', () => {
    let asked = 0
    const network = between(line, 1e5, 0)
    const answer = solveNetwork(network, () => (asked += 1) > 1)
    expect(answer).toMatchObject({ ok: false, error: { kind: 'stopped', at: 'link' } })
    expect(solveNetwork(network).ok).toBe(true)
  })

  it.each([
    {
      name: 'unknown end',
      change: (n: Network) => ({ ...n, links: [{ ...jet, to: 'nowhere' }] }),
      at: 'link',
      problem: 'unknown node',
    },
    {
      name: 'same name twice',
      change: (n: Network) => ({ ...n, links: [jet, jet] }),
      at: 'link',
      problem: 'two elements',
    },
    {
      name: 'no given pressure',
      change: (n: Network) => ({
        ...n,
        nodes: n.nodes.map((node) => ({
          id: node.id,
          kind: 'junction' as const,
          elevationM: 0,
          demandM3PerS: 0,
        })),
      }),
      at: 'in',
      problem: 'given pressure',
    },
    {
      name: 'shorted wire',
      change: (n: Network) => ({
        ...n,
        components: [{ id: 'r', kind: 'resistor' as const, n1: 'a', n2: '0', ohm: 0 }],
      }),
      at: 'r',
      problem: 'resistance',
    },
    {
      name: 'floating wire',
      change: (n: Network) => ({
        ...n,
        components: [{ id: 'r', kind: 'resistor' as const, n1: 'a', n2: 'b', ohm: 1 }],
      }),
      at: 'b',
      problem: 'ground',
    },
  ])('refuses: $name', ({ change, at, problem }) => {
    const answer = solveNetwork(change(between(jet, 1e5, 0)))
    expect(answer.ok).toBe(false)
    if (!answer.ok)
      expect(answer.error).toMatchObject({
        kind: 'bad-network',
        at,
        problem: expect.stringContaining(problem),
      })
  })

  it('names the field of a file that is wrong', () => {
    const answer = networkFromCase({
      id: 'x',
      fluid: { density_kg_m3: 745, viscosity_mPa_s: 0.5 },
      nodes: [],
      links: [{ id: 'a', type: 'pipe', from: 'b', to: 'c', L_m: 1, D_mm: -3, rough_mm: 0 }],
    })
    expect(answer).toMatchObject({ ok: false, error: { at: 'links.0.D_mm' } })
  })

  it('indexing twice gives the same slots (nothing depends on the order of objects)', () => {
    const network = ladder([0.004, 0.006, 0.008], 1e5)
    const one = indexNetwork(network)
    const two = indexNetwork(structuredClone(network))
    if (!one.ok || !two.ok) throw new Error('indexing failed')
    expect([...one.value.slots]).toEqual([...two.value.slots])
  })
})

describe('fuels', () => {
  it('vapour pressure: the worked example of EQ09 (62 kPa Reid: 70, 81, 94 kPa at 40, 45, 50 °C)', () => {
    for (const [celsius, kPa] of [
      [40, 70],
      [45, 81],
      [50, 94],
    ] as const) {
      expect(Math.abs(vapourPressurePa(62e3, 273.15 + celsius) / 1000 - kPa)).toBeLessThan(1)
    }
  })
  it('density falls and viscosity falls with temperature', () => {
    const cold = fuelAt('petrolE10', 263)
    const warm = fuelAt('petrolE10', 313)
    expect(cold.densityKgPerM3).toBeGreaterThan(warm.densityKgPerM3)
    expect(cold.dynamicViscosityPaS).toBeGreaterThan(warm.dynamicViscosityPaS)
  })
})

function ladder(bores: number[], supplyPa: number): Network {
  const nodes: Network['nodes'] = [{ id: 'n0', kind: 'boundary', elevationM: 0.3, pressurePa: supplyPa }]
  const links: HydraulicLink[] = []
  bores.forEach((boreM, at) => {
    nodes.push({ id: `n${at + 1}`, kind: 'junction', elevationM: 0.1 * at, demandM3PerS: (at % 2) * 2 * LH })
    links.push({
      id: `p${at}`,
      type: 'pipe',
      from: `n${at}`,
      to: `n${at + 1}`,
      lengthM: 1 + at,
      boreM,
      roughnessM: 1.5e-6,
      lossCoefficient: 1,
      checkValve: false,
    })
    if (at > 1)
      links.push({
        id: `b${at}`,
        type: 'orifice',
        from: `n${at - 1}`,
        to: `n${at + 1}`,
        areaM2: 2e-6,
        dischargeCoefficient: 0.6,
      })
  })
  return { fluid: water, gravityMPerS2: 9.80665, ambientPa: 101325, components: [], nodes, links }
}
