'use client'
import { useMemo, useState } from 'react'
import { htmlOf, markdownOf } from '@/core/report'
import { proofTests } from '@/core/job'
import { Button } from '@/ui/Button'
import { ChoiceGroup } from '@/ui/ChoiceGroup'
import { saveFile } from '@/ui/saveFile'
import type { JobInHand } from '../frame/useJob'
import { useSoundBands } from '../frame/useSoundBands'
import { useWorkshop } from '../frame/useWorkshop'
import { reportOf, type Reader } from './reports'

const READERS = [
  { id: 'customer', label: 'Customer' },
  { id: 'technician', label: 'Technician' },
]

/** The job as a report in a file: for whom, and as what. */
export function ReportFiles({ hand }: { hand: JobInHand }) {
  const { job, vehicle } = hand
  const [reader, setReader] = useState<Reader>('customer')
  const { name } = useWorkshop()
  const testIds = useMemo(() => proofTests(job).map(({ testId }) => testId), [job])
  const bands = useSoundBands(hand, testIds)
  // What is sound stands beside what was read: it is waited for.
  const ready = testIds.length === 0 || Object.keys(bands).length > 0
  const save = (kind: 'html' | 'md') => {
    const report = reportOf(reader, { job, vehicle, workshop: name, bands })
    const file = `unit-${vehicle.unit.replace(/[^\w-]/g, '_')}-${reader}.${kind}`
    if (kind === 'html') saveFile(file, htmlOf(report), 'text/html')
    else saveFile(file, markdownOf(report), 'text/markdown')
  }
  return (
    <section aria-label="Report" className="space-y-2 border-t border-rule pt-3">
      <h2 className="text-step">Report</h2>
      <ChoiceGroup
        label="For whom"
        options={READERS}
        value={reader}
        onChange={(id) => setReader(id as Reader)}
      />
      <div className="grid grid-cols-2 gap-2">
        <Button
          data-act="report-html"
          variant={ready ? 'plain' : 'held'}
          disabled={!ready}
          onClick={() => save('html')}
        >
          One page
        </Button>
        <Button
          variant={ready ? 'quiet' : 'held'}
          data-act="report-md"
          disabled={!ready}
          onClick={() => save('md')}
        >
          Plain text
        </Button>
      </div>
    </section>
  )
}
