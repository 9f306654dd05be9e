'use client'
import dynamic from 'next/dynamic'
import { useEffect, useState } from 'react'
import { PROVOCATIONS, operationById, repairById, surveyOf } from '@/core/library'
import { readingText, type JobView } from '@/core/job'
import { jobsOf } from '@/data/store'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Photos } from '../frame/Photos'
import { StateStrip } from '../frame/StateStrip'
import { saveJobFile, type JobInHand } from '../frame/useJob'
import { decisionsOf, insideText } from './decisions'
import { useJobParts } from './useJobParts'
import { FINDING_WORDS, clockText, dateText, lowerFirst, shortOf } from '../frame/words'
import { fromSi, toSi, type Entered } from '@/core/shared'
import { unitsNow } from '@/data/units'
import { keptText, unitShown, unitText, inUnits, distanceText } from '../frame/quantities'

const CaptureFigures = dynamic(() => import('./CaptureFigures').then((own) => own.CaptureFigures), {
  ssr: false,
})
const JobPartsList = dynamic(() => import('./JobPartsList').then((own) => own.JobPartsList), { ssr: false })
const ReportFiles = dynamic(() => import('./ReportFiles').then((own) => own.ReportFiles), { ssr: false })

export function Record({ hand }: { hand: JobInHand }) {
  const { job, vehicle } = hand
  const [past, setPast] = useState<JobView[]>([])
  const [problem, setProblem] = useState<string | null>(null)
  useEffect(() => {
    void jobsOf(vehicle.id).then(setPast)
  }, [vehicle.id, job.lastAt])
  const parts = useJobParts(job)
  const save = async () => {
    const refused = await saveJobFile(job.id, `unit-${job.unit}`)
    setProblem(refused ? 'The file could not be made. The job is unchanged.' : null)
  }
  return (
    <>
      <main className="flex flex-1 flex-col gap-8 px-4 py-4 medium:px-6 wide:grid wide:grid-cols-[minmax(0,1fr)_300px] wide:px-6">
        <article aria-label="Record" className="space-y-4">
          <header>
            <h1 className="text-title">
              {job.signed ? 'Recorded' : 'Not signed yet'}: unit {job.unit}, {job.vehicleName}
            </h1>
            <p className="text-main text-ink-2">
              {job.words}. Taken in {dateText(job.openedAt)}, {clockText(job.openedAt)}.
              {vehicle.kind === 'simulated'
                ? ' Simulated vehicle: readings marked · come from stand-in instruments.'
                : ''}
            </p>
          </header>
          <Section title="Repaired">
            {job.finishedRepairs.length === 0 ? (
              <p className="text-main">Nothing was repaired.</p>
            ) : (
              job.finishedRepairs.map((id, at) => (
                <p key={`${id}${at}`} className="text-main">
                  <span className="font-semibold">{repairById(id).title}.</span> Old part{' '}
                  {
                    { yes: 'was bad', no: 'was good', unknown: 'not judged' }[
                      job.done.find((entry) => entry.repairId === id)?.partWasBad ?? 'unknown'
                    ]
                  }
                  .
                </p>
              ))
            )}
          </Section>
          {parts && parts.taken.length + parts.wrong.length > 0 && (
            <Section title="Parts">
              <JobPartsList parts={parts} />
            </Section>
          )}
          {job.ways.length > 0 && (
            <Section title="Known ways">
              {job.ways.map((way) => (
                <p key={way.at} className="text-main">
                  {clockText(way.at)} {WAY_WORDS[`${way.way} ${way.outcome}`] ?? way.way}.
                </p>
              ))}
            </Section>
          )}
          {(job.runs.length > 0 ||
            job.provoked.length > 0 ||
            job.meters.length > 0 ||
            job.figures.length > 0) && (
            <Section title="Runs, tries and meter">
              {job.runs.map((entry) => (
                <p key={entry.at} className="text-main">
                  {clockText(entry.at)} After{' '}
                  {entry.changed.map((id) => repairById(id).part.toLowerCase()).join(', ') || 'the change'}:{' '}
                  {RUN_WORDS[entry.run]}.
                </p>
              ))}
              {job.provoked.map((entry) => (
                <p key={entry.at} className="text-main">
                  {clockText(entry.at)} {PROVOCATIONS.find((way) => way.id === entry.way)?.title ?? entry.way}
                  : {entry.outcome === 'fails' ? 'it failed' : 'it did not fail'}.
                </p>
              ))}
              {job.figures
                .filter((entry) => operationById(entry.operationId).gaugeGate?.unit === 'kPa')
                .map((entry) => (
                  <p key={`${entry.at} ${entry.operationId}`} className="text-main">
                    {clockText(entry.at)} {inUnits(operationById(entry.operationId).title)}:{' '}
                    {entry.value === null
                      ? 'by the maker’s way, no gauge'
                      : `${keptText(entry.value, 'kPa', 0)} ${unitShown('kPa')} on the gauge`}
                    .
                  </p>
                ))}
              {job.meters.map((entry) => (
                <p key={`${entry.at} ${entry.where}`} className="text-main">
                  {clockText(entry.at)} Meter {Math.round(100 * entry.lelFraction)} % LEL
                  {entry.where ? `, ${lowerFirst(entry.where)}` : ''}.
                </p>
              ))}
            </Section>
          )}
          {job.survey.size > 0 && (
            <Section title="Survey">
              {surveyOf(job.layout)
                .filter((item) => job.survey.has(item.id))
                .map((item) => (
                  <p key={item.id} className="text-main">
                    {item.name}: {FINDING_WORDS[job.survey.get(item.id)!.finding]}.
                    {job.survey.get(item.id)!.note ? ` ${job.survey.get(item.id)!.note}` : ''}
                  </p>
                ))}
            </Section>
          )}
          <Beside hand={hand} />
          <Section title="Readings">
            <table className="w-full max-w-[720px] text-main">
              <tbody>
                {job.readings.map((reading) => (
                  <ReadingRow
                    key={reading.readingId}
                    at={reading.at}
                    name={`${shortOf(reading.testId)}${reading.earlier ? ', known before' : ''}${job.disturbed.has(reading.readingId) ? ', disturbed since' : ''}`}
                    value={<ReadText reading={reading} />}
                    mark={reading.source === 'stand-in'}
                  />
                ))}
                {job.proofs.map((reading) => (
                  <ReadingRow
                    key={reading.readingId}
                    at={reading.at}
                    name={`${shortOf(reading.testId)}, after`}
                    value={<ReadText reading={reading} />}
                    mark={reading.source === 'stand-in'}
                  />
                ))}
              </tbody>
            </table>
          </Section>
          {job.signed && (
            <Section title="Signature">
              <p className="text-main">
                Signed by <span className="font-semibold">{job.signed.by}</span>, {clockText(job.signed.at)}.{' '}
                {job.signed.unproven.length === 0
                  ? 'Everything was proven.'
                  : `Not proven: ${job.signed.unproven.join('; ').toLowerCase()}.`}
              </p>
              {job.signed.note && <p className="text-main">{job.signed.note}</p>}
            </Section>
          )}
        </article>
        <aside className="no-print space-y-3">
          <Button variant="act" tall className="w-full" data-act="save-file" onClick={() => void save()}>
            Save the job as a file
          </Button>
          <Button className="w-full" onClick={() => print()}>
            Print
          </Button>
          {problem && <Notice title={problem} />}
          {parts && <ReportFiles hand={hand} parts={parts} />}
          <h2 className="pt-3 text-step">This vehicle</h2>
          <VehicleLine past={past} current={job.id} />
          <p className="text-second text-ink-2">
            {vehicle.year ?? 'Year not known'}
            {vehicle.kilometres ? `, ${distanceText(vehicle.kilometres)}` : ''}. {vehicle.notes}
          </p>
        </aside>
      </main>
      <StateStrip hand={hand} message={job.signed ? 'Signed. The log stays as it is.' : 'Sign on Prove.'} />
    </>
  )
}

const RUN_WORDS = {
  better: 'better, not cured',
  worse: 'worse',
  same: 'the same',
  unknown: 'the complaint remained',
}

const WAY_WORDS: Record<string, string> = {
  'ranDry runs': 'It ran dry: filled and primed, it ran',
  'ranDry still': 'It ran dry: filled and primed, it still did not start',
  'stoodYears survey': 'It stood for years: surveyed from tank to engine',
  'stoodYears done': 'Survey ended, traced as any other',
  'justFilled right': 'Just filled: the sample was right',
  'justFilled wrong': 'Just filled: it was the wrong fuel',
}

/** What was decided, found on opening, photographed and captured. */
function Beside({ hand }: { hand: JobInHand }) {
  const { job, vehicle } = hand
  const decisions = decisionsOf(job)
  const inside = insideText(job, vehicle)
  return (
    <>
      {decisions.length > 0 && (
        <Section title="Decided and agreed">
          {decisions.map((line) => (
            <p key={line} className="text-main">
              {line}
            </p>
          ))}
        </Section>
      )}
      {inside.length > 0 && (
        <Section title="Found on opening">
          {inside.map((line) => (
            <p key={line} className="text-main">
              {line}
            </p>
          ))}
        </Section>
      )}
      {job.photos.length > 0 && (
        <Section title="Photos">
          <Photos hand={hand} operationId={null} />
        </Section>
      )}
      {job.captures.length > 0 && (
        <Section title="Captures">
          {job.captures.map((one) => (
            <div key={one.captureId}>
              <p className="text-main">
                {clockText(one.at)} {one.says || one.verdict} {capturedText(one.value)}
                {one.clamped === 'none' ? '' : `, ${one.clamped} clamped`}, by {one.instrument.name}
                {one.instrument.standing === 'doubtful' ? ' (doubtful)' : ''}
                {one.source === 'stand-in' ? ' ·' : ''}
              </p>
              {one.channels.length > 0 && <CaptureFigures unit={job.unit} capture={one} />}
            </div>
          ))}
        </Section>
      )}
    </>
  )
}

function Section({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <section className="border-t border-rule pt-2">
      <h2 className="font-instrument text-second font-normal text-ink-2">{title}</h2>
      {children}
    </section>
  )
}

/** What a capture came to, to three figures. */
const capturedText = ({ value, unit }: Entered) => {
  const shown = unitShown(unit)
  return `${Number(fromSi(toSi({ value, unit }), shown).toPrecision(3))} ${unitText(shown)}`
}

/** A reading in the unit that is shown; beside it what was typed, where that is another. */
function ReadText({ reading }: { reading: Parameters<typeof readingText>[0] }) {
  const { value, unit } = readingText(reading, unitsNow())
  const shown = unit ? `${value} ${unitText(unit)}` : value
  if (reading.value.kind !== 'number') return shown
  const { value: figure, unit: typedIn } = reading.value.entered
  const { swing } = reading
  const typed = `${swing ? `swings ${swing.low} to ${swing.high}` : figure} ${unitText(typedIn)}`.replaceAll(
    '-',
    '−',
  )
  if (typedIn === unit) return swing ? typed : shown
  return (
    <>
      {shown} <span data-typed>({typed})</span>
    </>
  )
}

function ReadingRow({
  at,
  name,
  value,
  mark,
}: {
  at: number
  name: string
  value: React.ReactNode
  mark: boolean
}) {
  return (
    <tr className="border-t border-rule-2">
      <td className="w-20 py-0.5 text-ink-2">{clockText(at)}</td>
      <td>
        {name}
        {mark ? ' ·' : ''}
      </td>
      <td className="text-right font-semibold">{value}</td>
    </tr>
  )
}

/** The vehicle as one line of time; each bead is a job. */
function VehicleLine({ past, current }: { past: JobView[]; current: string }) {
  return (
    <ol className="border-l-4 border-ink pl-4">
      {past.map((job) => (
        <li key={job.id} className="relative pb-2 text-second leading-tight">
          <span
            className={`absolute -left-[26px] top-1 h-4 w-4 rounded-full border-2 border-ink ${job.signed ? 'bg-ink' : 'bg-ground'}`}
            style={{ borderRadius: '50%' }}
          />
          <a
            href={`/job/record?id=${encodeURIComponent(job.id)}`}
            className={`inline-block min-h-[44px] ${job.id === current ? 'font-semibold' : ''}`}
          >
            {dateText(job.openedAt)}
            <span className="block text-ink-2">{job.words || 'no complaint noted'}</span>
          </a>
        </li>
      ))}
    </ol>
  )
}
