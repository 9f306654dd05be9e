import { inUnits, keptText, siText, unitShown } from '../frame/quantities'
import { CALLS } from '@/core/calls'
import { insideOf, repairById, wayIn, waysInOf } from '@/core/library'
import { SHEET_FIELDS, isBuilt, isOrder, layoutKeyOf, type JobView, type VehicleRecord } from '@/core/job'
import type { BodyOf } from '@/core/records'
import { LAYOUTS, layoutOf } from '@/core/vehicle'
import { partSaidText } from '../frame/partWords'
import { clockText, dayClockText, lowerFirst, minutesText, moneyText } from '../frame/words'

const FINDING_KINDS = {
  broken: 'Broken',
  seized: 'Seized',
  'wrong part': 'Wrong part',
  find: 'Found',
} as const
const THEN_WORDS = {
  'put right': 'Put right.',
  suspect: 'Taken back to Trace.',
  repair: 'One more repair.',
  deferred: 'Put off:',
} as const

/** What a call was weighed by, where that was kept. */
const termsText = (terms: BodyOf<'call-made'>['terms']): string =>
  terms
    ? ` Weighed by ${terms.moneyPerStandingDay} for a standing day, ${terms.moneyPerMinute} a minute, ${terms.leadDays === null ? 'typical days until parts come' : `${terms.leadDays} d until parts come`}.`
    : ''

/** What a build made of the vehicle: the layout before and after, and the figures that were chosen. */
function builtText(job: JobView): string[] {
  const { wish } = job
  if (!wish) return []
  const { was, becomes } = wish
  const named = (layout: typeof was.layout) => lowerFirst(LAYOUTS[layout].name)
  const layouts =
    was.layout === becomes.layout
      ? named(was.layout)
      : `${named(was.layout)} before, ${named(becomes.layout)} ${isBuilt(job) ? 'now' : 'when it is done'}`
  const figures = SHEET_FIELDS.flatMap(({ field, name, unit, digits }) => {
    const [before, after] = [was.specification[field].value, becomes.figures[field]]
    if (after === undefined || unit === null || Math.abs(after - before) < 0.01 * Math.abs(before)) return []
    return [
      `${lowerFirst(name)} ${siText(before, unit, digits)} before, ${siText(after, unit, digits)} chosen`,
    ]
  })
  return [`Built: ${lowerFirst(job.words)}. ${[layouts, ...figures].join('; ')}.`]
}

/** What was decided and agreed, by whom and why. */
export function decisionsOf(job: JobView): string[] {
  const { work } = job
  return [
    ...builtText(job),
    ...[...job.parts.values()].map((part) => `${clockText(part.at)} ${partSaidText(part)}.`),
    ...(work && waysInOf(work.ways).length === 1 && work.reason
      ? [`Way in: ${lowerFirst(wayIn(waysInOf(work.ways)[0]!).title)}. ${work.reason}`]
      : []),
    ...[...job.calls.values()].map((made) => {
      const call = CALLS.find((candidate) => candidate.id === made.callId)
      const title = (id: string) => call?.options.find((option) => option.id === id)?.title ?? id
      return `${call?.question ?? made.callId} ${title(made.optionId)}.${made.optionId === made.recommended ? '' : ` Recommended was: ${lowerFirst(title(made.recommended))}.${made.reason ? ` Why otherwise: ${lowerFirst(made.reason)}` : ''}`}${termsText(made.terms)}`
    }),
    ...job.consents.map(
      (consent) =>
        `${clockText(consent.at)} ${consent.who} agreed (${consent.how}) to ${consent.repairIds.map((id) => lowerFirst(repairById(id).part)).join(', ')}${consent.upTo === null ? ', no limit named' : `, up to ${consent.upTo} in all`}.`,
    ),
    ...job.waits
      .filter(isOrder)
      .map(
        (wait) =>
          `${clockText(wait.startedAt)} ${inUnits(wait.label)}, due ${dayClockText(wait.endsAt, wait.startedAt)}.`,
      ),
    ...[...job.findings.values()].map(
      (finding) =>
        `${clockText(finding.at)} ${FINDING_KINDS[finding.kind]}: ${lowerFirst(finding.what)}. ${THEN_WORDS[finding.then]}${finding.risk ? ` ${finding.risk}` : ''}`,
    ),
    ...[...job.fits.values()].map(
      (one) =>
        `${clockText(one.at)} ${one.title}: ${one.verdict === 'fits' ? 'fits' : one.verdict === 'doubt' ? 'doubtful' : 'does not fit'}. ${one.says}`,
    ),
    ...[...job.lies.values()]
      .filter((one) => one.lines.length > 0)
      .map((one) => `${clockText(one.at)} How it lay: ${one.lines.map(lowerFirst).join('; ')}.`),
    ...[...job.bypasses.values()].map(
      (bypass) =>
        `${clockText(bypass.at)} ${bypass.what} ${bypass.standing === 'set' ? 'is bridged, not undone' : 'was bridged, undone'}.`,
    ),
    ...[...job.lines.values()].map(
      (line) =>
        `${clockText(line.at)} Line surveyed: ${line.legs.length} legs, ${keptText(line.outerDiameterMm, 'mm', 1)} ${unitShown('mm')} outside, ${line.legs.filter((leg) => leg.clip).length} clips.`,
    ),
    ...[...job.terminals.values()].map(
      (pin) =>
        `${pin.plug} pin ${pin.pin}: labelled ${pin.labelled || 'nothing'}, goes to ${pin.goesTo}${pin.ohm === null ? '' : `, ${pin.ohm} Ω`}${pin.spliced ? ', spliced' : ''}.`,
    ),
    ...job.bled.map(
      (one) =>
        `${clockText(one.at)} Bled, ${one.strokes} strokes, ${one.cranks} cranks: ${one.outcome === 'firm' ? 'firm, no bubbles' : one.outcome === 'bubbles' ? 'bubbles never ended' : 'not yet'}.`,
    ),
    ...job.guards.map(
      (one) =>
        `${clockText(one.at)} ${one.extinguisher ? 'Extinguisher in its place' : 'No extinguisher seen'}, ${one.meterZeroed ? 'gas meter zeroed outdoors' : 'gas meter not zeroed'}.`,
    ),
    ...(job.cost
      ? [
          `Estimated ${Math.round(job.cost.estimateLow)} to ${moneyText(job.cost.estimateHigh)}, came to ${moneyText(job.cost.money)}, ${minutesText(job.cost.minutes)} of work.`,
        ]
      : []),
    ...job.waste.map(
      (one) =>
        `${clockText(one.at)} ${keptText(one.litres, 'L', 1)} ${unitShown('L')} ${one.kind} in ${lowerFirst(one.container)}${one.whereTo ? `, to ${lowerFirst(one.whereTo)}` : ''}.`,
    ),
    ...(job.handover
      ? [
          `${clockText(job.handover.at)} Handed over to ${job.handover.to}.${job.handover.note ? ` ${job.handover.note}` : ''}`,
        ]
      : []),
  ]
}

/** What was not as it should be inside; one line where all was. */
export function insideText(job: JobView, vehicle: Pick<VehicleRecord, 'layout' | 'edits'>): string[] {
  if (job.inside.size === 0) return []
  const items = insideOf(layoutOf(layoutKeyOf(vehicle, 'engine')))
  const odd = items.filter((item) => ['missing', 'altered'].includes(job.inside.get(item.id) ?? ''))
  return odd.length === 0
    ? ['Everything that should be inside was there and unaltered.']
    : odd.map((item) => `${item.name}: ${job.inside.get(item.id)}.`)
}
