import { calculator, fromSheet, type Answer, type Fields, type ValuesOf } from '../terms'
import { MATERIALS, MATERIAL_GROUPS, standingOf, type Standing, type Stands } from '../materials'
import { SOLVENTS, SURFACES } from '../solvents'
import { fuelField } from './demand'

type Typed = Record<string, number | string>
const lies = (values: Typed) => values['group'] !== 'solvent'
/** A pressure is asked where something holds one. */
const holds = (values: Typed) => ['hose', 'tube', 'clamp'].includes(String(values['group']))

const fields = {
  group: { kind: 'choice', label: 'What', options: MATERIAL_GROUPS, usual: 'hose' },
  surface: {
    kind: 'choice',
    label: 'It touches',
    options: SURFACES,
    // Where nobody knows, it is coated: acid and caustic make hydrogen there.
    usual: 'coated',
    when: (values) => values['group'] === 'solvent',
  },
  fuel: { ...fuelField, when: lies },
  where: {
    kind: 'choice',
    label: 'It lies',
    options: { outside: 'outside the tank', immersed: 'in the fuel' },
    usual: 'outside',
    when: lies,
  },
  pressurePa: {
    kind: 'number',
    label: 'Pressure in it',
    unit: 'kPa',
    low: 0,
    high: 200_000,
    step: 10,
    usual: 300,
    why: 'Nothing in a vent, up to {700 kPa} in a feed; what is over that is the maker’s pipe alone.',
    from: fromSheet('regulatorSetPa'),
    when: holds,
  },
  fuelK: {
    kind: 'number',
    label: 'Warm as',
    unit: '°C',
    low: -40,
    high: 200,
    step: 5,
    usual: 40,
    why: 'A return runs at {80 to 100 °C}, a feed at {40 °C}; over {200 °C} nothing here lives.',
    when: lies,
  },
  rule: {
    kind: 'choice',
    label: 'On',
    options: { road: 'a road vehicle', boat: 'a boat', aircraft: 'an aircraft' },
    usual: 'road',
  },
} as const satisfies Fields
type Values = ValuesOf<typeof fields>

/** Over this no hose and no repair joint. */
const HIGH_PA = 5e6
const RULES = {
  road: 'Where vapour limits hold, the wall’s permeation counts too, and it differs by country.',
  boat: 'In a boat’s engine space the fire-tested class alone: A, or its ISO twin; B elsewhere.',
  aircraft: 'On an aircraft only what approved data name, whatever stands here.',
} as const
const WORDS: Record<Stands, string> = {
  good: 'good',
  limited: 'with limits',
  not: 'not',
  unknown: 'nobody knows',
}
const RANK: Stands[] = ['good', 'limited', 'unknown', 'not']

/** Where the rules of the place let only some of a kind: nothing else, whatever the fuel does to it. */
function byRule(one: Standing, { rule }: Values): Standing {
  const { group, name } = one.material
  if (rule !== 'boat' || group !== 'hose' || name.startsWith('Marine')) return one
  return { ...one, stands: 'not', why: 'not on a boat: the marine class alone' }
}

function saysOf(values: Values, high: boolean, good: string[], limited: string[]): string {
  if (high) return 'The maker’s pipe, new, and nothing else: it cuts skin.'
  if (values.rule === 'aircraft')
    return `What the approved data name, and nothing else. The fuel alone would leave ${good.length > 0 ? good.join(', ') : 'nothing'}.`
  if (good.length > 0) return `${good.join(', ')} will do.`
  return limited.length > 0
    ? `Nothing without limits: ${limited.join(', ')}, each for its grade.`
    : 'Nothing of that kind.'
}

/** What cleans this without harm. */
function cleaned({ surface, rule }: Values): Answer {
  const rows = [...SOLVENTS].sort(
    (one, other) => RANK.indexOf(one.on[surface]) - RANK.indexOf(other.on[surface]),
  )
  const names = (stands: Stands) =>
    rows.filter(({ on }) => on[surface] === stands).map(({ name }) => name.toLowerCase())
  const good = names('good')
  return {
    says:
      rule === 'aircraft'
        ? 'What the approved data name, and nothing else.'
        : `On ${SURFACES[surface]} ${good.join(', ')} will do.`,
    verdict: rule === 'aircraft' ? 'no' : 'good',
    limits: `Not: ${names('not').join(', ')}. A magnet does not tell zinc or terne from bare steel: where nobody knows, it is coated.`,
    figures: [],
    table: {
      columns: ['What', 'It does', 'Why'].map((name) => ({ name, unit: null, digits: 0 })),
      rows: rows.map(({ name, on, says }) => [name, WORDS[on[surface]], says]),
    },
    sure: 'General knowledge, no approval: the sheet of the cleaner and of the part decide.',
  }
}

function work(values: Values): Answer {
  if (values.group === 'solvent') return cleaned(values)
  const place = { ...values, immersed: values.where === 'immersed' }
  const standing = MATERIALS.filter(({ group }) => group === values.group)
    .map((material) => byRule(standingOf(material, place), values))
    .sort((one, other) => RANK.indexOf(one.stands) - RANK.indexOf(other.stands))
  const high = values.pressurePa > HIGH_PA && (values.group === 'hose' || values.group === 'tube')
  const names = (stands: Stands) =>
    high ? [] : standing.filter((one) => one.stands === stands).map(({ material }) => material.name)
  const [good, limited] = [names('good'), names('limited')]
  return {
    says: saysOf(values, high, good, limited),
    verdict:
      values.rule === 'aircraft' || good.length + limited.length === 0
        ? 'no'
        : good.length === 0
          ? 'doubt'
          : 'good',
    limits: `${RULES[values.rule]}${limited.length > 0 && good.length > 0 ? ` With limits: ${limited.join(', ')}.` : ''}`,
    figures: [],
    table: {
      columns: ['What', 'Stands', 'Why'].map((name) => ({ name, unit: null, digits: 0 })),
      rows: standing.map(({ material, stands, why }) => [material.name, WORDS[high ? 'not' : stands], why]),
    },
    sure: 'General knowledge of families, no approval: the grade, the print on the part and the maker’s data decide. Judged for what stands in the liquid, up to {60 °C} unless more is said.',
  }
}

export const materials = calculator({
  id: 'materials',
  title: 'Materials',
  question: 'What may touch this fuel here, or clean it?',
  fields,
  work,
  caution: {
    text: 'General knowledge, no approval: the print on the part and the maker’s data decide. No acid and no caustic in a closed tank. What cleans burns as fuel does: outdoors, bonded, no spark.',
    stopWhen: 'Stop when the part does not say what it is.',
  },
  formula: [
    'Cleaners by what they touch: hydrogen where acid or caustic meets aluminium, zinc or terne',
    'By family and fuel; refused where it may not lie in fuel, where its class bears less pressure, where it is too hot for long',
    'Over {90 °C} one step worse where nothing is known of its warmth',
  ],
  source: 'J30, J1527, J2044, ISO 7840 and 8469 classes, to be looked up in their present edition; typical',
})
