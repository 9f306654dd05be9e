/** When the hazards are looked at again: after a pause, after a change of hands, and not while somebody is at work. */
import { describe, expect, it } from 'vitest'
import { LogBuilder } from '../records'
import { DRIVEN_IN } from '../vehicle'
import { foldJob, hazardsDue, LONG_PAUSE_MINUTES } from '.'

const MINUTE = 60_000
const START = 1_790_000_000_000
const at = (minutes: number) => START + minutes * MINUTE
const begun = () =>
  new LogBuilder('job-1', { device: 'a', by: 'Ida' }).add(at(0), 'plan-made', {
    repairIds: ['module'],
    start: DRIVEN_IN as Record<string, string>,
    ways: ['benchHatch'],
    reason: '',
    pace: { rust: 'none', first: false },
  })
const tick = (step: number) => ({ step, part: 0, ticked: true })
const due = (log: LogBuilder, minutes: number, stepMinutes = 5) =>
  hazardsDue(foldJob('job-1', log.events), stepMinutes, at(minutes))

describe('the hazards again', () => {
  it('are not asked of somebody who works on, however long the whole takes', () => {
    const log = begun()
    for (let step = 0; step < 12; step += 1) {
      expect(due(log, 10 * step + 9)).toBeNull()
      log.add(at(10 * step + 10), 'substep-ticked', tick(step))
    }
  })
  it('are asked after a pause, until they are seen', () => {
    const log = begun().add(at(5), 'substep-ticked', tick(0))
    expect(due(log, 5 + LONG_PAUSE_MINUTES)).toBeNull()
    expect(due(log, 26)).toEqual({ why: 'pause', minutes: 21 })
    expect(due(log.add(at(26), 'hazards-confirmed', { gateId: 'vapour' }), 27)).toBeNull()
  })
  it('a plan that was made hours before it is begun asks nothing once it is at work', () => {
    const log = begun().add(at(400), 'substep-ticked', tick(0)).add(at(404), 'substep-ticked', tick(1))
    expect(due(log, 405)).toBeNull()
  })
  it('a long step explains a long silence, up to twice its minutes', () => {
    expect(due(begun(), 55, 60)).toBeNull()
    expect(due(begun(), 119, 60)).toBeNull()
    expect(due(begun(), 121, 60)).toEqual({ why: 'pause', minutes: 121 })
  })
  it('an act beside the plan after a pause does not stand for having looked', () => {
    const log = begun()
      .add(at(5), 'substep-ticked', tick(0))
      .add(at(200), 'state-asserted', { changes: { height: 'raised' }, why: 'seen' })
    expect(due(log, 201)).toEqual({ why: 'pause', minutes: 195 })
    expect(due(log.add(at(202), 'hazards-confirmed', { gateId: 'vapour' }), 203)).toBeNull()
  })
  it('a change of hands asks at once, and by name', () => {
    const log = begun().add(at(1), 'handed-over', { to: 'Ove', note: '' })
    expect(due(log, 1)).toEqual({ why: 'handover', to: 'Ove' })
    expect(due(log.add(at(2), 'hazards-confirmed', { gateId: 'vapour' }), 2)).toBeNull()
  })
})
