'use client'
import { inUnits } from '../frame/quantities'
import { useMemo, useState } from 'react'
import {
  FASTENINGS,
  FASTENING_WORDS,
  RELIEFS,
  WAYS,
  WAYS_IN,
  fasteningIn,
  waysInOf,
  standsOpen,
  wayIn,
  type Depth,
  type Pace,
  type ReliefId,
  type WayInId,
} from '@/core/library'
import type { WayPlan } from '@/core/calls'
import { changeVehicle } from '@/data/store'
import { Button } from '@/ui/Button'
import { ChoiceGroup, ManyChoices } from '@/ui/ChoiceGroup'
import { Notice } from '@/ui/Notice'
import { Panel } from '@/ui/Panel'
import { useClaim } from '../frame/Claim'
import { whoWorks, type JobInHand } from '../frame/useJob'
import { minutesText } from '../frame/words'

export interface Chosen {
  way: WayInId | null
  reason: string
  pace: Pace
}

interface Props {
  hand: JobInHand
  open: boolean
  onOpenChange: (open: boolean) => void
  /** Null while it is worked out. */
  compared: WayPlan[] | null
  going: WayInId | null
  chosen: Chosen
  onChosen: (chosen: Chosen) => void
}

/** Ways in of this vehicle, laid side by side for this job; the person chooses, and may say why. */
export function WaysPanel({ hand, open, onOpenChange, compared, going, chosen, onChosen }: Props) {
  const { vehicle } = hand
  const [problem, setProblem] = useState<string | null>(null)
  const set = async (ways: string[]) => {
    const said = { ...vehicle, ways: WAYS.filter((way) => ways.includes(way)) }
    const saved = await changeVehicle(vehicle, said, whoWorks())
    setProblem(saved.ok ? null : 'The vehicle could not be kept: free some space and set it again.')
    if (saved.ok && chosen.way && !ways.includes(chosen.way)) onChosen({ ...chosen, way: null })
  }
  const quickest = useMemo(() => compared?.[0] ?? null, [compared])
  return (
    <Panel open={open} onOpenChange={onOpenChange} title="Ways in">
      <div className="space-y-4">
        {compared === null ? (
          <Notice kind="working" title="Working out each way." />
        ) : compared.length === 0 ? (
          <Notice title="This plan opens nothing at the tank’s top.">Any way in stays shut.</Notice>
        ) : (
          <table className="stacked w-full text-second">
            <thead>
              <tr className="text-left text-ink-2">
                <th className="font-normal">Way in</th>
                <th className="w-[96px] font-normal">In all</th>
                <th className="w-[66px] font-normal">People</th>
                <th className="font-normal">Also wants, also opens</th>
                <th className="w-[104px]" />
              </tr>
            </thead>
            <tbody>
              {compared.map((one) => {
                const words = wayIn(one.way)
                const taken = going === one.way
                return (
                  <tr
                    key={one.way}
                    data-way={one.way}
                    className={`border-t border-rule align-top ${taken ? 'bg-wash' : ''}`}
                  >
                    <td className="py-2 pr-3">
                      <span className="text-main font-semibold">{words.title}</span>
                      <span className="block text-ink-2">{words.risk}</span>
                    </td>
                    <td className="py-2" data-label="In all">
                      <span className="text-main font-semibold">{minutesText(one.minutes)}</span>
                      {quickest && one.way !== quickest.way && (
                        <span className="block text-ink-2">
                          {minutesText(one.minutes - quickest.minutes)} more
                        </span>
                      )}
                    </td>
                    <td className="py-2 text-main" data-label="People">
                      {one.people}
                    </td>
                    <td className="py-2 pr-3">
                      {inUnits(one.tools.join(', ')) || 'No other tool'}.{' '}
                      <span className="text-ink-2">{words.opens}.</span>
                    </td>
                    <td className="py-2 text-right">
                      <Button
                        variant={taken ? 'held' : 'plain'}
                        disabled={taken}
                        data-act={`take-${one.way}`}
                        onClick={() => onChosen({ ...chosen, way: one.way })}
                        className="!px-3"
                      >
                        {taken ? 'Taken' : 'Take it'}
                      </Button>
                    </td>
                  </tr>
                )
              })}
            </tbody>
          </table>
        )}
        {quickest && (
          <p className="text-main">
            {compared!.length === 1
              ? 'The only way of this vehicle that leads there.'
              : going === quickest.way
                ? `Recommended: the quickest by ${minutesText((compared![1]?.minutes ?? quickest.minutes) - quickest.minutes)}.`
                : `The quickest is: ${wayIn(quickest.way).title.toLowerCase()}. Another is in hand: say why.`}
          </p>
        )}
        {chosen.way && (
          <label className="block text-second text-ink-2">
            Why this one
            <input
              name="reason"
              value={chosen.reason}
              onChange={(event) => onChosen({ ...chosen, reason: event.target.value.slice(0, 400) })}
              className="block h-[48px] w-full border-2 border-ink-3 bg-sheet px-3 text-main text-ink"
            />
          </label>
        )}
        <div className="grid grid-cols-2 gap-4 narrow:grid-cols-1">
          <div>
            <p className="pb-1 text-second text-ink-2">Rust on bolts and lines</p>
            <ChoiceGroup
              label="Rust"
              options={[
                { id: 'none', label: 'none' },
                { id: 'some', label: 'some' },
                { id: 'bad', label: 'bad' },
              ]}
              value={chosen.pace.rust}
              onChange={(rust) =>
                onChosen({ ...chosen, pace: { ...chosen.pace, rust: rust as Pace['rust'] } })
              }
            />
          </div>
          <div>
            <p className="pb-1 text-second text-ink-2">Done on such a vehicle before</p>
            <ChoiceGroup
              label="Done before"
              options={[
                { id: 'yes', label: 'yes' },
                { id: 'no', label: 'first time' },
              ]}
              value={chosen.pace.first ? 'no' : 'yes'}
              onChange={(id) => onChosen({ ...chosen, pace: { ...chosen.pace, first: id === 'no' } })}
            />
          </div>
        </div>
        <div>
          <p className="pb-1 text-second text-ink-2">This vehicle has</p>
          <ManyChoices
            dense
            columns={3}
            label="Ways in of this vehicle"
            options={WAYS_IN.map((id) => ({ id, label: wayIn(id).title }))}
            value={waysInOf(vehicle.ways)}
            onChange={(ways) =>
              void set([
                ...ways,
                ...vehicle.ways.filter((way) => !(WAYS_IN as readonly string[]).includes(way)),
              ])
            }
          />
        </div>
        <div className="grid grid-cols-2 gap-4 narrow:grid-cols-1">
          <div>
            <p className="pb-1 text-second text-ink-2">Pressure is let off</p>
            <ChoiceGroup
              label="Pressure is let off"
              options={RELIEFS.map((id) => ({ id, label: RELIEF_WORDS[id] }))}
              value={RELIEFS.find((id) => vehicle.ways.includes(id)) ?? 'port'}
              onChange={(id) =>
                void set([...vehicle.ways.filter((way) => !(RELIEFS as readonly string[]).includes(way)), id])
              }
            />
          </div>
          <div>
            <p className="pb-1 text-second text-ink-2">Exhaust or shaft under the tank</p>
            <ChoiceGroup
              label="Exhaust or shaft under the tank"
              options={[
                { id: 'no', label: 'clear of it' },
                { id: 'yes', label: 'crosses it' },
              ]}
              value={vehicle.ways.includes('exhaustAside') ? 'yes' : 'no'}
              onChange={(id) =>
                void set([
                  ...vehicle.ways.filter((way) => way !== 'exhaustAside'),
                  ...(id === 'yes' ? ['exhaustAside'] : []),
                ])
              }
            />
          </div>
        </div>
        <div>
          <p className="pb-1 text-second text-ink-2">The tank’s unit is held by</p>
          <ChoiceGroup
            label="The tank’s unit is held by"
            options={FASTENINGS.map((id) => ({ id, label: FASTENING_WORDS[id] }))}
            value={fasteningIn(vehicle)}
            onChange={(id) =>
              void set([
                ...vehicle.ways.filter((way) => !(FASTENINGS as readonly string[]).includes(way)),
                id,
              ])
            }
          />
        </div>
        {problem && <Notice title={problem} />}
        {going && <StandsOpen hand={hand} way={going} />}
        <p className="text-second text-ink-2">
          Minutes are typical; the maker’s way governs where it names one.
        </p>
      </div>
    </Panel>
  )
}

const RELIEF_WORDS: Record<ReliefId, string> = {
  port: 'at a port',
  stall: 'by stalling',
  joint: 'at a joint',
}

const DEPTHS: { depth: Depth; words: string }[] = [
  { depth: 'way in open', words: 'Way in open, module in' },
  { depth: 'module out', words: 'Module out, tank open' },
]

/** A job taken over in the middle: the whole state in one touch, with the figures that make it safe. */
function StandsOpen({ hand, way }: { hand: JobInHand; way: WayInId }) {
  const { claim, panel } = useClaim(hand)
  if (hand.job.state.wayIn === 'open') return null
  return (
    <div>
      <p className="pb-1 text-second text-ink-2">
        It stands open already, by this way: battery off, pressure off, pump locked out, area safe
      </p>
      <div className="flex gap-2">
        {DEPTHS.map(({ depth, words }) => (
          <Button
            key={depth}
            data-act={`stands-${depth.replaceAll(' ', '-')}`}
            onClick={() => claim(standsOpen(way, depth), 'seen')}
            className="flex-1"
          >
            {words}
          </Button>
        ))}
      </div>
      {panel}
    </div>
  )
}
