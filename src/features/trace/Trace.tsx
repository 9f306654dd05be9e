'use client'
import Link from 'next/link'
import { useSearchParams } from 'next/navigation'
import { useMemo, useState, useRef } from 'react'
import { repairById, testFor, type Test } from '@/core/library'
import type { Suspect } from '@/core/diagnosis'
import type { Hold } from '@/core/job'
import type { Specification } from '@/core/vehicle'
import type { Ranking } from '@/workers/protocol'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Page } from '@/ui/Page'
import { useShape } from '@/ui/Shape'
import { MeterHold } from '../frame/MeterHold'
import { StateStrip } from '../frame/StateStrip'
import { everyoneOut, holdLine, useHolds } from '../frame/useHolds'
import { SuspectList } from '../frame/SuspectList'
import type { JobInHand } from '../frame/useJob'
import { useKeys } from '../frame/useKeys'
import { AskMaker } from './AskMaker'
import { rankRequestOf, useRanking, type RankingView } from '../frame/useRanking'
import { percent, stageHref } from '../frame/words'
import { Evidence } from './Evidence'
import { MakeItFail } from './MakeItFail'
import type { Entered } from '@/core/shared'
import { NextTest, type Typed } from './NextTest'
import { GaugeTracks } from './GaugeTracks'
import { PathDown } from './PathDown'
import { PlacesTrack } from './PlacesTrack'
import { Survey } from './Survey'
import { Tracks, type TracksProps } from './Tracks'
import { WhyPanel, type Question } from './WhyPanel'
import { besidesOf, findingOf } from './traceText'

/** A vehicle with a complaint is traced; one that stood for years is surveyed. */
export function Trace({ hand }: { hand: JobInHand }) {
  return hand.job.surveying ? <Survey hand={hand} /> : <TraceFault hand={hand} />
}

function TraceFault({ hand }: { hand: JobInHand }) {
  const { job } = hand
  // A test that was found by its words comes with the address.
  const address = useSearchParams()
  const [chosenTest, setChosenTest] = useState(address.get('test'))
  const [followed, setFollowed] = useState(address.toString())
  if (address.toString() !== followed) {
    setFollowed(address.toString())
    setChosenTest(address.get('test'))
  }
  const [entry, setEntry] = useState<Entered | null>(null)
  const [calling, setCalling] = useState(false)
  const [question, setQuestion] = useState<Question | null>(null)
  const request = useMemo(
    () => (job.noted ? rankRequestOf(hand, job.complaint, chosenTest) : null),
    [hand, job, chosenTest],
  )
  const view = useRanking(request)
  const ranking = view.last
  const shownId = ranking?.shownTest?.testId ?? null
  const test = shownId ? testFor(hand.vehicle.layout, shownId) : null
  // An entry belongs to one test and what was read before it.
  const entryKey = `${shownId} ${job.evidence.length}`
  const typed = useRef<{ at: string; typed: Typed } | null>(null)
  // What is being entered is not taken away by a meter that grows old meanwhile.
  const holds = useHolds(hand, test, { as: 'reading', begun: entry !== null })
  useKeys({
    n: () => document.getElementById('entry')?.focus(),
    u: () => job.undoable && void hand.undo(job.undoable.eventId, 'taken back at the bench'),
    ArrowRight: () => stepAlong(1),
    ArrowLeft: () => stepAlong(-1),
  })

  const tracksOf = (known: Ranking) => ({
    ranking: known,
    job,
    test,
    entry,
    onSegment: (segmentId: string) => setQuestion({ kind: 'segment', segmentId }),
  })

  if (!job.noted) return <NotNoted jobId={job.id} />
  const lead = ranking?.suspects[0]
  return (
    <>
      <Page
        label="Trace"
        marginLine={lead ? `Suspects: ${lead.name.toLowerCase()} ${percent(lead.probability)} %` : 'Suspects'}
        finding={
          <Finding hand={hand} ranking={ranking} holds={holds} test={test} onCall={() => setCalling(true)} />
        }
        drawing={
          ranking ? (
            <Traced {...tracksOf(ranking)} specification={hand.vehicle.specification} />
          ) : (
            <div className="p-6 wide:pt-36">
              <Notice kind="working" title="Solving this vehicle." />
            </div>
          )
        }
        act={
          ranking &&
          test && (
            <NextTest
              key={entryKey}
              hand={hand}
              ranking={ranking}
              test={test}
              busy={view.status === 'working'}
              holds={holds}
              onEntry={setEntry}
              typedBefore={() => (typed.current?.at === entryKey ? typed.current.typed : null)}
              onTyped={(next) => (typed.current = next && { at: entryKey, typed: next })}
              onChoose={setChosenTest}
              onWhy={(testId) => setQuestion({ kind: 'test', testId })}
            />
          )
        }
        margin={
          <Margin
            hand={hand}
            view={view}
            onSuspect={(suspect) => setQuestion({ kind: 'suspect', suspect })}
          />
        }
      />
      <StateStrip
        hand={hand}
        needs={test?.needs}
        message={holdLine(holds) ?? readyLine(ranking?.suspects[0]?.probability)}
        danger={holds.length > 0 || job.danger}
      />
      {ranking && <MakeItFail hand={hand} ranking={ranking} open={calling} onOpenChange={setCalling} />}
      {ranking && request && (
        <WhyPanel
          question={question}
          onClose={() => setQuestion(null)}
          ranking={ranking}
          hand={hand}
          request={request}
          onChoose={(testId) => {
            setChosenTest(testId)
            setQuestion(null)
          }}
          onSkip={(testId, reason) => {
            void hand.act('skipTest', { testId, reason })
            setChosenTest(null)
            setQuestion(null)
          }}
        />
      )}
    </>
  )
}

interface FindingProps {
  hand: JobInHand
  ranking: Ranking | null
  holds: Hold[]
  test: Test | null
  onCall: () => void
}

/** What follows from what was read, as a sentence, and what it leads to. */
function Finding({ hand, ranking, holds, test, onCall }: FindingProps) {
  const { job } = hand
  const verdict = ranking?.choice.verdict
  const finding = findingOf(job, ranking)
  const besides = ranking ? besidesOf(job, ranking) : ''
  return (
    <section aria-live="polite">
      <p className="text-second text-ink-2">
        {job.evidence.length === 0
          ? 'Before any reading'
          : `Finding after ${job.evidence.length} ${job.evidence.length === 1 ? 'entry' : 'entries'}`}
        {job.epoch > 0 ? `, round ${job.epoch + 1}` : ''}
      </p>
      <h1 className="text-title">{finding.title}</h1>
      {finding.detail && <p className="pt-1 text-second text-ink-2">{finding.detail}</p>}
      {besides && <p className="pt-1 text-second font-semibold">{besides}</p>}
      {job.complaint.failingNow !== 'yes' && ranking && ranking.provocations.length > 0 && (
        <Button className="mt-2" data-act="make-it-fail" onClick={onCall}>
          Make it fail first
        </Button>
      )}
      {verdict?.kind === 'ask' && <AskMaker hand={hand} fields={verdict.fields} />}
      {everyoneOut(holds)
        ? !test && <MeterHold hand={hand} />
        : verdict?.kind === 'repair' &&
          job.evidence.length > 0 && (
            <Link
              href={`${stageHref('plan', job.id)}&repair=${verdict.repairId}`}
              data-act="plan"
              className="mt-2 inline-flex min-h-[48px] items-center bg-accent px-4 text-main font-semibold text-on-accent"
            >
              Plan: {repairById(verdict.repairId).title.toLowerCase()}
            </Link>
          )}
    </section>
  )
}

/** Suspects and evidence. */
function Margin({
  hand,
  view,
  onSuspect,
}: {
  hand: JobInHand
  view: RankingView
  onSuspect: (suspect: Suspect) => void
}) {
  const { job } = hand
  const ranking = view.last
  return (
    <aside
      className="flex flex-col gap-2 medium:grid medium:grid-cols-2 medium:gap-6"
      aria-label="Suspects and evidence"
    >
      <div>
        <h2 className="font-instrument text-second font-normal text-ink-2">
          Suspects, likeliest first{view.status === 'working' ? ' · working' : ''}
        </h2>
        {ranking && (
          <SuspectList
            suspects={ranking.suspects}
            most={job.readings.filter((reading) => reading.epoch === job.epoch).length > 1 ? 3 : 4}
            onOpen={onSuspect}
          />
        )}
        {view.status === 'failed' && (
          <Notice title="The ranking stopped.">{view.problem}. Readings are kept; reload to go on.</Notice>
        )}
      </div>
      <Evidence
        hand={hand}
        surprises={[
          ...(ranking?.surprises ?? []),
          ...(ranking?.contradictions ?? []).flatMap((entry) => entry.readings),
        ]}
      />
    </aside>
  )
}

/** The drawing that the complaint asks for. */
function Traced({ specification, ...props }: TracksProps & { specification: Specification }) {
  const shape = useShape()
  if (shape !== 'wide') return <PathDown {...props} />
  switch (props.job.layout.scope) {
    case 'engine':
      return <Tracks {...props} />
    case 'gauge':
      return <GaugeTracks {...props} specification={specification} />
    case 'leak':
      return <PlacesTrack {...props} />
  }
}

/** Moves the focus to the neighbouring segment of the tracks. */
function stepAlong(by: 1 | -1) {
  const segments = [...document.querySelectorAll<SVGGElement>('[data-segment]')]
  const at = segments.indexOf(document.activeElement as SVGGElement & HTMLElement)
  segments.at(at < 0 ? (by > 0 ? 0 : -1) : (at + by + segments.length) % segments.length)?.focus()
}

const readyLine = (lead: number | undefined): string =>
  lead === undefined ? '' : `All suits this test. First suspect ${percent(lead)} %.`

function NotNoted({ jobId }: { jobId: string }) {
  return (
    <main className="space-y-4 p-6">
      <h1 className="text-title">No complaint yet.</h1>
      <p className="text-main">Note what the driver says. The first suspects follow from it.</p>
      <Link
        href={stageHref('complaint', jobId)}
        className="inline-flex min-h-[48px] items-center bg-accent px-4 text-main font-semibold text-on-accent"
      >
        Note the complaint
      </Link>
    </main>
  )
}
