'use client'
import { inUnits } from '../frame/quantities'
import {
  LEAK_STAND_MINUTES,
  backInDays,
  causeItem,
  disturbedOf,
  firstStartBefore,
  gaugeRise,
  isBuilt,
  leakStandOf,
  leakStood,
  proofItems,
  upstreamQuestions,
  type ProofItem,
} from '@/core/job'
import type { UpstreamCause } from '@/core/library'
import { ChoiceGroup } from '@/ui/ChoiceGroup'
import { Button } from '@/ui/Button'
import { causeHow } from '../frame/partWords'
import type { JobInHand } from '../frame/useJob'
import { Followed } from './Followed'
import { useNow } from '../frame/useNow'
import { lowerFirst } from '../frame/words'

const ITEMS: Record<ProofItem, { title: string; how: string }> = {
  bonded: {
    title: 'Tank, can and vehicle are bonded',
    how: 'The lead on bare metal before the first litre is poured',
  },
  filled: {
    title: 'It is filled',
    how: 'A quarter of the tank, the filter filled, cap on, meter under 1 % LEL',
  },
  back: { title: 'What was disturbed is back', how: '' },
  liftAlone: {
    title: 'The lift pump has filled the surge tank',
    how: 'Main pump’s fuse out: until it runs over into the tank, every joint looked at',
  },
  dutyIdle: {
    title: 'The duty at idle is as in its table',
    how: 'Rail pressure stands, current is less than at full speed',
  },
  dryWarm: {
    title: 'Dry again when warm',
    how: 'After the first warm run, engine off: the same joints, by paper',
  },
  gaugeAgrees: { title: 'The gauge agrees with the litres', how: '' },
  primes: { title: 'It primes', how: 'Key on: the pump runs 1 to 3 s and pressure stands' },
  dry: {
    title: 'Every joint that was parted is dry',
    how: `Paper on a stick, pump running, and again after ${LEAK_STAND_MINUTES} min`,
  },
  starts: { title: 'It starts', how: 'Cold and, where it failed so, warm' },
  complaintGone: { title: 'The complaint is gone', how: 'Under the condition in which it came' },
}

/** What an engine does after its feed was open, and from when on that is no longer it. */
const ROUGH_AT_FIRST = 'Rough at first is air; after 3 min read the pressure'

/** Poured in, the gauge must follow. */
const POURED_LITRES = 10

/** What has to be seen, not measured; and what may have made the part fail. */
export function Shown({ hand }: { hand: JobInHand }) {
  const { job } = hand
  const seen = proofItems(job).map((item) => ({
    item: item as string,
    cause: null,
    ...ITEMS[item],
    ...(item === 'complaintGone' && isBuilt(job) && { title: 'It does what was wished for' }),
    how: howOf(hand, item),
    options: [
      { id: 'yes', label: 'Seen' },
      { id: 'no', label: 'No' },
    ],
  }))
  const asked = upstreamQuestions(job).map((cause) => ({
    item: causeItem(cause.id),
    cause,
    title: cause.question,
    how: causeHow(cause, backInDays(job.layout, cause)),
    options: [
      { id: 'no', label: 'Not there' },
      { id: 'yes', label: 'Found' },
    ],
  }))
  return (
    <div className="mt-2 grid grid-cols-2 gap-x-6">
      {[...seen, ...asked].map((row) => (
        <Row key={row.item} hand={hand} row={row} />
      ))}
    </div>
  )
}

interface Seen {
  item: string
  cause: UpstreamCause | null
  title: string
  how: string
  options: { id: string; label: string }[]
}
function Row({ hand, row: { item, cause, title, how, options } }: { hand: JobInHand; row: Seen }) {
  const { job } = hand
  const answer = job.proofNotes.get(item) ?? null
  const first = cause || answer === 'yes' ? null : firstStartBefore(job, item as ProofItem)
  const choice = (
    <ChoiceGroup
      label={title}
      options={options}
      value={answer}
      onChange={(outcome) => void hand.act('noteProof', { item, outcome: outcome as 'yes' | 'no' })}
    />
  )
  return (
    <div
      className="grid items-center gap-3 border-t border-rule-2 py-1 medium:grid-cols-[minmax(0,1fr)_176px] wide:grid-cols-[minmax(0,1fr)_176px]"
      data-proof={item}
    >
      <p className="text-main leading-[22px]">
        <span className="font-semibold">{title.endsWith('?') ? title : `${title}.`}</span>{' '}
        {/* Once it was found, how to look for it gives way to what follows. */}
        {!(cause && answer === 'yes') && (
          <span className="text-second leading-[20px] text-ink-2">{how}.</span>
        )}
      </p>
      {first && answer !== 'no' ? (
        <p className="text-second text-ink-2" data-first={first}>
          After: {lowerFirst(ITEMS[first].title)}
        </p>
      ) : item === 'dry' && answer === null && !job.signed ? (
        <Stand hand={hand}>{choice}</Stand>
      ) : (
        choice
      )}
      {cause && answer === 'yes' && <Followed hand={hand} cause={cause} />}
    </div>
  )
}

/** Joints stand under pressure before the second look: the answer is asked for when the time is over, a leak can be said at once. */
function Stand({ hand, children }: { hand: JobInHand; children: React.ReactNode }) {
  const { job } = hand
  const now = useNow(1000)
  if (now === null) return <div className="min-h-[48px]" />
  if (leakStood(job, now)) return children
  const stand = leakStandOf(job)
  const left = stand ? Math.max(0, Math.ceil((stand.endsAt - now) / 1000)) : 0
  return (
    <div data-stand={stand ? 'running' : 'due'}>
      {stand ? (
        <div className="grid grid-cols-2">
          <span
            className="flex min-h-[48px] items-center justify-center bg-wash text-step font-semibold text-accent"
            role="timer"
          >
            {Math.floor(left / 60)}:{String(left % 60).padStart(2, '0')}
          </span>
          <Button
            className="!px-1"
            onClick={() => void hand.act('noteProof', { item: 'dry', outcome: 'no' })}
          >
            It is wet
          </Button>
        </div>
      ) : (
        <Button className="w-full !px-1" data-act="stand" onClick={() => void hand.act('standJoints', {})}>
          Start {LEAK_STAND_MINUTES} min
        </Button>
      )}
      <button
        type="button"
        data-act="stood"
        onClick={() => void hand.act('jointsStood', {})}
        className="min-h-[44px] w-full text-center text-second text-ink-2 underline"
      >
        stood already
      </button>
    </div>
  )
}

/** How to see it; what was disturbed, and what litres are on this gauge, come from the job and the vehicle. */
function howOf({ job, vehicle }: JobInHand, item: ProofItem): string {
  if (item === 'complaintGone' && isBuilt(job)) return 'Under the load that it was built for'
  if (item === 'back') return `Before the first power, joints in view: ${disturbedOf(job).join(', ')}`
  if (item === 'gaugeAgrees')
    return `Pour ${inUnits(`{${POURED_LITRES} L}`)}: it rises by ${Math.round(100 * gaugeRise(POURED_LITRES, vehicle.specification.tankCapacityM3.value))} % of its scale, typical`
  if (item === 'starts' && disturbedOf(job).length > 0) return `${ITEMS.starts.how}. ${ROUGH_AT_FIRST}`
  if (item === 'primes' && job.layout.engine.kind === 'diesel')
    return 'The primer stands firm, no bubble in a clear hose'
  return ITEMS[item].how
}
