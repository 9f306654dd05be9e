/** What was noted on opening stands at the step that closes it, also after the plan was made anew. */
import { describe, expect, it } from 'vitest'
import { plannerOf, planRepairs } from '../procedure'
import { LogBuilder, type JobEvent } from '../records'
import { DRIVEN_IN } from '../vehicle'
import { asItLay, foldJob, foundUnfollowed, unproven } from '.'

const made = planRepairs(plannerOf(), DRIVEN_IN, ['module'])
if (!made.ok) throw new Error('no plan')
const plan = made.value
const fold = (events: readonly JobEvent[]) => foldJob('job', [...events])
const author = { device: 'tablet', by: 'Ida' }
const opened = () =>
  new LogBuilder('job', author)
    .add(0, 'job-opened', { vehicleId: 'v', unit: '', vehicleName: 'x', words: '', neededBy: null })
    .add(1, 'plan-made', {
      repairIds: ['module'],
      start: DRIVEN_IN,
      ways: [],
      reason: '',
      pace: { rust: 'none', first: false },
    })
const stepOf = (operationId: string) => plan.steps.find((step) => step.operationId === operationId)!
const closing = plan.steps[stepOf('partModule').twin!]!
const photo = { photoId: 'p1', operationId: 'partModule', note: '', arrows: [] }

describe('as it lay', () => {
  it('nothing noted and nothing off: nothing is said; a step that undoes none says nothing either', () => {
    const job = fold(opened().events)
    expect(asItLay(job, plan, closing)?.lines ?? []).toEqual([])
    expect(asItLay(job, plan, stepOf('partModule'))).toBeNull()
  })
  it('lines, photos and pieces of the opening stand at its twin', () => {
    const lines = ['feed under return', 'wire clipped twice']
    const log = opened().add(2, 'lie-noted', { operationId: 'partModule', lines }).add(3, 'photo-kept', photo)
    expect(asItLay(fold(log.events), plan, closing)).toMatchObject({
      operationId: 'partModule',
      lines,
      photoIds: ['p1'],
      back: (stepOf('partModule').act.out ?? []).map(({ name, count }) => ({ name, count })),
    })
  })
  it('a plan made anew, which no longer has the opening, shows lines and photos still', () => {
    const log = opened().add(2, 'lie-noted', { operationId: 'partModule', lines: ['feed under return'] })
    const anew = { ...plan, steps: [{ ...closing, index: 0, twin: null }] }
    expect(asItLay(fold(log.events), anew, anew.steps[0]!)).toMatchObject({
      operationId: 'partModule',
      lines: ['feed under return'],
      back: [],
    })
  })
  it('pieces that came off are named where they go back', () => {
    const trimOn = plan.steps.find(
      (step) =>
        step.twin !== null && (plan.steps[step.twin]!.act.out?.length ?? 0) > 0 && step.twin < step.index,
    )!
    expect(asItLay(fold(opened().events), plan, trimOn)!.back.length).toBeGreaterThan(0)
  })
})

describe('a cause that was found', () => {
  const found = () =>
    opened()
      .add(4, 'part-judged', { repairId: 'module', partWasBad: 'yes' })
      .add(5, 'proof-noted', { item: 'cause:poorFeed', outcome: 'yes' })
  it('is not proven until something is said of it, and is then', () => {
    const [cause] = foundUnfollowed(fold(found().events))
    expect(cause!.id).toBe('poorFeed')
    expect(unproven(fold(found().events)).join()).toContain(cause!.found)
    const followed = found().add(6, 'finding-noted', {
      findingId: 'f1',
      kind: 'find',
      what: cause!.found,
      then: 'deferred',
      risk: cause!.risk,
    })
    expect(foundUnfollowed(fold(followed.events))).toEqual([])
    expect(unproven(fold(followed.events)).join()).not.toContain(cause!.found)
  })
})
