'use client'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useEffect, useMemo, useState } from 'react'
import {
  libraryOf,
  repairById,
  repairOrder,
  surveyOf,
  type SurveyFinding,
  type SurveyItem,
} from '@/core/library'
import { standings } from '@/core/procedure'
import { curedBy, layoutKeyOf, settingOf } from '@/core/job'
import { ask } from '@/workers/client'
import type { AnswerOf } from '@/workers/protocol'
import { Button } from '@/ui/Button'
import { Page } from '@/ui/Page'
import { useShape } from '@/ui/Shape'
import { MeterHold, meterHolds } from '../frame/MeterHold'
import { StateStrip } from '../frame/StateStrip'
import { everyoneOut, holdLine, useHolds } from '../frame/useHolds'
import type { JobInHand } from '../frame/useJob'
import { minutesText, stageHref } from '../frame/words'
import { SurveySheet } from './SurveySheet'
import { SurveyDown } from './SurveyDown'
import { SurveyTrack } from './SurveyTrack'
import { surveyFinding } from './surveyText'

const MOST_AT_ONCE = 3

/** A vehicle that stood for years: the whole path in the cheapest order, what was found, and what has to be put right before what. */
export function Survey({ hand }: { hand: JobInHand }) {
  const { job } = hand
  const router = useRouter()
  const shape = useShape()
  const [chosen, setChosen] = useState<string | null>(null)
  const items = useMemo(() => surveyOf(job.layout), [job.layout])
  const findings = useMemo(
    () => new Map([...job.survey].map(([id, { finding }]) => [id, finding] as const)),
    [job.survey],
  )
  const standing = useMemo(() => standings(items, findings, curedBy(job)), [items, findings, job])
  const order = useOrder(hand, findings)
  const next = order?.steps.find((step) => standing.get(step.itemId)?.kind === 'open')?.itemId ?? null
  const shownId = chosen ?? next
  const shown = items.find((item) => item.id === shownId) ?? null
  const reachMinutes = order?.steps.find((step) => step.itemId === shownId)?.reachMinutes ?? 0
  const holds = useHolds(hand, shown, { as: 'reading' })
  const out = everyoneOut(holds)
  const said = surveyFinding(items, standing, findings, order?.minutes ?? null)
  const traceIt = async () => {
    if ((await hand.act('endSurvey', {})).kept) router.push(stageHref('complaint', job.id))
  }
  const keep = async (item: SurveyItem, finding: SurveyFinding, note: string) => {
    setChosen(null)
    await hand.act('noteSurvey', { item, finding, note })
  }
  return (
    <>
      <Page
        label="Survey"
        marginLine="To put right"
        finding={
          <section aria-live="polite" className="wide:w-[780px]">
            <p className="text-second text-ink-2">
              It stood for years: {[...standing.values()].filter((one) => one.kind === 'done').length} of{' '}
              {[...standing.values()].filter((one) => one.kind !== 'not needed').length} seen
            </p>
            <h1 className="text-title">{said.title}</h1>
            <p className="pt-1 text-second text-ink-2">{said.detail}</p>
            {out ? (
              !shown && <MeterHold hand={hand} />
            ) : (
              <Button variant="quiet" data-act="end-survey" className="mt-2" onClick={() => void traceIt()}>
                Trace it as any other
              </Button>
            )}
          </section>
        }
        drawing={
          shape === 'wide' ? (
            <SurveyTrack items={items} standing={standing} shownId={shownId} onChoose={setChosen} />
          ) : (
            <SurveyDown items={items} standing={standing} shownId={shownId} onChoose={setChosen} />
          )
        }
        act={
          shown && (
            <SurveySheet
              key={`${shown.id} ${findings.get(shown.id) ?? ''}`}
              hand={hand}
              item={shown}
              holds={holds}
              standing={standing.get(shown.id)!}
              reachMinutes={reachMinutes}
              names={new Map(items.map((item) => [item.id, item.name]))}
              onKeep={(finding, note) => void keep(shown, finding, note)}
            />
          )
        }
        margin={<PutRight hand={hand} items={items} findings={findings} />}
      />
      <StateStrip
        hand={hand}
        needs={shown?.needs}
        message={
          holdLine(holds) ??
          (shown?.live
            ? 'Its turn only when all before it is good.'
            : 'Nothing is switched on before its turn.')
        }
        danger={holds.length > 0 || (shown?.live ?? false)}
      />
    </>
  )
}

/** What is left, in the cheapest order from the state as it is. */
function useOrder(
  { job, vehicle }: JobInHand,
  findings: Map<string, SurveyFinding>,
): AnswerOf<'survey'> | null {
  const [order, setOrder] = useState<AnswerOf<'survey'> | null>(null)
  const request = JSON.stringify({
    layout: layoutKeyOf(vehicle, job.layout.scope),
    setting: settingOf(vehicle),
    start: job.state,
    findings: [...findings],
    repaired: curedBy(job),
  })
  useEffect(() => {
    let live = true
    void ask('survey', JSON.parse(request)).then((answer) => live && answer.ok && setOrder(answer.value))
    return () => {
      live = false
    }
  }, [request])
  return order
}

/** What was found bad, as repairs in an order in which none spoils another. */
function PutRight({
  hand,
  items,
  findings,
}: {
  hand: JobInHand
  items: SurveyItem[]
  findings: Map<string, SurveyFinding>
}) {
  const { job } = hand
  const had = new Set(libraryOf(job.layout).repairs.map((repair) => repair.id))
  const asked = items.flatMap((item) =>
    findings.get(item.id) === 'bad' ? item.repairs.filter((id) => had.has(id)).slice(0, 1) : [],
  )
  const order = repairOrder([...new Set(asked)].filter((id) => !curedBy(job).includes(id)))
  const now = order.filter((entry) => entry.waitsFor.length === 0).slice(0, MOST_AT_ONCE)
  return (
    <aside
      className="flex flex-col gap-1 wide:absolute wide:inset-0 wide:top-[134px] wide:overflow-y-auto wide:pr-6"
      aria-label="To put right"
    >
      <h2 className="font-instrument text-second font-normal text-ink-2">
        {order.length === 0 ? 'Nothing to put right so far' : 'To put right, in this order'}
      </h2>
      <ol>
        {order.map(({ repairId, waitsFor }, at) => (
          <li
            key={repairId}
            className="grid grid-cols-[24px_1fr] border-t border-rule-2 py-1 text-main leading-tight"
          >
            <span className="font-semibold text-accent">{at + 1}</span>
            <span>
              {repairById(repairId).title}
              {waitsFor.length > 0 && (
                <span className="block text-second text-ink-2">
                  after {waitsFor.map((id) => repairById(id).part.toLowerCase()).join(', ')}
                </span>
              )}
            </span>
          </li>
        ))}
      </ol>
      {now.length > 0 && !meterHolds(hand) && (
        <Link
          href={`${stageHref('plan', job.id)}&repair=${now.map((entry) => entry.repairId).join(',')}`}
          data-act="plan"
          className="mt-1 inline-flex min-h-[48px] items-center self-start bg-accent px-4 text-main font-semibold text-on-accent"
        >
          Plan {now.length === 1 ? 'it' : `these ${now.length}`}:{' '}
          {minutesText(now.reduce((sum, entry) => sum + repairById(entry.repairId).minutes, 0))} of work
        </Link>
      )}
    </aside>
  )
}
