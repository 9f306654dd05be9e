'use client'
import { useEffect, useState } from 'react'
import type { SurveyFinding, SurveyItem } from '@/core/library'
import { settingOf } from '@/core/job'
import type { SurveyStanding } from '@/core/procedure'
import { ask } from '@/workers/client'
import { Button } from '@/ui/Button'
import { Cautions } from '../frame/Cautions'
import { useClaim } from '../frame/Claim'
import { meterHolds } from '../frame/MeterHold'
import type { JobInHand } from '../frame/useJob'
import { FINDING_WORDS, lowerFirst, minutesText, variableWord } from '../frame/words'
import { differing } from './differing'

interface Props {
  hand: JobInHand
  item: SurveyItem
  standing: SurveyStanding
  reachMinutes: number
  names: Map<string, string>
  onKeep: (finding: SurveyFinding, note: string) => void
}

/** The acting sheet of the survey: what to look at, the way to it, and what each find looks like. */
export function SurveySheet({ hand, item, standing, reachMinutes, names, onKeep }: Props) {
  const [note, setNote] = useState('')
  const conflicts = differing(hand.job.state, item.needs)
  const way = useWay(hand, item, conflicts.length > 0)
  const out = meterHolds(hand)
  const { claim, panel } = useClaim(hand)
  const held = standing.kind === 'held' ? standing.by : null
  return (
    <section
      aria-label="Next look"
      data-survey={item.id}
      className="absolute bottom-0 left-0 grid h-[288px] w-[876px] grid-cols-[420px_minmax(0,1fr)] gap-5 border-t-[5px] border-accent bg-sheet px-6 pt-1"
    >
      <div className="flex min-h-0 flex-col">
        <p className="text-second font-semibold text-accent">
          {standing.kind === 'done'
            ? `Found ${FINDING_WORDS[standing.finding]}: look again?`
            : `Next look, ${minutesText(item.minutes + reachMinutes)}`}
        </p>
        <h2 className="text-[24px] leading-[28px]">{item.title}</h2>
        <ol className="pt-0.5 text-second leading-[22px]">
          {item.steps.map((step, at) => (
            <li key={step} className="flex gap-2.5">
              <span className="w-3 font-semibold text-accent">{at + 1}</span>
              {step}
            </li>
          ))}
        </ol>
        <Cautions cautions={item.cautions ?? []} />
        <div className="mt-auto flex items-center gap-3 pb-3">
          {held ? (
            <p className="border-l-4 border-danger pl-2 text-second font-semibold text-danger">
              Held until good or put right: {held.map((id) => lowerFirst(names.get(id) ?? id)).join(', ')}.
            </p>
          ) : conflicts.length > 0 ? (
            <>
              <p className="line-clamp-2 flex-1 text-second leading-tight">
                <span className="font-semibold">First:</span>{' '}
                {way.length > 0
                  ? way.join(', ').toLowerCase()
                  : conflicts
                      .map((variable) => `${variableWord(variable).toLowerCase()} ${item.needs[variable]}`)
                      .join(', ')}
              </p>
              <Button
                data-act="way-done"
                className="shrink-0"
                onClick={() =>
                  claim(
                    Object.fromEntries(conflicts.map((variable) => [variable, item.needs[variable]!])),
                    'implied',
                  )
                }
              >
                That is done
              </Button>
              {panel}
            </>
          ) : (
            <p className="text-second text-ink-2">The vehicle stands as this look needs it.</p>
          )}
        </div>
      </div>
      <div className="flex min-h-0 flex-col gap-1.5 pb-3 pt-1">
        <p className="text-second text-ink-2">What you see</p>
        {(['good', 'doubtful', 'bad'] as const).map((finding) => (
          <button
            key={finding}
            type="button"
            disabled={held !== null || conflicts.length > 0 || out}
            data-find={finding}
            onClick={() => onKeep(finding, note)}
            className="grid min-h-[52px] grid-cols-[104px_1fr] items-center border-2 border-ink px-3 text-left disabled:border-dashed disabled:border-ink-3 disabled:text-ink-2"
          >
            <span className="text-main font-semibold">
              {finding === 'good' ? 'Good' : finding === 'doubtful' ? 'Doubtful' : 'Bad'}
            </span>
            <span className="text-second leading-tight">{item.looks[finding]}</span>
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
          <Button
            variant="quiet"
            data-find="cannot"
            className="!min-h-[44px]"
            disabled={held !== null || out}
            onClick={() => onKeep('cannot', note)}
          >
            Cannot be seen here
          </Button>
        </div>
      </div>
    </section>
  )
}

/** Steps to the state that the look needs. */
function useWay({ job, vehicle }: JobInHand, item: SurveyItem, needed: boolean): string[] {
  const [way, setWay] = useState<string[]>([])
  const request = needed
    ? JSON.stringify({ setting: settingOf(vehicle), start: job.state, goal: item.needs })
    : ''
  useEffect(() => {
    if (request === '') return
    let live = true
    void ask('way', JSON.parse(request)).then(
      (answer) => live && answer.ok && setWay(answer.value?.steps ?? []),
    )
    return () => {
      live = false
    }
  }, [request])
  return needed ? way : []
}
