'use client'
import Link from 'next/link'
import type { JobView } from '@/core/job'
import type { UpstreamCause } from '@/core/library'
import { Button } from '@/ui/Button'
import type { JobInHand } from '../frame/useJob'
import { stageHref } from '../frame/words'

type Then = 'put right' | 'repair' | 'deferred'
const THENS: { id: Then; label: string }[] = [
  { id: 'repair', label: 'Repair it' },
  { id: 'deferred', label: 'Put it off' },
  { id: 'put right', label: 'Done here' },
]
const SAYS: Record<Then, string> = {
  repair: 'One more repair: agreed to and added on Plan.',
  deferred: 'Put off, said on the record and on the next job.',
  'put right': 'Put right here.',
}
const followOf = (job: JobView, cause: UpstreamCause) =>
  [...job.findings.values()].findLast((finding) => finding.what === cause.found)

/** A cause that was found is not the end: it is repaired, put off with its risk, or was put right. */
export function Followed({ hand, cause }: { hand: JobInHand; cause: UpstreamCause }) {
  const follow = followOf(hand.job, cause)
  const then = THENS.find(({ id }) => id === follow?.then)
  if (then)
    return (
      <p className="col-span-2 text-second" data-followed={then.id}>
        {SAYS[then.id]}{' '}
        {then.id === 'repair' && (
          <Link
            href={stageHref('plan', hand.job.id)}
            className="inline-flex min-h-[44px] items-center font-semibold underline"
          >
            To the plan
          </Link>
        )}
        {then.id === 'deferred' && <span className="font-semibold">{cause.risk}</span>}
      </p>
    )
  if (hand.job.signed) return null
  return (
    <div
      className="grid grid-cols-3 gap-2 pb-1 medium:col-span-2 wide:col-span-2"
      role="group"
      aria-label={`${cause.found}: what follows`}
    >
      {THENS.map(({ id, label }) => (
        <Button
          key={id}
          className="!px-2"
          data-act={`found-${id.replace(' ', '-')}`}
          onClick={() =>
            void hand.act('noteFinding', {
              kind: 'find',
              what: cause.found,
              then: id,
              risk: id === 'deferred' ? cause.risk : '',
            })
          }
        >
          {label}
        </Button>
      ))}
    </div>
  )
}
