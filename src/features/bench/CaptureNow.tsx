'use client'
import { useState } from 'react'
import type { Conclusion } from '@/core/job'
import { Button } from '@/ui/Button'
import { NumberTable } from '@/ui/ChartTable'
import { Notice } from '@/ui/Notice'
import { CAPTURE_WORDS, sayConclusion } from './benchText'
import { CaptureChart, captureTable } from './CaptureChart'
import type { CaptureInHand } from './useCapture'
import type { Pen } from './usePen'

/** The capture between the flags, at its own scale: the verdict first, then how it is known. */
export function CaptureNow({
  capture,
  conclusion,
  pen,
  onFull,
  onSave,
}: {
  capture: CaptureInHand
  conclusion: Conclusion | null
  pen: Pen
  onFull: () => void
  onSave: (ending: 'csv' | 'json') => void
}) {
  const [asTable, setAsTable] = useState(false)
  const words = CAPTURE_WORDS[capture.taking.kind]
  if (!conclusion) {
    return (
      <div className="space-y-2 px-6 pt-3">
        <p className="text-second text-ink-2">
          <span className="font-semibold text-ink">{words.title}</span>{' '}
          {pen.status === 'running'
            ? 'is being recorded. The verdict comes when the pen has stopped.'
            : 'has not been taken yet.'}
        </p>
        {(pen.status === 'running' || capture.byHand) && words.caution && (
          <Notice kind="danger" title={words.caution.text}>
            {words.caution.stopWhen}
          </Notice>
        )}
      </div>
    )
  }
  const said = sayConclusion(conclusion)
  const table = captureTable(conclusion, capture.signals, capture.taking)
  const drawn = conclusion.finding.kind !== 'drops' && conclusion.finding.kind !== 'injectors'
  return (
    <div className="flex min-h-0 flex-col overflow-auto px-6 pb-1 pt-1" aria-live="polite">
      {asTable && drawn ? (
        <div className="h-[150px] shrink-0 overflow-auto">
          <NumberTable caption="Behind the chart" columns={table.columns} rows={table.rows} />
        </div>
      ) : (
        <div className={drawn ? 'shrink-0' : 'max-h-[212px] shrink-0 overflow-auto'}>
          <CaptureChart
            taking={capture.taking}
            conclusion={conclusion}
            signals={capture.signals}
            height={150}
          />
        </div>
      )}
      <h2 className="text-title" data-said={conclusion.finding.kind}>
        {said.title}
      </h2>
      <p className="text-second leading-[21px]">{said.detail}</p>
      <div className="mt-auto flex flex-wrap gap-2 pt-1">
        {drawn && pen.signals.length > 0 && (
          <Button data-act="full" onClick={onFull} className="!px-3">
            Whole screen
          </Button>
        )}
        {drawn && table.rows.length > 0 && (
          <Button data-act="table" onClick={() => setAsTable(!asTable)} className="!px-3">
            {asTable ? 'Chart' : 'Table'}
          </Button>
        )}
        {capture.signals.length > 0 && (
          <>
            <Button data-act="csv" onClick={() => onSave('csv')} className="!px-3">
              CSV
            </Button>
            <Button data-act="json" onClick={() => onSave('json')} className="!px-3">
              JSON
            </Button>
          </>
        )}
      </div>
    </div>
  )
}
