/** Words that speak of a doing, held against the doings that are declared: what is said to be done is declared to be done. */
import {
  CHECKS,
  OPERATIONS,
  PROVOCATIONS,
  REPAIRS,
  SURVEY,
  TESTS,
  doingsOf,
  testDoings,
  type Act,
  type Doing,
} from '@/core/library'
import { LAYOUT_IDS } from '@/core/vehicle'

export interface Spoken {
  id: string
  sentences: string[]
  does: readonly Doing[]
}

const acts: Act[] = [...OPERATIONS, ...REPAIRS]
/** Everything that is said at an act, once for its own words and once for each layout's. */
const spokenOf = (act: Act): Spoken[] => [
  {
    id: act.id,
    sentences: [act.title, ...act.steps],
    does: doingsOf('A01', { ...act, variants: [] } as Act),
  },
  ...(act.variants ?? []).map((variant): Spoken => ({
    id: `${act.id} on ${variant.on.join()}`,
    sentences: [variant.title ?? '', ...(variant.steps ?? [])],
    does: doingsOf(variant.on[0]!, act),
  })),
  ...('stages' in act
    ? ((act as (typeof REPAIRS)[number]).stages ?? []).map((stage): Spoken => ({
        id: `${act.id}: ${stage.title}`,
        sentences: [stage.title, ...stage.steps],
        does: stage.does,
      }))
    : []),
]
export const SPOKEN: Spoken[] = [
  ...acts.flatMap(spokenOf),
  ...TESTS.map((test) => ({ id: test.id, sentences: [test.title, ...test.steps], does: testDoings(test) })),
  ...SURVEY.flatMap((item) => [
    { id: `survey ${item.id}`, sentences: [item.title, ...item.steps], does: item.does },
    ...(item.diesel
      ? [{ id: `survey ${item.id}, diesel`, sentences: item.diesel.steps, does: item.does }]
      : []),
  ]),
  ...PROVOCATIONS.map((way) => ({
    id: `provocation ${way.id}`,
    sentences: [way.title, ...way.steps],
    does: way.does,
  })),
  ...CHECKS.map((check) => ({
    id: `check ${check.id}`,
    sentences: [check.title, check.how],
    does: check.does,
  })),
]
export const LAYOUTS_SPOKEN = LAYOUT_IDS

interface Rule {
  word: string
  says: RegExp
  wants: (doing: Doing) => boolean
}
const kinds =
  (...list: Doing['does'][]) =>
  (doing: Doing) =>
    list.includes(doing.does)
const powersWhat =
  (...what: string[]) =>
  (doing: Doing) =>
    doing.does === 'powers' && what.includes(doing.what)
const either =
  (...tests: ((doing: Doing) => boolean)[]) =>
  (doing: Doing) =>
    tests.some((test) => test(doing))

export const WORDS: Rule[] = [
  { word: 'start', says: /\bstart(ed|s)?\b(?! of)/i, wants: kinds('cranks', 'runsEngine') },
  {
    word: 'run',
    says: /\brun(s|ning)?\b/i,
    wants: kinds('runsEngine', 'runsPump', 'cranks', 'drains', 'pressurises'),
  },
  { word: 'idle', says: /\bidl(e|ing)\b/i, wants: kinds('runsEngine') },
  { word: 'crank', says: /\bcrank(s|ed|ing)?\b(?! bolt)/i, wants: kinds('cranks') },
  {
    word: 'key on',
    says: /\bkey (is turned )?on\b|\bkey turned\b/i,
    wants: either(powersWhat('key on'), kinds('runsPump', 'runsEngine')),
  },
  { word: 'prime', says: /\bprimes?\b/i, wants: kinds('runsPump', 'pressurises') },
  { word: 'drain', says: /\bdrain(s|ed)?\b/i, wants: either(kinds('drains'), kinds('opens')) },
  { word: 'pour', says: /\bpour(s|ed)?\b/i, wants: kinds('pours', 'fills') },
  { word: 'fill', says: /\bfill(s|ed)?\b(?! valve)/i, wants: kinds('fills', 'pours', 'runsPump') },
  { word: 'open', says: /\bopen(s|ed)?\b/i, wants: kinds('opens') },
  {
    word: 'apart',
    says: /\bapart\b/i,
    wants: either(kinds('opens', 'loosensRestraint'), powersWhat('plug', 'own plug')),
  },
  { word: 'loosen', says: /\bloosen(s|ed)?\b/i, wants: kinds('opens') },
  {
    word: 'lift',
    says: /\b(lift(s|ed)?|raise(s|d)?|jack(s|ed)?)\b(?! (pump|hose|circuit))/i,
    wants: kinds('lifts', 'lowers', 'under', 'opens', 'hands'),
  },
  { word: 'heat', says: /\b(heat gun|hot air|solder|torch|weld)\b/i, wants: kinds('heats', 'flames') },
  { word: 'spark', says: /\bsparks?\b/i, wants: kinds('sparks') },
  {
    word: 'battery',
    says: /\bbattery (off|on|out)\b|\bminus (off|on)\b/i,
    wants: powersWhat('battery off', 'battery on', 'source'),
  },
  {
    word: 'jumper',
    says: /\bjumper|switched lead\b/i,
    wants: either(powersWhat('jumper'), kinds('runsPump')),
  },
]

/** Said as something that is not done, or of another time. */
const NEGATED =
  /\b(no|not|never|nobody|nothing|without|before|until|once|when|where|stop|only|already|was|were|by hand|new one)\b/i

/** Words said at an act whose doing it does not declare. */
export const undeclared = ({ id, sentences, does }: Spoken): string[] =>
  sentences.flatMap((sentence) =>
    sentence
      .split(/[;:,.]/)
      .flatMap((part) =>
        WORDS.filter(({ says, wants }) => says.test(part) && !NEGATED.test(part) && !does.some(wants)).map(
          ({ word }) => `${id} | ${word} | ${part.trim()}`,
        ),
      ),
  )
