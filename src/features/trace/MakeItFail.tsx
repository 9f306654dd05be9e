'use client'
import { PROVOCATIONS, provocationOn } from '@/core/library'
import type { JobView } from '@/core/job'
import type { Ranking } from '@/workers/protocol'
import { Button } from '@/ui/Button'
import { Panel } from '@/ui/Panel'
import { Cautions } from '../frame/Cautions'
import { FirstButton } from '../frame/FirstButton'
import { useHolds } from '../frame/useHolds'
import type { JobInHand } from '../frame/useJob'
import { inUnits } from '../frame/quantities'
import { clockText, minutesText, percentText } from '../frame/words'

interface Props {
  hand: JobInHand
  ranking: Ranking
  open: boolean
  onOpenChange: (open: boolean) => void
}

/** Ways to call a fault that comes and goes, the one that brings out the most a minute first; what was tried is kept. */
export function MakeItFail({ hand, ranking, open, onOpenChange }: Props) {
  const ways = ranking.provocations.flatMap(({ id, brings }) => {
    const way = PROVOCATIONS.find((candidate) => candidate.id === id)
    return way ? [{ ...provocationOn(hand.vehicle.layout, way), share: brings }] : []
  })
  const keep = async (way: string, outcome: 'fails' | 'holds') => {
    if ((await hand.act('provoke', { way, outcome })).kept && outcome === 'fails') onOpenChange(false)
  }
  return (
    <Panel open={open} onOpenChange={onOpenChange} title="Make it fail, then read">
      {ways.length === 0 && (
        <p className="text-main">Nothing that is left comes and goes: read it as it stands.</p>
      )}
      <div className="max-h-[440px] space-y-3 overflow-y-auto">
        {ways.map((way, at) => (
          <Provocation
            key={way.id}
            hand={hand}
            way={way}
            first={at === 0}
            tried={hand.job.provoked.findLast((entry) => entry.way === way.id)}
            onOutcome={(outcome) => void keep(way.id, outcome)}
          />
        ))}
      </div>
    </Panel>
  )
}

interface OneWay {
  hand: JobInHand
  way: ReturnType<typeof provocationOn> & { share: number }
  first: boolean
  tried: JobView['provoked'][number] | undefined
  onOutcome: (outcome: 'fails' | 'holds') => void
}

function Provocation({ hand, way, first, tried, onOutcome }: OneWay) {
  const holds = useHolds(hand, way, { as: 'reading' })
  return (
    <section aria-label={way.title} className="border-t border-rule pt-2">
      <h3 className="flex justify-between text-main font-semibold">
        <span>{way.title}</span>
        <span className="whitespace-nowrap pl-3 font-instrument font-normal text-ink-2">
          {minutesText(way.minutes)}, brings out {percentText(way.share)}
        </span>
      </h3>
      <ol className="text-second">
        {way.steps.map((step, k) => (
          <li key={step} className="flex gap-2">
            <span className="w-3 font-semibold text-accent">{k + 1}</span>
            {inUnits(step)}
          </li>
        ))}
      </ol>
      <Cautions cautions={way.cautions ?? []} />
      <div className="flex items-center gap-2 pt-1">
        {holds.length > 0 ? (
          <FirstButton hand={hand} act={way} holds={holds} />
        ) : (
          <>
            <Button
              variant={first ? 'act' : 'plain'}
              data-act={`fails-${way.id}`}
              onClick={() => onOutcome('fails')}
            >
              It fails now
            </Button>
            <Button variant="quiet" data-act={`holds-${way.id}`} onClick={() => onOutcome('holds')}>
              It does not
            </Button>
          </>
        )}
        {tried && (
          <span className="text-second text-ink-2">
            {tried.outcome === 'fails' ? 'Failed' : 'Did not fail'} at {clockText(tried.at)}.
          </span>
        )}
      </div>
    </section>
  )
}
