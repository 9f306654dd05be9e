'use client'
import { useMemo, useState } from 'react'
import type { JobParts } from '@/core/demand'
import { proofTests } from '@/core/job'
import { htmlOf, markdownOf, type Report } from '@/core/report'
import { Button } from '@/ui/Button'
import { ChoiceGroup } from '@/ui/ChoiceGroup'
import { saveFile } from '@/ui/saveFile'
import { ask } from '@/workers/client'
import type { JobInHand } from '../frame/useJob'
import { useSoundBands } from '../frame/useSoundBands'
import { useWorkshop } from '../frame/useWorkshop'
import { fileName } from './fileName'
import { reportOf, type Reader } from './reports'

const READERS = [
  { id: 'customer', label: 'Customer' },
  { id: 'technician', label: 'Technician' },
]
const FILES = [
  { kind: 'pdf', label: 'PDF' },
  { kind: 'html', label: 'Page' },
  { kind: 'md', label: 'Text' },
] as const
type FileKind = (typeof FILES)[number]['kind']

/** Saves a report; what was wrong, or null. */
async function saveReport(report: Report, kind: FileKind, name: string): Promise<string | null> {
  if (kind === 'pdf') {
    const answer = await ask('pdf', { report, madeAt: Date.now() })
    if (!answer.ok) return `No PDF was made: ${answer.problem}. The page needs no faces.`
    saveFile(name, new Blob([new Uint8Array(answer.value)]), 'application/pdf')
  } else if (kind === 'html') saveFile(name, htmlOf(report), 'text/html')
  else saveFile(name, markdownOf(report), 'text/markdown')
  return null
}

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
  const save = async (kind: FileKind) => {
    setProblem(null)
    const { picturesOf } = await import('./pictures')
    const pictures = await picturesOf(job)
    const report = reportOf(reader, { job, vehicle, workshop: name, bands, parts, pictures })
    setProblem(await saveReport(report, kind, fileName(vehicle.unit, reader, kind)))
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
        {FILES.map(({ kind, label }) => (
          <Button
            key={kind}
            data-act={`report-${kind}`}
            variant={ready ? 'plain' : 'held'}
            disabled={!ready}
            onClick={() => void save(kind)}
          >
            {label}
          </Button>
        ))}
      </div>
      {problem && <p className="text-second text-danger">{problem}</p>}
    </section>
  )
}
