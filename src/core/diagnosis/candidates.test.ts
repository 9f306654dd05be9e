import { describe, expect, it } from 'vitest'
import { TESTS, testById } from '../library'
import { candidatesBy, instrumentsOf, type Candidate, type SortBy, type Wanted } from '.'

const candidate = (testId: string, change: Partial<Candidate> = {}): Candidate => ({
  testId,
  title: '',
  bits: 0.4,
  workMinutes: 5,
  reachMinutes: 10,
  money: 0,
  cost: 18,
  worth: 20,
  verdictChance: 0.3,
  split: [0.5, 0.5],
  why: 'ranked',
  ...change,
})
const LIST = [
  candidate('T24', { worth: 40 }),
  candidate('T03', { worth: 30, workMinutes: 2, reachMinutes: 0, cost: 2 }),
  candidate('T05', { worth: 20, workMinutes: 9, reachMinutes: 0, cost: 11 }),
  candidate('T49', { worth: -5, workMinutes: 1, reachMinutes: 0, cost: 1, why: 'no-way' }),
]
const ids = (wanted: Partial<Wanted>) =>
  candidatesBy(LIST, { by: 'worth', show: 'all', instrument: null, ...wanted }).map(({ testId }) => testId)

describe('the list of tests', () => {
  it.each<[SortBy, string[]]>([
    ['worth', ['T24', 'T03', 'T05', 'T49']],
    ['minutes', ['T03', 'T05', 'T24', 'T49']],
    ['cost', ['T03', 'T05', 'T24', 'T49']],
  ])('by %s, what cannot be made last', (by, order) => expect(ids({ by })).toEqual(order))
  it('by place, what is read at one place together', () => {
    const places = ids({ by: 'place' }).map((id) => testById(id).at)
    expect(places).toEqual([...places].sort())
  })
  it('shows what is at hand, what is possible, and what is not', () => {
    expect(ids({ show: 'now' })).toEqual(['T03', 'T05'])
    expect(ids({ show: 'possible' })).toEqual(['T24', 'T03', 'T05'])
    expect(ids({ show: 'not' })).toEqual(['T49'])
  })
  it('by instrument; every instrument is offered once', () => {
    const { instrument } = testById('T24')
    expect(ids({ instrument })).toEqual(
      LIST.map(({ testId }) => testId).filter((id) => testById(id).instrument === instrument),
    )
    const all = instrumentsOf(TESTS.map(({ id }) => candidate(id)))
    expect(new Set(all).size).toBe(all.length)
  })
})
