import { CALLS, insideOf, repairById, wayIn, waysInOf } from '@/core/library'
import { layoutKeyOf, type JobView, type VehicleRecord } from '@/core/job'
import { layoutOf } from '@/core/vehicle'
import { clockText, lowerFirst } from '../frame/words'

/** What was decided and agreed, by whom and why. */
export function decisionsOf(job: JobView): string[] {
  const { work } = job
  return [
    ...(work && waysInOf(work.ways).length === 1 && work.reason ? [`Way in: ${lowerFirst(wayIn(waysInOf(work.ways)[0]!).title)}. ${work.reason}`] : []),
    ...[...job.calls.values()].map((made) => {
      const call = CALLS.find((candidate) => candidate.id === made.callId)
      const title = (id: string) => call?.options.find((option) => option.id === id)?.title ?? id
      return `${call?.question ?? made.callId} ${title(made.optionId)}.${made.optionId === made.recommended ? '' : ` Recommended was: ${lowerFirst(title(made.recommended))}.${made.reason ? ` Why otherwise: ${lowerFirst(made.reason)}` : ''}`}`
    }),
    ...job.consents.map((consent) => `${clockText(consent.at)} ${consent.who} agreed (${consent.how}) to ${consent.repairIds.map((id) => lowerFirst(repairById(id).part)).join(', ')}${consent.upTo === null ? ', no limit named' : `, up to ${consent.upTo} in all`}.`),
    ...job.waste.map((one) => `${clockText(one.at)} ${one.litres} L ${one.kind} in ${lowerFirst(one.container)}${one.whereTo ? `, to ${lowerFirst(one.whereTo)}` : ''}.`),
    ...(job.handover ? [`${clockText(job.handover.at)} Handed over to ${job.handover.to}.${job.handover.note ? ` ${job.handover.note}` : ''}`] : []),
  ]
}

/** What was not as it should be inside; one line where all was. */
export function insideText(job: JobView, vehicle: Pick<VehicleRecord, 'layout' | 'edits'>): string[] {
  if (job.inside.size === 0) return []
  const items = insideOf(layoutOf(layoutKeyOf(vehicle, 'engine')))
  const odd = items.filter((item) => ['missing', 'altered'].includes(job.inside.get(item.id) ?? ''))
  return odd.length === 0 ? ['Everything that should be inside was there and unaltered.'] : odd.map((item) => `${item.name}: ${job.inside.get(item.id)}.`)
}
