'use client'
import { inUnits } from '../frame/quantities'
import { libraryOf, othersFor, repairById, wayIn, curesAs } from '@/core/library'
import type { Addition } from '@/core/calls'
import { finishOf, type Plan as PlanData } from '@/core/procedure'
import { isOfBuild } from '@/core/job'
import { Button } from '@/ui/Button'
import { ManyChoices } from '@/ui/ChoiceGroup'
import { Notice } from '@/ui/Notice'
import { Panel } from '@/ui/Panel'
import { MainAct, useShape } from '@/ui/Shape'
import { LAYOUTS, type LayoutId } from '@/core/vehicle'
import { MeterHold, meterHolds } from '../frame/MeterHold'
import { StateStrip } from '../frame/StateStrip'
import type { JobInHand } from '../frame/useJob'
import { ReadyButton, ReadyList, type Ready } from '../frame/ReadySheet'
import { dayClockText, lowerFirst, minutesText } from '../frame/words'
import { useNow } from '../frame/useNow'
import { CallsPanel } from './CallsPanel'
import { ConsentPanel } from './ConsentPanel'
import { HeadActs } from './HeadActs'
import { PlanDown } from './PlanDown'
import { VFigure } from './VFigure'
import { MOST_REPAIRS, usePlanning } from './usePlanning'
import { WaysPanel } from './WaysPanel'

export function Plan({ hand }: { hand: JobInHand }) {
  const { job } = hand
  const planning = usePlanning(hand)
  const {
    repairIds,
    choose,
    building,
    chosen,
    setChosen,
    open,
    setOpen,
    inHand,
    view,
    compared,
    further,
    ready,
    terms,
    setTerms,
    calls,
    withOption,
    estimate,
    prices,
    held,
    failing,
    make,
    begin,
  } = planning
  const { plan } = view
  const now = useNow(30_000)
  const shape = useShape()
  return (
    <>
      <main
        className="flex flex-col px-4 pb-4 medium:px-6 wide:min-h-0 wide:flex-1 wide:p-0"
        aria-label="Plan"
      >
        <div className="wide:min-h-0 wide:flex-1 wide:overflow-y-auto wide:overflow-x-hidden">
          <div className="wide:relative wide:mx-auto wide:h-[588px] wide:w-[1280px]">
            {plan && <PlanHead plan={plan} wish={isOfBuild(job, plan.repairs[0]!) ? job.words : null} />}
            {plan && estimate && (
              <HeadActs
                hand={hand}
                plan={plan}
                estimate={estimate}
                held={held !== null}
                calls={calls}
                onOpen={setOpen}
              />
            )}
            {repairIds.length === 0 && <Empty onChoose={() => setOpen('repairs')} />}
            {view.status === 'working' && !plan && (
              <div className="p-6 pt-20">
                <Notice kind="working" title="Working out the way in and out." />
              </div>
            )}
            {view.status === 'failed' && (
              <div className="p-6 pt-20">
                <Failed
                  error={view.error}
                  onChoose={() => setOpen('repairs')}
                  onWays={() => setOpen('ways')}
                />
              </div>
            )}
            {plan &&
              (shape === 'wide' ? (
                <VFigure plan={plan} done={inHand ? job.work!.done.size : 0} />
              ) : (
                <PlanDown plan={plan} done={inHand ? job.work!.done.size : 0} />
              ))}
          </div>
        </div>
        {plan && (
          <div className="flex flex-wrap items-end gap-3 pt-4 wide:flex-nowrap wide:px-6 wide:pb-3 wide:pt-0">
            <HaveReady plan={plan} />
            <ReadyButton
              items={ready.items}
              missing={ready.missing}
              onOpen={() => void make().then((made) => made && setOpen('ready'))}
            />
            <Button
              variant="quiet"
              tall
              className="w-[160px] leading-tight"
              data-act="ways"
              disabled={inHand}
              onClick={() => setOpen('ways')}
            >
              {plan.way ? `By: ${lowerFirst(wayIn(plan.way).title)}` : 'Ways in'}
            </Button>
            <Button
              variant="quiet"
              tall
              className="w-[104px] leading-tight"
              onClick={() => setOpen('repairs')}
            >
              Change plan
            </Button>
            {meterHolds(hand) ? (
              <MeterHold hand={hand} />
            ) : (
              <MainAct>
                <Button
                  variant={held || failing ? 'held' : 'act'}
                  tall
                  className="w-[250px] text-step"
                  data-act="start"
                  onClick={() => void begin()}
                >
                  {failing
                    ? 'Held: the build does not do yet'
                    : held
                      ? 'Held: consent'
                      : inHand
                        ? `Go on with step ${job.work!.done.size + 1}`
                        : 'Start step 1'}
                </Button>
              </MainAct>
            )}
          </div>
        )}
      </main>
      <StateStrip
        hand={hand}
        message={plan && now ? outlook(plan, ready, inHand ? job.work!.done.size : 0, now) : ''}
      />
      <Panel
        open={open === 'repairs'}
        onOpenChange={(next) => setOpen(next ? 'repairs' : null)}
        title="What shall be repaired?"
      >
        {further && further.length > 0 && <While open={further} onAdd={(id) => choose([...repairIds, id])} />}
        <Otherwise layout={hand.vehicle.layout} repairIds={repairIds} onRepairs={(ids) => choose(ids)} />
        <ManyChoices
          label="Repairs"
          columns={2}
          options={libraryOf(job.layout).repairs.map((repair) => ({ id: repair.id, label: repair.title }))}
          value={repairIds}
          onChange={choose}
        />
        <p className="pt-3 text-second text-ink-2">
          Up to {MOST_REPAIRS} at once. They share the way in where they can.
        </p>
      </Panel>
      <WaysPanel
        hand={hand}
        open={open === 'ways'}
        onOpenChange={(next) => setOpen(next ? 'ways' : null)}
        compared={repairIds.length > 0 ? compared : []}
        going={plan?.way ?? null}
        chosen={chosen}
        onChosen={setChosen}
      />
      <CallsPanel
        hand={hand}
        calls={calls}
        terms={terms}
        onTerms={setTerms}
        onTake={(call, option) =>
          !inHand && building.length === 0 && choose(withOption(repairIds, call, option))
        }
        open={open === 'calls'}
        onOpenChange={(next) => setOpen(next ? 'calls' : null)}
      />
      {estimate && (
        <ConsentPanel
          hand={hand}
          repairIds={repairIds}
          estimate={estimate}
          prices={prices}
          held={held}
          open={open === 'consent'}
          onOpenChange={(next) => setOpen(next ? 'consent' : null)}
        />
      )}
      <Panel
        open={open === 'ready'}
        onOpenChange={(next) => setOpen(next ? 'ready' : null)}
        title="Ready to open"
      >
        <p className="pb-3 text-main">
          In hand before the first joint parts. What is missing holds the opening, not the steps before it.
        </p>
        <ReadyList hand={hand} items={ready.items} />
      </Panel>
    </>
  )
}

const waitMinutes = (plan: PlanData) => plan.waits.reduce((sum, wait) => sum + wait.minutes, 0)

/** What it takes, and when it is ready; with parts on order also when to begin, so that nothing stands open and waits for them. */
function outlook(plan: PlanData, ready: Ready, next: number, now: number): string {
  const arrives = ready.arrives
  const finish = finishOf(plan, now, next, arrives)
  const sum = `${minutesText(plan.minutes)} in all${waitMinutes(plan) > 0 ? `, ${minutesText(waitMinutes(plan))} of waiting` : ''}, about ${plan.money} in parts, ready about ${dayClockText(finish.endsAt, now)}.`
  return arrives !== null && finish.opensAt !== null && arrives > now && finish.beginAt > now + 60_000
    ? `${sum} Parts come ${dayClockText(arrives, now)}: begin ${dayClockText(finish.beginAt, now)}.`
    : sum
}

/** What further work costs while it is open, against another day. */
function While({ open, onAdd }: { open: Addition[]; onAdd: (repairId: string) => void }) {
  return (
    <section aria-label="While it is open" className="pb-4">
      <h3 className="text-main font-semibold">While it is open</h3>
      <ul>
        {open.slice(0, 5).map((one) => (
          <li
            key={one.repairId}
            data-addition={one.repairId}
            className="flex min-h-[52px] items-center justify-between border-t border-rule-2 text-main"
          >
            <span>
              {repairById(one.repairId).part}: <b>{minutesText(one.nowMinutes)} now</b>,{' '}
              {minutesText(one.laterMinutes)} later
            </span>
            <Button onClick={() => onAdd(one.repairId)} className="!px-3">
              Add
            </Button>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** The same work in another way, and what goes beside it while the way is open. */
function Otherwise({
  layout,
  repairIds,
  onRepairs,
}: {
  layout: LayoutId
  repairIds: string[]
  onRepairs: (ids: string[]) => void
}) {
  const { instead, beside } = othersFor(LAYOUTS[layout], repairIds)
  if (repairIds.length === 0 || instead.length + beside.length === 0) return null
  const others = (id: string) =>
    repairIds.filter((chosen) => chosen !== id && curesAs(chosen) !== curesAs(id))
  return (
    <section aria-label="Otherwise" className="pb-4">
      <h3 className="text-main font-semibold">Otherwise, or beside it</h3>
      <div className="grid grid-cols-1 gap-2 pt-1 medium:grid-cols-2 wide:grid-cols-2">
        {instead.map((repair) => (
          <Button
            key={repair.id}
            data-instead={repair.id}
            onClick={() => onRepairs([...others(repair.id), repair.id])}
            className="!justify-start !px-3 text-left leading-tight"
          >
            <span>
              <span className="block text-tick text-ink-2">Instead</span>
              {repair.title}
            </span>
          </Button>
        ))}
        {beside.map((repair) => (
          <Button
            key={repair.id}
            data-beside={repair.id}
            onClick={() => onRepairs([...repairIds, repair.id])}
            className="!justify-start !px-3 text-left leading-tight"
          >
            <span>
              <span className="block text-tick text-ink-2">Beside it</span>
              {repair.title}
            </span>
          </Button>
        ))}
      </div>
    </section>
  )
}

/** `wish`: what a build is called; its acts would not go into one line. */
function PlanHead({ plan, wish }: { plan: PlanData; wish: string | null }) {
  const bottom = Math.max(
    0,
    plan.steps.findIndex((step) => step.side === 'bottom'),
  )
  const down = plan.steps.slice(0, bottom).reduce((sum, step) => sum + step.minutes, 0)
  const acts = plan.steps
    .filter((step) => step.side === 'bottom')
    .reduce((sum, step) => sum + step.minutes, 0)
  return (
    <div className="flex flex-col gap-1 pt-2 wide:absolute wide:inset-x-6 wide:top-2 wide:flex-row wide:items-start wide:justify-between wide:pt-0">
      <p className="text-second text-ink-2">
        <span className="text-step font-semibold text-ink">{minutesText(down)}</span> down, taking apart
      </p>
      <h1 className="max-w-[640px] text-title narrow:order-first medium:order-first wide:text-center">
        {wish
          ? wish
          : plan.repairs.length === 1
            ? repairById(plan.repairs[0]!).title
            : plan.repairs
                .map((id, at) => (at === 0 ? repairById(id).part : lowerFirst(repairById(id).part)))
                .join(', ')}
      </h1>
      <p className="text-second text-ink-2 wide:text-right">
        up, putting back and checking{' '}
        <span className="text-step font-semibold text-ink">{minutesText(plan.minutes - down - acts)}</span>
      </p>
    </div>
  )
}

function Empty({ onChoose }: { onChoose: () => void }) {
  return (
    <section className="space-y-4 p-6">
      <h1 className="text-title">Nothing is chosen to repair.</h1>
      <p className="text-main text-ink-2">
        Trace names a repair when the case is clear. You can also choose one.
      </p>
      <Button variant="act" onClick={onChoose}>
        Choose a repair
      </Button>
    </section>
  )
}

function Failed({ error, onChoose, onWays }: { error: unknown; onChoose: () => void; onWays: () => void }) {
  const repair =
    typeof error === 'object' && error && 'repair' in error ? repairById(String(error.repair)).part : null
  return (
    <div className="space-y-4">
      <Notice
        title={
          repair
            ? `There is no safe way to the ${repair.toLowerCase()} from this state.`
            : 'The plan stopped.'
        }
      >
        Something on the strip is unknown or contradicts itself, or this vehicle has no way in to it. Set it,
        or choose another repair.
      </Notice>
      <div className="flex gap-2">
        <Button onClick={onChoose}>Change plan</Button>
        <Button onClick={onWays}>Ways in</Button>
      </div>
    </div>
  )
}

function HaveReady({ plan }: { plan: PlanData }) {
  const parts = plan.have.newParts
  return (
    <section
      aria-label="Have ready"
      className="text-second leading-[21px] narrow:w-full medium:w-full wide:flex-1"
    >
      <h2 className="font-instrument text-second font-normal text-ink-2">
        Have on the trolley before step 1
      </h2>
      <p className="line-clamp-2">
        {parts.length === 0
          ? 'No new parts.'
          : parts.map((part, at) => (
              <span key={part.name}>
                <span className={part.oneTime ? 'font-semibold' : ''}>
                  {part.count > 1 ? `${part.count} × ` : ''}
                  {inUnits(part.name)}
                </span>
                {part.oneTime ? ', new' : ''}
                {at < parts.length - 1 ? ' · ' : ''}
              </span>
            ))}
      </p>
      {plan.have.tools.length > 0 && (
        <p className="line-clamp-2 text-ink-2">{inUnits(plan.have.tools.join(' · '))}</p>
      )}
    </section>
  )
}
