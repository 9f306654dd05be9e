'use client'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useState, type ReactNode } from 'react'
import type { FieldId, Group } from '@/core/build'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Page } from '@/ui/Page'
import { Panel } from '@/ui/Panel'
import { MainAct, useShape } from '@/ui/Shape'
import { inUnits } from '../frame/quantities'
import { StateStrip } from '../frame/StateStrip'
import type { JobInHand } from '../frame/useJob'
import { stageHref } from '../frame/words'
import { BuildFields, groupOf } from './BuildFields'
import { differenceRow, wholeText } from './buildText'
import { Findings } from './Findings'
import { PartsToOrder } from './PartsToOrder'
import { useBuild, type BuildInHand } from './useBuild'

type Opened = 'difference' | 'parts' | 'start' | 'fields' | null

/** A vehicle that is changed rather than restored: what is chosen, checked as a whole, before the first bolt. */
export function Build({ hand }: { hand: JobInHand }) {
  const build = useBuild(hand)
  return (
    <>
      {build ? <BuildPage hand={hand} build={build} /> : <NotHere />}
      <StateStrip
        hand={hand}
        message="Nothing is bought and nothing is opened before the whole is checked."
      />
    </>
  )
}

function BuildPage({ hand, build }: { hand: JobInHand; build: BuildInHand }) {
  const [group, setGroup] = useState<Group | null>(build.build.groups[0] ?? null)
  const [opened, setOpened] = useState<Opened>(null)
  const { checked } = build
  const shape = useShape()
  const fields = <BuildFields hand={build} vehicleId={hand.vehicle.id} open={group} onOpen={setGroup} />
  const toField = (field: FieldId) => {
    setGroup(groupOf(build, field))
    if (shape !== 'wide') setOpened('fields')
    // The group opens first.
    requestAnimationFrame(() =>
      requestAnimationFrame(() => document.getElementById(`build-${field}`)?.focus()),
    )
  }
  return (
    <>
      <Page
        label="Build"
        tallMargin
        finding={
          <div className="pointer-events-auto">
            <p className="text-second text-ink-2">Build</p>
            <h1 className="text-title">{build.build.wish}</h1>
            <p className="text-second text-ink-2">{build.build.says}</p>
          </div>
        }
        drawing={
          <div className="wide:mt-[112px] wide:h-[calc(100%-112px)] wide:overflow-y-auto wide:px-6">
            {checked ? (
              <Findings
                findings={checked.findings}
                vehicleId={hand.vehicle.id}
                fixed={build.fixed}
                onField={toField}
              />
            ) : (
              <Notice kind="working" title="Checking the whole." />
            )}
            {checked && shape === 'wide' && <Beside checked={checked} />}
          </div>
        }
        act={<Act hand={hand} build={build} onOpen={setOpened} />}
        margin={fields}
        marginLine="What is chosen"
      />
      <Sheets build={build} fields={fields} opened={opened} onOpened={setOpened} />
    </>
  )
}

/** What opens over the page. */
function Sheets({
  build,
  fields,
  opened,
  onOpened,
}: {
  build: BuildInHand
  fields: ReactNode
  opened: Opened
  onOpened: (what: Opened) => void
}) {
  return (
    <>
      <Panel
        open={opened === 'difference'}
        onOpenChange={(next) => onOpened(next ? 'difference' : null)}
        title="As it is, and as it shall be"
      >
        {build.checked && <Differences build={build.checked} />}
      </Panel>
      <Panel
        open={opened === 'fields'}
        onOpenChange={(next) => onOpened(next ? 'fields' : null)}
        title="What is chosen"
      >
        {fields}
      </Panel>
      <Panel
        open={opened === 'parts'}
        onOpenChange={(next) => onOpened(next ? 'parts' : null)}
        title="Ordered before the first bolt"
      >
        <PartsToOrder repairIds={build.build.repairs} />
      </Panel>
      <Panel
        open={opened === 'start'}
        onOpenChange={(next) => onOpened(next ? 'start' : null)}
        title="The first start, in its order"
      >
        {build.checked && <FirstStart steps={build.checked.start} />}
      </Panel>
    </>
  )
}

/** What the whole comes to, and the way on: held while anything of it does not do. */
function Act({
  hand,
  build,
  onOpen,
}: {
  hand: JobInHand
  build: BuildInHand
  onOpen: (what: Opened) => void
}) {
  const router = useRouter()
  const { checked, asks, built } = build
  const failing = checked?.findings.some(({ verdict }) => verdict === 'no') ?? true
  const held = asks.length > 0 || failing || !checked
  const plan = async () => {
    if (await build.keep()) router.push(stageHref('plan', hand.job.id))
  }
  return (
    <section
      aria-label="The whole"
      data-held={held || undefined}
      data-kept={build.kept || undefined}
      className="space-y-2 border-t-[5px] border-accent bg-sheet px-4 py-3 medium:px-6 wide:px-6"
    >
      <p className="font-book text-title font-[550]" aria-live="polite" data-whole>
        {checked ? inUnits(wholeText(checked.findings)) : 'Checking the whole.'}
      </p>
      {asks.length > 0 && (
        <p className="text-main font-semibold" data-asked-back>
          A figure is asked back: nothing of it is kept until it can be.
        </p>
      )}
      <p className="text-second text-ink-2">
        Typical figures: the maker’s data, the local code and licensed practice govern.
      </p>
      <div className="flex flex-wrap gap-2 pt-1">
        <Openers checked={checked} onOpen={onOpen} />
        <span className="flex-1" />
        {built ? (
          <Link
            href={stageHref('prove', hand.job.id)}
            className="flex min-h-[48px] items-center bg-accent px-4 text-main font-semibold text-on-accent"
          >
            It is built: prove it
          </Link>
        ) : (
          <MainAct>
            <Button
              variant={held ? 'held' : 'act'}
              disabled={held}
              data-act="plan-build"
              onClick={() => void plan()}
            >
              {held ? 'Held: it does not do yet' : 'Plan it'}
            </Button>
          </MainAct>
        )}
      </div>
    </section>
  )
}

/** What there is to look at besides; where there is room some of it stands on the page. */
function Openers({ checked, onOpen }: { checked: BuildInHand['checked']; onOpen: (what: Opened) => void }) {
  const shape = useShape()
  return (
    <>
      {shape !== 'wide' && (
        <Button variant="quiet" data-act="difference" onClick={() => onOpen('difference')}>
          What is different
        </Button>
      )}
      <Button variant="quiet" data-act="parts" onClick={() => onOpen('parts')}>
        Parts to order
      </Button>
      {shape !== 'wide' && checked && checked.start.length > 0 && (
        <Button variant="quiet" data-act="first-start" onClick={() => onOpen('start')}>
          First start
        </Button>
      )}
    </>
  )
}

/** What is different, and the first start: where there is room they stand under what was found. */
const Beside = ({ checked }: { checked: NonNullable<BuildInHand['checked']> }) => (
  <div className="grid grid-cols-2 gap-x-8 pb-4 pt-4">
    <section aria-label="What is different">
      <h2 className="pb-1 font-instrument text-second font-normal text-ink-2">
        As it is, and as it shall be
      </h2>
      <Differences build={checked} />
    </section>
    {checked.start.length > 0 && (
      <section aria-label="First start">
        <h2 className="pb-1 font-instrument text-second font-normal text-ink-2">
          The first start, in its order
        </h2>
        <FirstStart steps={checked.start} />
      </section>
    )}
  </div>
)

const Differences = ({ build }: { build: NonNullable<BuildInHand['checked']> }) => (
  <ul data-sheet="difference">
    {build.differences.length === 0 && (
      <li className="text-main">The same parts and figures: what is done is done inside them.</li>
    )}
    {build.differences.map((one) => {
      const { name, says } = differenceRow(one)
      return (
        <li
          key={`${one.what} ${one.of}`}
          data-different={one.of}
          className="flex min-h-[36px] items-center justify-between gap-4 border-t border-rule-2 text-main"
        >
          <span>{name}</span>
          <b className="whitespace-nowrap">{says}</b>
        </li>
      )
    })}
  </ul>
)

const FirstStart = ({ steps }: { steps: NonNullable<BuildInHand['checked']>['start'] }) => (
  <ol data-sheet="start">
    {steps.map(({ id, title, says }, at) => (
      <li
        key={id}
        className="grid grid-cols-[32px_minmax(0,1fr)] border-t border-rule-2 py-1 text-main leading-[23px]"
      >
        <span className="font-semibold text-accent">{at + 1}</span>
        <span>
          <b>{title}.</b> {inUnits(says)}
        </span>
      </li>
    ))}
  </ol>
)

const NotHere = () => (
  <main className="p-6" aria-label="Build">
    <Notice title="This build is not known here.">
      It was begun with another version. Its plan, its steps and its record stay; what is chosen of it is
      looked at there.
    </Notice>
  </main>
)
