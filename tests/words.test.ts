/** What the words say is done is declared as done; what only sounds so is named here with its reason. */
import { describe, expect, it } from 'vitest'
import { SPOKEN, WORDS, undeclared } from './support/wordLint'

/** A word that means something else here, by act and word. */
const MEANS_OTHERWISE: Record<string, string> = {
  'batteryOn idle': 'says what happens at the first start, later',
  'firstFill drain': 'the drain plug is looked at',
  'gasFree fill': 'a way of the specialist, named',
  'tapOpen open': 'the tap, not a joint',
  'hpWait crank': 'a warning of what undoes the wait',
  'clearCylinders spark': 'ignition is disabled',
  'command run': 'the name of a signal',
  'rearLine run': 'the length of the line',
  'suctionLine run': 'the length of the line',
  'sender run': 'the direction of its ohms',
  'T68 run': 'the direction of its ohms',
  'speedResistor run': 'how warm it gets in use',
  'lineTank run': 'the liner leaves the tank',
  'cleanTank open': 'tubes of a tank on the bench',
  'cleanTank: Acid for the rust open': 'the tank stands on the bench, its unit out',
  'cleanSoftTank open': 'tubes of a tank on the bench',
  'lineTank open': 'holes of a tank on the bench',
  'ignition open': 'says what to keep away from',
  'canister fill': 'a question to the driver',
  'T45 fill': 'the name of a valve',
  'T15 apart': 'of time',
  'T28 open': 'a valve of the closed test connection',
  'T29 open': 'a valve of the closed test connection',
  'T36 open': 'a valve of the closed test connection',
  'T38-rear open': 'a valve of the closed test connection',
  'T38-front open': 'a valve of the closed test connection',
  'T36-pumped open': 'a valve of the closed test connection',
  'T29-needle open': 'a valve of the closed test connection',
  'T29-lift open': 'a valve of the closed test connection',
  'T29-lp open': 'a valve of the closed test connection',
  'T29-rail open': 'a valve of the closed test connection',
  'T79 open': 'a valve of the closed test connection',
  'survey pumpRuns open': 'a valve of the closed test connection',
  'T63 open': 'the throttle',
  'T21-carb open': 'the choke',
  'T75 fill': 'filled by a step of its own before',
  'survey tankInside heat': 'seams that are looked at',
  'survey loom open': 'a circuit',
  'survey winding open': 'a circuit',
  'survey ground battery': 'the state that it needs',
  'check ohmUnit battery': 'the state that it needs',
  'check proveTank open': 'an end of a tube',
}

const found = SPOKEN.flatMap(undeclared).map((line) => {
  const [id, word, sentence] = line.split(' | ')
  return { key: `${id} ${word}`, sentence: sentence! }
})

describe('words and doings', () => {
  it('every act is read', () => expect(SPOKEN.length).toBeGreaterThan(400))
  it('nothing is said to be done that is not declared', () =>
    expect(found.filter(({ key }) => !MEANS_OTHERWISE[key])).toEqual([]))
  it('no exception stands that is not needed', () => {
    const keys = new Set(found.map(({ key }) => key))
    expect(Object.keys(MEANS_OTHERWISE).filter((key) => !keys.has(key))).toEqual([])
  })
  it.each(WORDS.map(({ word, says }) => [word, says] as const))(
    '%s is found where it is said and not declared',
    (word, says) => {
      const sentence: Record<string, string> = {
        start: 'Start the engine',
        run: 'Run it hot',
        idle: 'Idle for 2 min',
        crank: 'Crank 5 s',
        'key on': 'Key on',
        prime: 'Prime three times',
        drain: 'Drain it',
        pour: 'Pour 5 L',
        fill: 'Fill it',
        open: 'Open the bowl',
        apart: 'Both joints apart',
        loosen: 'Loosen the cap',
        lift: 'Raise it',
        heat: 'Shrink it by hot air',
        spark: 'Let it spark',
        battery: 'Battery off',
        jumper: 'Bridge it by a jumper',
      }
      expect(says.test(sentence[word]!), word).toBe(true)
      expect(
        undeclared({ id: 'x', sentences: [sentence[word]!], does: [] }).some((line) =>
          line.includes(`| ${word} |`),
        ),
      ).toBe(true)
    },
  )
})
