'use client'
import Link from 'next/link'
import { useEffect, useMemo, useState } from 'react'
import { HOLDING_RATE, carryLines, type CarryLine, type Demand, type Part } from '@/core/parts'
import { figureOf } from '@/core/shared'
import { recordedJobs, vehicleLines } from '@/data/store'
import { ask } from '@/workers/client'
import { Button } from '@/ui/Button'
import { Panel } from '@/ui/Panel'
import { sayOfPart } from '../frame/pieceActs'
import { partHref } from '../frame/partStockText'
import { priceText } from '../frame/words'

const MOST_LINES = 30
const LEAD_WORDS = { delivered: 'as delivered', quoted: 'as quoted', typical: 'typical' } as const

/** What is worth having on the shelf: the days that it saves against what it costs to lie there. */
export function CarryPanel({ parts, onClose }: { parts: Part[]; onClose: () => void }) {
  const [demand, setDemand] = useState<Demand[] | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const [worth, setWorth] = useState('80')
  useEffect(() => {
    void (async () => {
      const [vehicles, jobs] = await Promise.all([vehicleLines(), recordedJobs()])
      const answer = await ask('demand', {
        fleet: vehicles.map(({ layout }) => layout),
        done: jobs.map(({ openedAt, repaired }) => ({ openedAt, repaired })),
        now: Date.now(),
      })
      if (answer.ok) setDemand(answer.value)
      else setProblem(answer.problem)
    })()
  }, [])
  const dayWorth = figureOf(worth)
  const lines = useMemo(
    () => (demand && dayWorth !== null ? carryLines(parts, demand, dayWorth) : []),
    [parts, demand, dayWorth],
  )
  const own = demand?.reduce((sum, { counted }) => sum + counted, 0) ?? 0
  return (
    <Panel open onOpenChange={(open) => !open && onClose()} title="What is worth carrying">
      <div className="space-y-3" data-sheet="carry">
        <div className="flex flex-wrap items-end justify-between gap-4">
          <p className="max-w-[480px] text-second text-ink-2">
            {`How often a piece is wanted: your fleet’s faults, and ${own} that were fitted here. A piece that lies there costs ${Math.round(100 * HOLDING_RATE)} % of its price a year, typical.`}
          </p>
          <label className="text-second text-ink-2">
            A day that a vehicle waits costs
            <input
              name="waiting-day"
              inputMode="decimal"
              value={worth}
              onChange={(event) => setWorth(event.target.value)}
              className="mt-1 block h-[48px] w-[120px] border-2 border-ink-3 bg-ground px-2 text-right text-main text-ink"
            />
          </label>
        </div>
        {problem && <p className="text-main text-danger">{`It could not be worked out: ${problem}`}</p>}
        {demand === null && !problem && (
          <p className="text-main text-ink-2">Working out what the fleet wants.</p>
        )}
        {demand && lines.length === 0 && (
          <p className="text-main">
            No part has both a price and the piece of a plan that it stands for: say both on its page.
          </p>
        )}
        {lines.length > 0 && <Lines lines={lines.slice(0, MOST_LINES)} />}
      </div>
    </Panel>
  )
}

function Lines({ lines }: { lines: CarryLine[] }) {
  return (
    <table className="stacked w-full text-second">
      <thead className="text-left text-ink-2">
        <tr className="border-b-2 border-ink">
          {['Part', 'Wanted a year', 'Days away', 'Carry', 'Saves a year', 'Costs a year', 'Least'].map(
            (head) => (
              <th key={head} className="py-1 pr-3 font-normal">
                {head}
              </th>
            ),
          )}
        </tr>
      </thead>
      <tbody>
        {lines.map((line) => (
          <Line key={line.part.id} line={line} />
        ))}
      </tbody>
    </table>
  )
}

function Line({ line }: { line: CarryLine }) {
  const { part, perYear, demand, leadDays, leadFrom, count, daysSaved, costsAYear } = line
  return (
    <tr className="border-b border-rule-2" data-carry={part.number || part.name}>
      <td className="pr-3">
        <Link
          href={partHref(part.id)}
          className="inline-flex min-h-[44px] items-center text-main font-semibold underline decoration-ink-3 underline-offset-4"
        >
          {part.name}
        </Link>
      </td>
      <td className="pr-3">{`${perYear.toFixed(perYear < 1 ? 2 : 1)}, ${demand.counted} counted`}</td>
      <td className="pr-3">{`${leadDays.toFixed(leadDays < 10 ? 1 : 0)}, ${LEAD_WORDS[leadFrom]}`}</td>
      <td className="pr-3 text-main font-semibold">{count === 0 ? 'none' : count}</td>
      <td className="pr-3">{count === 0 ? '' : `${daysSaved.toFixed(1)} days`}</td>
      <td className="pr-3">{count === 0 ? '' : priceText(costsAYear)}</td>
      <td>
        {count === part.least ? (
          `${part.least} already`
        ) : (
          <Button
            variant="quiet"
            className="!min-h-[44px]"
            onClick={() => void sayOfPart(part.id, { says: 'field', field: 'least', value: count })}
          >
            {`Make it ${count}`}
          </Button>
        )}
      </td>
    </tr>
  )
}
