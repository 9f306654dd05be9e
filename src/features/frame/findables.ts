/** What can be found by words on a job's pages: tests and what they may have shown, parts and what may be known of them, steps, jobs, places. */
import { libraryOf, type Test } from '@/core/library'
import type { JobView, PartSaid, Reading, ShopDocument } from '@/core/job'
import type { PlanStep } from '@/core/procedure'
import type { Layout } from '@/core/vehicle'
import { figureOf, type Findable } from '@/core/shared'
import { HOW_CHOICES } from './partWords'
import { partHref } from './partStockText'
import { STAGES, STAGE_NAMES, stageHref, vehicleHref } from './words'
import { inUnits, unitShown, unitText } from './quantities'

export type Found = Findable & { key: string; kind: FoundKind } & (
    | { does: 'take'; testId: string }
    | { does: 'note'; test: Test; value: Reading['value'] }
    | { does: 'say'; repairId: string; how: PartSaid['how'] }
    | { does: 'go'; href: string }
  )
export type FoundKind = 'Test' | 'Known' | 'Part' | 'Step' | 'Job' | 'Vehicle' | 'Stock' | 'Place'

/** Instruments by the words that people use for them. */
const INSTRUMENT_WORDS: Partial<Record<Test['instrument'], string>> = {
  gauge: 'gauge pressure',
  lowGauge: 'gauge pressure vacuum',
  voltmeter: 'meter volts multimeter',
  ohmmeter: 'meter ohm resistance',
  clamp: 'amps current',
  jar: 'flow volume litres',
  dip: 'dip stick litres',
  scan: 'scanner codes',
  eye: 'seen look',
}
/** A figure at the end of what is typed: "rail key on 0". */
const FIGURE_LAST = /^(.*\S)\s+([-−]?\d{1,7}(?:[.,]\d{1,4})?)$/

/** What is typed without a figure at its end, and the figure. */
export function queryOf(typed: string): { words: string; figure: number | null } {
  const last = FIGURE_LAST.exec(typed.trim())
  const figure = last ? figureOf(last[2]!) : null
  return last && figure !== null ? { words: last[1]!, figure } : { words: typed, figure: null }
}

const wordsOf = ({ title, where, instrument, id }: Test) =>
  `${inUnits(title)} ${where} ${INSTRUMENT_WORDS[instrument] ?? ''} ${/listen/i.test(title) ? 'heard hear' : ''} ${id}`

/** Tests of what is traced; a figure that was typed is offered at every test that reads one. */
export function testsFound({ layout }: Pick<JobView, 'layout'>, figure: number | null): Found[] {
  return libraryOf(layout).tests.flatMap((test): Found[] => {
    const take: Found = {
      key: test.id,
      kind: 'Test',
      does: 'take',
      testId: test.id,
      title: test.short,
      words: wordsOf(test),
    }
    return [...knownAt(test, layout, figure), take]
  })
}

/** What may be known of a test before it is made; the gas meter is read, not remembered. */
function knownAt(test: Test, { gaugeAt }: Layout, figure: number | null): Found[] {
  const known = (id: string, says: string, value: Reading['value'], words = ''): Found => ({
    key: `${test.id} ${id}`,
    kind: 'Known',
    does: 'note',
    test,
    value,
    title: `${test.short}: ${says}`,
    words: `${wordsOf(test)} ${words}`,
  })
  if (test.instrument === 'gasMeter') return []
  if (test.reading.kind === 'observation')
    return test.reading.outcomes.map(({ id, label }) =>
      known(id, label.toLowerCase(), { kind: 'outcome', outcome: id }, id),
    )
  const { quantity } = test.reading
  const unit = unitShown(test.reading.unit)
  const number = (value: number) => ({ kind: 'number' as const, entered: { value, unit } })
  if (figure !== null) return [known(String(figure), `${figure} ${unitText(unit)}`, number(figure))]
  // "No fuel at the rail" is a figure too.
  return quantity.of === 'flow' || (quantity.of === 'pressure' && quantity.at === gaugeAt)
    ? [known('none', `none, 0 ${unitText(unit)}`, number(0), 'no fuel nothing dry zero')]
    : []
}

/** Parts of what is traced, each with what may be known of it. */
export function partsFound({ layout }: Pick<JobView, 'layout'>): Found[] {
  const { repairs } = libraryOf(layout)
  const parts = repairs.filter(({ part }, at) => repairs.findIndex((other) => other.part === part) === at)
  return parts.flatMap(({ id, part }) =>
    HOW_CHOICES.filter(({ id: how }) => how !== 'withdrawn').map(({ id: how, label }): Found => ({
      key: `${id} ${how}`,
      kind: 'Part',
      does: 'say',
      repairId: id,
      how,
      title: `${part}: ${label.toLowerCase()}`,
      words: how === 'renewed' ? 'changed renewed replaced fitted' : '',
    })),
  )
}

export const stepsFound = (jobId: string, steps: readonly PlanStep[]): Found[] =>
  steps.map((step) => ({
    key: `step ${step.index}`,
    kind: 'Step',
    does: 'go',
    href: stageHref('work', jobId),
    title: `${step.index + 1}. ${inUnits(step.title)}`,
    words: inUnits(step.steps.join(' ')),
  }))

/** With this in its address the board shows what is said of the workshop. */
export const WORKSHOP = 'workshop'
export const placesFound = (jobId: string | null): Found[] => [
  { key: 'today', kind: 'Place', does: 'go', href: '/', title: 'Today', words: 'board jobs home' },
  {
    key: 'vehicles',
    kind: 'Place',
    does: 'go',
    href: '/vehicle',
    title: 'Vehicles',
    words: 'fleet history life trends sisters',
  },
  {
    key: 'find',
    kind: 'Place',
    does: 'go',
    href: '/find',
    title: 'Find in the whole shop',
    words: 'search views list all',
  },
  {
    key: 'parts',
    kind: 'Place',
    does: 'go',
    href: '/parts',
    title: 'Parts',
    words: 'stock shelf order spares sellers stores',
  },
  {
    key: 'sizing',
    kind: 'Place',
    does: 'go',
    href: '/sizing',
    title: 'Sizing',
    words:
      'calculator pump duty heat line bore filter wire fuse sender arm vent prime injector convert units threads dash',
  },
  {
    key: 'days',
    kind: 'Place',
    does: 'go',
    href: '/days',
    title: 'Days',
    words: 'schedule plan week people bays hours calendar board',
  },
  {
    key: 'workshop',
    kind: 'Place',
    does: 'go',
    href: `/?${WORKSHOP}=1`,
    title: 'Workshop and units',
    words: 'kPa bar psi gallon inch fahrenheit name currency money settings',
  },
  ...(jobId === null
    ? []
    : STAGES.map((stage): Found => ({
        key: stage,
        kind: 'Place',
        does: 'go',
        href: stageHref(stage, jobId),
        title: STAGE_NAMES[stage],
      }))),
]

const SHOP_KIND: Record<ShopDocument['kind'], FoundKind> = { job: 'Job', vehicle: 'Vehicle', part: 'Stock' }
export function shopHref({ kind, id, over }: Pick<ShopDocument, 'kind' | 'id' | 'over'>): string {
  if (kind === 'vehicle') return vehicleHref(id)
  return kind === 'part' ? partHref(id) : stageHref(over ? 'record' : 'trace', id)
}

/** Of the whole shop: vehicles, jobs and stock; but not the job whose page it is. */
export const shopFound = (documents: readonly ShopDocument[], but: string | null): Found[] =>
  documents
    .filter(({ kind, id }) => kind !== 'job' || id !== but)
    .map((one) => ({
      key: one.key,
      kind: SHOP_KIND[one.kind],
      does: 'go',
      href: shopHref(one),
      title: one.title,
    }))
