'use client'
import dynamic from 'next/dynamic'
import Link from 'next/link'
import { useEffect, useMemo, useState } from 'react'
import type { Suspect } from '@/core/diagnosis'
import { repairById, testById } from '@/core/library'
import { segmentOf, type Layout } from '@/core/vehicle'
import { ask } from '@/workers/client'
import type { AnswerOf, RankRequest, Ranking } from '@/workers/protocol'
import { Button } from '@/ui/Button'
import { Panel } from '@/ui/Panel'
import { saveFile } from '@/ui/saveFile'
import { PartKnown } from '../frame/PartKnown'
import type { JobInHand } from '../frame/useJob'
import { minutesText, moneyText, percentText, shortOf, stageHref } from '../frame/words'
import { CandidateTable } from './CandidateTable'
import { MakerFigure } from './MakerFigure'
import { Chained } from './Chained'
import { testsReadIn } from '../frame/tracks/testsRead'
import { WHY_NOT, titleOf } from './traceText'

/** What may be said there loads when a segment is asked about. */
const AllDifferences = dynamic(
  () => import('../frame/tracks/Differences').then((own) => own.AllDifferences),
  { ssr: false },
)

export type Question =
  | { kind: 'test'; testId: string }
  | { kind: 'suspect'; suspect: Suspect }
  | { kind: 'segment'; segmentId: string }

interface Props {
  question: Question | null
  onClose: () => void
  ranking: Ranking
  hand: JobInHand
  request: RankRequest
  onChoose: (testId: string) => void
  onSkip: (testId: string, reason: string) => void
}

/** "Why not this one" for any test, suspect or segment, with the numbers. */
export function WhyPanel({ question, onClose, ...rest }: Props) {
  const title = !question
    ? ''
    : question.kind === 'test'
      ? titleOf(question.testId)
      : question.kind === 'suspect'
        ? question.suspect.name
        : (segmentOf(rest.hand.job.layout, question.segmentId)?.name ?? question.segmentId)
  return (
    <Panel open={question !== null} onOpenChange={(open) => !open && onClose()} title={title}>
      {question?.kind === 'test' && <WhyTest testId={question.testId} {...rest} />}
      {question?.kind === 'suspect' && <WhySuspect suspect={question.suspect} {...rest} />}
      {question?.kind === 'segment' && (
        <WhySegment segmentId={question.segmentId} onClose={onClose} {...rest} />
      )}
    </Panel>
  )
}

/** The network behind this test, for any other solver. */
async function saveNetwork({ layoutId, edits, scope, specification }: RankRequest, testId: string) {
  const answer = await ask('network', { layoutId, edits, scope, specification, testId })
  if (answer.ok) saveFile(`${testId}.network.json`, answer.value)
}

function WhyTest({
  testId,
  ranking,
  hand: { job, vehicle },
  request,
  onChoose,
  onSkip,
}: Omit<Props, 'question' | 'onClose'> & { testId: string }) {
  const candidate = ranking.choice.candidates.find((entry) => entry.testId === testId)
  return (
    <div className="space-y-4">
      {candidate && (
        <p className="text-main">
          {candidate.why === 'ranked'
            ? `Expected to give ${candidate.bits.toFixed(2)} bit for ${moneyText(candidate.cost)}: ${minutesText(candidate.workMinutes)} to read, ${minutesText(candidate.reachMinutes)} to get there. After it a repair can be named with ${percentText(candidate.verdictChance)}.`
            : WHY_NOT[candidate.why]}
        </p>
      )}
      {ranking.shownTest?.testId === testId && ranking.shownTest.sound && (
        <MakerFigure test={testById(testId)} band={ranking.shownTest.sound} vehicle={vehicle} />
      )}
      <p className="text-second text-ink-2">What it cannot show: {testById(testId).blind}</p>
      <CandidateTable candidates={ranking.choice.candidates} onChoose={onChoose} mark={testId} />
      <Attempts ranking={ranking} jobId={job.id} />
      <div className="flex gap-2">
        <Button variant="act" onClick={() => onChoose(testId)}>
          Take this test
        </Button>
        <Button variant="quiet" data-act="skip" onClick={() => onSkip(testId, 'cannot be done here')}>
          Cannot be done here
        </Button>
        <Button variant="quiet" data-act="network" onClick={() => void saveNetwork(request, testId)}>
          Save what is solved
        </Button>
      </div>
    </div>
  )
}

function WhySuspect({
  suspect,
  ranking,
  request,
  hand,
}: Omit<Props, 'question' | 'onClose'> & { suspect: Suspect }) {
  const { job } = hand
  const [why, setWhy] = useState<AnswerOf<'whySuspect'> | null>(null)
  useEffect(() => {
    let live = true
    void ask('whySuspect', { ...request, repairId: suspect.id }).then(
      (answer) => live && answer.ok && setWhy(answer.value),
    )
    return () => {
      live = false
    }
  }, [request, suspect.id])
  return (
    <div className="space-y-4">
      <p className="text-main">
        {suspect.cause}. It stands at {percentText(suspect.probability)}.{' '}
        {suspect.id === 'none' ? '' : `The repair would be: ${suspect.title.toLowerCase()}.`}
      </p>
      {job.evidence.length === 0 && (
        <p className="text-main">
          No reading has moved it yet: this is its frequency and the complaint alone.
        </p>
      )}
      <Chained suspect={suspect} suspects={ranking.suspects} layout={job.layout} />
      <Attempts ranking={ranking} jobId={job.id} only={suspect.id} />
      {why && why.effects.length > 0 && (
        <table className="w-full text-second">
          <thead className="text-left text-ink-2">
            <tr>
              <th className="font-normal">Reading</th>
              <th className="text-right font-normal">For it, against {why.againstName.toLowerCase()}</th>
              <th className="text-right font-normal">Without this reading</th>
            </tr>
          </thead>
          <tbody>
            {why.effects.map((effect) => (
              <tr key={effect.evidenceId} className="border-t border-rule-2">
                <td className="py-2">{shortOf(effect.testId)}</td>
                <td className="text-right">
                  {Math.abs(effect.bits) < 0.05
                    ? 'says little'
                    : `${effect.bits > 0 ? '+' : '−'}${Math.abs(effect.bits).toFixed(1)} bit`}
                </td>
                <td className="text-right">{percentText(effect.without)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {suspect.id !== 'none' && <PartKnown hand={hand} repairId={suspect.id} />}
    </div>
  )
}

/** Repairs tried as tests, on the scale of the tests: what they cost, how likely they cure, and what the better act would save. */
function Attempts({ ranking, jobId, only }: { ranking: Ranking; jobId: string; only?: string }) {
  const worth = Math.max(
    0,
    ...ranking.choice.candidates
      .filter((candidate) => candidate.why === 'ranked')
      .map((candidate) => candidate.worth),
  )
  const attempts = ranking.choice.attempts
    .filter((attempt) => only === undefined || attempt.repairId === only)
    .slice(0, 3)
  if (attempts.length === 0) return null
  return (
    <section aria-label="Fitted unread" className="text-second">
      <h3 className="font-semibold">Or fit it unread and see</h3>
      {attempts.map((attempt) => (
        <p key={attempt.repairId} className="flex items-center justify-between gap-3 border-t border-rule-2">
          <span>
            {repairById(attempt.repairId).part}: costs {moneyText(attempt.cost)}, cures{' '}
            {percentText(attempt.cures)}.{' '}
            {attempt.worth > worth
              ? `Saves ${(attempt.worth - worth).toFixed(0)} against reading on, on average.`
              : `Reading on saves ${(worth - attempt.worth).toFixed(0)}, on average.`}
          </span>
          <Link
            href={`${stageHref('plan', jobId)}&repair=${attempt.repairId}`}
            className="flex min-h-[44px] min-w-[44px] shrink-0 items-center whitespace-nowrap underline"
          >
            plan it
          </Link>
        </p>
      ))}
    </section>
  )
}

function WhySegment({
  segmentId,
  ranking,
  hand,
  onChoose,
  onClose,
}: Omit<Props, 'question'> & { segmentId: string }) {
  const { job, vehicle } = hand
  const share = ranking.segments.find((segment) => segment.id === segmentId)
  const suspects = ranking.suspects.filter((suspect) => suspect.segment === segmentId)
  const testsRead = useMemo(() => testsReadIn([job]), [job])
  return (
    <div className="space-y-3 text-main">
      <p>
        {share
          ? `${percentText(share.probability)}, ${share.ink === 'open' ? 'open: nothing read so far clears it' : share.ink === 'cleared' ? 'cleared by what was read' : share.ink === 'first' ? 'first suspect' : 'a suspect'}. With two faults at once the segments may add up to more than 100 %.`
          : ''}
      </p>
      {suspects.map((suspect) => (
        <p key={suspect.id}>
          <span className="font-semibold">{suspect.name}:</span> {suspect.cause.toLowerCase()},{' '}
          {percentText(suspect.probability)}.
        </p>
      ))}
      <CandidateTable
        candidates={ranking.choice.candidates.filter((candidate) =>
          atSegment(job.layout, candidate.testId, segmentId),
        )}
        onChoose={onChoose}
      />
      {suspects.slice(0, 1).map(({ id }) => (
        <PartKnown key={id} hand={hand} repairId={id} />
      ))}
      <AllDifferences
        vehicle={vehicle}
        layout={job.layout}
        segmentId={segmentId}
        testsRead={testsRead}
        onChanged={onClose}
      />
    </div>
  )
}

function atSegment(layout: Layout, testId: string, segmentId: string): boolean {
  const segment = segmentOf(layout, segmentId)
  const { at } = testById(testId)
  return segment !== undefined && [segment.id, segment.from, segment.to].includes(at)
}
