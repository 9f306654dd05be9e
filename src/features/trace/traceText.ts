import { LICENSED } from '@/core/vehicle'
import { siText, unitText, inUnits } from '../frame/quantities'
import { unitsNow } from '@/data/units'
import { toSi } from '@/core/shared'
import { findTest, repairById, testById, type Test } from '@/core/library'
import {
  LEAVE_LEL,
  SHEET_FIELDS,
  STOP_LEL,
  evacuated,
  lastMeter,
  readingText,
  type JobView,
} from '@/core/job'
import type { Band, Candidate, SoundBand } from '@/core/diagnosis'
import type { Ranking } from '@/workers/protocol'
import { SOURCE_WORDS, digitsOf, lowerFirst, minutesText, moneyText, percent, shortOf } from '../frame/words'

/** Said on every finding of an aircraft, before anything else of it. */
const LICENSED_HANDS = 'Aircraft: by or under licensed hands only, with approved data.'

interface Finding {
  title: string
  detail: string
}

/** What is so, said first; how it is known, after. A gas meter over its mark speaks before any suspect. */
const fieldNames = (fields: string[]): string =>
  SHEET_FIELDS.filter(({ field }) => fields.includes(field))
    .map(({ name }) => lowerFirst(name))
    .join(', ')

export function findingOf(job: JobView, ranking: Ranking | null): Finding {
  const found = suspectFinding(job, ranking)
  const finding = LICENSED.includes(job.layout.id)
    ? { ...found, detail: `${LICENSED_HANDS} ${found.detail}` }
    : found
  const alarm = lelAlarm(job)
  return alarm ? { title: alarm.title, detail: `${alarm.detail} ${finding.title}` } : finding
}

function suspectFinding(job: JobView, ranking: Ranking | null): Finding {
  if (!ranking) return { title: 'Solving this vehicle.', detail: '' }
  const { verdict, candidates } = ranking.choice
  const [lead, second] = ranking.suspects
  const none = ranking.suspects.find((suspect) => suspect.id === 'none')
  const [contradiction] = ranking.contradictions
  if (contradiction) {
    const name = (id: string) =>
      shortOf(job.readings.find((reading) => reading.readingId === id)?.testId ?? '')
    return {
      title: `${name(contradiction.readings[0])} and ${lowerFirst(name(contradiction.readings[1]))} cannot both be true.`,
      detail: `Repeat ${lowerFirst(name(contradiction.repeat))}, it is the quicker. Or take one back.`,
    }
  }
  if (ranking.surprises.length > 0) {
    const odd = job.readings.find((reading) => reading.readingId === ranking.surprises[0])
    return {
      title: `${odd ? shortOf(odd.testId) : 'One reading'} does not fit the others.`,
      detail: 'No suspect explains it. Repeat it, or take it back.',
    }
  }
  if (job.danger && job.evidence.length === 0)
    return {
      title: 'Do not start it. Find the leak first.',
      detail: 'It stays outside. Gas meter in hand: stop at 10 % LEL, leave at 20 %.',
    }
  if (job.evidence.length === 0) {
    const first = ranking.shownTest
      ? candidates.find((candidate) => candidate.testId === ranking.shownTest!.testId)
      : undefined
    return {
      title: first
        ? `No readings yet. Start with: ${shortOf(first.testId).toLowerCase()}, ${minutesText(first.workMinutes + first.reachMinutes)}.`
        : 'No readings yet.',
      detail: lead
        ? `From the complaint alone ${lead.name.toLowerCase()} leads with ${percent(lead.probability)} %.`
        : '',
    }
  }
  const named =
    'repairId' in verdict
      ? (ranking.suspects.find((suspect) => suspect.id === verdict.repairId) ?? lead!)
      : lead!
  if (verdict.kind === 'repair' && ranking.pair)
    return {
      title: `Two faults: ${lowerFirst(ranking.pair.names[0])} and ${lowerFirst(ranking.pair.names[1])}, ${percent(ranking.pair.probability)} %.`,
      detail: `${repairById(verdict.repairId).title} first; readings start afresh after it.`,
    }
  if (verdict.kind === 'repair')
    return {
      title: `${named.name}: ${percent(verdict.probability)} %.`,
      detail:
        verdict.probability >= 0.95
          ? lostText(job)
          : `Not proven, but no test is worth its time. ${lostText(job)}`,
    }
  if (verdict.kind === 'ask')
    return {
      title: 'Not of the usual kind. What does the maker say?',
      detail: `${named.name} would be ${percent(verdict.probability)} %, but only against typical figures: ${fieldNames(verdict.fields)}.`,
    }
  if (verdict.kind === 'confirm' && job.evidence.some((item) => item.testId === verdict.testId))
    return {
      title: `${named.name}: ${percent(verdict.probability)} %. Read it once more.`,
      detail: `All of it hangs on one reading, ${lowerFirst(shortOf(verdict.testId))}. A slip would cost a part.`,
    }
  if (verdict.kind === 'confirm')
    return {
      title: `${named.name}: ${percent(verdict.probability)} %. Confirm it first.`,
      detail: `One reading before anything comes out: ${lowerFirst(shortOf(verdict.testId))}.`,
    }
  if (none && none.probability > 0.3)
    return {
      title: 'This model does not fit the vehicle.',
      detail:
        'None of the known faults explains the readings. Suspect a reading, or a change to the vehicle.',
    }
  if (verdict.kind === 'stuck' && job.layout.scope === 'leak')
    return {
      title: 'Leak not found: it stays outside.',
      detail: 'Key out, nobody smokes. Prime it again when it is cold, and after filling.',
    }
  if (verdict.kind === 'stuck')
    return {
      title: 'No test here tells the suspects apart.',
      detail: `${lead!.name} leads with ${percent(lead!.probability)} %.`,
    }
  return {
    title:
      lead && lead.probability > 0.4
        ? `${lead.name} leads, ${percent(lead.probability)} %.`
        : `Open still: ${lead?.name.toLowerCase()} or ${second?.name.toLowerCase()}.`,
    detail: lostText(job),
  }
}

/** What the last reading of the gas meter asks for; nothing under 10 % LEL. */
function lelAlarm(job: JobView): Finding | null {
  const meter = lastMeter(job)
  if (!meter) return null
  const share = meter.lelFraction
  if (share >= LEAVE_LEL || evacuated(job))
    return {
      title: `${percent(share)}\u00a0% LEL: everyone out.`,
      detail: 'Touch no switch. Air it from outside, meter from upwind, go on under 10 %.',
    }
  if (share >= STOP_LEL)
    return {
      title: `${percent(share)}\u00a0% LEL: stop and ventilate.`,
      detail: 'Go on when the meter is under 10 % again. The reading counts.',
    }
  return null
}

/** What a sound vehicle reads, where that comes from, and what speaks against the maker's limits. */
export function soundText(sound: SoundBand, test: Test): string {
  if (test.reading.kind !== 'number') return ''
  const unit = unitText(test.reading.unit)
  const said = (value: number) => value.toFixed(digitsOf(test)).replace('-', '−')
  const band = `Sound reads ${said(Math.max(sound.low, test.reading.low))} to ${said(sound.high)} ${unit}, ${SOURCE_WORDS[sound.source]}.`
  return sound.against
    ? `${band} ${sound.against.source === 'sister' ? 'A sister' : 'This vehicle'} read ${said(sound.against.value)} ${unit} when sound: the maker’s figure stands.`
    : band
}

/** What an aid that helped buys, and that it is no repair; and what a pass is worth while it does not fail. */
export function besidesOf(job: JobView, ranking: Ranking): string {
  const last = job.readings.filter((reading) => reading.epoch === job.epoch).at(-1)
  const test = last && findTest(last.testId)
  if (
    test?.aid &&
    last?.value.kind === 'outcome' &&
    test.reading.kind === 'observation' &&
    last.value.outcome !== test.reading.outcomes.at(-1)!.id
  )
    return test.aid
  if (job.complaint.failingNow === 'no') return 'It does not fail now: a reading that passes says little.'
  const [attempt] = ranking.choice.attempts
  const worth = ranking.choice.candidates.find((candidate) => candidate.why === 'ranked')?.worth ?? 0
  if (
    job.evidence.length > 0 &&
    attempt &&
    attempt.worth > Math.max(worth, 0) &&
    ranking.choice.verdict.kind === 'test'
  )
    return `Or fit it unread: ${repairById(attempt.repairId).part.toLowerCase()}, costs ${moneyText(attempt.cost)}, cures ${percent(attempt.cures)} %.`
  return ''
}

/** The loss between the two loaded readings that lie furthest apart, both taken while the pump ran. */
function lostText(job: JobView): string {
  const loaded = job.readings.filter(
    (reading) =>
      reading.epoch === job.epoch &&
      reading.value.kind === 'number' &&
      findTest(reading.testId)?.role === 'loadedVolts',
  )
  const volts = loaded.map((reading) => (reading.value.kind === 'number' ? toSi(reading.value.entered) : 0))
  if (volts.length < 2) return ''
  const high = loaded[volts.indexOf(Math.max(...volts))]!
  const low = loaded[volts.indexOf(Math.min(...volts))]!
  const lost = Math.max(...volts) - Math.min(...volts)
  return lost < 0.4
    ? ''
    : `${siText(lost, 'V', 1)} lost between ${shortOf(high.testId).split(',')[0]!.toLowerCase()} and ${shortOf(low.testId).split(',')[0]!.toLowerCase()}, pump running.`
}

export const bandLabel = (band: Band): string => {
  const [lead] = band.shares
  return !lead ? '' : lead.id === 'none' ? 'Fits nothing' : lead.name
}

/** What a reading in this band would mean, before it is committed. */
export function meaningOf(band: Band | null): { title: string; detail: string } {
  if (!band) return { title: 'Outside what any suspect gives.', detail: 'Read it again before you pin it.' }
  const [lead] = band.shares
  if (!lead) return { title: '', detail: '' }
  const change = lead.after - lead.before
  const title = lead.id === 'none' ? 'Nothing known fits that.' : `${lead.name}.`
  const moves =
    Math.abs(change) < 0.01
      ? `Stays at ${percent(lead.after)} %.`
      : `${change > 0 ? 'Rises' : 'Falls'} from ${percent(lead.before)} to ${percent(lead.after)} %.`
  return {
    title,
    detail:
      band.excluded.length > 0
        ? `${moves} Rules out ${band.excluded.slice(0, 2).join(', ').toLowerCase()}.`
        : moves,
  }
}

export function whyNow(candidate: Candidate | undefined): string {
  if (!candidate) return ''
  const split = `${Math.round(100 * candidate.split[0])} / ${Math.round(100 * candidate.split[1])}`
  const way =
    candidate.reachMinutes > 0.5
      ? `${minutesText(candidate.reachMinutes)} to get there, ${minutesText(candidate.workMinutes)} to read`
      : 'opens nothing'
  return `splits ${split}, ${way}.`
}

export const WHY_NOT: Record<Candidate['why'], string> = {
  ranked: '',
  'needs-engine': 'The engine must run for it, and it does not start.',
  'no-way': 'There is no safe way to its state from here. Settle what is unknown on the strip.',
  skipped: 'You said it cannot be done here.',
  read: 'It has been read. A second reading says less than the first.',
  'says-little': 'No suspect that is left reads differently there.',
}

export const entryText = (reading: Parameters<typeof readingText>[0]): string => {
  const { value, unit } = readingText(reading, unitsNow())
  return unit ? `${value} ${unitText(unit)}` : value
}

export const titleOf = (testId: string): string => inUnits(testById(testId).title)
export const repairPart = (repairId: string): string =>
  repairId === 'none' ? 'None of these' : repairById(repairId).part
