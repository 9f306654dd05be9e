/**
 * Solves cases of the reference format with the function that Trace calls and compares every expected
 * figure. Agreement asked: 0.5 % or 0.2 kPa / 0.2 L/h / 1 mV / 1 mA, whichever is larger.
 */
import { fromSi } from '@/core/shared'
import { networkFromCase, solveNetwork, type Solution } from '@/core/physics'
import { Comparison, failed, type CaseData, type CaseReport } from './report'

const RELATIVE = 0.005
/** Least tolerance by kind of figure, in the file's own units; a Reynolds number under 1 is no flow; the friction factor and ratios are relative only. */
const FLOOR = { kPa: 0.2, 'L/h': 0.2, V: 0.001, A: 0.001, mA: 1, Re: 1, none: 1e-9 } as const

class NetworkComparison extends Comparison {
  of(what: string, expected: unknown, found: number | undefined, floor: keyof typeof FLOOR) {
    this.figure(what, expected, found, Math.max(RELATIVE * Math.abs(Number(expected)), FLOOR[floor]))
  }
}

/** Solves one case; `siblings` are the other cases of its file (a gauge's indication refers to its sound loop). */
export function compareCase(data: CaseData, siblings: CaseData[] = []): CaseReport {
  const network = networkFromCase(withMotor(data))
  if (!network.ok) return failed(data, `refused: ${network.error.problem} (at ${network.error.at})`)
  const solved = solveNetwork(network.value)
  if (!solved.ok) return failed(data, JSON.stringify(solved.error))
  const comparison = new NetworkComparison()
  compareHydraulics(comparison, data.expected ?? {}, solved.value)
  compareElectrics(comparison, data, solved.value, siblings)
  return comparison.report(data, `${solved.value.quality.iterations} iterations`)
}

/** A speed-dependent motor stands beside the components in the file; its nodes are in the netlist. */
function withMotor(data: CaseData): CaseData {
  const motor = data.motor
  if (!motor || Array.isArray(motor) || typeof motor.k_V_s_per_rad !== 'number') return data
  const netlist = String(data.ngspice_netlist ?? '')
  const plus = /^vsense (\S+) (\S+)/m.exec(netlist)
  const minus = plus && new RegExp(`^\\S+ ${plus[2]} (\\S+) V=`, 'm').exec(netlist)
  const { k_V_s_per_rad, T0_Nm, b_Nm_s, c_Nm_s2 } = motor
  const component = {
    id: 'motor',
    type: 'M',
    n1: motor.n1 ?? plus?.[1] ?? 'me',
    n2: motor.n2 ?? minus?.[1] ?? 'mminus',
    k_V_s_per_rad,
    T0_Nm,
    b_Nm_s,
    c_Nm_s2,
  }
  return { ...data, components: [...data.components, component] }
}

function compareHydraulics(comparison: NetworkComparison, expected: CaseData, solution: Solution) {
  const kPa = (pa: number | undefined) => (pa === undefined ? undefined : fromSi(pa, 'kPa'))
  const litres = (flow: number | undefined) => (flow === undefined ? undefined : fromSi(flow, 'L/h'))
  for (const [id, node] of Object.entries<CaseData>(expected.nodes ?? {})) {
    comparison.of(`pressure at ${id}`, node.p_kPa, kPa(solution.nodes[id]?.pressurePa), 'kPa')
    comparison.of(`hole at ${id}`, node.emitter_q_L_h, litres(solution.nodes[id]?.emitterFlowM3PerS), 'L/h')
  }
  for (const [id, link] of Object.entries<CaseData>(expected.links ?? {})) {
    const found = solution.links[id]
    comparison.of(`flow in ${id}`, link.q_L_h, litres(found?.flowM3PerS), 'L/h')
    comparison.of(`static drop of ${id}`, link.dp_static_kPa, kPa(found?.staticDropPa), 'kPa')
    comparison.of(`loss of ${id}`, link.loss_kPa, kPa(found?.lossPa), 'kPa')
    comparison.of(`rise of ${id}`, link.rise_kPa, found && -kPa(found.lossPa)!, 'kPa')
    comparison.of(`velocity in ${id}`, link.v_m_s, found?.pipe?.velocityMPerS, 'none')
    comparison.of(`Reynolds number in ${id}`, link.Re, found?.pipe?.reynolds, 'Re')
    comparison.of(`friction factor of ${id}`, link.f_darcy, found?.pipe?.frictionFactor, 'none')
  }
}

function compareElectrics(
  comparison: NetworkComparison,
  data: CaseData,
  solution: Solution,
  siblings: CaseData[],
) {
  const expected = data.expected ?? {}
  for (const [id, volt] of Object.entries(expected.node_V ?? {}))
    comparison.of(`volts at ${id}`, volt, solution.wires[id], 'V')
  for (const [id, amp] of Object.entries(expected.branch_A ?? {}))
    comparison.of(`current in ${id}`, amp, solution.currents[id], 'A')
  for (const reading of expected.readings ?? []) {
    comparison.of(
      `reading ${reading.name}`,
      reading.V,
      (solution.wires[reading.red] ?? NaN) - (solution.wires[reading.black] ?? NaN),
      'V',
    )
  }
  const motor = Object.values(solution.motors)[0]
  comparison.of('motor speed, rad/s', expected.speed_rad_s, motor?.speedRadPerS, 'none')
  comparison.of('motor speed, rpm', expected.speed_rpm, motor && fromSi(motor.speedRadPerS, 'rpm'), 'none')
  comparison.of('back-EMF', expected.back_emf_V, motor?.voltageV, 'V')
  comparison.of('motor current', expected.motor_A, motor?.currentA, 'A')
  compareGauge(comparison, data, solution, siblings)
}

function compareGauge(
  comparison: NetworkComparison,
  data: CaseData,
  solution: Solution,
  siblings: CaseData[],
) {
  const coil = solution.currents.rcoil
  if (coil === undefined || !data.expected) return
  comparison.of('coil current', data.expected.coil_mA, coil * 1000, 'mA')
  comparison.of(
    'apparent sender circuit',
    data.expected.apparent_sender_circuit_ohm,
    solution.wires.gout! / coil,
    'none',
  )
  const ends = gaugeEnds(data, siblings)
  if (ends)
    comparison.of(
      'indicated fraction',
      data.expected.indicated_fraction_linear_in_current,
      (coil - ends.empty) / (ends.full - ends.empty),
      'none',
    )
}

/** Coil currents of the same sound loop at empty and full, from the file's own sound cases. */
function gaugeEnds(data: CaseData, siblings: CaseData[]): { empty: number; full: number } | null {
  const same = siblings.filter((other) => JSON.stringify(other.gauge) === JSON.stringify(data.gauge))
  const current = (kind: string) => {
    const sound = same.find((other) => other.kind === kind)
    const network = sound && networkFromCase(sound)
    const solved = network?.ok ? solveNetwork(network.value) : null
    return solved?.ok ? solved.value.currents.rcoil : undefined
  }
  const empty = current('gauge-empty')
  const full = current('gauge-full')
  return empty === undefined || full === undefined ? null : { empty, full }
}
