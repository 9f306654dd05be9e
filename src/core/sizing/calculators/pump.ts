import { ok, M3_PER_S_PER_L_PER_H as LH, type M3PerS, type Result } from '../../shared'
import type { MotorLaw } from '../../physics'
import { fluidAt } from '../fuels'
import {
  pumpThrough,
  pumpThroughPoints,
  rollerPump,
  solveFeed,
  turbinePump,
  type Feed,
  type FeedSolved,
} from '../feed'
import {
  AskBack,
  calculator,
  said,
  type Answer,
  type AnswerTable,
  type Curve,
  type ValuesOf,
  type Verdict,
} from '../terms'
import { WIRES, wireOhm } from '../../library'
import { FILTER, FUEL_C, demandOf, engineFields, pumpFields, wayFields } from './demand'

/** What a pump gives over what is drunk, so that the regulator keeps control and age has room (EQ03). */
const RESERVE = 1.25
/** The next pump runs before those that run are out: it has to build up first. */
const STAGE_EARLY = 0.9
const NO_FILTER = { linearPaPerM3S: 1 / LH, quadraticPaPerM3S2: 0 }
const WIDE_M = 0.02

const ownPump = (values: Record<string, number | string>) => values['kind'] === 'own'
const notBySheet = (values: Record<string, number | string>) => values['kind'] !== 'sheet'
/** Volts that the points of a sheet are told at. */
const SHEET_V = 13.5

const fields = {
  ...engineFields,
  boostPa: {
    kind: 'number',
    label: 'Boost that the pressure follows',
    unit: 'kPa',
    low: 0,
    high: 300,
    step: 10,
    usual: 0,
    why: 'None where it breathes freely; the regulator’s hose on the manifold adds it.',
  },
  kind: {
    kind: 'choice',
    label: 'Pump',
    options: {
      roller: 'roller or gear',
      turbine: 'turbine',
      own: 'two points of its sheet',
      sheet: 'its whole sheet',
    },
    usual: 'roller',
  },
  flowM3PerS: { ...pumpFields.flowM3PerS, when: notBySheet },
  currentA: { ...pumpFields.currentA, when: notBySheet },
  secondM3PerS: {
    kind: 'number',
    label: 'At {500 kPa} it gives',
    unit: 'L/h',
    low: 1,
    high: 800,
    step: 5,
    usual: 96,
    why: 'Less than at the lower pressure.',
    when: ownPump,
  },
  secondA: {
    kind: 'number',
    label: 'and draws there',
    unit: 'A',
    low: 0.5,
    high: 40,
    step: 0.1,
    usual: 7,
    why: 'More than at the lower pressure.',
    when: ownPump,
  },
  points: {
    kind: 'points',
    label: 'Its sheet at {13.5 V}, a line a point',
    columns: [
      { name: 'Pressure', unit: 'kPa', low: 0, high: 1500 },
      { name: 'Flow', unit: 'L/h', low: 0, high: 800 },
      { name: 'Current', unit: 'A', low: 0.1, high: 60 },
    ],
    least: 3,
    usual: '200 142 4.3\n300 130 5.2\n400 118 6.1\n500 106 7.0',
    why: 'As its maker measured it, or you on the bench.',
    when: (values: Record<string, number | string>) => values['kind'] === 'sheet',
  },
  pumps: {
    kind: 'number',
    whole: true,
    label: 'Pumps side by side',
    unit: null,
    low: 1,
    high: 6,
    step: 1,
    usual: 1,
    why: 'One to six.',
  },
  staged: {
    kind: 'choice',
    label: 'They run',
    options: { all: 'all of them', one: 'one after another, as it is wanted' },
    usual: 'all',
    when: (values: Record<string, number | string>) => Number(values['pumps']) > 1,
  },
  ...wayFields,
} as const
type Values = ValuesOf<typeof fields>

function motorOf({
  kind,
  flowM3PerS,
  currentA,
  secondM3PerS,
  secondA,
  points,
}: Values): Result<MotorLaw, string> {
  if (kind === 'sheet')
    return pumpThroughPoints(
      points.map(([pressurePa, flow, current]) => ({
        ...{ pressurePa: pressurePa!, voltV: SHEET_V, flowM3PerS: flow!, currentA: current! },
      })),
    )
  if (kind === 'roller') return ok(rollerPump(flowM3PerS, currentA))
  if (kind === 'turbine') return ok(turbinePump(flowM3PerS, currentA))
  const at = (pressurePa: number, flow: number, current: number) => ({
    pressurePa,
    voltV: SHEET_V,
    flowM3PerS: flow,
    currentA: current,
  })
  return pumpThrough(at(300e3, flowM3PerS, currentA), at(500e3, secondM3PerS, secondA))
}

const feedOf = (values: Values, motor: MotorLaw): Feed => ({
  fluid: fluidAt(values.fuel, FUEL_C),
  motor,
  pumps: values.pumps,
  supplyV: values.supplyV,
  wireOhm: wireOhm(Number(values.wire), values.wireM),
  line: { lengthM: values.lineM, boreM: values.boreM, lossCoefficient: 4 },
  filter: FILTER,
  railPa: values.railPa + values.boostPa,
})
const NOTHING: FeedSolved = { flowM3PerS: 0, pumpPa: 0, motorV: 0, motorA: 0 }
const given = (feed: Feed): FeedSolved => {
  const solved = feed.pumps > 0 ? solveFeed(feed) : ok(NOTHING)
  // What cannot be solved is asked back, and never told as nothing given.
  if (!solved.ok)
    throw new AskBack('railPa', 'No flow balances these figures together: look at pressure, line and wires.')
  return solved.value
}

/** What would move it most: volts, the line, or another pump. */
function limitsOf(feed: Feed, now: M3PerS, wants: M3PerS): string {
  const volts = given({ ...feed, wireOhm: 0 }).flowM3PerS
  const line = given({
    ...feed,
    line: { ...feed.line, boreM: WIDE_M },
    filter: NO_FILTER,
  }).flowM3PerS
  const [most, what] =
    volts >= line
      ? [volts, 'The wires: with nothing lost on them it would give']
      : [line, 'Line and filter: with nothing lost there it would give']
  if (most < 1.03 * now) return 'The pump itself: neither wires nor line take much.'
  const enough = most >= wants && now < wants ? ' That would do.' : ''
  return `${what} ${said(most, 'L/h')}.${enough}`
}

/** What happens when one of several dies, and what has to see it. */
const oneDead = (pumps: number, share: number): string =>
  pumps === 1
    ? ''
    : share >= 1
      ? ' With one dead it still has enough: a lamp on its current tells.'
      : ` With one dead it runs lean from ${Math.round(100 * share)} % on: rail pressure or pump current has to cut the power, nothing else does.`

/** What it gives over the rail’s pressure, whole and with one dead. */
function curveOf(values: Values, feed: Feed, flow: M3PerS, wants: M3PerS): Curve {
  const pressures = Array.from({ length: 25 }, (_, k) => (k / 24) * 1.6 * Math.max(feed.railPa, 100e3))
  return {
    x: { name: 'At the rail', unit: 'kPa' },
    y: { name: 'Given', unit: 'L/h' },
    lines: [
      {
        name: values.pumps === 1 ? 'this pump' : 'all of them',
        points: pressures.map((railPa) => [railPa, given({ ...feed, railPa }).flowM3PerS]),
      },
      ...(values.pumps > 1
        ? [
            {
              name: 'one dead',
              points: pressures.map((railPa): [number, number] => [
                railPa,
                given({ ...feed, railPa, pumps: values.pumps - 1 }).flowM3PerS,
              ]),
            },
          ]
        : []),
    ],
    hand: [feed.railPa, flow],
    limit: { name: 'wanted', y: wants },
  }
}

/** Each number of pumps solved by itself: what it gives, and up to which share of the power that is enough. */
function stagesOf({ pumps, staged }: Values, feed: Feed, demand: M3PerS): AnswerTable {
  const each = Array.from({ length: pumps }, (_, k) => given({ ...feed, pumps: k + 1 }))
  const enough = each.map(({ flowM3PerS }) => Math.min(1, flowM3PerS / (RESERVE * demand)))
  return {
    columns: [
      { name: 'Running', unit: null, digits: 0 },
      ...(staged === 'one' ? [{ name: 'From power', unit: '%' as const, digits: 0 }] : []),
      { name: 'Enough up to', unit: '%', digits: 0 },
      { name: 'Given', unit: 'L/h', digits: 0 },
      { name: 'One draws', unit: 'A', digits: 1 },
      { name: 'Left at one', unit: 'V', digits: 2 },
    ],
    rows: each.map(({ flowM3PerS, motorA, motorV }, k) => [
      k + 1,
      ...(staged === 'one' ? [k === 0 ? 0 : STAGE_EARLY * enough[k - 1]!] : []),
      ...[enough[k]!, flowM3PerS, motorA, motorV],
    ]),
  }
}

function work(values: Values): Answer {
  const motor = motorOf(values)
  if (!motor.ok) throw new AskBack(values.kind === 'sheet' ? 'points' : 'secondM3PerS', motor.error)
  const feed = feedOf(values, motor.value)
  const solved = given(feed)
  const demand = demandOf(values)
  const wants = RESERVE * demand
  const times = solved.flowM3PerS / demand
  const bears = WIRES.find(({ areaMm2 }) => String(areaMm2) === values.wire)!.mostA
  const burns = solved.motorA > bears
  const verdict: Verdict = burns ? 'no' : times >= RESERVE ? 'good' : times >= 1 ? 'doubt' : 'no'
  const without = given({ ...feed, pumps: values.pumps - 1 }).flowM3PerS
  const share = without / demand
  return {
    says: `At ${said(feed.railPa, 'kPa')} ${values.pumps === 1 ? 'it gives' : `the ${values.pumps} give`} ${said(solved.flowM3PerS, 'L/h')}; the engine drinks ${said(demand, 'L/h')}, and ${said(wants, 'L/h')} is wanted.`,
    verdict,
    limits: burns
      ? `One pump draws ${solved.motorA.toFixed(1)} A: that wire is taken for ${bears} A at most. A thicker wire first.`
      : `${limitsOf(feed, solved.flowM3PerS, wants)}${oneDead(values.pumps, share)}`,
    figures: [
      { id: 'flow', name: 'Given at the rail', si: solved.flowM3PerS, unit: 'L/h', digits: 0 },
      { id: 'demand', name: 'Drunk at most', si: demand, unit: 'L/h', digits: 1 },
      { id: 'wants', name: 'Wanted, a quarter more', si: wants, unit: 'L/h', digits: 0 },
      { id: 'volts', name: 'Left at the pump', si: solved.motorV, unit: 'V', digits: 2 },
      { id: 'current', name: 'One draws', si: solved.motorA, unit: 'A', digits: 1 },
      { id: 'pumpPa', name: 'At the pump’s outlet', si: solved.pumpPa, unit: 'kPa', digits: 0 },
      ...(values.pumps > 1
        ? [
            ...(values.staged === 'one'
              ? [
                  {
                    ...{ id: 'second', name: 'The second runs from', unit: '%' as const, digits: 0 },
                    si: Math.min(
                      1,
                      (STAGE_EARLY * given({ ...feed, pumps: 1 }).flowM3PerS) / (RESERVE * demand),
                    ),
                  },
                ]
              : []),
            { id: 'without', name: 'Given when one dies', si: without, unit: 'L/h' as const, digits: 0 },
            {
              id: 'lean',
              name: 'Then lean from this share on',
              si: Math.min(1, share),
              unit: '%' as const,
              digits: 0,
            },
          ]
        : []),
    ],
    curve: curveOf(values, feed, solved.flowM3PerS, wants),
    ...(values.pumps > 1 && { table: stagesOf(values, feed, demand) }),
    sure: 'What an engine drinks is typical, 15 % to either side; a pump’s law holds within a quarter of the volts and pressures that it was measured at.',
  }
}

export const pump = calculator({
  id: 'pump',
  title: 'Pump for a target',
  question: 'Does this pump feed this engine?',
  fields,
  work,
  caution: {
    text: 'Fuel, volts and a spark: battery off before a pump’s wire is parted, pressure let off before a line.',
    stopWhen: 'Stop when fuel drips or smells: nobody starts it.',
  },
  formula: [
    'Drunk = power × fuel for work ÷ density, or injectors × flow × time open × √(pressure ÷ {300 kPa})',
    'Pump, volts, wires, line and filter are solved together, as Trace solves a vehicle',
    'Wanted = 1.25 × drunk',
  ],
  source: 'EQ03, EQ04, EQ07, EQ01, EQ16; typical',
})
