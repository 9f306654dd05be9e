'use client'
import type { WeighedCall } from '@/core/calls'
import type { Plan } from '@/core/procedure'
import { Button } from '@/ui/Button'
import { PlanPaper } from '../frame/PlanPaper'
import type { JobInHand } from '../frame/useJob'
import { useNow } from '../frame/useNow'
import { moneyText } from '../frame/words'

interface Props {
  hand: JobInHand
  plan: Plan
  estimate: { low: number; high: number }
  /** Nobody has agreed to it yet. */
  held: boolean
  calls: WeighedCall[]
  onOpen: (panel: 'calls' | 'consent') => void
}

/** Beside the plan's name: calls that are open, what it comes to, and the plan on paper. */
export function HeadActs({ hand, plan, estimate, held, calls, onOpen }: Props) {
  const { job } = hand
  const now = useNow(30_000)
  const small = '!min-h-[44px] bg-ground !px-3'
  return (
    <div className="flex flex-wrap gap-2 py-2 wide:absolute wide:left-1/2 wide:top-[48px] wide:z-10 wide:-translate-x-1/2 wide:flex-nowrap wide:py-0">
      {calls.length > 0 && (
        <Button variant="quiet" data-act="calls" className={small} onClick={() => onOpen('calls')}>
          Calls: {calls.filter((one) => job.calls.has(one.call.id)).length} of {calls.length} made
        </Button>
      )}
      <Button variant="quiet" data-act="estimate" className={small} onClick={() => onOpen('consent')}>
        {Math.round(estimate.low)} to {moneyText(estimate.high)} in all{held ? ', not agreed' : ''}
      </Button>
      <Button variant="quiet" data-act="print" className={small} onClick={() => window.print()}>
        Print
      </Button>
      {now !== null && <PlanPaper job={job} plan={plan} estimate={estimate} now={now} />}
    </div>
  )
}
