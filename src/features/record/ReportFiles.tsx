'use client'
import { useMemo, useState } from 'react'
import { htmlOf, markdownOf } from '@/core/report'
import type { JobParts } from '@/core/demand'
import { proofTests } from '@/core/job'
import { Button } from '@/ui/Button'
import { ChoiceGroup } from '@/ui/ChoiceGroup'
import { saveFile } from '@/ui/saveFile'
import { ask } from '@/workers/client'
import type { JobInHand } from '../frame/useJob'
import { useSoundBands } from '../frame/useSoundBands'
import { useWorkshop } from '../frame/useWorkshop'
import { reportOf, type Reader } from './reports'

const READERS = [
  { id: 'customer', label: 'Customer' },
  { id: 'technician', label: 'Technician' },
]

/** The job as a report in a file: for whom, and as what. */
export function ReportFiles({ hand, parts }: { hand: JobInHand; parts: JobParts }) {
  const { job, vehicle } = hand
  const [reader, setReader] = useState<Reader>('customer')
  const { name } = useWorkshop()
  const testIds = useMemo(() => proofTests(job).map(({ testId }) => testId), [job])
  const bands = useSoundBands(hand, testIds)
  // What is sound stands beside what was read: it is waited for.
  const ready = testIds.length === 0 || Object.keys(bands).length > 0
  const [problem, setProblem] = useState<string | null>(null)
  const save = async (kind: 'html' | 'md' | 'pdf') => {
    const report = reportOf(reader, { job, vehicle, workshop: name, bands, parts })
    const file = `unit-${vehicle.unit.replace(/[^\w-]/g, '_')}-${reader}.${kind}`
    setProblem(null)
    if (kind === 'pdf') {
      const answer = await ask('pdf', { report, madeAt: Date.now() })
      if (!answer.ok) return setProblem(`No PDF was made: ${answer.problem}. The page needs no faces.`)
      return saveFile(file, new Blob([new Uint8Array(answer.value)]), 'application/pdf')
    }
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
      <div className="grid grid-cols-3 gap-2">
        <Button
          data-act="report-pdf"
          variant={ready ? 'plain' : 'held'}
          disabled={!ready}
          onClick={() => void save('pdf')}
        >
          PDF
        </Button>
        <Button
          data-act="report-html"
          variant={ready ? 'plain' : 'held'}
          disabled={!ready}
          onClick={() => void save('html')}
        >
          Page
        </Button>
        <Button
          variant={ready ? 'quiet' : 'held'}
          data-act="report-md"
          disabled={!ready}
          onClick={() => void save('md')}
        >
          Text
        </Button>
      </div>
      {problem && <p className="text-second text-danger">{problem}</p>}
    </section>
  )
}
