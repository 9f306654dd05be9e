'use client'
import Link from 'next/link'
import { useEffect, useMemo, useState } from 'react'
import type { JobView } from '@/core/job'
import { lastTimesOf, saysMore, type LastTime as Time } from '@/core/memory'
import { sisterJobs } from '@/data/store'
import { Fold } from '@/ui/Fold'
import { siText } from '../frame/quantities'
import type { JobInHand } from '../frame/useJob'
import { usePastJobs } from '../frame/usePastJobs'
import { dateText, minutesText, stageHref } from '../frame/words'

/** Sisters' jobs that are read for what they learned. */
const MOST_SISTERS = 12
const NONE: JobView[] = []

function useSisterJobs({ vehicle }: JobInHand): JobView[] {
  const [jobs, setJobs] = useState(NONE)
  const { id, name, layout } = vehicle
  useEffect(() => {
    let live = true
    void sisterJobs({ id, name, layout }, MOST_SISTERS).then(
      (found) => live && found.length > 0 && setJobs(found),
    )
    return () => {
      live = false
    }
  }, [id, name, layout])
  return jobs
}

const whoText = ({ own, unit, at }: Time): string =>
  own ? `This vehicle, ${dateText(at)}` : `Sister ${unit}, ${dateText(at)}`

/** What was learned at this step the last times, behind one line. */
export function LastTime({ hand, operationId }: { hand: JobInHand; operationId: string }) {
  const past = usePastJobs(hand.vehicle.id, hand.job.id)
  const sisters = useSisterJobs(hand)
  const times = useMemo(
    () => lastTimesOf(operationId, hand.job, [...past, ...sisters]).filter(saysMore),
    [operationId, hand.job, past, sisters],
  )
  const [first] = times
  if (!first) return null
  return (
    <div data-last-time={operationId}>
      <Fold
        line={`Last time: ${first.minutes === null ? whoText(first).toLowerCase() : minutesText(first.minutes)}`}
      >
        <ul className="space-y-1 text-second">
          {times.map((time) => (
            <li key={time.jobId}>
              <Link
                href={stageHref('record', time.jobId)}
                className="inline-flex min-h-[44px] items-center font-semibold underline decoration-ink-3 underline-offset-4"
              >
                {whoText(time)}
              </Link>{' '}
              {[
                time.minutes === null ? '' : `it took ${minutesText(time.minutes)}`,
                time.torqueNm === null ? '' : siText(time.torqueNm, 'N·m', 0),
                ...time.lines,
                time.photoIds.length > 0 ? `${time.photoIds.length} photos in its record` : '',
              ]
                .filter(Boolean)
                .join('; ')}
              .
            </li>
          ))}
        </ul>
      </Fold>
    </div>
  )
}
