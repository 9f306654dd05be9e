import { inUnits } from '../frame/quantities'
import dynamic from 'next/dynamic'
import { useState } from 'react'
import type { JobView, TrayPiece, Wait } from '@/core/job'
import { minutesText, stageHref } from '../frame/words'
import { askForNotice, mayAsk } from '../frame/useWaitNotice'

const LabelsPanel = dynamic(() => import('../frame/Labels').then((own) => own.LabelsPanel), { ssr: false })

/** A label a piece, for its bag: whose it is, where it lies, with which step it goes back. */
const labelsOf = ({ id, unit }: Props['job'], pieces: TrayPiece[]) =>
  pieces
    .filter(({ side }) => side === 'out')
    .map(({ name, count, lies, step, backAt }, at) => ({
      key: `${name} ${at}`,
      mark: unit,
      title: count > 1 ? `${inUnits(name)}, ${count}` : inUnits(name),
      under: [lies, backAt === null ? '' : `back with step ${backAt + 1}`].filter(Boolean).join(', '),
      href: `${stageHref('work', id)}&step=${backAt ?? step}`,
    }))

interface Props {
  job: Pick<JobView, 'id' | 'unit'>
  pieces: TrayPiece[]
  waits: Wait[]
  now: number | null
  onEnd: (waitId: string) => void
}

/** Everything out of the vehicle and where it lies; petrol cells are on the vehicle and must come off. */
export function Tray({ job, pieces, waits, now, onEnd }: Props) {
  const [labelling, setLabelling] = useState(false)
  const out = pieces.filter((piece) => piece.side === 'out').reduce((sum, piece) => sum + piece.count, 0)
  return (
    <section
      aria-label="Tray"
      className="mt-2 flex min-h-[108px] items-stretch overflow-x-auto overflow-y-hidden border-t-2 border-ink bg-sheet"
    >
      <div className="w-[150px] shrink-0 px-6 pt-2 leading-tight">
        <span className="block text-work font-semibold">{out}</span>
        <span className="text-second text-ink-2">{out === 1 ? 'piece out' : 'pieces out'}</span>
        {out > 0 && (
          <button
            type="button"
            data-act="tray-labels"
            onClick={() => setLabelling(true)}
            className="block min-h-[44px] min-w-[44px] text-left text-second underline"
          >
            labels
          </button>
        )}
      </div>
      {pieces.map((piece, at) => (
        <div
          key={`${piece.name} ${at}`}
          className={`shrink-0 border-l border-rule-2 px-3 pt-2 leading-tight ${piece.side === 'on' ? 'bg-wash' : ''}`}
        >
          <span className={`block text-count font-semibold ${piece.side === 'on' ? 'text-accent' : ''}`}>
            {piece.count}
          </span>
          <span className="block text-second">{inUnits(piece.name)}</span>
          <span className="block text-tick text-ink-2">
            {piece.side === 'on' ? `${piece.lies}, comes off` : piece.lies}
          </span>
        </div>
      ))}
      {waits.map((wait) => (
        <TrayWait key={wait.waitId} wait={wait} now={now} onEnd={() => onEnd(wait.waitId)} />
      ))}
      {labelling && <LabelsPanel labels={labelsOf(job, pieces)} onClose={() => setLabelling(false)} />}
    </section>
  )
}

/** What runs: how long it still has, and the one way to end it before. */
function TrayWait({ wait, now, onEnd }: { wait: Wait; now: number | null; onEnd: () => void }) {
  const left = now === null ? null : (wait.endsAt - now) / 60_000
  return (
    <div className="ml-auto w-[240px] shrink-0 border-l-2 border-ink px-3 pt-2 leading-tight">
      <span className="block text-count font-semibold">
        {left === null ? '' : left > 0 ? minutesText(left) : 'over'}
        <span className="text-second font-normal text-ink-2"> {left !== null && left > 0 ? 'left' : ''}</span>
      </span>
      <span className="block text-second">{inUnits(wait.label)}</span>
      <button
        type="button"
        onClick={onEnd}
        className="-mb-1 min-h-[44px] pr-4 text-second text-ink-2 underline"
      >
        end it
      </button>
      {left !== null && left > 0 && mayAsk() && (
        <button
          type="button"
          onClick={askForNotice}
          className="-mb-1 min-h-[44px] text-second text-ink-2 underline"
        >
          tell me then
        </button>
      )}
    </div>
  )
}
