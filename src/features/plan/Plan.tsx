'use client'
import { useRouter, useSearchParams } from 'next/navigation'
import { useMemo, useState } from 'react'
import { libraryOf, repairById } from '@/core/library'
import type { Plan as PlanData } from '@/core/procedure'
import { Button } from '@/ui/Button'
import { ManyChoices } from '@/ui/ChoiceGroup'
import { Notice } from '@/ui/Notice'
import { Panel } from '@/ui/Panel'
import { MeterHold, meterHolds } from '../frame/MeterHold'
import { StateStrip } from '../frame/StateStrip'
import type { JobInHand } from '../frame/useJob'
import { usePlan } from '../frame/usePlan'
import { clockText, minutesText, stageHref } from '../frame/words'
import { useNow } from '../frame/useNow'
import { VFigure } from './VFigure'

const MOST_REPAIRS = 3

export function Plan({ hand }: { hand: JobInHand }) {
  const { job } = hand
  const asked = useSearchParams().get('repair')
  const [repairIds, setRepairIds] = useState<string[]>(() => (job.work ? job.work.repairIds : asked ? asked.split(',').slice(0, MOST_REPAIRS) : []))
  const [choosing, setChoosing] = useState(false)
  const router = useRouter()
  const now = useNow(30_000)
  const inHand = job.work !== null && sameSet(job.work.repairIds, repairIds) && job.work.done.size > 0
  const start = inHand ? job.work!.start : job.state
  const view = usePlan(useMemo(() => ({ ...start }), [start]), repairIds)
  const { plan } = view
  const begin = async () => {
    if (!inHand) {
      const made = await hand.add({ kind: 'plan-made', body: { repairIds, start: { ...job.state } as Record<string, string> } })
      if (!made) return
    }
    router.push(stageHref('work', job.id))
  }
  return (
    <>
      <main className="relative h-[676px] w-[1280px]" aria-label="Plan">
        {plan && <PlanHead plan={plan} />}
        {repairIds.length === 0 && <Empty onChoose={() => setChoosing(true)} />}
        {view.status === 'working' && !plan && <div className="p-6 pt-20"><Notice kind="working" title="Working out the way in and out." /></div>}
        {view.status === 'failed' && <div className="p-6 pt-20"><Failed error={view.error} onChoose={() => setChoosing(true)} /></div>}
        {plan && <VFigure plan={plan} done={inHand ? job.work!.done.size : 0} />}
        {plan && (
          <div className="absolute bottom-3 left-6 right-6 flex items-end gap-4">
            <HaveReady plan={plan} />
            <Button variant="quiet" tall className="w-[128px]" onClick={() => setChoosing(true)}>Change plan</Button>
            {meterHolds(hand) ? <MeterHold hand={hand} /> : <Button variant="act" tall className="w-[294px] text-step" data-act="start" onClick={() => void begin()}>{inHand ? `Go on with step ${job.work!.done.size + 1}` : 'Start step 1'}</Button>}
          </div>
        )}
      </main>
      <StateStrip hand={hand} message={plan && now ? `${minutesText(plan.minutes)} in all, about ${plan.money} in parts, ready about ${clockText(now + plan.minutes * 60_000)}.` : ''} />
      <Panel open={choosing} onOpenChange={setChoosing} title="What shall be repaired?">
        <ManyChoices label="Repairs" columns={2} options={libraryOf(job.layout).repairs.map((repair) => ({ id: repair.id, label: repair.title }))} value={repairIds} onChange={(ids) => setRepairIds(ids.slice(-MOST_REPAIRS))} />
        <p className="pt-3 text-second text-ink-2">Up to {MOST_REPAIRS} at once. They share the way in where they can.</p>
      </Panel>
    </>
  )
}

const sameSet = (one: string[], other: string[]) => one.length === other.length && one.every((id) => other.includes(id))

function PlanHead({ plan }: { plan: PlanData }) {
  const bottom = plan.steps.findIndex((step) => step.side === 'bottom')
  const down = plan.steps.slice(0, bottom).reduce((sum, step) => sum + step.minutes, 0)
  const acts = plan.steps.filter((step) => step.side === 'bottom').reduce((sum, step) => sum + step.minutes, 0)
  return (
    <div className="absolute inset-x-6 top-2 flex items-start justify-between">
      <p className="text-second text-ink-2"><span className="text-step font-semibold text-ink">{minutesText(down)}</span> down, taking apart</p>
      <h1 className="max-w-[640px] text-center text-title">{plan.repairs.map((id) => repairById(id).title).join(', ')}</h1>
      <p className="text-right text-second text-ink-2">up, putting back and checking <span className="text-step font-semibold text-ink">{minutesText(plan.minutes - down - acts)}</span></p>
    </div>
  )
}

function Empty({ onChoose }: { onChoose: () => void }) {
  return (
    <section className="space-y-4 p-6">
      <h1 className="text-title">Nothing is chosen to repair.</h1>
      <p className="text-main text-ink-2">Trace names a repair when the case is clear. You can also choose one.</p>
      <Button variant="act" onClick={onChoose}>Choose a repair</Button>
    </section>
  )
}

function Failed({ error, onChoose }: { error: unknown; onChoose: () => void }) {
  const repair = typeof error === 'object' && error && 'repair' in error ? repairById(String(error.repair)).part : null
  return (
    <div className="space-y-4">
      <Notice title={repair ? `There is no safe way to the ${repair.toLowerCase()} from this state.` : 'The plan stopped.'}>Something on the strip is unknown or contradicts itself. Set it, or choose another repair.</Notice>
      <Button onClick={onChoose}>Change plan</Button>
    </div>
  )
}

function HaveReady({ plan }: { plan: PlanData }) {
  const parts = plan.have.newParts
  return (
    <section aria-label="Have ready" className="flex-1 text-second leading-[21px]">
      <h2 className="font-instrument text-second font-normal text-ink-2">Have on the trolley before step 1</h2>
      <p className="line-clamp-2">{parts.length === 0 ? 'No new parts.' : parts.map((part, at) => <span key={part.name}><span className={part.oneTime ? 'font-semibold' : ''}>{part.count > 1 ? `${part.count} × ` : ''}{part.name}</span>{part.oneTime ? ', new' : ''}{at < parts.length - 1 ? ' · ' : ''}</span>)}</p>
      {plan.have.tools.length > 0 && <p className="line-clamp-2 text-ink-2">{plan.have.tools.join(' · ')}</p>}
    </section>
  )
}
