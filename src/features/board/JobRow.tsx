'use client'
import Link from 'next/link'
import { STAGES } from '@/core/job'
import { setAside } from '@/data/store'
import { Button } from '@/ui/Button'
import { useShape } from '@/ui/Shape'
import { saveRaw } from '../frame/useJob'
import { minutesText, stageHref } from '../frame/words'
import { stagePlace, type BoardRow } from './boardText'

export function JobRow({ row, now, first }: { row: BoardRow; now: number; first: boolean }) {
  const { wait, next } = row
  const shape = useShape()
  return (
    <div
      data-job={row.jobId}
      className={`grid min-h-[58px] grid-cols-[minmax(0,1fr)_auto] items-center gap-x-3 border-b border-rule-2 py-1 medium:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_128px] wide:grid-cols-[340px_400px_110px_1fr_128px] wide:gap-x-0 wide:py-0 ${first ? '-mx-4 border-l-8 border-l-accent bg-sheet pl-2 pr-4 medium:-mx-6 medium:pl-4 medium:pr-6 wide:-mx-6 wide:pl-4 wide:pr-6' : ''}`}
    >
      <div className="flex items-center gap-4 overflow-hidden wide:pr-3">
        <span className="w-12 font-track text-[44px] font-bold leading-none">{row.unit || '?'}</span>
        <span className="min-w-0 leading-tight">
          <span className="block truncate text-second font-semibold">{row.name || row.jobId}</span>
          <span
            className={`block truncate text-second ${row.danger ? 'font-semibold text-danger' : 'text-ink-2'}`}
          >
            {row.words}
          </span>
        </span>
      </div>
      {shape === 'wide' && (
        <StagePath at={stagePlace(row)} waiting={wait !== undefined} signed={row.signed} />
      )}
      <div className={shape === 'wide' ? 'pl-4 leading-tight' : 'hidden'}>
        <span className="block text-second font-semibold">{row.neededBy}</span>
        <span className="block text-tick text-ink-2">{row.slack}</span>
      </div>
      <div className="min-w-0 leading-tight narrow:order-last narrow:col-span-2 wide:pr-4">
        <span className="block text-second font-semibold">
          {shape === 'wide' ? '' : `${row.stageName}: `}
          {next.what}
        </span>
        <span className="block text-second text-ink-2">
          {shape === 'wide' || row.signed
            ? next.detail
            : `${next.detail}${next.detail ? ' · ' : ''}${row.neededBy}, ${row.slack}`}
        </span>
      </div>
      {row.odd ? (
        <OddJob jobId={row.jobId} />
      ) : wait ? (
        <Link
          href={stageHref(row.stage, row.jobId)}
          className="flex min-h-[44px] flex-col justify-center text-right leading-tight"
        >
          <span className="block text-step font-semibold">{minutesText((wait.endsAt - now) / 60_000)}</span>
          <WaitBar share={(now - wait.startedAt) / (wait.endsAt - wait.startedAt)} />
        </Link>
      ) : (
        <Link
          href={stageHref(row.stage, row.jobId)}
          className={`flex min-h-[48px] min-w-[96px] items-center justify-center border-2 text-main font-semibold ${first ? 'border-accent bg-accent text-on-accent' : 'border-ink'}`}
        >
          {row.signed ? 'Open' : 'Take up'}
        </Link>
      )}
    </div>
  )
}

/** A job that cannot be read: saved as it is, or set aside, and the others go on. */
function OddJob({ jobId }: { jobId: string }) {
  return (
    <span className="flex flex-col gap-1 py-1">
      <Button className="!px-2" data-act="save-raw" onClick={() => void saveRaw(jobId)}>
        Save as is
      </Button>
      <Button
        className="!px-2"
        variant="quiet"
        data-act="set-aside"
        onClick={() => void saveRaw(jobId).then(() => setAside(jobId))}
      >
        Set aside
      </Button>
    </span>
  )
}

function WaitBar({ share }: { share: number }) {
  const percent = Math.round(100 * Math.min(1, Math.max(0, share)))
  return (
    <span
      className="my-1 block h-1.5 border-b border-ink"
      style={{ background: `linear-gradient(to right, var(--ink) ${percent}%, transparent ${percent}%)` }}
    />
  )
}

/** The job as a path of seven beads: done, now, waiting, to come. */
function StagePath({ at, waiting, signed }: { at: number; waiting: boolean; signed: boolean }) {
  const x = (stage: number) => 28.5 + stage * 57.15
  const stop = signed ? 6 : at
  return (
    <svg
      width="400"
      height="44"
      viewBox="0 0 400 44"
      role="img"
      aria-label={`At ${STAGES[at]}${waiting ? ', waiting' : ''}`}
    >
      <line x1={x(0)} y1="22" x2={x(stop)} y2="22" stroke="var(--ink)" strokeWidth="3" />
      <line
        x1={x(stop)}
        y1="22"
        x2={x(6)}
        y2="22"
        stroke="var(--ink-3)"
        strokeWidth="3"
        strokeDasharray="0.1 7"
        strokeLinecap="round"
      />
      {STAGES.map((stage, k) => {
        if (k < stop || signed) return <circle key={stage} cx={x(k)} cy="22" r="6" fill="var(--ink)" />
        if (k > stop)
          return (
            <circle
              key={stage}
              cx={x(k)}
              cy="22"
              r="5.5"
              fill="var(--ground)"
              stroke="var(--ink-3)"
              strokeWidth="1.5"
            />
          )
        if (waiting)
          return (
            <g key={stage}>
              <rect x={x(k) - 18} y="8" width="36" height="28" fill="var(--ground)" />
              <path d={`M${x(k) - 3} 9a13 13 0 0 0 0 26z`} fill="var(--ink)" />
              <path
                d={`M${x(k) + 4} 10.5a12 12 0 0 1 0 23z`}
                fill="none"
                stroke="var(--ink)"
                strokeWidth="2.5"
              />
            </g>
          )
        return (
          <g key={stage}>
            <circle cx={x(k)} cy="22" r="12.5" fill="var(--sheet)" stroke="var(--accent)" strokeWidth="4" />
            <circle cx={x(k)} cy="22" r="5" fill="var(--accent)" />
          </g>
        )
      })}
    </svg>
  )
}
