'use client'
import { keptText, unitShown, inUnits } from './quantities'
import { useMemo, type ReactNode } from 'react'
import { STATE_VARIABLES, type Layout, type PartKind, type Variable, type VehicleState } from '@/core/vehicle'
import { mustNotBe, settingInHand } from '@/core/job'
import { Fold } from '@/ui/Fold'
import { useShape } from '@/ui/Shape'
import { WordChoice, WordToggle } from '@/ui/WordToggle'
import { useClaim } from './Claim'
import type { JobInHand } from './useJob'
import { variableWord } from './words'

/** What the strip shows: the openings that this layout has, else what decides whether fuel may be opened. */
function shown(layout: Layout): Variable[] {
  if (layout.scope === 'gauge') return ['battery', 'ignition', 'vapour', 'wayIn', 'module']
  if (layout.scope === 'leak') return ['battery', 'ignition', 'area', 'vapour', 'height']
  const has = (kind: PartKind) => layout.parts.some((part) => part.kind === kind)
  return [
    'battery',
    'line',
    'height',
    has('moduleHose') ? 'wayIn' : 'area',
    has('feedPlug') ? 'plug' : 'exhaust',
    'gauge',
  ]
}

interface Props {
  hand: JobInHand
  /** State that the act on the screen needs; what differs is drawn as a conflict. */
  needs?: VehicleState
  message: string
  danger?: boolean
}

/** The state of the vehicle in words, the true one inverted. A touch asserts the other; what the act needs and is not so stands out. */
export function StateStrip({ hand, needs = {}, message, danger = false }: Props) {
  const { job } = hand
  const { claim, panel } = useClaim(hand)
  // What must never be goes before whatever the page has to say.
  const broken = useMemo(() => mustNotBe(hand.job, settingInHand(hand.vehicle, hand.job))[0], [hand])
  const alarm = danger || broken !== undefined
  // Its words stand on the strip even where they usually do not: nothing is said to be wrong that cannot be put right here.
  const rule = broken ? (Object.keys(broken.never) as Variable[]) : []
  const usual = shown(job.layout)
  const variables = [...usual, ...rule.filter((variable) => !usual.includes(variable))]
  const conflicts = (variable: Variable) =>
    rule.includes(variable) || (needs[variable] !== undefined && needs[variable] !== job.state[variable])
  const says = broken ? `${inUnits(broken.reason)} Put that right first.` : message
  const toggles = variables.map((variable) => (
    <Toggle
      key={variable}
      variable={variable}
      value={job.state[variable]}
      conflict={conflicts(variable)}
      onAssert={(value) => claim({ [variable]: value }, 'seen')}
    />
  ))
  const tank = (
    <div className="flex items-center border-rule-2 px-3 leading-tight wide:border-l">
      <span>
        <span className="block text-tick text-ink-2">Tank</span>
        <span className="text-second font-semibold">
          {job.litres === null ? 'not dipped' : `${keptText(job.litres, 'L', 0)} ${unitShown('L')}`}
        </span>
      </span>
    </div>
  )
  const shape = useShape()
  if (shape === 'narrow') {
    const line = alarm ? says : variables.some(conflicts) ? 'The state does not suit this' : says
    return (
      <NarrowStrip line={line || 'Vehicle state'} danger={alarm} panel={panel}>
        {toggles}
        {tank}
      </NarrowStrip>
    )
  }
  return (
    <FullStrip says={says} alarm={alarm} panel={panel}>
      {toggles}
      {tank}
    </FullStrip>
  )
}

/** One line that says whether the state suits; it opens to toggles of full width. */
function NarrowStrip({
  line,
  danger,
  panel,
  children,
}: {
  line: string
  danger: boolean
  panel: ReactNode
  children: ReactNode
}) {
  return (
    <section aria-label="Vehicle state" id="vehicle-state" tabIndex={-1} className="px-4">
      <Fold line={line} danger={danger}>
        <div className="grid grid-cols-1 gap-y-3 pb-1">{children}</div>
      </Fold>
      {panel}
    </section>
  )
}

function FullStrip({
  says,
  alarm,
  panel,
  children,
}: {
  says: string
  alarm: boolean
  panel: ReactNode
  children: ReactNode
}) {
  return (
    <section
      aria-label="Vehicle state"
      id="vehicle-state"
      tabIndex={-1}
      className="flex flex-wrap items-stretch gap-y-1 overflow-clip border-t border-rule medium:py-1 wide:h-[60px] wide:flex-nowrap"
    >
      <div className="flex w-[104px] shrink-0 items-center pl-6 pr-2 text-tick leading-tight text-ink-2">
        Vehicle state now
      </div>
      {children}
      <p
        aria-live="polite"
        className={`flex min-w-[150px] flex-1 items-center justify-end border-rule-2 pl-3 pr-6 text-right text-tick leading-[19px] wide:border-l ${alarm ? 'font-semibold text-danger' : 'text-ink-2'}`}
      >
        {says}
      </p>
      {panel}
    </section>
  )
}

/** More words than this do not stand beside each other. */
const MOST_WORDS = 3

function Toggle({
  variable,
  value,
  conflict,
  onAssert,
}: {
  variable: Variable
  value: string | undefined
  conflict: boolean
  onAssert: (value: string) => void
}) {
  const unknown = value === undefined
  const words = STATE_VARIABLES[variable].map((option) => ({
    id: option,
    label: unknown ? `${option}?` : option,
  }))
  const Words = words.length > MOST_WORDS ? WordChoice : WordToggle
  return (
    <Words
      label={variableWord(variable)}
      words={words}
      value={value}
      onChange={onAssert}
      conflict={conflict}
      className={`border-l border-rule-2 px-3 py-1 ${conflict || unknown ? 'bg-danger-wash' : ''}`}
    />
  )
}
