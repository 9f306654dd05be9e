/** Words that several screens share. */
import { findTest, type Test } from '@/core/library'
import { STAGES, type JobView, type Stage } from '@/core/job'
import type { Variable, VehicleState } from '@/core/vehicle'
import { workshop } from '@/data/workshop'

/** Where a band of sound readings comes from, as it stands behind the figures. */
export const SOURCE_WORDS = {
  maker: 'the maker’s',
  'own past': 'its own past',
  sister: 'from a sister',
  generic: 'typical',
} as const

/** What a survey found of an item. */
export const FINDING_WORDS = {
  good: 'good',
  doubtful: 'doubtful',
  bad: 'bad',
  cannot: 'could not be seen',
} as const

export const STAGE_NAMES: Record<Stage, string> = {
  complaint: 'Complaint',
  trace: 'Trace',
  bench: 'Bench',
  plan: 'Plan',
  work: 'Work',
  prove: 'Prove',
  record: 'Record',
}
export const stageHref = (stage: Stage, jobId: string) => `/job/${stage}?id=${encodeURIComponent(jobId)}`
export const vehicleHref = (vehicleId: string) => `/vehicle?id=${encodeURIComponent(vehicleId)}`
/** A vehicle as it is built. */
export const builtHref = (vehicleId: string) => `${vehicleHref(vehicleId)}&see=built`
/** The shop searched for words. */
export const findHref = (words: string): string => `/find?q=${encodeURIComponent(words.trim())}`
/** Trace with a test already chosen. */
export const testHref = (jobId: string, testId: string) =>
  `${stageHref('trace', jobId)}&test=${encodeURIComponent(testId)}`
/** The first stage with the vehicle's sheet open over it. */
export const sheetHref = (jobId: string) => `${stageHref('complaint', jobId)}&sheet=1`
export { STAGES }

export const percent = (share: number): string => `${Math.round(100 * Math.min(share, 0.99))}`
/** At least one per cent is said, never "0 %" for what nobody has read. */
export const percentText = (share: number): string => (share < 0.005 ? 'under 1 %' : `${percent(share)} %`)
/** Minutes up to an hour and a half, then hours and minutes; from two days on days and hours. */
export function minutesText(minutes: number): string {
  const whole = Math.max(1, Math.round(minutes))
  if (whole < 90) return `${whole} min`
  if (whole < 2 * 1440) return `${Math.floor(whole / 60)} h ${String(whole % 60).padStart(2, '0')}`
  const hours = Math.round(whole / 60)
  return hours % 24 === 0 ? `${hours / 24} d` : `${Math.floor(hours / 24)} d ${hours % 24} h`
}
/** Money to the whole unit, in the workshop's own where it has said so. */
export function moneyText(value: number): string {
  const { currency } = workshop()
  return `${Math.round(value).toLocaleString('en-GB').replaceAll(',', '\u2009')}${currency ? ` ${currency}` : ''}`
}
/** A price to the hundredth: what small pieces cost is told apart by it. */
export function priceText(value: number): string {
  const { currency } = workshop()
  const text = value.toLocaleString('en-GB', { minimumFractionDigits: 2, maximumFractionDigits: 2 })
  return `${text.replaceAll(',', '\u2009')}${currency ? ` ${currency}` : ''}`
}
export const clockText = (at: number): string =>
  new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
/** When a reading was taken; of what somebody knew before, nobody says when. */
export const takenAtText = ({ at, earlier }: { at: number; earlier?: boolean | undefined }): string =>
  earlier ? 'before' : clockText(at)
/** A day as it stands in a record. */
export const dateText = (at: number): string =>
  new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' })
export const dayText = (at: number): string =>
  new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'short' })
/** The day too, where it is not today’s. */
export const dayClockText = (at: number, now: number): string =>
  new Date(at).toDateString() === new Date(now).toDateString()
    ? clockText(at)
    : `${new Date(at).toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric' })}, ${clockText(at)}`

/** Within a sentence: the first letter small, units and names untouched. */
export const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1)

const VARIABLE_WORDS: Record<Variable, string> = {
  battery: 'Battery',
  ignition: 'Key',
  line: 'Line',
  pumpCircuit: 'Pump circuit',
  area: 'Area',
  vapour: 'Vapour',
  tankVapour: 'Filler cap',
  fuelLevel: 'Fuel level',
  seat: 'Rear bench',
  hatch: 'Hatch',
  cargo: 'Boot floor',
  bed: 'Load bed',
  tank: 'Tank',
  wayIn: 'Way in',
  moduleTop: 'Module top',
  moduleHoses: 'Module hoses',
  ring: 'Lock ring',
  module: 'Module',
  height: 'Vehicle',
  filterJoint: 'Filter joints',
  stepTrim: 'Step trim',
  plug: 'Plug X7',
  gauge: 'Gauge',
  exhaust: 'Exhaust',
  leakCheck: 'Leak check',
  feedTap: 'Feed tap',
  highSide: 'High-pressure side',
  feed: 'Feed',
  authority: 'Authority',
  reliefJoint: 'Relief joint',
  exhaustPath: 'Exhaust under the tank',
  tankInside: 'In the tank',
  tankAir: 'Air in the tank',
  gaugeMarks: 'Gauge marks',
  restraints: 'Restraint plugs',
  filler: 'Filler hose',
  fillerProof: 'Filler',
  highCheck: 'High side seen dry',
  flowProof: 'Flow',
  cylinders: 'Cylinders',
  rig: 'Test connection',
}
export const variableWord = (variable: Variable): string => VARIABLE_WORDS[variable]
export const stateWords = (state: VehicleState): string =>
  (Object.entries(state) as [Variable, string][])
    .map(([variable, value]) => `${variableWord(variable).toLowerCase()} ${value}`)
    .join(', ')

/** Small line under each stage: what it yielded. */
/** A job with a wish has its build where another has its trace. */
export const stageName = (stage: Stage, { wish, epoch }: Pick<JobView, 'wish' | 'epoch'>): string =>
  stage === 'trace' && wish && epoch === 0 ? 'Build' : STAGE_NAMES[stage]

export function stageYield(stage: Stage, job: JobView): string {
  switch (stage) {
    case 'complaint':
      return job.noted ? `taken ${clockText(job.openedAt)}` : ''
    case 'trace':
      return job.wish && job.epoch === 0
        ? 'chosen'
        : job.surveying
          ? `${job.survey.size} seen`
          : job.evidence.length > 0
            ? `${job.evidence.length} ${job.evidence.length === 1 ? 'entry' : 'entries'}`
            : ''
    case 'bench':
      return job.captures.length > 0 ? `${job.captures.length} kept` : ''
    case 'plan':
      return job.work ? `made ${clockText(job.work.madeAt)}` : ''
    case 'work':
      return job.work && job.work.done.size > 0 ? `${job.work.done.size} done` : ''
    case 'prove':
      return job.proofs.length + job.proofNotes.size > 0
        ? `${job.proofs.length + job.proofNotes.size} shown`
        : ''
    case 'record':
      return job.signed ? `signed ${clockText(job.signed.at)}` : ''
  }
}

export const shortOf = (testId: string): string => findTest(testId)?.short ?? testId
export const digitsOf = (test: Test): number =>
  test.reading.kind === 'number' ? Math.max(0, -Math.floor(Math.log10(test.reading.step) + 1e-9)) : 0
