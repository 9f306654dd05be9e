import { calculator, said, type Answer, type ValuesOf } from '../terms'

const C_D = 0.6
const AIR_KG_PER_M3 = 1.2
/** Thin tanks may give way from about here on; uncertain, by shape (EQ15). */
const BENDS_PA = 10e3
const AIR_PA = 101_325

const fields = {
  outM3PerS: {
    kind: 'number',
    label: 'Fuel that leaves',
    unit: 'L/h',
    low: 1,
    high: 600,
    step: 5,
    usual: 60,
    why: 'What the engine drinks at most.',
  },
  inM3PerS: {
    kind: 'number',
    label: 'It is filled at',
    unit: 'L/h',
    low: 60,
    high: 9000,
    step: 60,
    usual: 2400,
    why: 'A can some {600 L/h}, a pump at the station {2100 to 3000 L/h}.',
  },
  mayPa: {
    kind: 'number',
    label: 'The tank may be drawn by',
    unit: 'kPa',
    low: 0.1,
    high: 10,
    step: 0.1,
    usual: 1,
    why: 'Thin tanks bend from some {10 kPa} on.',
  },
  boreM: {
    kind: 'number',
    label: 'Bore of the vent',
    unit: 'mm',
    low: 0.1,
    high: 25,
    step: 0.5,
    usual: 6,
    why: 'The narrowest place of it, valve and filter with it.',
  },
  filterShare: {
    kind: 'number',
    label: 'Its filter leaves open',
    unit: '%',
    low: 5,
    high: 100,
    step: 5,
    usual: 70,
    why: 'New some 70 % of the bore, loaded with dust far less.',
  },
  airM3: {
    kind: 'number',
    label: 'Air over the fuel',
    unit: 'L',
    low: 0.5,
    high: 300,
    step: 1,
    usual: 30,
    why: 'What the tank holds less what is in it.',
  },
} as const
type Values = ValuesOf<typeof fields>

/** Area that lets so much air through at a difference, m2 (EQ15). */
export const ventArea = (flowM3PerS: number, differencePa: number): number =>
  flowM3PerS / (C_D * Math.sqrt((2 * differencePa) / AIR_KG_PER_M3))
/** Fall of pressure in a tank that nothing vents, Pa/s. */
export const sealedFall = (flowM3PerS: number, airM3: number): number => (AIR_PA * flowM3PerS) / airM3
const boreOf = (areaM2: number) => Math.sqrt((4 * areaM2) / Math.PI)

function work(values: Values): Answer {
  const open = (Math.PI / 4) * values.boreM ** 2 * values.filterShare
  const [out, filling] = [ventArea(values.outM3PerS, values.mayPa), ventArea(values.inM3PerS, values.mayPa)]
  const drawn = 0.5 * AIR_KG_PER_M3 * (values.outM3PerS / (C_D * open)) ** 2
  const blockedS = BENDS_PA / sealedFall(values.outM3PerS, values.airM3)
  const verdict = open >= filling ? 'good' : open >= out ? 'doubt' : 'no'
  return {
    says:
      open >= out
        ? `It breathes: ${said(drawn, 'kPa', 2)} are drawn at full load.`
        : `Too narrow: at full load the tank is drawn by ${said(drawn, 'kPa', 1)}.`,
    verdict,
    limits:
      open >= filling
        ? `Blocked, it would be drawn by ${said(BENDS_PA, 'kPa')} after ${Math.max(1, Math.round(blockedS / 60))} min: a second way in is worth it.`
        : `Filling wants ${said(boreOf(filling), 'mm', 1)} clear: it will spit at the pump unless the neck breathes too.`,
    figures: [
      { id: 'out', name: 'Clear bore for what leaves', si: boreOf(out), unit: 'mm', digits: 2 },
      { id: 'in', name: 'for filling', si: boreOf(filling), unit: 'mm', digits: 1 },
      { id: 'drawn', name: 'Drawn at full load', si: drawn, unit: 'kPa', digits: 2 },
      {
        id: 'fall',
        name: 'Blocked it falls in an hour by',
        si: 3600 * sealedFall(values.outM3PerS, values.airM3),
        unit: 'kPa',
        digits: 0,
      },
    ],
    curve: {
      x: { name: 'Clear bore', unit: 'mm' },
      y: { name: 'Drawn', unit: 'kPa' },
      lines: [
        {
          name: 'at full load',
          points: Array.from({ length: 30 }, (_, k): [number, number] => {
            const bore = boreOf(out) * (0.6 + 0.08 * k)
            return [bore, 0.5 * AIR_KG_PER_M3 * (values.outM3PerS / (C_D * (Math.PI / 4) * bore ** 2)) ** 2]
          }),
        },
      ],
      hand: null,
      limit: { name: 'may', y: values.mayPa },
    },
    sure: 'A vent has to be nearly shut to matter; a valve that sticks is. Petrol that warms gives vapour of its own: it falls less, and pushes when it stands.',
  }
}

export const vent = calculator({
  id: 'vent',
  title: 'Vent',
  question: 'Does the tank breathe enough?',
  fields,
  work,
  caution: {
    text: 'A vent ends where its vapour meets no spark and no heater; a cap under vacuum or pressure is opened slowly.',
    stopWhen: 'Stop when a tank has drawn in its sides.',
  },
  formula: [
    'Air = 0.6 × area × √(2 × difference ÷ density of air)',
    'Blocked: a second’s fall = air pressure × flow ÷ air in the tank',
  ],
  source: 'EQ15; typical',
})
