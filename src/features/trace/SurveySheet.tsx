'use client'
import { inUnits } from '../frame/quantities'
import { useState } from 'react'
import type { SurveyFinding, SurveyItem } from '@/core/library'
import type { Hold } from '@/core/job'
import type { SurveyStanding } from '@/core/procedure'
import { Button } from '@/ui/Button'
import { First } from '../frame/First'
import type { JobInHand } from '../frame/useJob'
import { useWay } from '../frame/useWay'
import { FINDING_WORDS, lowerFirst, minutesText } from '../frame/words'
import { Doing } from './Doing'

interface Props {
  hand: JobInHand
  item: SurveyItem
  holds: Hold[]
  standing: SurveyStanding
  reachMinutes: number
  names: Map<string, string>
  onKeep: (finding: SurveyFinding, note: string) => void
}

/** The acting sheet of the survey: what to look at, the way to it, and what each find looks like. */
export function SurveySheet({ hand, item, holds, standing, reachMinutes, names, onKeep }: Props) {
  const held = standing.kind === 'held' ? standing.by : null
  const way = useWay(hand, item.needs, holds[0]?.kind === 'state')
  return (
    <section
      aria-label="Next look"
      data-survey={item.id}
      className="flex flex-col gap-3 border-t-[5px] border-accent bg-sheet px-4 pb-3 pt-1 medium:grid medium:grid-cols-2 medium:gap-5 medium:px-6 wide:grid wide:h-full wide:grid-cols-2 wide:gap-5 wide:px-6 wide:pb-0"
    >
      <div className="flex min-h-0 flex-col">
        <p className="text-second font-semibold text-accent">
          {standing.kind === 'done'
            ? `Found ${FINDING_WORDS[standing.finding]}: look again?`
            : `Next look, ${minutesText(item.minutes + reachMinutes)}`}
        </p>
        <h2 className="text-[24px] leading-[28px]">{inUnits(item.title)}</h2>
        <Doing of={item}>
          {held ? (
            <p className="mt-2 border-l-4 border-danger pl-2 font-semibold text-danger">
              Held until good or put right: {held.map((id) => lowerFirst(names.get(id) ?? id)).join(', ')}.
            </p>
          ) : (
            holds.length === 0 && <p className="pt-1 text-ink-2">The vehicle stands as this look needs it.</p>
          )}
        </Doing>
      </div>
      {held === null && holds.length > 0 ? (
        <div className="flex min-h-0 flex-col pb-3">
          <First
            hand={hand}
            needs={item.needs}
            holds={holds}
            way={way}
            beside={<CannotBeSeen held={false} onKeep={() => onKeep('cannot', '')} />}
          />
        </div>
      ) : (
        <Finds item={item} held={held !== null} onKeep={onKeep} />
      )}
    </section>
  )
}

/** What is seen, in the words of this look, and a note to it. */
function Finds({ item, held, onKeep }: Pick<Props, 'item' | 'onKeep'> & { held: boolean }) {
  const [note, setNote] = useState('')
  return (
    <div className="flex min-h-0 flex-col gap-1.5 pb-3 pt-1">
      <p className="text-second text-ink-2">What you see</p>
      {(['good', 'doubtful', 'bad'] as const).map((finding) => (
        <button
          key={finding}
          type="button"
          disabled={held}
          data-find={finding}
          onClick={() => onKeep(finding, note)}
          className="grid min-h-[52px] grid-cols-[104px_1fr] items-center border-2 border-ink px-3 text-left disabled:border-dashed disabled:border-ink-3 disabled:text-ink-2"
        >
          <span className="text-main font-semibold">
            {finding === 'good' ? 'Good' : finding === 'doubtful' ? 'Doubtful' : 'Bad'}
          </span>
          <span className="text-second leading-tight">{inUnits(item.looks[finding])}</span>
        </button>
      ))}
      <div className="mt-auto flex gap-2">
        <input
          aria-label="Note to this look"
          placeholder="Note"
          value={note}
          onChange={(event) => setNote(event.target.value)}
          className="h-[44px] min-w-0 flex-1 border-2 border-ink-3 bg-sheet px-2 text-main"
        />
        <CannotBeSeen held={held} onKeep={() => onKeep('cannot', note)} />
      </div>
    </div>
  )
}

function CannotBeSeen({ held, onKeep }: { held: boolean; onKeep: () => void }) {
  return (
    <Button variant="quiet" data-find="cannot" className="!min-h-[44px]" disabled={held} onClick={onKeep}>
      Cannot be seen here
    </Button>
  )
}
