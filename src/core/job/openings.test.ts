/** Nothing that a plan puts back may stand otherwise without a word of it above the signature. */
import { describe, expect, it } from 'vitest'
import { PUT_BACK } from '../procedure'
import { LogBuilder } from '../records'
import { DRIVEN_IN, STATE_VARIABLES, type Variable } from '../vehicle'
import { apartBySteps, foldJob, notBack, openingsOf, puttingBack, unproven } from '.'

const log = () => new LogBuilder('job-1', { device: 'a', by: 'Ida' })

describe('what is not put back', () => {
  it('a vehicle as it came in has nothing', () => {
    expect(notBack(DRIVEN_IN)).toEqual([])
    expect(openingsOf(DRIVEN_IN)).toEqual([])
  })
  it.each(
    Object.entries(PUT_BACK)
      .filter(([variable]) => variable !== 'ignition')
      .flatMap(([variable, back]) =>
        STATE_VARIABLES[variable as Variable]
          .filter((value) => value !== back)
          .map((value) => [variable, value] as const),
      ),
  )('%s %s is named', (variable, value) => {
    expect(notBack({ ...DRIVEN_IN, [variable]: value })).toHaveLength(1)
  })
  it('what is open comes before what is aside', () => {
    const state = { ...DRIVEN_IN, battery: 'off', module: 'out', wayIn: 'open' } as const
    expect(openingsOf(state)).toEqual(['Tank open: module out', 'Way in open'])
    expect(notBack(state)).toEqual(['Tank open: module out', 'Way in open', 'Battery off'])
  })
  it('a word puts back what a look can tell, and no more', () => {
    const state = { ...DRIVEN_IN, plug: 'parted', gauge: 'fitted', wayIn: 'open', leakCheck: 'due' } as const
    expect(puttingBack(state)).toEqual({ plug: 'mated', gauge: 'none', wayIn: 'shut' })
    expect(notBack({ ...state, ...puttingBack(state) })).toEqual(['Leak check still due'])
    expect(puttingBack(DRIVEN_IN)).toEqual({})
  })
  it('what the plan took apart goes back by its steps, never by a word', () => {
    for (const apart of [
      { module: 'out' },
      { ring: 'off' },
      { moduleHoses: 'parted' },
      { filterJoint: 'parted' },
      { tank: 'lowered' },
      { bed: 'off' },
    ] as const) {
      expect(apartBySteps({ ...DRIVEN_IN, ...apart })).toBe(true)
      expect(puttingBack({ ...DRIVEN_IN, battery: 'off', gauge: 'fitted', ...apart })).toEqual({})
    }
    expect(apartBySteps({ ...DRIVEN_IN, battery: 'off', gauge: 'fitted', plug: 'parted' })).toBe(false)
  })
  it('stands above the signature once work was begun', () => {
    const opened = log().add(0, 'state-asserted', { changes: { module: 'out', battery: 'off' }, why: 'seen' })
    const lines = (builder: LogBuilder) =>
      unproven(foldJob('job-1', builder.events)).filter((line) => line.startsWith('Not put back'))
    expect(lines(opened)).toEqual([])
    expect(
      lines(
        opened.add(1, 'plan-made', {
          repairIds: ['module'],
          start: {},
          ways: [],
          reason: '',
          pace: { rust: 'none', first: false },
        }),
      ),
    ).toEqual(['Not put back: tank open: module out, battery off'])
  })
})
