import { calculator, fromSheet, said, type Answer, type AnswerTable, type ValuesOf } from '../terms'
import { FUSES_A, WIRES_BY_NUMBER, leastFuseA, ohmAt, WIRES } from '../../library'
import { wireAndFuse } from '../fit'

/** A stalled motor draws so many times what it runs on (EQ16), as far as its winding and the wires let it. */
const STALL_TIMES = 4
/** A blade fuse opens within seconds from this many times its rating on; typical of ISO 8820. */
const OPENS_AT = 2
/** Over so many times what may be lost it does not do. */
const MOST_TIMES = 1.6
/** What a wire may warm, W/m, before its insulation and a bundle suffer; ours, typical. */
const WARM_W_PER_M = 3

const wires = Object.fromEntries(WIRES.map(({ areaMm2 }) => [String(areaMm2), `${areaMm2} mm²`])) as Record<
  '0.5' | '0.75' | '1' | '1.5' | '2.5' | '4' | '6',
  string
>
const fuses = Object.fromEntries(FUSES_A.map((rating) => [String(rating), `${rating} A`])) as Record<
  '5' | '7.5' | '10' | '15' | '20' | '25' | '30' | '40',
  string
>

const fields = {
  currentA: {
    kind: 'number',
    label: 'The pump draws',
    unit: 'A',
    low: 0.3,
    high: 40,
    step: 0.1,
    usual: 8,
    why: 'Running, at its pressure.',
    from: fromSheet('pumpCurrentA'),
  },
  supplyV: {
    kind: 'number',
    label: 'Volts at the battery',
    unit: 'V',
    low: 6,
    high: 29,
    step: 0.1,
    usual: 13.5,
    why: 'Running.',
  },
  outM: {
    kind: 'number',
    label: 'Wire to the pump',
    unit: 'm',
    low: 0.2,
    high: 30,
    step: 0.5,
    usual: 6,
    why: 'From the battery or the relay’s feed along the real way.',
  },
  groundM: {
    kind: 'number',
    label: 'Ground',
    unit: 'm',
    low: 0.05,
    high: 30,
    step: 0.5,
    usual: 1,
    why: 'To the body where it is sound, or back to the battery.',
  },
  wire: { kind: 'choice', label: 'Wire', options: wires, usual: '2.5' },
  budgetV: {
    kind: 'number',
    label: 'May be lost',
    unit: 'V',
    low: 0.1,
    high: 2,
    step: 0.1,
    usual: 0.5,
    why: 'Half a volt is the aim: each volt costs a tenth of the flow and more.',
  },
  aroundK: {
    kind: 'number',
    label: 'Around the wire',
    unit: '°C',
    low: -40,
    high: 120,
    step: 5,
    usual: 40,
    why: 'Copper grows with warmth: over {120 °C} no common insulation lives.',
  },
  fuse: { kind: 'choice', label: 'Fuse', options: fuses, usual: '15' },
} as const
type Values = ValuesOf<typeof fields>

const tableOf = (dropOf: (ohmPerM: number) => number): AnswerTable => ({
  columns: [
    { name: 'Wire', unit: 'mm²', digits: 2 },
    { name: 'Lost', unit: 'V', digits: 2 },
    { name: 'Usually up to', unit: 'A', digits: 0 },
  ],
  rows: WIRES.map((one) => [one.areaMm2 * 1e-6, dropOf(one.ohmPerM), one.mostA]),
})

/** What holds it back once nothing may burn: volts first, then a fuse that a stalled pump does not open. */
function limitsOf(
  { budgetV, fuse }: Values,
  {
    drop,
    leastMm2,
    stallA,
    needs,
  }: { drop: number; leastMm2: number | undefined; stallA: number | null; needs: number | undefined },
): string {
  if (drop > budgetV)
    return leastMm2 === undefined
      ? 'No single wire does: a relay near the pump, fed by a heavy wire.'
      : `${leastMm2} mm² keeps within it.`
  if (stallA === null) return 'Nothing: wire and fuse carry it, and a stalled pump opens the fuse.'
  return `A stalled pump draws ${stallA.toFixed(0)} A here: that fuse may not open at once. ${
    needs !== undefined && Number(fuse) > needs
      ? `${needs} A is enough.`
      : 'A pump that hums and does not run is switched off, not waited for.'
  }`
}

function work(values: Values): Answer {
  const bothWaysM = values.outM + values.groundM
  const celsius = values.aroundK - 273.15
  const dropOf = (ohmPerM: number, current = values.currentA) => current * bothWaysM * ohmAt(ohmPerM, celsius)
  const wire = WIRES.find(({ areaMm2 }) => String(areaMm2) === values.wire)!
  const drop = dropOf(wire.ohmPerM)
  const least = WIRES.find((one) => dropOf(one.ohmPerM) <= values.budgetV && values.currentA <= one.mostA)
  const fuseA = Number(values.fuse)
  const needs = leastFuseA(values.currentA)
  // The winding of a motor that stalls, and the wires before it, share the volts.
  const windingOhm = values.supplyV / (STALL_TIMES * values.currentA)
  const stallA = values.supplyV / (windingOhm + dropOf(wire.ohmPerM, 1))
  const opens = stallA >= OPENS_AT * fuseA
  const gauge = WIRES_BY_NUMBER.find(({ areaMm2 }) => areaMm2 >= 0.95 * wire.areaMm2)
  // The same rule as where a new part is held against its wire: what may burn is refused.
  const rule = wireAndFuse({ currentA: values.currentA, bothWaysM, areaMm2: wire.areaMm2, fuseA })
  const refused = rule.verdict === 'no' && rule.by.unit === 'A' ? rule.says : null
  const verdict =
    refused !== null || drop > MOST_TIMES * values.budgetV
      ? 'no'
      : drop > values.budgetV || !opens
        ? 'doubt'
        : 'good'
  const warm = values.currentA ** 2 * ohmAt(wire.ohmPerM, celsius)
  return {
    says: `It loses ${drop.toFixed(2)} V of ${values.budgetV} V; ${values.supplyV - drop > 0 ? (values.supplyV - drop).toFixed(1) : '0'} V are left at the pump.`,
    verdict,
    limits:
      refused ?? limitsOf(values, { drop, leastMm2: least?.areaMm2, stallA: opens ? null : stallA, needs }),
    figures: [
      { id: 'drop', name: 'Lost, out and back', si: drop, unit: 'V', digits: 2 },
      { id: 'stall', name: 'Stalled it draws', si: stallA, unit: 'A', digits: 0 },
      { id: 'stallV', name: 'lost then', si: dropOf(wire.ohmPerM, stallA), unit: 'V', digits: 1 },
      { id: 'warm', name: 'Warmth of a metre', si: warm, unit: 'W', digits: 2 },
      ...(needs === undefined
        ? []
        : [{ id: 'fuse', name: 'Fuse, at least', si: needs, unit: 'A' as const, digits: 1 }]),
      ...(gauge ? [{ id: 'awg', name: 'By number, AWG', si: gauge.awg, unit: null, digits: 0 }] : []),
    ],
    curve: {
      x: { name: 'Wire', unit: 'mm²' },
      y: { name: 'Lost', unit: 'V' },
      lines: [{ name: 'this run', points: WIRES.map((one) => [one.areaMm2 * 1e-6, dropOf(one.ohmPerM)]) }],
      hand: [wire.areaMm2 * 1e-6, drop],
      limit: { name: 'may', y: values.budgetV },
    },
    table: tableOf(dropOf),
    sure: `${warm > WARM_W_PER_M ? 'It grows warm: not in a bundle. ' : ''}Joints are not in it: each sound one costs {20 mV} or so, a bad one anything. A relay of 30 or 40 A, its coil with a diode or resistor; look which way round. ${said(0.02, 'mV')} read across a joint under load says it is good.`,
  }
}

export const wire = calculator({
  id: 'wire',
  title: 'Wire and fuse',
  question: 'Which wire and which fuse feed this pump?',
  fields,
  work,
  caution: {
    text: 'The fuse stands by the battery and guards the wire. Never a larger fuse: a thicker wire. No relay, no plain joint where vapour can lie.',
    stopWhen: 'Stop when a wire is warm to the hand or a fuse blows twice.',
  },
  formula: [
    'Lost = amperes × metres out and back × ohms a metre × (1 + 0.0039 × (°C − 20))',
    'Fuse = the first over amperes ÷ 0.75; stalled = volts ÷ (winding + wires) has to be twice the fuse',
  ],
  source: 'EQ16; ISO 6722 figures, ISO 8820; typical',
})
