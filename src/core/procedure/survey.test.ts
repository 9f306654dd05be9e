/** The survey of a vehicle that stood for years: order, holding, halves of a line, repairs that wait. */
import { describe, expect, it } from 'vitest'
import { REPAIRS, SURVEY, repairOrder, surveyOf, type SurveyFinding } from '../library'
import { DRIVEN_IN, LAYOUTS, LICENSED, type Layout } from '../vehicle'
import { plannerOf, reach, standings, surveyMinutes, surveyOrder } from '.'

const planner = plannerOf()
const layouts = Object.values(LAYOUTS).filter((layout) => !LICENSED.includes(layout.id))
const all = (layout: Layout, finding: SurveyFinding) =>
  new Map(surveyOf(layout).map((item) => [item.id, finding]))

describe.each(layouts.map((layout) => [layout.id, layout] as const))('survey of %s', (_id, layout) => {
  const items = surveyOf(layout)
  const order = surveyOrder(planner, DRIVEN_IN, items)
  it('takes every item once, after what it waits for, and each can be reached', () => {
    expect(order.map((step) => step.itemId).sort()).toEqual(items.map((item) => item.id).sort())
    const place = new Map(order.map((step, at) => [step.itemId, at]))
    for (const item of items)
      for (const before of item.after)
        expect(place.get(before)!, `${before} before ${item.id}`).toBeLessThan(place.get(item.id)!)
    expect(Math.max(...order.map((step) => step.reachMinutes))).toBeLessThan(240)
  })
  it('costs no more than the order in which the items are listed', () => {
    let state = DRIVEN_IN
    let listed = 0
    for (const item of items) {
      const way = reach(planner, state, item.needs)!
      listed += way.minutes + item.minutes
      state = { ...way.end, ...item.needs, ...item.leaves }
    }
    expect(surveyMinutes(order)).toBeLessThanOrEqual(listed)
  })
  it('switches on and cranks only when everything before its turn was found good', () => {
    const live = items.filter((item) => item.live)
    expect(live.length).toBeGreaterThan(1)
    const none = standings(items, new Map(), [])
    for (const item of live) expect(none.get(item.id)!.kind, item.id).toBe('held')
    const good = all(layout, 'good')
    for (const item of live)
      for (const before of item.after.filter((id) => !items.some((half) => half.halfOf === id))) {
        for (const finding of ['bad', 'cannot'] as const) {
          const standing = standings(
            items,
            new Map(
              [...good]
                .filter(([id]) => id !== item.id)
                .map(([id, was]) => [id, id === before ? finding : was]),
            ),
            [],
          ).get(item.id)!
          expect(standing, `${item.id} after ${before} ${finding}`).toEqual({ kind: 'held', by: [before] })
        }
      }
  })
})

describe('a find that is put right', () => {
  const items = surveyOf(LAYOUTS.A01)
  const good = all(LAYOUTS.A01, 'good')
  const found = (changes: Record<string, SurveyFinding>, without: string[] = []) =>
    new Map(
      [...good, ...Object.entries(changes)].filter(([id]) => !without.includes(id)) as [
        string,
        SurveyFinding,
      ][],
    )
  it('lets the next turn come once its repair is done', () => {
    const findings = found({ tankInside: 'bad' }, ['pumpRuns'])
    expect(standings(items, findings, []).get('pumpRuns')).toEqual({ kind: 'held', by: ['tankInside'] })
    expect(standings(items, findings, ['cleanTank']).get('pumpRuns')).toEqual({ kind: 'open' })
  })
  it('a pump that stood is run again after it was renewed', () => {
    expect(standings(items, found({ pumpRuns: 'bad' }), []).get('pumpRuns')).toEqual({
      kind: 'done',
      finding: 'bad',
    })
    expect(standings(items, found({ pumpRuns: 'bad' }), ['module']).get('pumpRuns')).toEqual({ kind: 'open' })
  })
  it('halves of a line are looked at only where the whole did not pass, and settle it', () => {
    const halves = ['feedRear', 'feedFront', 'pumpRuns']
    expect(standings(items, found({}, halves), []).get('feedRear')).toEqual({ kind: 'not needed' })
    expect(standings(items, found({ feedLine: 'bad' }, halves), []).get('feedRear')).toEqual({ kind: 'open' })
    expect(
      standings(items, found({ feedLine: 'bad', feedRear: 'bad' }, ['pumpRuns']), []).get('pumpRuns')!.kind,
    ).toBe('held')
    expect(
      standings(items, found({ feedLine: 'bad', feedRear: 'bad' }, ['pumpRuns']), ['rearLine']).get(
        'pumpRuns',
      ),
    ).toEqual({ kind: 'open' })
  })
})

describe('repairs that wait on each other', () => {
  it('fuel and tank come before what their dirt would spoil', () => {
    const order = repairOrder(['injectors', 'filter', 'rearLine', 'cleanTank', 'battery', 'drainFuel'])
    const place = (id: string) => order.findIndex((entry) => entry.repairId === id)
    expect(place('drainFuel')).toBeLessThan(place('cleanTank'))
    expect(place('cleanTank')).toBeLessThan(place('rearLine'))
    expect(place('rearLine')).toBeLessThan(place('filter'))
    expect(place('filter')).toBeLessThan(place('injectors'))
    expect(order.find((entry) => entry.repairId === 'battery')!.waitsFor).toEqual([])
  })
  it('every find of the library asks for a repair that exists', () => {
    const known = new Set(REPAIRS.map((repair) => repair.id))
    expect(SURVEY.flatMap((item) => item.repairs).filter((id) => !known.has(id))).toEqual([])
    expect(SURVEY.filter((item) => item.live && !item.caution).map((item) => item.id)).toEqual([])
  })
})
