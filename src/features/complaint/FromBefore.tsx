'use client'
import Link from 'next/link'
import { useMemo } from 'react'
import { readingText, type JobView } from '@/core/job'
import type { SymptomId } from '@/core/library'
import { putOffOf, recurrencesOf, type Recurrence } from '@/core/memory'
import { unitsNow } from '@/data/units'
import { Notice } from '@/ui/Notice'
import { unitText } from '../frame/quantities'
import type { JobInHand } from '../frame/useJob'
import { dateText, shortOf, stageHref, vehicleHref } from '../frame/words'
import { recurrenceText } from '../frame/againText'

/** Readings shown side by side, at most. */
const MOST = 3

/** What the vehicle brings from before: what was put off, and what comes again with its evidence of then. */
export function FromBefore({
  hand,
  pastJobs,
  symptoms,
}: {
  hand: JobInHand
  pastJobs: JobView[]
  symptoms: SymptomId[]
}) {
  const putOff = useMemo(() => putOffOf([...pastJobs, hand.job]), [pastJobs, hand.job])
  const again = useMemo(() => recurrencesOf(hand.job, pastJobs, symptoms), [hand.job, pastJobs, symptoms])
  if (putOff.length === 0 && again.length === 0) return null
  return (
    <section aria-label="From before" className="space-y-2">
      {putOff.map(({ findingId, jobId, what, risk, at }) => (
        <div key={findingId} data-put-off={findingId}>
          <Notice title={`Put off on ${dateText(at)}: ${what}.`}>
            {risk}{' '}
            <Link
              href={stageHref('record', jobId)}
              className="inline-flex min-h-[44px] items-center underline decoration-ink-3 underline-offset-4"
            >
              Its job
            </Link>
          </Notice>
        </div>
      ))}
      {again.slice(0, 1).map((one) => (
        <div key={one.before.id} data-again={one.before.id}>
          <Notice title={recurrenceText(one)}>
            <Evidence one={one} job={hand.job} />
            <Link
              href={stageHref('record', one.before.id)}
              className="mr-4 inline-flex min-h-[44px] items-center underline decoration-ink-3 underline-offset-4"
            >
              Its evidence of then
            </Link>
            <Link
              href={vehicleHref(hand.vehicle.id)}
              className="inline-flex min-h-[44px] items-center underline decoration-ink-3 underline-offset-4"
            >
              The vehicle’s life
            </Link>
          </Notice>
        </div>
      ))}
    </section>
  )
}

/** What was read then, before and after the repair, beside what is read now. */
function Evidence({ one, job }: { one: Recurrence; job: JobView }) {
  const said = (reading: JobView['readings'][number] | undefined) => {
    if (!reading) return 'not read'
    const { value, unit } = readingText(reading, unitsNow())
    return `${value}${unit ? ` ${unitText(unit)}` : ''}`
  }
  const last = (readings: JobView['readings'], testId: string) =>
    readings.findLast((reading) => reading.testId === testId)
  const tests = [...new Set([...one.before.proofs, ...one.before.readings].map(({ testId }) => testId))]
  return (
    <ul>
      {tests.slice(0, MOST).map((testId) => (
        <li key={testId}>
          {`${shortOf(testId)}: then ${said(last(one.before.readings, testId))}, after the repair ${said(last(one.before.proofs, testId))}, now ${said(last(job.readings, testId))}.`}
        </li>
      ))}
    </ul>
  )
}
