/**
 * Transient cases: a compliant rail with leaks, and a prime. Each is posed as a network and carried
 * through time by the functions that drive the stand-in instruments. Agreement asked: 0.5 % or 0.2 kPa.
 */
import { M3_PER_S_PER_L_PER_H as LH, GRAVITY_M_PER_S2, STANDARD_AMBIENT_PA } from '@/core/shared'
import {
  transient,
  type Compliant,
  type HydraulicLink,
  type Network,
  type TransientSample,
} from '@/core/physics'
import { Comparison, failed, type CaseData, type CaseReport } from './report'

const RELATIVE = 0.005
const FLOOR_KPA = 0.2
const FLOOR_S = 0.002
/** 1 mL/kPa and 1 kPa s/mL in SI. */
const M3_PER_PA = 1e-9
const PA_PER_M3S = 1e9
/** A rail under this is empty, kPa: laws with a root end there at last by a hair. */
const EMPTY_KPA = 0.002
/** Times between which a crossing is sought. */
const POINTS = 4000

interface Posed {
  network: Network
  compliant: Compliant
}

export function compareTransient(data: CaseData): CaseReport {
  const { expected, parameters } = data
  const posed = poseOf(data)
  const comparison = new Comparison()
  const filling = posed.compliant.emptyM3 ? fillSeconds(posed) : 0
  if (filling === null) return failed(data, 'the line never fills')
  // A prime's series starts when the line is full, and goes on as if no regulator opened.
  const series = expected.series as { t_s: number; p_kPa: number }[]
  const run = pressures(
    { ...posed, compliant: { ...posed.compliant, emptyM3: 0 } },
    series.map((point) => point.t_s),
  )
  if (typeof run === 'string') return failed(data, run)
  series.forEach((point, k) =>
    comparison.figure(
      `pressure at ${point.t_s} s`,
      point.p_kPa,
      run[k]!,
      Math.max(RELATIVE * point.p_kPa, FLOOR_KPA),
    ),
  )
  const time = (name: string, seconds: number | null) =>
    comparison.figure(
      name,
      expected[name],
      seconds ?? undefined,
      Math.max(RELATIVE * Number(expected[name]), FLOOR_S),
    )
  const full = { ...posed, compliant: { ...posed.compliant, emptyM3: 0 } }
  const P0 = Number(parameters.P0_kPa)
  if (expected.tau_s !== undefined) time('tau_s', crossing(full, P0 / Math.E, 3 * Number(expected.tau_s)))
  if (expected.time_to_half_s !== undefined)
    time('time_to_half_s', crossing(full, P0 / 2, 2 * Number(expected.time_to_half_s)))
  if (expected.time_to_zero_s !== undefined)
    time('time_to_zero_s', crossing(full, EMPTY_KPA, 1.2 * Number(expected.time_to_zero_s)))
  if (expected.p_after_5_min_kPa !== undefined) {
    const late = pressures(full, [300])
    comparison.figure(
      'p_after_5_min_kPa',
      expected.p_after_5_min_kPa,
      typeof late === 'string' ? undefined : late[0],
      RELATIVE * Number(expected.p_after_5_min_kPa),
    )
  }
  if (expected.fill_time_s !== undefined) {
    const compression = crossing(
      full,
      Number(parameters.regulator_set_kPa),
      3 * Number(expected.compression_time_s),
    )
    time('fill_time_s', filling)
    time('compression_time_s', compression)
    time('prime_time_s', compression === null ? null : filling + compression)
  }
  return comparison.report(data, 'integrated')
}

function poseOf({ parameters: p }: CaseData): Posed {
  const rail = { id: 'rail', kind: 'junction' as const, elevationM: 0, demandM3PerS: 0 }
  const open = (id: string) => ({ id, kind: 'boundary' as const, elevationM: 0, pressurePa: 0 })
  const links: HydraulicLink[] = []
  if (p.leak_resistance_kPa_s_per_mL)
    links.push({
      id: 'seep',
      type: 'linear-quadratic',
      from: 'rail',
      to: 'outside',
      linearPaPerM3S: p.leak_resistance_kPa_s_per_mL * PA_PER_M3S,
      quadraticPaPerM3S2: 0,
      checkValve: false,
    })
  if (p.hole_mm)
    links.push({
      id: 'hole',
      type: 'orifice',
      from: 'rail',
      to: 'outside',
      areaM2: (Math.PI / 4) * (p.hole_mm / 1000) ** 2,
      dischargeCoefficient: p.Cd,
    })
  if (p.pump_deadhead_kPa)
    links.push({
      id: 'pump',
      type: 'curve-pump',
      from: 'tank',
      to: 'rail',
      speedFraction: 1,
      curve: [
        { flowM3PerS: 0, risePa: p.pump_deadhead_kPa * 1e3 },
        { flowM3PerS: p.pump_flow_at_zero_L_h * LH, risePa: 0 },
      ],
    })
  return {
    network: {
      fluid: {
        name: '',
        densityKgPerM3: p.density_kg_m3 ?? 745,
        dynamicViscosityPaS: 5e-4,
        vapourPressurePa: 0,
      },
      gravityMPerS2: GRAVITY_M_PER_S2,
      ambientPa: STANDARD_AMBIENT_PA,
      nodes: [rail, open('outside'), open('tank')],
      links,
      components: [],
    },
    compliant: {
      node: 'rail',
      m3PerPa: p.compliance_mL_per_kPa * M3_PER_PA,
      startPa: (p.P0_kPa ?? 0) * 1e3,
      emptyM3: (p.empty_volume_mL ?? 0) * 1e-6,
    },
  }
}

const carried = ({ network, compliant }: Posed, seconds: number[]): TransientSample[] | string => {
  const run = transient(network, [compliant], seconds)
  return run.ok ? run.value : JSON.stringify(run.error)
}
function pressures(posed: Posed, seconds: number[]): number[] | string {
  const run = carried(posed, seconds)
  return typeof run === 'string' ? run : run.map((sample) => sample.pressurePa[0]! / 1e3)
}

/** When the rail passes a pressure; null when it does not within `most` seconds. */
function crossing(posed: Posed, kPa: number, most: number): number | null {
  const times = Array.from({ length: POINTS }, (_, k) => (most * (k + 1)) / POINTS)
  const run = pressures(posed, times)
  if (typeof run === 'string') return null
  const rising = posed.compliant.startPa < kPa * 1e3
  const at = run.findIndex((value) => (rising ? value >= kPa : value <= kPa))
  if (at < 0) return null
  const before = at === 0 ? posed.compliant.startPa / 1e3 : run[at - 1]!
  return times[at]! - (most / POINTS) * ((run[at]! - kPa) / (run[at]! - before))
}

function fillSeconds(posed: Posed): number | null {
  const most = 3600
  let low = 0
  let high = most
  const dry = (seconds: number) => {
    const run = carried(posed, [seconds])
    return typeof run === 'string' ? true : run[0]!.emptyM3[0]! > 0
  }
  if (dry(most)) return null
  while (high - low > 1e-6 * high) {
    const middle = 0.5 * (low + high)
    if (dry(middle)) low = middle
    else high = middle
  }
  return 0.5 * (low + high)
}
