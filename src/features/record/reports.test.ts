/** A recorded job as a report: what was measured is on it, what was not proven and what was put off too, in plain words for whoever pays. */
import { describe, expect, it } from 'vitest'
import { partsInJob } from '@/core/demand'
import { foldJob, type JobView } from '@/core/job'
import { foldParts, orderWords, partFactsOf, type Part, type PartWord } from '@/core/parts'
import { demoJobs } from '@/core/practice'
import { htmlOf, markdownOf } from '@/core/report'
import { captureCharts, mainChart } from './figures'
import { jobPartLines } from './partLines'
import { comparedOf, reportOf, type Reader, type ReportInput } from './reports'

const { events, vehicle } = demoJobs(1_790_000_000_000).find(
  ({ events: own }) => own[0]!.jobId === 'demo-job-18',
)!
const job = foldJob('demo-job-18', events, vehicle)
/** A module that was ordered for the job with its old one to go back, and one that did not fit. */
function partsOf(jobId: string): Part[] {
  const said = (partId: string, ...words: PartWord[]) => words.map((word) => ({ partId, word }))
  const named = (value: string, number: string): PartWord[] => [
    { says: 'field', field: 'name', value },
    { says: 'field', field: 'piece', value: 'Pump module' },
    { says: 'field', field: 'number', value: number },
  ]
  const order = { orderId: 'o', count: 1, itemId: 'parts:x', jobId, unit: '18' }
  const terms = { seller: 'Northline', priceEach: 248, days: 2, coreEach: 30 }
  return foldParts(
    partFactsOf(
      [],
      [
        ...said(
          'right',
          ...named('Pump module, 12 seats', 'TV 4107-A'),
          ...orderWords(order, terms, Date.UTC(2026, 0, 5)),
          { says: 'moved', count: 1, from: 'seller', to: 'job', orderId: 'o', jobId, unit: '18' },
        ),
        ...said('wrong', ...named('Pump module, 9 seats', 'TV 4090'), {
          says: 'fit',
          fits: false,
          vehicleName: vehicle.name,
          layout: vehicle.layout,
          why: 'Float arm 20 mm short',
          jobId,
          unit: '18',
        }),
      ],
      { device: 'd', by: 'Ida' },
      Date.UTC(2026, 0, 5),
      () => crypto.randomUUID(),
    ),
  )
}
const band = { low: 290, high: 340, source: 'generic' as const, against: null }
const parts = partsInJob({ ...job, finishedRepairs: ['module'] }, partsOf(job.id))
const input = (change: Partial<JobView> = {}, of: Partial<ReportInput['vehicle']> = {}): ReportInput => ({
  job: { ...job, ...change },
  vehicle: { ...vehicle, ...of },
  workshop: 'Municipal garage',
  bands: Object.fromEntries(comparedTests().map((id) => [id, band])),
  parts,
  pictures: [],
})
function comparedTests(): string[] {
  return job.proofs.map(({ testId }) => testId)
}
const textOf = (reader: Reader, ...change: Parameters<typeof input>) =>
  markdownOf(reportOf(reader, input(...change))).replaceAll('\\', '')

describe('a report', () => {
  it('for the customer: what was done, measured before and after beside what is sound', () => {
    const text = textOf('customer')
    expect(text).toContain('# Unit 18')
    expect(text).toContain('The old part was bad.')
    const [first] = comparedOf(input())
    expect(text).toContain(
      `| ${first!.name} | ${first!.says.before} | ${first!.says.after} | ${first!.says.sound} |`,
    )
    expect(text).toContain('A simulated vehicle')
    // No word of the workshop's own: no test ids, no steps, no odds.
    expect(text).not.toMatch(/\bT\d\d\b|scene|posterior/)
  })
  it('says what was not proven, and what was put off with its risk', () => {
    const findings = new Map([
      [
        'f',
        {
          findingId: 'f',
          kind: 'find' as const,
          what: 'Strap rusty',
          then: 'deferred' as const,
          risk: 'The tank may drop.',
          at: 0,
        },
      ],
    ])
    const text = textOf('customer', {
      findings,
      signed: { ...job.signed!, unproven: ['Gauge against litres'] },
    })
    expect(text).toContain('- Gauge against litres')
    expect(text).toContain('- Strap rusty. The tank may drop.')
    expect(textOf('customer', { signed: null })).toContain('nothing is claimed yet')
  })
  it('against the estimate it says what it came to', () => {
    const cost = { estimateLow: 200, estimateHigh: 300, money: 350, minutes: 90, at: 0 }
    expect(textOf('customer', { cost })).toMatch(/came to .*350.* and came to more/)
    expect(textOf('customer', { cost: { ...cost, money: 250 } })).not.toContain('came to more')
  })
  it('for the next technician: every reading with its instrument', () => {
    const text = textOf('technician')
    for (const { instrument } of job.readings) expect(text).toContain(instrument)
    expect(text.match(/^\| \d/gm)!.length).toBe(job.readings.length + job.proofs.length)
  })
  it('draws captures on their scale with their band, and a line that was copied', () => {
    const capture = {
      captureId: 'c',
      capture: 'leakDown',
      says: 'It falls too fast.',
      verdict: 'bad',
      at: 0,
      channels: [
        { id: 'rail', quantity: 'pressure', unit: 'kPa', seconds: [0, 150, 300], values: [300, null, 250] },
        { id: 'pump', quantity: 'current', unit: 'A', seconds: [0, 300], values: [5, 5.2] },
      ],
      value: { value: 90, unit: 'kPa', sd: 1 },
      band: { low: 95, high: null, source: 'generic' },
    } as unknown as JobView['captures'][number]
    const [rail, pump] = captureCharts(capture)
    expect(rail).toMatchObject({
      across: { unit: 'min' },
      up: { unit: 'kPa' },
      band: { low: 95, high: null },
    })
    expect(rail!.lines[0]).toEqual({ across: [0, 2.5, 5], up: [300, null, 250] })
    // A band of kilopascals says nothing on a scale of amperes.
    expect(pump!.band).toBeNull()
    const html = htmlOf(reportOf('technician', input({ captures: [capture] })))
    // What the verdict is about is drawn.
    expect(html.match(/<figure>/g)).toHaveLength(1)
    expect(mainChart(capture)).toEqual(rail)
    expect(html).toContain('It falls too fast.')
  })
  it('a sender is drawn over its float, not over time', () => {
    const channel = (quantity: string, unit: string, values: (number | null)[]) => ({
      id: quantity,
      quantity,
      unit,
      seconds: [0, 1, 2],
      values,
    })
    const capture = {
      captureId: 's',
      says: '',
      verdict: 'good',
      at: 0,
      channels: [channel('resistance', 'ohm', [3, null, 110]), channel('position', '%', [0, 50, 100])],
      value: { value: 3, unit: 'ohm', sd: 0 },
      band: null,
    } as unknown as JobView['captures'][number]
    const [chart, ...more] = captureCharts(capture)
    expect(more).toEqual([])
    expect(chart!.lines).toEqual([{ across: [0, 50, 100], up: [3, null, 110] }])
    // Each channel is kept at its own times: a point is not lost for that.
    const apart = {
      ...capture,
      channels: [
        { ...capture.channels[0]!, seconds: [0.02, 0.98, 2.03] },
        { ...capture.channels[1]!, seconds: [0, 1, 2] },
      ],
    }
    expect(captureCharts(apart)[0]!.lines).toEqual(chart!.lines)
  })
  it('names the parts by their numbers, where they came from, and what did not fit', () => {
    const text = textOf('technician')
    expect(text).toContain('| Pump module, 12 seats | TV 4107-A | 1 | Northline | 248.00 | fitted |')
    expect(text).toMatch(/- Pump module, 9 seats, TV 4090\. Did not fit unit 18 .*Float arm 20 mm short/)
    const plain = textOf('customer')
    expect(plain).toContain('- Pump module, 12 seats, TV 4107-A')
    expect(plain).not.toContain('TV 4090')
    expect(plain).not.toContain('248')
  })
  it('says that the old part is owed until it is sent', () => {
    const [line] = jobPartLines(parts)
    expect(line!.says).toMatch(
      /^Fitted, from Northline at 248\.00.*\. The old one goes back by .*, for 30\.00.*\.$/,
    )
  })
  it('on an aircraft it is an entry for the licensed person, and no release', () => {
    const text = textOf('customer', {}, { layout: 'A13' })
    expect(text).toContain('This is no release to service.')
    expect(text).toContain('Licence number: ____')
    expect(textOf('customer')).not.toContain('release')
  })
})
