'use client'
import Link from 'next/link'
import { repairById } from '@/core/library'
import { readingText } from '@/core/job'
import type { LifePoint } from '@/core/memory'
import { Button } from '@/ui/Button'
import { unitsNow } from '@/data/units'
import { unitText } from '../frame/quantities'
import { clockText, dateText, shortOf, stageHref } from '../frame/words'
import type { LifeMark } from './lifeGeometry'

const FIELD_WORDS: Record<string, string> = {
  unit: 'Unit',
  name: 'Name',
  layout: 'Layout',
  kind: 'Kind',
  year: 'Year',
  kilometres: 'Kilometres',
  notes: 'Notes',
  plate: 'Plate',
  engine: 'Engine',
  pumpNumber: 'Pump',
  edits: 'Layout',
  ways: 'Ways in',
  access: 'Access',
  limits: 'Maker’s limit',
  sizings: 'Sized',
}

/** One point in words. */
export function pointText({ kind, of, text, reading }: LifePoint): string {
  switch (kind) {
    case 'taken in':
      return 'Its record began'
    case 'job':
      return text ? `Came in: ${text}` : 'Came in'
    case 'reading': {
      const { value, unit } = readingText(reading!, unitsNow())
      return `${shortOf(of)}: ${value}${unit ? ` ${unitText(unit)}` : ''}${reading!.phase === 'proof' ? ', after' : ''}`
    }
    case 'capture':
      return `Captured: ${of}`
    case 'repaired':
      return `Renewed: ${repairById(of).part.toLowerCase()}`
    case 'put off':
      return `Put off: ${text}`
    case 'signed':
      return `Signed by ${text}`
    case 'changed':
      if (of === 'builtAt') return 'Built into what it is now'
      return `${FIELD_WORDS[of] ?? of} ${text ? `now ${text}` : 'changed'}`
    case 'figure':
      return `Figure changed: ${of}`
    case 'modified':
      return `Layout changed, ${text}`
  }
}

/** A mark in a few words. */
export function markText({ row, points }: Pick<LifeMark, 'row' | 'points'>): string {
  if (row !== 'jobs') return points.map(pointText).join('. ')
  const words = points.find(({ kind }) => kind === 'job')?.text
  const read = points.filter(({ kind }) => kind === 'reading').length
  return [words || 'Came in', read > 0 ? `${read} ${read === 1 ? 'reading' : 'readings'}` : '']
    .filter(Boolean)
    .join(', ')
}

/** What happened at a mark, and the way to its record. */
export function MarkSheet({ mark, onClose }: { mark: Omit<LifeMark, 'x' | 'width'>; onClose: () => void }) {
  return (
    <section
      aria-label="What happened"
      data-mark-sheet={mark.key}
      className="flex h-full flex-col gap-2 overflow-y-auto border-t-[5px] border-accent bg-sheet px-4 py-3 medium:px-6 wide:px-6"
    >
      <div className="flex items-start justify-between gap-4 narrow:flex-col narrow:gap-2">
        <h2 className="text-main">{`${dateText(mark.from)}. ${markText(mark)}`}</h2>
        <span className="flex gap-2">
          {mark.jobId && (
            <Link
              href={stageHref('record', mark.jobId)}
              className="flex min-h-[48px] items-center border-2 border-ink px-4 text-main font-semibold"
            >
              Open its record
            </Link>
          )}
          <Button variant="quiet" onClick={onClose}>
            Close
          </Button>
        </span>
      </div>
      <ol className="columns-1 gap-8 text-second wide:columns-2">
        {mark.points.map((point, at) => (
          <li key={at} className="break-inside-avoid border-b border-rule-2 py-1">
            <span className="pr-3 text-ink-2">{clockText(point.at)}</span>
            {pointText(point)}
          </li>
        ))}
      </ol>
    </section>
  )
}
