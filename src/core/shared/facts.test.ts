/** What two tablets say of one thing: it stands as two until somebody says which holds, whichever way the logs meet. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { disagreements, mergedFacts, nextClock, saidOver, standing, type Said } from '.'

interface Fact extends Said {
  thing: string
  value: number
}
const thingOf = ({ thing }: Fact) => (thing === 'free' ? null : thing)
const same = (one: Fact, other: Fact) => one.value === other.value
let made = 0
const say = (log: Fact[], device: string, thing: string, value: number, now = 0): Fact[] => [
  ...log,
  saidOver(log, thingOf)({ id: `f${(made += 1)}`, device, clock: nextClock(log, now), thing, value }),
]
const apart = (log: Fact[]) =>
  Object.fromEntries(
    [...disagreements(log, thingOf, same)].map(([thing, heads]) => [thing, heads.map(({ value }) => value)]),
  )

describe('a thing of which two tablets say different things', () => {
  const start = say([], 'a', 'kPa', 300)
  it('stands as two when they meet, and as one once somebody who knows of both says which holds', () => {
    const met = mergedFacts(say(start, 'a', 'kPa', 340), say(start, 'b', 'kPa', 380))
    expect(apart(met)).toEqual({ kPa: [340, 380] })
    expect(apart(say(met, 'b', 'kPa', 340))).toEqual({})
  })
  it('is one where both say the same, or one of them knew of the other', () => {
    expect(apart(mergedFacts(say(start, 'a', 'kPa', 340), say(start, 'b', 'kPa', 340)))).toEqual({})
    expect(apart(say(say(start, 'a', 'kPa', 340), 'b', 'kPa', 380))).toEqual({})
  })
  it('a clock that is days behind changes nothing of that', () => {
    const ahead = say(start, 'a', 'kPa', 340, 5 * 86_400_000)
    const met = mergedFacts(ahead, say(start, 'b', 'kPa', 380))
    expect(apart(met)).toEqual({ kPa: [380, 340] })
    expect(apart(say(met, 'b', 'kPa', 380))).toEqual({})
  })
  it('what adds up is never two', () => {
    expect(apart(mergedFacts(say([], 'a', 'free', 1), say([], 'b', 'free', 2)))).toEqual({})
  })
  it('of facts of before, which do not say what they knew, the last counts', () => {
    const bare = (device: string, clock: number, value: number): Fact => ({
      id: `${device}${clock}`,
      device,
      clock,
      thing: 'kPa',
      value,
    })
    expect(apart([bare('a', 1, 300), bare('b', 2, 340), bare('a', 3, 380)])).toEqual({})
    // Whoever knows of them says so over the last.
    expect(apart(say([bare('a', 1, 300), bare('b', 2, 340)], 'c', 'kPa', 400))).toEqual({})
  })
})

/** Tablets that say things and meet now and then. */
type Happened =
  | { kind: 'say'; who: number; thing: string; value: number; day: number }
  | { kind: 'meet'; who: number; other: number }
const anyHistory: fc.Arbitrary<Happened[]> = fc.array(
  fc.oneof(
    fc.record({
      kind: fc.constant('say' as const),
      who: fc.nat(2),
      thing: fc.constantFrom('kPa', 'litres'),
      value: fc.nat(3),
      day: fc.integer({ min: -5, max: 5 }),
    }),
    fc.record({ kind: fc.constant('meet' as const), who: fc.nat(2), other: fc.nat(2) }),
  ),
  { maxLength: 30 },
)
function played(history: Happened[]): Fact[][] {
  const logs: Fact[][] = [[], [], []]
  for (const event of history)
    if (event.kind === 'say')
      logs[event.who] = say(
        logs[event.who]!,
        `t${event.who}`,
        event.thing,
        event.value,
        86_400_000 * event.day,
      )
    else logs[event.who] = mergedFacts(logs[event.who]!, logs[event.other]!)
  return logs
}

describe('whatever three tablets say and whenever they meet', () => {
  it('it comes to the same in any order and grouping, and twice is once', () =>
    fc.assert(
      fc.property(anyHistory, (history) => {
        const [a, b, c] = played(history) as [Fact[], Fact[], Fact[]]
        const one = mergedFacts(mergedFacts(a, b), c)
        expect(apart(mergedFacts(c, mergedFacts(b, a)))).toEqual(apart(one))
        expect(apart(mergedFacts(one, a))).toEqual(apart(one))
      }),
    ))
  it('something stands of every thing of which anything was said, and a word of who knows all is the only one', () =>
    fc.assert(
      fc.property(anyHistory, (history) => {
        const all = played(history).reduce((one, other) => mergedFacts(one, other))
        for (const thing of new Set(all.map((fact) => fact.thing))) {
          const own = all.filter((fact) => fact.thing === thing)
          expect(standing(own).length).toBeGreaterThan(0)
          const after = say(all, 't0', thing, 9)
          expect(standing(after.filter((fact) => fact.thing === thing)).map(({ value }) => value)).toEqual([
            9,
          ])
        }
      }),
    ))
})
