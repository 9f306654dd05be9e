import { describe, expect, it } from 'vitest'
import { ok, fail } from '../shared'
import { integrate, transient, type Compliant, type HydraulicLink, type Network } from '.'

const LH = 1e-3 / 3600
const node = (id: string) => ({ id, kind: 'junction' as const, elevationM: 0, demandM3PerS: 0 })
const open = (id: string) => ({ id, kind: 'boundary' as const, elevationM: 0, pressurePa: 0 })
const net = (links: HydraulicLink[], ids = ['rail']): Network => ({
  fluid: { name: '', densityKgPerM3: 745, dynamicViscosityPaS: 5e-4, vapourPressurePa: 0 },
  gravityMPerS2: 9.80665,
  ambientPa: 101325,
  nodes: [...ids.map(node), open('tank'), open('outside')],
  links,
  components: [],
})
const pump: HydraulicLink = {
  id: 'pump',
  type: 'curve-pump',
  from: 'tank',
  to: 'rail',
  speedFraction: 1,
  curve: [
    { flowM3PerS: 0, risePa: 620e3 },
    { flowM3PerS: 160 * LH, risePa: 0 },
  ],
}
const regulator: HydraulicLink = {
  id: 'regulator',
  type: 'back-pressure-regulator',
  from: 'rail',
  to: 'outside',
  setPa: 300e3,
  slopePaPerM3S: 100 / LH,
}
const seep = (paPerM3S: number): HydraulicLink => ({
  id: 'seep',
  type: 'linear-quadratic',
  from: 'rail',
  to: 'outside',
  linearPaPerM3S: paPerM3S,
  quadraticPaPerM3S2: 0,
  checkValve: false,
})
const rail = (m3PerPa: number, startPa: number, emptyM3 = 0): Compliant => ({
  node: 'rail',
  m3PerPa,
  startPa,
  emptyM3,
})
const run = (network: Network, compliants: Compliant[], seconds: number[]) => {
  const answer = transient(network, compliants, seconds)
  if (!answer.ok) throw new Error(JSON.stringify(answer.error))
  return answer.value
}

describe('pressures over time', () => {
  it('a laminar leak falls by e in its time constant, whatever the constant', () => {
    for (const tau of [0.01, 1, 100, 1e4]) {
      const [at] = run(net([seep(6e14)]), [rail(tau / 6e14, 3e5)], [tau])
      expect(at!.pressurePa[0]! / (3e5 / Math.E)).toBeCloseTo(1, 3)
    }
  })
  it('comes to rest where the steady solver does: the stiff regulator costs no accuracy', () => {
    const [at] = run(net([pump, regulator]), [rail(2e-12, 0)], [5])
    // Pump 160 L/h at none, 620 kPa at standstill, against 300 kPa and 0.1 kPa per L/h.
    const flow = (620 - 300) / (620 / 160 + 0.1)
    expect(at!.pressurePa[0]! / 1e3).toBeCloseTo(300 + 0.1 * flow, 2)
  })
  it('a dry line is filled at no pressure first, and stays full after', () => {
    const half = run(net([pump, regulator]), [rail(6e-11, 0, 95e-6)], [1, 2.13, 2.15, 6])
    expect(half[0]!.emptyM3[0]! * 1e6).toBeCloseTo(95 - 160 / 3.6, 3)
    expect(half[1]!.pressurePa[0]).toBe(0)
    expect(half[2]!.pressurePa[0]!).toBeGreaterThan(0)
    expect(half[3]!.emptyM3[0]).toBe(0)
  })
  it('two volumes trade what one loses: the sum of what is stored only leaks', () => {
    const link: HydraulicLink = {
      id: 'line',
      type: 'linear-quadratic',
      from: 'rail',
      to: 'line2',
      linearPaPerM3S: 1e12,
      quadraticPaPerM3S2: 0,
      checkValve: false,
    }
    const samples = run(
      net([link], ['rail', 'line2']),
      [rail(1e-12, 3e5), { node: 'line2', m3PerPa: 3e-12, startPa: 1e5 }],
      [0.2, 1, 50],
    )
    for (const sample of samples)
      expect(sample.pressurePa[0]! * 1e-12 + sample.pressurePa[1]! * 3e-12).toBeCloseTo(6e-7, 11)
    expect(samples[2]!.pressurePa[0]! / 1.5e5).toBeCloseTo(1, 3)
  })
  it('asking for more times changes nothing', () => {
    const few = run(net([pump, regulator]), [rail(6e-11, 0)], [0.5]).at(-1)!
    const many = run(
      net([pump, regulator]),
      [rail(6e-11, 0)],
      Array.from({ length: 200 }, (_, k) => (0.5 * (k + 1)) / 200),
    ).at(-1)!
    expect(Math.abs(many.pressurePa[0]! - few.pressurePa[0]!)).toBeLessThan(2e-4 * few.pressurePa[0]!)
  })
  it('says why it cannot', () => {
    expect(transient(net([pump]), [{ node: 'nowhere', m3PerPa: 1e-12, startPa: 0 }], [1])).toMatchObject({
      ok: false,
      error: { kind: 'bad-network', at: 'nowhere' },
    })
    const refuses = integrate(
      () => fail({ kind: 'not-converged', iterations: 3, worstResidualPa: 1, at: 'pump' }),
      [rail(1e-12, 0)],
      [1],
    )
    expect(refuses).toMatchObject({ ok: false, error: { at: 'pump' } })
  })
  it('any inflow will do: a formula against its closed form, at a tenth of a permille', () => {
    const answer = integrate((p) => ok(p.map((value) => 1e-6 - value * 1e-12)), [rail(1e-12, 0)], [0.5, 1, 2])
    if (!answer.ok) throw new Error('refused')
    answer.value.forEach((sample) =>
      expect(sample.pressurePa[0]! / (1e6 * (1 - Math.exp(-sample.seconds)))).toBeCloseTo(1, 3),
    )
  })
})
