/** Each law on its own, against figures worked by hand; the states of the valves; the wires. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { M3_PER_S_PER_L_PER_H as LH } from '../shared'
import {
  indexNetwork,
  linearisedShift,
  factoriseHere,
  nodePressurePa,
  slotOf,
  solveNetwork,
  solveSteady,
  type ElectricalComponent,
  type HydraulicLink,
  type HydraulicNode,
  type Network,
} from '.'

const fluid = { name: 'petrol', densityKgPerM3: 745, dynamicViscosityPaS: 0.00053, vapourPressurePa: 0 }
const boundary = (id: string, kPa: number, elevationM = 0): HydraulicNode => ({
  id,
  kind: 'boundary',
  elevationM,
  pressurePa: kPa * 1e3,
})
const junction = (id: string, demandLh = 0, elevationM = 0): HydraulicNode => ({
  id,
  kind: 'junction',
  elevationM,
  demandM3PerS: demandLh * LH,
})
const net = (
  nodes: HydraulicNode[],
  links: HydraulicLink[],
  components: ElectricalComponent[] = [],
): Network => ({ fluid, gravityMPerS2: 9.80665, ambientPa: 101325, nodes, links, components })
function solved(network: Network) {
  const answer = solveNetwork(network)
  if (!answer.ok) throw new Error(JSON.stringify(answer.error))
  return answer.value
}
/** A resistance of one kPa per L/h. */
const unitLoss = (id: string, from: string, to: string, kPaPerLh = 1): HydraulicLink => ({
  id,
  type: 'linear-quadratic',
  from,
  to,
  linearPaPerM3S: (kPaPerLh * 1e3) / LH,
  quadraticPaPerM3S2: 0,
  checkValve: false,
})

describe('hydraulic laws by hand', () => {
  it('two equal losses in row share the drop, side by side they share the flow', () => {
    const row = solved(
      net(
        [boundary('a', 100), junction('m'), boundary('b', 0)],
        [unitLoss('one', 'a', 'm'), unitLoss('two', 'm', 'b')],
      ),
    )
    expect(row.nodes.m!.pressurePa).toBeCloseTo(50e3, 2)
    expect(row.links.one!.flowM3PerS / LH).toBeCloseTo(50, 6)
    const beside = solved(
      net([boundary('a', 100), junction('m', 60)], [unitLoss('one', 'a', 'm'), unitLoss('two', 'a', 'm', 2)]),
    )
    expect(beside.links.one!.flowM3PerS / LH).toBeCloseTo(40, 6)
    expect(beside.links.two!.flowM3PerS / LH).toBeCloseTo(20, 6)
  })
  it('height: 1 m of petrol is 7.306 kPa', () => {
    const answer = solved(net([boundary('tank', 0, 1), junction('low')], [unitLoss('line', 'tank', 'low')]))
    expect(answer.nodes.low!.pressurePa).toBeCloseTo(745 * 9.80665, 2)
  })
  it('a pump curve between its points, and the affinity law at half speed', () => {
    const curve = [
      { flowM3PerS: 0, risePa: 100e3 },
      { flowM3PerS: 100 * LH, risePa: 0 },
    ]
    const at = (speedFraction: number) =>
      solved(
        net(
          [boundary('tank', 0), junction('out'), boundary('end', 0)],
          [
            { id: 'pump', type: 'curve-pump', from: 'tank', to: 'out', curve, speedFraction },
            unitLoss('line', 'out', 'end'),
          ],
        ),
      )
    expect(at(1).nodes.out!.pressurePa).toBeCloseTo(50e3, 2)
    // p = s² p(Q/s): 25 - 0.5 Q = Q kPa, so Q = 16.67 L/h.
    expect(at(0.5).links.line!.flowM3PerS / LH).toBeCloseTo(100 / 6, 6)
  })
})

describe('regulators and relief find their state', () => {
  const bypass = (supplyKPa: number, setKPa: number, returnKPaPerLh: number) =>
    solved(
      net(
        [boundary('supply', supplyKPa), junction('rail'), junction('back'), boundary('tank', 0)],
        [
          unitLoss('feed', 'supply', 'rail'),
          {
            id: 'reg',
            type: 'back-pressure-regulator',
            from: 'rail',
            to: 'back',
            setPa: setKPa * 1e3,
            slopePaPerM3S: 0,
          },
          unitLoss('return', 'back', 'tank', returnKPaPerLh),
        ],
      ),
    )
  it.each([
    {
      name: 'shut: the supply is below the set',
      supply: 200,
      set: 300,
      loss: 0.1,
      railKPa: 200,
      state: 'shut',
    },
    { name: 'active: holds the set', supply: 400, set: 300, loss: 0.1, railKPa: 300, state: 'active' },
    {
      name: 'open: the return alone needs more',
      supply: 400,
      set: 100,
      loss: 3,
      railKPa: 300,
      state: 'open',
    },
  ])('$name', ({ supply, set, loss, railKPa, state }) => {
    const answer = bypass(supply, set, loss)
    expect(answer.nodes.rail!.pressurePa / 1e3).toBeCloseTo(railKPa, 1)
    expect(answer.links.reg!.state).toBe(state)
  })
  it('a slope raises the held pressure with flow', () => {
    const answer = solved(
      net(
        [boundary('supply', 400), junction('rail'), boundary('tank', 0)],
        [
          unitLoss('feed', 'supply', 'rail'),
          {
            id: 'reg',
            type: 'back-pressure-regulator',
            from: 'rail',
            to: 'tank',
            setPa: 300e3,
            slopePaPerM3S: 100 / LH,
          },
        ],
      ),
    )
    // 400 - Q = 300 + 0.1 Q kPa, so Q = 90.9 L/h.
    expect(answer.links.reg!.flowM3PerS / LH).toBeCloseTo(100 / 1.1, 3)
  })
  it.each([
    { name: 'reducing: holds downstream', supply: 400, railKPa: 300 },
    { name: 'reducing: wide open when the supply is lower', supply: 250, railKPa: 250 },
  ])('$name', ({ supply, railKPa }) => {
    const answer = solved(
      net(
        [boundary('supply', supply), junction('rail', 10)],
        [{ id: 'reg', type: 'reducing-regulator', from: 'supply', to: 'rail', setPa: 300e3 }],
      ),
    )
    expect(answer.nodes.rail!.pressurePa / 1e3).toBeCloseTo(railKPa, 1)
  })
  it('a relief beside a shut regulator takes the flow', () => {
    const answer = solved(
      net(
        [boundary('supply', 900), junction('out'), boundary('tank', 0)],
        [
          unitLoss('feed', 'supply', 'out'),
          { id: 'relief', type: 'relief', from: 'out', to: 'tank', crackPa: 600e3, slopePaPerM3S: 500 / LH },
        ],
      ),
    )
    // 900 - Q = 600 + 0.5 Q kPa, so Q = 200 L/h.
    expect(answer.links.relief!.flowM3PerS / LH).toBeCloseTo(200, 3)
  })
})

const wire = (id: string, n1: string, n2: string, ohm: number): ElectricalComponent => ({
  id,
  kind: 'resistor',
  n1,
  n2,
  ohm,
})
const cell = (id: string, n1: string, volt: number, n2 = '0'): ElectricalComponent => ({
  id,
  kind: 'source',
  n1,
  n2,
  volt,
})

describe('wires', () => {
  it('a divider', () => {
    expect(
      solved(net([], [], [cell('v', 'a', 12), wire('r1', 'a', 'm', 1), wire('r2', 'm', '0', 2)])).wires.m,
    ).toBeCloseTo(8, 9)
  })
  it('currents at a node add up to zero, for random nets', () => {
    let ran = 0
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.01, max: 100, noNaN: true }), { minLength: 6, maxLength: 6 }),
        (ohm) => {
          const answer = solved(
            net(
              [],
              [],
              [
                cell('v', 'a', 13),
                wire('1', 'a', 'b', ohm[0]!),
                wire('2', 'b', 'c', ohm[1]!),
                wire('3', 'c', '0', ohm[2]!),
                wire('4', 'a', 'c', ohm[3]!),
                wire('5', 'b', '0', ohm[4]!),
                wire('6', 'c', '0', ohm[5]!),
              ],
            ),
          )
          expect(answer.currents['1']! - answer.currents['2']! - answer.currents['5']!).toBeCloseTo(0, 8)
          expect(-answer.currents.v!).toBeCloseTo(answer.currents['1']! + answer.currents['4']!, 8)
          ran += 1
        },
      ),
      { seed: 6, numRuns: 40 },
    )
    expect(ran).toBe(40)
  })
  it('superposition: two sources together are the sum of each alone', () => {
    const at = (one: number, other: number) =>
      solved(
        net(
          [],
          [],
          [
            cell('v1', 'a', one),
            cell('v2', 'b', other),
            wire('r1', 'a', 'm', 2),
            wire('r2', 'b', 'm', 3),
            wire('r3', 'm', '0', 5),
          ],
        ),
      ).wires.m!
    expect(at(12, 5)).toBeCloseTo(at(12, 0) + at(0, 5), 9)
  })
  it('an unloaded reading shows full volts through any joint; a loaded one does not', () => {
    const volts = (loadOhm: number) =>
      solved(
        net([], [], [cell('v', 'a', 12.6), wire('joint', 'a', 'p', 1000), wire('load', 'p', '0', loadOhm)]),
      ).wires.p!
    expect(volts(1e7)).toBeGreaterThan(12.59)
    expect(volts(2)).toBeLessThan(0.1)
  })
})

describe('derivatives in place', () => {
  it('one shift with the factored matrix equals a new solve to second order', () => {
    const indexed = indexNetwork(
      net(
        [boundary('supply', 400), junction('rail', 20), boundary('tank', 0)],
        [
          unitLoss('feed', 'supply', 'rail'),
          { id: 'jet', type: 'orifice', from: 'rail', to: 'tank', areaM2: 8e-7, dischargeCoefficient: 0.62 },
        ],
      ),
    )
    if (!indexed.ok) throw new Error(indexed.error.problem)
    const system = indexed.value
    const rail = system.nodeIndex.get('rail')!
    const slot = slotOf(system, 'jet', 'areaM2')
    expect(solveSteady(system).ok).toBe(true)
    const before = nodePressurePa(system, rail)
    expect(factoriseHere(system)).toBe(true)
    system.values[slot]! *= 1.01
    linearisedShift(system)
    const shifted = nodePressurePa(system, rail)
    solveSteady(system)
    const after = nodePressurePa(system, rail)
    expect(after).toBeLessThan(before)
    expect(Math.abs(shifted - after)).toBeLessThan(0.02 * Math.abs(after - before))
  })
})
