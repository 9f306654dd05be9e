/** What Trace says beside the suspects: aids, attempts, bands and their source, the meter, the survey. */
import { describe, expect, it } from 'vitest'
import { surveyOf, testById, type SurveyFinding } from '@/core/library'
import { foldJob, type JobView } from '@/core/job'
import { standings } from '@/core/procedure'
import { LogBuilder } from '@/core/records'
import { LAYOUTS } from '@/core/vehicle'
import type { Ranking } from '@/workers/protocol'
import { besidesOf, findingOf, soundText } from './traceText'
import { surveyFinding } from './surveyText'

const log = () =>
  new LogBuilder('job', { device: 'a', by: 'Ida' }).add(1, 'job-opened', {
    vehicleId: 'v',
    unit: '07',
    vehicleName: 'Larch',
    words: '',
    neededBy: null,
  })
const noted = (symptoms: string[], failingNow: 'yes' | 'no' = 'yes') => ({
  symptoms,
  raisers: [],
  failingNow,
  words: '',
  conditions: [],
  lastFill: '',
  lamps: '',
  history: '',
})
const reading = (testId: string, outcome: string) => ({
  readingId: testId,
  testId,
  value: { kind: 'outcome' as const, outcome },
  scene: 'keyOn',
  instrument: 'eye',
  faultPresent: 'yes' as const,
  source: 'vehicle' as const,
  phase: 'trace' as const,
  sure: 'yes' as const,
})
const jobOf = (built: LogBuilder): JobView => foldJob('job', built.events)
const candidate = {
  testId: 'T36',
  title: '',
  bits: 1,
  workMinutes: 10,
  reachMinutes: 5,
  money: 0,
  cost: 18,
  worth: 4,
  verdictChance: 0.5,
  split: [0.5, 0.5] as [number, number],
  why: 'ranked' as const,
}
const ranking = (worth: number): Ranking => ({
  stage: 'pairs',
  suspects: [
    {
      id: 'filter',
      title: '',
      probability: 0.5,
      leadFault: 'F41',
      name: 'Inline filter clogged',
      cause: '',
      segment: 'filter',
    },
  ],
  pair: null,
  segments: [],
  profile: [],
  surprises: [],
  contradictions: [],
  provocations: [],
  shownTest: null,
  milliseconds: 1,
  choice: {
    verdict: { kind: 'test', testId: 'T36' },
    candidates: [candidate],
    attempts: [{ repairId: 'filter', cures: 0.58, cost: 62, worth }],
  },
})

describe('beside the finding', () => {
  const starving = log().add(2, 'complaint-noted', noted(['starvesUnderLoad']))
  it('an aid that helped says what it buys, and that it is no repair', () => {
    const tapped = jobOf(
      log()
        .add(2, 'complaint-noted', noted(['cranksNoStart']))
        .add(3, 'reading-taken', reading('T12-tap', 'runs')),
    )
    expect(besidesOf(tapped, ranking(0))).toContain('not a repair')
    expect(
      besidesOf(
        jobOf(
          log()
            .add(2, 'complaint-noted', noted(['cranksNoStart']))
            .add(3, 'reading-taken', reading('T12-tap', 'none')),
        ),
        ranking(0),
      ),
    ).toBe('')
  })
  it('a part tried unread is said only where it is worth more than the next reading', () => {
    const job = jobOf(starving.add(3, 'reading-taken', reading('T03', 'steady')))
    expect(besidesOf(job, ranking(9))).toBe('Or fit it unread: inline filter, costs 62, cures 58 %.')
    expect(besidesOf(job, ranking(3))).toBe('')
  })
  it('while it does not fail, a pass says little', () =>
    expect(besidesOf(jobOf(log().add(2, 'complaint-noted', noted(['cutsOut'], 'no'))), ranking(0))).toContain(
      'says little',
    ))
})

describe('what a sound one reads', () => {
  const test = testById('T24')
  it.each([
    ['generic', null, 'Sound reads 295 to 312 kPa, typical.'],
    ['own past', null, 'Sound reads 295 to 312 kPa, its own past.'],
    [
      'maker',
      { source: 'own past' as const, value: 284 },
      'Sound reads 295 to 312 kPa, the maker’s. This vehicle read 284 kPa when sound: the maker’s figure stands.',
    ],
    [
      'maker',
      { source: 'sister' as const, value: 318 },
      'Sound reads 295 to 312 kPa, the maker’s. A sister read 318 kPa when sound: the maker’s figure stands.',
    ],
  ] as const)('%s', (source, against, text) =>
    expect(soundText({ low: 295.2, high: 311.8, source, against }, test)).toBe(text),
  )
})

describe('the meter speaks first', () => {
  const at = (percents: number[]) => {
    const built = log().add(2, 'complaint-noted', noted(['smell']))
    percents.forEach((lelPercent, k) => built.add(3 + k, 'meter-read', { lelPercent, where: '' }))
    return findingOf(jobOf(built), null).title
  }
  it('everyone out until it is under 10 % again', () => {
    expect(at([28])).toBe('28\u00a0% LEL: everyone out.')
    expect(at([28, 14])).toBe('14\u00a0% LEL: everyone out.')
    expect(at([14])).toBe('14\u00a0% LEL: stop and ventilate.')
    expect(at([28, 6])).not.toContain('LEL')
  })
})

describe('the survey speaks', () => {
  const items = surveyOf(LAYOUTS.A01)
  const said = (found: Record<string, SurveyFinding>, repaired: string[] = []) => {
    const findings = new Map(Object.entries(found))
    return surveyFinding(items, standings(items, findings, repaired), findings, 130)
  }
  const all = (but: Record<string, SurveyFinding> = {}) => ({
    ...Object.fromEntries(items.map((item) => [item.id, 'good' as const])),
    ...but,
  })
  it('before the first look it names the rule', () =>
    expect(said({}).detail).toContain('Nothing is switched on'))
  it('bad before doubtful before good', () => {
    expect(said({ outside: 'good' }).title).toBe('Good so far.')
    expect(said({ outside: 'good', filter: 'doubtful' }).title).toBe('Doubtful so far: filter.')
    expect(said({ filter: 'doubtful', sample: 'bad' }).title).toBe('Bad so far: fuel.')
    expect(said({ sample: 'bad' }).detail).toContain('2 h 10')
  })
  it('when nothing more can be looked at it says what comes first', () => {
    const { pumpRuns, primed, cranks, ...rest } = all({ sample: 'bad' })
    expect([pumpRuns, primed, cranks]).toEqual(['good', 'good', 'good'])
    expect(said(rest).title).toBe('First put right: fuel.')
  })
  it('it ends with a start, or with a trace like any other', () => {
    expect(said(all()).title).toBe('It starts.')
    expect(said(all({ cranks: 'bad' })).title).toContain('does not run')
  })
})
