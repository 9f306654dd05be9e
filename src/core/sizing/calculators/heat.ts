import { KELVIN_AT_0_C, type Kelvin } from '../../shared'
import { vapourPressurePa, FUEL_GRADES } from '../../physics'
import { densityAt15, FUEL_FIGURES } from '../fuels'
import { calculator, fromSheet, said, type Answer, type Fields, type ValuesOf } from '../terms'
import { fuelField } from './demand'

/** Wanted between what presses and what boils, Pa (EQ09). */
const MARGIN_PA = 12e3
const HOURS = 4
const STEPS = 48

const fields = {
  volumeM3: {
    kind: 'number',
    label: 'Fuel that is left',
    unit: 'L',
    low: 0.5,
    high: 400,
    step: 1,
    usual: 10,
    why: 'A surge tank holds one or two; the last litres of a tank heat fastest.',
  },
  fuel: fuelField,
  volts: {
    kind: 'number',
    label: 'At the pump',
    unit: 'V',
    low: 6,
    high: 29,
    step: 0.1,
    usual: 13.5,
    why: 'What the motor gets.',
  },
  currentA: {
    kind: 'number',
    label: 'it draws',
    unit: 'A',
    low: 0.5,
    high: 60,
    step: 0.1,
    usual: 7,
    why: 'All pumps that stand in this fuel together.',
    from: fromSheet('pumpCurrentA'),
  },
  controlled: {
    kind: 'number',
    label: 'At cruise it is driven at',
    unit: '%',
    low: 20,
    high: 100,
    step: 5,
    usual: 65,
    why: 'Of its volts, where a driver holds it; 100 without one.',
  },
  bayW: {
    kind: 'number',
    label: 'The return brings from the engine',
    unit: 'W',
    low: 0,
    high: 1000,
    step: 10,
    usual: 100,
    why: 'Nothing without a return, 50 to 300 on a long loop; typical.',
  },
  lossWPerK: {
    kind: 'number',
    label: 'The tank gives off, W for each °C',
    unit: null,
    low: 0.1,
    high: 60,
    step: 0.5,
    usual: 6,
    why: 'A metal tank in the wind some 6, a surge tank under the bonnet 0.5.',
  },
  throughM3PerS: {
    kind: 'number',
    label: 'Fresh fuel through it',
    unit: 'L/h',
    low: 0,
    high: 500,
    step: 5,
    usual: 0,
    why: 'What a lift pump brings from a cool tank and what spills back; none for the tank itself.',
  },
  outsideK: {
    kind: 'number',
    label: 'Outside',
    unit: '°C',
    low: -30,
    high: 60,
    step: 1,
    usual: 30,
    why: 'Under the vehicle, not in the shade.',
  },
  reidPa: {
    kind: 'number',
    label: 'Vapour pressure of the season',
    unit: 'kPa',
    low: 30,
    high: 105,
    step: 1,
    usual: 62,
    why: 'Reid, at {38 °C}: summer petrol some {55 kPa}, winter petrol {90 kPa}.',
    when: (values) => boils(String(values['fuel'])),
  },
  heightM: {
    kind: 'number',
    label: 'Height above the sea',
    unit: 'm',
    low: -400,
    high: 6000,
    step: 100,
    usual: 300,
    why: 'The higher, the earlier it boils.',
  },
  headPa: {
    kind: 'number',
    label: 'Lost before the pump',
    unit: 'kPa',
    low: -10,
    high: 40,
    step: 0.5,
    usual: 2,
    why: 'Sock, suction line, height to draw; less than nothing where fuel stands over it.',
  },
} as const satisfies Fields
type Values = ValuesOf<typeof fields>

const boils = (fuel: string) =>
  fuel in FUEL_GRADES && FUEL_GRADES[fuel as keyof typeof FUEL_GRADES].reidVapourPa > 0
/** Of the standard atmosphere (EQ09). */
export const airPressurePa = (heightM: number) => 101_325 * (1 - 2.25577e-5 * heightM) ** 5.25588

/** How a body of fuel warms: where it settles, K, and its time constant, s. It is stirred; what burns leaves as warm as it is. */
export function warming(
  values: Pick<Values, 'volumeM3' | 'fuel' | 'lossWPerK' | 'throughM3PerS' | 'outsideK'>,
  powerW: number,
) {
  const heat = FUEL_FIGURES[values.fuel].specificHeatJPerKgK * densityAt15(values.fuel)
  const away = values.lossWPerK + values.throughM3PerS * heat
  return {
    settlesK: values.outsideK + powerW / away,
    tauS: (values.volumeM3 * heat) / away,
    perMinuteK: (60 * powerW) / (values.volumeM3 * heat),
    at: (seconds: number): Kelvin =>
      values.outsideK + (powerW / away) * (1 - Math.exp((-seconds * away) / (values.volumeM3 * heat))),
  }
}
/** What is left between the pressure at the pump's inlet and where the fuel boils, Pa. */
const marginAt = ({ reidPa, heightM, headPa }: Values, fuelK: Kelvin) =>
  airPressurePa(heightM) - headPa - vapourPressurePa(reidPa, fuelK)
/** Fuel of so many °C is where the margin is used up. */
function hottest(values: Values): Kelvin {
  let [low, high] = [KELVIN_AT_0_C - 40, KELVIN_AT_0_C + 110]
  while (high - low > 0.01) {
    const middle = 0.5 * (low + high)
    if (marginAt(values, middle) > MARGIN_PA) low = middle
    else high = middle
  }
  return low
}

function work(values: Values): Answer {
  const full = warming(values, values.volts * values.currentA + values.bayW)
  const held = warming(values, values.controlled * values.volts * values.currentA + values.bayW)
  const mayK = boils(values.fuel) ? hottest(values) : Infinity
  const crossing = full.settlesK > mayK
  const untilS = crossing
    ? mayK <= values.outsideK
      ? 0
      : -full.tauS * Math.log(1 - (mayK - values.outsideK) / (full.settlesK - values.outsideK))
    : Infinity
  const endS = 3600 * HOURS
  const times = Array.from({ length: STEPS + 1 }, (_, k) => (k / STEPS) * endS)
  const minutes = Math.max(1, Math.round(untilS / 60))
  return {
    says: !crossing
      ? `It settles at ${said(full.settlesK, '°C')}: it does not boil at the pump.`
      : untilS === 0
        ? `At ${said(values.outsideK, '°C')} it boils at the pump before anything warms it.`
        : untilS > endS
          ? `It would settle at ${said(full.settlesK, '°C')}; within ${HOURS} hours it does not boil.`
          : `After ${minutes} min it is over ${said(mayK, '°C')} and boils at the pump.`,
    verdict: !crossing || untilS > endS ? 'good' : held.settlesK <= mayK ? 'doubt' : 'no',
    limits:
      held.settlesK <= mayK && crossing
        ? 'Driven at its duty it stays under that: speed first, a cooler later.'
        : full.settlesK - held.settlesK > 0.3 * (full.settlesK - values.outsideK)
          ? `The pump’s own heat: driven, it settles at ${said(held.settlesK, '°C')}.`
          : 'What comes back from the engine: a shorter loop, the regulator at the tank, or a cooler.',
    figures: [
      { id: 'settles', name: 'Settles at', si: full.settlesK, unit: '°C', digits: 0 },
      { id: 'held', name: 'driven at its duty', si: held.settlesK, unit: '°C', digits: 0 },
      { id: 'tau', name: 'Two thirds of it after', si: full.tauS, unit: 'min', digits: 0 },
      ...(Number.isFinite(mayK)
        ? [{ id: 'may', name: 'May be', si: mayK, unit: '°C' as const, digits: 0 }]
        : []),
      { id: 'air', name: 'Air presses', si: airPressurePa(values.heightM), unit: 'kPa', digits: 1 },
    ],
    curve: {
      x: { name: 'Time', unit: 'min' },
      y: { name: 'Fuel', unit: '°C' },
      lines: [
        { name: 'at full', points: times.map((at) => [at, full.at(at)]) },
        { name: 'driven', points: times.map((at) => [at, held.at(at)]) },
      ],
      hand: null,
      ...(Number.isFinite(mayK) && { limit: { name: 'boils', y: mayK } }),
    },
    sure: 'What a tank gives off is a guess until it was driven once: read the fuel before and after an hour. Petrol boils over a range: 10 % to either side, less as it weathers.',
  }
}

export const heat = calculator({
  id: 'heat',
  title: 'Heat',
  question: 'How hot does the fuel become?',
  fields,
  work,
  caution: {
    text: 'Hot fuel is under pressure: a cap or a line that is opened sprays, and its vapour lies low.',
    stopWhen: 'Stop when it hisses: wait until it is cool.',
  },
  formula: [
    'Mass × heat × rise a second = volts × amperes + what the return brings − what the tank gives off',
    'May be: where air pressure − losses − vapour pressure = {12 kPa}',
  ],
  source: 'EQ13, EQ09; typical',
})
