'use client'
import { inUnits } from '../frame/quantities'
import dynamic from 'next/dynamic'
import { useRouter } from 'next/navigation'
import { useMemo, useState, type ReactNode } from 'react'
import {
  RAISERS,
  curesAs,
  isDangerous,
  libraryOf,
  scopeOf,
  symptomById,
  type RaiserId,
  type SymptomId,
} from '@/core/library'
import type { Complaint as ComplaintData } from '@/core/diagnosis'
import { knownOf, layoutKeyOf, pastParts, type JobView, type PastPart } from '@/core/job'
import { layoutOf, type Scope } from '@/core/vehicle'
import { Button } from '@/ui/Button'
import { MainAct } from '@/ui/Shape'
import { ChoiceGroup, ManyChoices } from '@/ui/ChoiceGroup'
import { HatchDefs } from '@/ui/marks'
import { Notice } from '@/ui/Notice'
import { StateStrip } from '../frame/StateStrip'
import { SuspectList } from '../frame/SuspectList'
import type { JobInHand } from '../frame/useJob'
import { rankRequestOf, useRanking, type RankingView } from '../frame/useRanking'
import { usePastJobs } from '../frame/usePastJobs'
import { dateText, stageHref } from '../frame/words'
import { KnownParts, SayPart } from './KnownParts'
import { KnownWays, type Said } from './KnownWay'

const CONDITIONS = ['Cold', 'Hot', 'Climbing', 'Low tank', 'After standing', 'After filling', 'In rain']
const NOW = [
  { id: 'yes', label: 'Fails now' },
  { id: 'no', label: 'Not now' },
  { id: 'unknown', label: 'Cannot say' },
]

const FromBefore = dynamic(() => import('./FromBefore').then((own) => own.FromBefore), { ssr: false })
const putsOff = ({ findings }: JobView) => [...findings.values()].some(({ then }) => then === 'deferred')

const toKnown = ({ repairId, how }: PastPart) => ({ repairId: curesAs(repairId), how })

const FIRST: Record<Scope, string> = { leak: 'where fuel escapes', engine: 'the engine', gauge: 'the gauge' }

export function Complaint({ hand }: { hand: JobInHand }) {
  const {
    job,
    job: { noted },
  } = hand
  const libraryIn = (scope: Scope) => libraryOf(layoutOf(layoutKeyOf(hand.vehicle, scope)))
  const sayable = (['engine', 'leak', 'gauge'] as const).flatMap((scope) => libraryIn(scope).symptoms)
  const [symptoms, setSymptoms] = useState<SymptomId[]>(job.complaint.symptoms)
  const [raisers, setRaisers] = useState<RaiserId[]>(job.complaint.raisers)
  const [failingNow, setFailingNow] = useState<ComplaintData['failingNow']>(
    noted ? job.complaint.failingNow : 'yes',
  )
  const [conditions, setConditions] = useState<string[]>(noted?.conditions ?? [])
  const [more, setMore] = useState({
    words: noted?.words || job.words,
    lastFill: noted?.lastFill ?? '',
    lamps: noted?.lamps ?? '',
    history: noted?.history ?? '',
  })
  const router = useRouter()
  const pastJobs = usePastJobs(hand.vehicle.id, job.id)
  const past = useMemo(
    () => pastParts(pastJobs, job, symptoms).filter(({ repairId }) => !job.parts.has(repairId)),
    [pastJobs, symptoms, job],
  )
  const draft = useMemo(
    () => ({ symptoms, raisers, failingNow, known: [...knownOf(job.parts), ...past.map(toKnown)] }),
    [symptoms, raisers, failingNow, job.parts, past],
  )
  const request = useMemo(
    () => (symptoms.length > 0 ? rankRequestOf(hand, draft) : null),
    [hand, draft, symptoms],
  )
  const ranking = useRanking(request)
  const danger = isDangerous(symptoms)

  const keep = async () => {
    const words = more.words || sayable.find((symptom) => symptom.id === symptoms[0])?.says || ''
    const came = await hand.act('noteComplaint', {
      noted: { symptoms, raisers, failingNow, conditions, ...more, words },
      parts: past.map(({ repairId, how, signedAt }) => ({
        repairId,
        how,
        when: dateText(signedAt),
        who: 'this workshop',
      })),
    })
    if (came.kept) router.push(stageHref('trace', job.id))
  }
  const survey = async () => {
    const noted = { conditions, ...more, words: more.words || 'It stood for years' }
    if ((await hand.act('surveyInstead', { noted })).kept) router.push(stageHref('trace', job.id))
  }
  const follow = (said: Said) => {
    if (said.kind === 'survey') return void survey()
    if (said.kind === 'build') return router.push(stageHref('trace', job.id))
    if (said.kind === 'symptom') {
      setSymptoms(said.symptoms as SymptomId[])
      setRaisers(said.raisers as RaiserId[])
    } else if (said.kind === 'repair') router.push(`${stageHref('plan', job.id)}&repair=${said.repairId}`)
  }
  return (
    <>
      {danger && <DangerBand />}
      <main className="flex flex-1 flex-col gap-4 px-4 pt-3 medium:px-6 wide:grid wide:min-h-0 wide:grid-cols-[minmax(0,852fr)_minmax(0,356fr)] wide:gap-6 wide:px-6">
        <section className="space-y-2 p-1 wide:overflow-y-auto" aria-label="What the driver says">
          <h1 className="text-title">
            {job.epoch > 0 ? 'What is left of the complaint?' : 'What does the driver say?'}
          </h1>
          <ManyChoices
            label="Symptoms"
            dense
            columns={3}
            options={sayable.map((symptom) => ({ id: symptom.id, label: symptom.says }))}
            value={symptoms}
            onChange={(ids) => setSymptoms(ids as SymptomId[])}
          />
          <div className="grid items-center gap-x-4 gap-y-2 medium:grid-cols-[300px_1fr] wide:grid-cols-[300px_1fr]">
            <span className="text-main font-semibold">Is it failing now?</span>
            <ChoiceGroup
              label="Is it failing now?"
              options={NOW}
              value={failingNow}
              onChange={(id) => setFailingNow(id as ComplaintData['failingNow'])}
            />
          </div>
          <h2 className="text-step">What raises a suspicion</h2>
          <ManyChoices
            label="History"
            dense
            columns={4}
            options={Object.entries(RAISERS)
              .filter(([id]) => libraryIn(scopeOf(symptoms)).raisers.includes(id as RaiserId))
              .map(([id, raiser]) => ({ id, label: inUnits(raiser.label) }))}
            value={raisers}
            onChange={(ids) => setRaisers(ids as RaiserId[])}
          />
          <Later conditions={conditions} onConditions={setConditions} more={more} onMore={setMore} />
        </section>
        <FirstRanking
          hand={hand}
          symptoms={symptoms}
          ranking={ranking}
          danger={danger}
          onSaid={follow}
          onKeep={() => void keep()}
          told={past.some(({ how }) => how === 'came back') || pastJobs.some(putsOff)}
        >
          <FromBefore hand={hand} pastJobs={pastJobs} symptoms={symptoms} />
          <KnownParts hand={hand} symptoms={symptoms} past={past} pastJobs={pastJobs} />
        </FirstRanking>
      </main>
      <StateStrip
        hand={hand}
        message={
          danger
            ? 'Do not start it. Find the leak first.'
            : 'Set what you have seen. The rest follows from readings.'
        }
        danger={danger}
      />
    </>
  )
}

interface FirstRankingProps {
  hand: JobInHand
  symptoms: SymptomId[]
  ranking: RankingView
  danger: boolean
  onSaid: (said: Said) => void
  onKeep: () => void
  /** Something is told beside the suspects: fewer of them are shown. */
  told: boolean
  children: ReactNode
}

/** The first suspects beside what is said; the act stays in sight however long the list is. */
function FirstRanking({
  hand,
  symptoms,
  ranking,
  danger,
  onSaid,
  onKeep,
  told,
  children,
}: FirstRankingProps) {
  const { job } = hand
  const said = symptoms.length > 0
  const apart = new Set(symptoms.map((id) => symptomById(id).scope ?? 'engine')).size > 1
  return (
    <aside className="flex min-h-0 flex-col" aria-label="First ranking">
      <svg width="0" height="0" className="absolute">
        <HatchDefs />
      </svg>
      <h2 className="pb-2 font-instrument text-second font-normal text-ink-2">
        {said
          ? `Suspects from the complaint ${job.evidence.length > 0 ? 'and the readings so far' : 'alone'}${ranking.status === 'working' ? ', working' : ''}`
          : 'First ranking'}
      </h2>
      <div className="min-h-0 flex-1 space-y-2 overflow-y-auto">
        {!said ? (
          <Notice title="Nothing said yet.">
            Touch what the driver says. The first suspects appear here.
          </Notice>
        ) : ranking.last ? (
          <SuspectList suspects={ranking.last.suspects} most={danger || told ? 3 : 5} />
        ) : (
          <Notice kind="working" title="Solving this vehicle." />
        )}
        {apart && (
          <Notice title={`Traced first: ${FIRST[scopeOf(symptoms)]}.`}>
            The rest is noted with it and traced after, each on its own.
          </Notice>
        )}
        {ranking.status === 'failed' && (
          <Notice title="The ranking stopped.">
            {ranking.problem}. The complaint can be noted all the same.
          </Notice>
        )}
        {children}
      </div>
      <div className="shrink-0 space-y-3 py-3">
        {!said && job.evidence.length === 0 && (
          <KnownWays
            hand={hand}
            onSaid={onSaid}
            onSurvey={() => onSaid({ kind: 'survey' })}
            onBuild={() => onSaid({ kind: 'build' })}
          />
        )}
        <SayPart hand={hand} symptoms={symptoms} />
        <NoteIt said={said} danger={danger} onKeep={onKeep} />
      </div>
    </aside>
  )
}

function NoteIt({ said, danger, onKeep }: { said: boolean; danger: boolean; onKeep: () => void }) {
  const words = danger ? 'Note it. Trace without starting it' : 'Note it and trace'
  return (
    <MainAct>
      <Button variant={said ? 'act' : 'held'} tall className="w-full" disabled={!said} onClick={onKeep}>
        {said ? words : 'One symptom at least'}
      </Button>
    </MainAct>
  )
}

interface More {
  words: string
  lastFill: string
  lamps: string
  history: string
}

/** What can be noted when there is time. */
function Later({
  conditions,
  onConditions,
  more,
  onMore,
}: {
  conditions: string[]
  onConditions: (conditions: string[]) => void
  more: More
  onMore: (more: More) => void
}) {
  return (
    <details className="border-t border-rule">
      <summary className="min-h-[44px] cursor-pointer py-2 text-main font-semibold">
        More, if there is time: when, last fill, lamps, own words
      </summary>
      <div className="space-y-3 pb-2">
        <ManyChoices
          label="When"
          columns={3}
          options={CONDITIONS.map((name) => ({ id: name, label: name }))}
          value={conditions}
          onChange={onConditions}
        />
        <div className="grid grid-cols-1 gap-3 medium:grid-cols-2 wide:grid-cols-2">
          <Line
            label="In the driver’s own words"
            value={more.words}
            onChange={(words) => onMore({ ...more, words })}
          />
          <Line
            label="What was filled last, and where"
            value={more.lastFill}
            onChange={(lastFill) => onMore({ ...more, lastFill })}
          />
          <Line
            label="Warning lamps and codes"
            value={more.lamps}
            onChange={(lamps) => onMore({ ...more, lamps })}
          />
          <Line
            label="Work done lately"
            value={more.history}
            onChange={(history) => onMore({ ...more, history })}
          />
        </div>
      </div>
    </details>
  )
}

function Line({
  label,
  value,
  onChange,
}: {
  label: string
  value: string
  onChange: (value: string) => void
}) {
  return (
    <label className="text-second text-ink-2">
      {label}
      <input
        value={value}
        onChange={(event) => onChange(event.target.value)}
        className="mt-1 block min-h-[48px] w-full border-2 border-ink-3 bg-sheet px-3 text-main text-ink"
      />
    </label>
  )
}

/** Speaks before any ranking. */
function DangerBand() {
  return (
    <section
      role="alert"
      className="grid grid-cols-1 items-center gap-2 border-b-2 medium:grid-cols-2 medium:gap-4 wide:grid-cols-[240px_1fr_1fr_1fr] wide:gap-6 border-l-[12px] border-danger bg-danger-wash px-4 py-3 text-main"
    >
      <h2 className="text-step text-danger">Do not start it</h2>
      <p>It stays outside, away from pits and drains. Key out, nobody smokes.</p>
      <p>Gas meter at the floor and at the tank: stop at 10 % LEL, leave at 20 %.</p>
      <p>Leak not found: it stays outside, battery off if that can be done clear of the fuel.</p>
    </section>
  )
}
