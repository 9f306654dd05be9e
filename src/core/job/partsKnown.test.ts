/** What is known of parts: said, taken back, from the vehicle's own jobs; and the cause behind one that did not last. */
import { describe, expect, it } from 'vitest'
import { LogBuilder } from '../records'
import { LAYOUTS, LAYOUT_IDS } from '../vehicle'
import { libraryOf } from '../library'
import { priorWeight } from '../diagnosis/hypotheses'
import {
  COMEBACK_DAYS,
  causesBehind,
  foldJob,
  partsOfThePast,
  partsSeenWet,
  pastParts,
  type JobView,
} from '.'

const DAY = 86_400_000
const NOW = 1_800_000_000_000
const said = (repairId: string, how: 'renewed' | 'same without' | 'withdrawn') => ({
  repairId,
  how,
  when: 'in May',
  who: 'the driver',
})
const log = (id = 'j') => new LogBuilder(id, { device: 'a', by: 'Ida' })
const complaint = (symptoms: string[]) => ({
  symptoms,
  raisers: [],
  failingNow: 'yes' as const,
  words: '',
  conditions: [],
  lastFill: '',
  lamps: '',
  history: '',
})

describe('what is said of a part', () => {
  it('reaches the engine, whether said before the complaint or after; the last word counts', () => {
    const before = foldJob(
      'j',
      log()
        .add(1, 'part-known', said('filter', 'renewed'))
        .add(2, 'complaint-noted', complaint(['longCrank'])).events,
    )
    const after = foldJob(
      'j',
      log()
        .add(1, 'complaint-noted', complaint(['longCrank']))
        .add(2, 'part-known', said('filter', 'renewed'))
        .add(3, 'part-known', said('filter', 'same without')).events,
    )
    expect(before.complaint.known).toEqual([{ repairId: 'filter', how: 'renewed' }])
    expect(after.complaint.known).toEqual([{ repairId: 'filter', how: 'same without' }])
    expect(after.parts.get('filter')).toMatchObject({ when: 'in May', who: 'the driver' })
  })
  it('is taken back by a further word, and by undoing it', () => {
    const back = log()
      .add(1, 'part-known', said('relay', 'renewed'))
      .add(2, 'part-known', said('relay', 'withdrawn'))
    expect(foldJob('j', back.events).complaint.known).toEqual([])
    const undone = log().add(1, 'part-known', said('relay', 'renewed'))
    undone.add(2, 'event-undone', { eventId: undone.events[0]!.id, reason: '' })
    expect(foldJob('j', undone.events).complaint.known ?? []).toEqual([])
  })
})

function signedJob(symptoms: string[], repairIds: string[], signedAt: number): JobView {
  const builder = log(`j${signedAt}`).add(signedAt - 5, 'complaint-noted', complaint(symptoms))
  builder.add(signedAt - 4, 'plan-made', {
    repairIds,
    start: {},
    ways: [],
    reason: '',
    pace: { rust: 'none', first: false },
  })
  repairIds.forEach((repairId, step) =>
    builder.add(signedAt - 3, 'step-done', {
      step,
      operationId: `repair:${repairId}`,
      sets: {},
      entered: null,
      torqueNm: null,
      byFeel: false,
      note: '',
    }),
  )
  return foldJob(
    builder.events[0]!.jobId,
    builder.add(signedAt, 'job-signed', { unproven: [], note: '' }).events,
  )
}

describe('what the vehicle’s own jobs renewed', () => {
  const past = (job: JobView, symptoms: string[]) =>
    partsOfThePast([job], symptoms as JobView['complaint']['symptoms'], NOW).map(({ how }) => how)
  it('is new; with the same complaint again within the time of a comeback it has come back', () => {
    const lately = signedJob(['runsRough'], ['injectors'], NOW - 20 * DAY)
    expect(past(lately, ['runsRough'])).toEqual(['came back'])
    expect(past(lately, ['cranksNoStart'])).toEqual(['renewed'])
    const longer = signedJob(['runsRough'], ['injectors'], NOW - (COMEBACK_DAYS + 10) * DAY)
    expect(past(longer, ['runsRough'])).toEqual(['renewed'])
  })
  it('is no news after two years, nor where the job was not signed', () => {
    expect(past(signedJob(['runsRough'], ['injectors'], NOW - 800 * DAY), ['runsRough'])).toEqual([])
    const open = foldJob('j', log().add(1, 'complaint-noted', complaint(['runsRough'])).events)
    expect(past(open, ['runsRough'])).toEqual([])
  })
  it('the last job of a part speaks for it', () => {
    const jobs = [
      signedJob(['runsRough'], ['filter'], NOW - 300 * DAY),
      signedJob(['runsRough'], ['filter'], NOW - 10 * DAY),
    ]
    expect(partsOfThePast(jobs, ['runsRough'], NOW)).toMatchObject([{ repairId: 'filter', how: 'came back' }])
  })
})

describe('what a search for a leak has seen wet', () => {
  const looked = (at: number, place: string, outcome: 'wet' | 'dry', id = 'j') =>
    foldJob(
      id,
      log(id).add(at, 'reading-taken', {
        readingId: `r${at}`,
        testId: `T70-${place}`,
        value: { kind: 'outcome', outcome },
        scene: 'rest',
        instrument: 'eye',
        faultPresent: 'yes',
        source: 'vehicle',
        phase: 'trace',
        sure: 'yes',
      }).events,
      { kind: 'real', layout: 'A05', edits: [] },
    )
  const wet = (jobs: JobView[]) => partsSeenWet(jobs, LAYOUTS.A05, NOW).map(({ repairId }) => repairId)
  it('a pump that weeps is a suspect of the starving that comes later', () => {
    expect(wet([looked(NOW - 9 * DAY, 'pumpPlace', 'wet')])).toEqual(['strokePump'])
    const { faults } = libraryOf(LAYOUTS.A05)
    const diaphragm = faults.find(({ id }) => id === 'F60')!
    const plain = { symptoms: [], raisers: [], failingNow: 'yes' as const }
    const known = [{ repairId: 'strokePump', how: 'seen wet' as const }]
    expect(priorWeight(diaphragm, { ...plain, known })).toBeGreaterThan(5 * priorWeight(diaphragm, plain))
  })
  it('counts for the engine alone: in the search for the leak the look is evidence already', () => {
    const job = looked(NOW - DAY, 'pumpPlace', 'wet')
    const how = (symptoms: JobView['complaint']['symptoms']) =>
      pastParts([], job, symptoms).map((part) => part.how)
    expect(how(['starvesUnderLoad'])).toEqual(['seen wet'])
    expect(how(['smell'])).toEqual([])
  })
  it('the last look at a place counts, and a place without a part of the engine says nothing', () => {
    const first = looked(NOW - 9 * DAY, 'pumpPlace', 'wet', 'one')
    expect(wet([first, looked(NOW - DAY, 'pumpPlace', 'dry', 'two')])).toEqual([])
    expect(wet([looked(NOW - DAY, 'fillerPlace', 'wet')])).toEqual([])
    expect(wet([looked(NOW - 900 * DAY, 'pumpPlace', 'wet')])).toEqual([])
  })
})

describe('the cause behind a repair', () => {
  it('a strainer asks for the tank, says what helps and when it is back', () => {
    const [tank] = causesBehind(LAYOUTS.A01, 'strainer')
    expect(tank!.question).toContain('liner')
    expect(tank!.backInDays).toEqual([1, 120])
  })
  it('a layout that cannot have the cause says no days', () => {
    for (const id of LAYOUT_IDS)
      for (const repair of libraryOf(LAYOUTS[id]).repairs)
        for (const cause of causesBehind(LAYOUTS[id], repair.id)) {
          const [low, high] = cause.backInDays ?? [1, 1]
          expect(low).toBeGreaterThan(0)
          expect(high).toBeGreaterThanOrEqual(low)
        }
  })
})
