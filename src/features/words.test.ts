/** What the screens say: sentences follow from facts, units stand beside every number. */
import { describe, expect, it } from 'vitest'
import {
  TESTS,
  OPERATIONS,
  REPAIRS,
  FAULT_TEMPLATES,
  SYMPTOMS,
  GATES,
  CHECKS,
  actOnLayout,
} from '@/core/library'
import { LogBuilder } from '@/core/records'
import { foldJob, type Conclusion, type JobView } from '@/core/job'
import type { Band, Candidate } from '@/core/diagnosis'
import type { ListedJob } from '@/data/store'
import { minutesText, percent, percentText, stageYield, lowerFirst, digitsOf } from './frame/words'
import { siText, unitText } from './frame/quantities'
import { DEMO_VEHICLES } from '@/core/practice'
import { groupJobs, headline, nextAct, slackText } from './board/boardText'
import { bandLabel, meaningOf, whyNow, WHY_NOT } from './trace/traceText'
import { bandText, refusalText, sayConclusion } from './bench/benchText'

const NOON = new Date(2026, 10, 24, 12, 0, 0).getTime()
const author = { device: 'a', by: 'Ida' }

function job(id: string, change: (log: LogBuilder) => void = () => undefined): JobView {
  const log = new LogBuilder(id, author).add(NOON - 60_000, 'job-opened', {
    vehicleId: 'v',
    unit: id,
    vehicleName: 'Larch',
    words: '',
    neededBy: id === 'b' ? '12:30' : id === 'c' ? '16:00' : null,
  })
  change(log)
  return foldJob(id, log.events)
}
const listed = (view: JobView): ListedJob => ({ job: view, vehicle: DEMO_VEHICLES[0]!, problem: null })
const noted = (symptoms: string[]) => ({
  symptoms,
  raisers: [],
  failingNow: 'yes' as const,
  words: '',
  conditions: [],
  lastFill: '',
  lamps: '',
  history: '',
})

describe('numbers in words', () => {
  it.each([
    [0.004, 'under 1 %'],
    [0.005, '1 %'],
    [0.5, '50 %'],
    [0.999, '99 %'],
  ])('a share of %s is said as %s', (share, text) => expect(percentText(share)).toBe(text))
  it('nothing is ever shown as surer than 99 %', () => expect(percent(1)).toBe('99'))
  it.each([
    [0.2, '1 min'],
    [12.4, '12 min'],
    [89.7, '1 h 30'],
    [95, '1 h 35'],
    [119.8, '2 h 00'],
    [121, '2 h 01'],
    [2879, '47 h 59'],
    [2880, '2 d'],
    [4330, '3 d'],
    [4400, '3 d 1 h'],
  ])('%s minutes: %s', (minutes, text) => expect(minutesText(minutes)).toBe(text))
  it('SI goes out in its unit, with a true minus', () => {
    expect(siText(-5000, 'kPa', 0)).toBe('−5 kPa')
    expect(unitText('mohm')).toBe('mΩ')
  })
  it('only the first letter is made small', () =>
    expect(lowerFirst('Under 10 kPa, X7')).toBe('under 10 kPa, X7'))
  it('steps give their digits', () =>
    expect(TESTS.filter((test) => ['T04', 'T05', 'T24'].includes(test.id)).map(digitsOf)).toEqual([1, 2, 0]))
})

describe('the board', () => {
  const danger = listed(job('a', (log) => log.add(NOON, 'complaint-noted', noted(['smell']))))
  const soon = listed(job('b'))
  const later = listed(job('c', (log) => log.add(NOON, 'complaint-noted', noted(['cranksNoStart']))))
  const waiting = listed(
    job('d', (log) => log.add(NOON, 'wait-started', { waitId: 'w', label: 'Oil soaking', minutes: 30 })),
  )
  const groups = groupJobs([later, waiting, soon, danger], NOON + 1000)

  it('puts danger before slack, and what waits below what can move', () => {
    expect(groups.map((group) => group.jobs.map((entry) => entry.job.id))).toEqual([['a'], ['b', 'c'], ['d']])
    expect(headline(groups)).toBe('One is dangerous. Two can move now. One is waiting.')
  })
  it('what holds a job in hand stands on it: everyone out and what must not be before all slack', () => {
    const vehicle = DEMO_VEHICLES[0]!
    const with_ = (id: string, change: (log: LogBuilder) => void): ListedJob => ({
      ...listed(job(id, change)),
      vehicle,
    })
    const out = with_('e', (log) => log.add(NOON, 'meter-read', { lelPercent: 30, where: 'tank' }))
    const open = with_('f', (log) =>
      log.add(NOON, 'state-asserted', { changes: { module: 'out', battery: 'on' }, why: 'seen' }),
    )
    const left = with_('g', (log) =>
      log.add(NOON, 'state-asserted', {
        changes: { module: 'out', battery: 'off', exhaust: 'cool', line: 'off', pumpCircuit: 'locked' },
        why: 'seen',
      }),
    )
    const [dangerous, moving] = groupJobs([left, soon, out, open], NOON + 1000)
    expect(dangerous!.jobs.map((entry) => entry.job.id)).toEqual(['e', 'f'])
    expect(moving!.jobs.map((entry) => entry.job.id)).toEqual(['b', 'g'])
    expect(nextAct(out, NOON).what).toBe('Everyone out')
    expect(nextAct(open, NOON).detail).toContain('Put it right on the vehicle')
    expect(nextAct(left, NOON + 3_600_000).what).toBe('Look at the hazards again')
    expect(nextAct(soon, NOON).what).toBe('Note the complaint')
  })
  it('an empty day says what to do', () =>
    expect(headline(groupJobs([], NOON))).toBe('Nothing is in. Take in a vehicle.'))
  it('a wait that is over lets the job move', () => {
    expect(groupJobs([waiting], NOON + 31 * 60_000)[1]!.jobs).toHaveLength(1)
  })
  it('says the next act and the slack', () => {
    expect(nextAct(soon, NOON).what).toBe('Note the complaint')
    expect(nextAct(later, NOON).what).toBe('Take the first reading')
    expect(nextAct(waiting, NOON + 1000).what).toBe('Oil soaking')
    expect(nextAct(danger, NOON).what).toBe('Find the leak first')
    expect(slackText(soon, NOON)).toBe('30 min slack')
    expect(slackText(later, NOON)).toBe('4 h slack')
    expect(slackText(danger, NOON)).toBe('no hurry')
  })
  it('each stage says what it yielded', () => {
    expect(stageYield('trace', later.job)).toBe('')
    expect(stageYield('complaint', later.job)).toContain('taken')
  })
})

describe('what a reading would mean', () => {
  const band = (before: number, after: number, excluded: string[] = []): Band => ({
    from: 1,
    to: 2,
    outcome: null,
    label: '',
    probability: 0.2,
    shares: [{ id: 'plug', name: 'Feed plug corroded', segment: '', before, after }],
    excluded,
  })
  it.each([
    [band(0.2, 0.8), 'Rises from 20 to 80 %.'],
    [band(0.8, 0.2), 'Falls from 80 to 20 %.'],
    [band(0.4, 0.402), 'Stays at 40 %.'],
    [band(0.2, 0.9, ['Fuse holder corroded']), 'Rises from 20 to 90 %. Rules out fuse holder corroded.'],
  ])('case %#', (given, text) => expect(meaningOf(given).detail).toBe(text))
  it('outside every band it asks for another reading', () =>
    expect(meaningOf(null).detail).toContain('Read it again'))
  it('none of these is said plainly', () =>
    expect(
      bandLabel({
        ...band(0, 0),
        shares: [{ id: 'none', name: 'None of these', segment: '', before: 0, after: 1 }],
      }),
    ).toBe('Fits nothing'))
  it('why now names the split and the way', () => {
    const candidate: Candidate = {
      testId: 'T04',
      title: '',
      bits: 1,
      workMinutes: 3,
      reachMinutes: 40,
      money: 0,
      cost: 50,
      worth: 0,
      verdictChance: 0.2,
      split: [0.6, 0.4],
      why: 'ranked',
    }
    expect(whyNow(candidate)).toBe('splits 60 / 40, 40 min to get there, 3 min to read.')
    expect(whyNow({ ...candidate, reachMinutes: 0 })).toContain('opens nothing')
  })
  it('every refusal has its reason', () =>
    expect(Object.entries(WHY_NOT).filter(([why, text]) => why !== 'ranked' && text.length < 20)).toEqual([]))
})

describe('the bench speaks', () => {
  const leak = {
    kind: 'leakDown' as const,
    startPa: 310e3,
    endPa: 150e3,
    leftFraction: 0.48,
    leftSd: 0.01,
    law: 'laminar' as const,
    residualPa: 800,
    minutes: 5,
    leftAt20Fraction: 0.1,
    soaked: false,
    fitted: { seconds: new Float64Array(), values: new Float64Array() },
  }
  const conclusion = (verdict: Conclusion['verdict'], finding: Conclusion['finding'] = leak): Conclusion => ({
    finding,
    verdict,
    value: { value: 48, unit: '%', sd: 1 },
    band: { low: 75, high: Infinity, source: 'generic' },
    evidence: [],
  })
  it('verdict first, then the number, its error, the band and its source', () => {
    const said = sayConclusion(conclusion('bad'))
    expect(said.title).toBe('It leaks.')
    expect(said.detail).toContain('160 kPa lost in 5 min')
    expect(said.detail).toContain('48 ± 2 % left after 5 min, 10 % after 20')
    expect(bandText(conclusion('bad'))).toBe('at least 75 %, typical')
  })
  it('what says little says why', () => {
    expect(sayConclusion(conclusion('says-little', { ...leak, soaked: true })).detail).toContain(
      'may hide a leak',
    )
    expect(sayConclusion(conclusion('says-little')).detail).toContain('under set pressure')
    expect(sayConclusion(conclusion('inconclusive')).title).toBe('Too close to say.')
  })
  it('a refusal names the remedy', () => {
    expect(refusalText({ kind: 'too-short', seconds: 40 })).toContain('A minute at least')
    expect(refusalText({ kind: 'no-pressure', startPa: 12e3 })).toContain('key on three times')
  })
})

describe('the library speaks in one tone', () => {
  const sentences = [
    ...TESTS.flatMap((test) => [
      test.title,
      test.short,
      test.where,
      test.blind,
      ...test.steps,
      test.caution?.text ?? '',
      test.caution?.stopWhen ?? '',
    ]),
    ...OPERATIONS.flatMap((operation) => [
      operation.title,
      operation.detail,
      ...operation.steps,
      operation.caution?.text ?? '',
      operation.caution?.stopWhen ?? '',
    ]),
    ...REPAIRS.flatMap((repair) => [repair.title, ...repair.steps, repair.caution?.text ?? '']),
    ...FAULT_TEMPLATES.flatMap((fault) => [fault.name, fault.it ?? '', fault.cause]),
    ...SYMPTOMS.flatMap((symptom) => [symptom.says, symptom.means]),
    ...GATES.map((gate) => gate.words),
    ...CHECKS.flatMap((check) => [check.title, check.how]),
  ]
  it('no forbidden word, no exclamation mark, no abbreviation', () => {
    expect(sentences.length).toBeGreaterThan(400)
    expect(
      sentences.filter((text) =>
        /\b(error|invalid|submit|please|oops|definitely)\b|!|e\.g\.|i\.e\.|\betc\b|&/i.test(text),
      ),
    ).toEqual([])
  })
  it('pressure is off, never vented', () =>
    expect(sentences.filter((text) => /vented/i.test(text))).toEqual([]))
  it('every caution says when to stop', () => {
    const cautions = [...TESTS, ...OPERATIONS, ...REPAIRS].flatMap((entry) =>
      entry.caution ? [entry.caution] : [],
    )
    expect(cautions.length).toBeGreaterThan(20)
    expect(cautions.filter((caution) => caution.stopWhen.length < 10)).toEqual([])
  })
  it('whatever opens fuel or raises pressure carries a caution', () => {
    const dangerous = OPERATIONS.map((operation) => actOnLayout('A01', operation)).filter(({ does }) =>
      does.some((doing) => doing.does === 'opens' || ('first' in doing && doing.first)),
    )
    expect(dangerous.length).toBeGreaterThan(20)
    expect(dangerous.filter((operation) => !operation.caution).map((operation) => operation.id)).toEqual([])
  })
  it('twins name each other and undo each other', () => {
    // Several ways may have one way back (two to lock the pump out, three to get fuel in): they make the same fact.
    const paired = OPERATIONS.filter((operation) => operation.twin)
    expect(paired.length).toBeGreaterThan(40)
    const byId = (id: string | undefined) => OPERATIONS.find((candidate) => candidate.id === id)
    for (const operation of paired) {
      const alike = byId(byId(operation.twin)?.twin)
      expect(alike, operation.id).toBeDefined()
      const facts = (one: typeof operation) => Object.entries(one.sets).map((fact) => fact.join(' '))
      expect(alike === operation || facts(alike!).some((fact) => facts(operation).includes(fact))).toBe(true)
    }
  })
})
