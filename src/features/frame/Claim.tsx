'use client'
import { useState, type ReactNode } from 'react'
import { meetsFigure, type Claim, type ReadFigure } from '@/core/acts'
import { GATE_RANGE, gateValue, readGate, type GateUnit } from '@/core/job'
import type { Operation } from '@/core/library'
import type { VehicleState } from '@/core/vehicle'
import { Button } from '@/ui/Button'
import { Panel } from '@/ui/Panel'
import type { JobInHand } from './useJob'
import { gateUnitText, inUnits, limitText, unitShown, gateLimit } from './quantities'
import { lowerFirst } from './words'

type Why = 'seen' | 'implied'

/**
 * Says that the vehicle is in a state. What a gauge or a meter decides is not taken on a word: the panel
 * asks for the figure first.
 */
export function useClaim(hand: JobInHand): {
  claim: (changes: VehicleState, why: Why) => void
  panel: ReactNode
} {
  const [asked, setAsked] = useState<Asked | null>(null)
  const claim = async (changes: VehicleState, why: Why) => {
    const { decided } = await hand.act('claimState', { changes, why })
    if (decided.kind === 'figures') setAsked({ claim: { changes, why }, operations: decided.operations })
  }
  return {
    claim: (changes, why) => void claim(changes, why),
    panel: asked && <FigurePanel hand={hand} asked={asked} onClose={() => setAsked(null)} />,
  }
}

/** A claim, and the operations whose figures it waits for. */
interface Asked {
  claim: Claim
  operations: Operation[]
}

/** What was read at one operation: a figure, or the maker's own way in its place. */
interface Read {
  typed: string
  makersWay: boolean
}
const NOT_READ: Read = { typed: '', makersWay: false }

const valueOf = ({ typed }: Read, unit: GateUnit): number | null => gateValue(typed, unit, unitShown(unit))

function FigurePanel({ hand, asked, onClose }: { hand: JobInHand; asked: Asked; onClose: () => void }) {
  const { operations } = asked
  const [reads, setReads] = useState<Record<string, Read>>({})
  const of = (operation: Operation) => reads[operation.id] ?? NOT_READ
  const figureOf = (operation: Operation): ReadFigure | undefined => {
    const value = valueOf(of(operation), operation.gaugeGate!.unit)
    return of(operation).makersWay || value !== null
      ? { operationId: operation.id, value: of(operation).makersWay ? null : value }
      : undefined
  }
  const meets = (operation: Operation) => meetsFigure(operation, figureOf(operation))
  const open = operations.filter((operation) => !meets(operation))
  const meter = operations.find((operation) => operation.gaugeGate!.unit === '%')
  const percent = meter ? (figureOf(meter)?.value ?? null) : null
  const keep = async () => {
    const figures = operations.flatMap((operation) => figureOf(operation) ?? [])
    if ((await hand.act('claimState', { ...asked.claim, figures })).kept) onClose()
  }
  // A meter that is too high is kept too: it may hold everything.
  const noteOnly = async () => {
    if (percent !== null && (await hand.act('readMeter', { percent, where: 'before going on' })).kept)
      onClose()
  }
  const tooHigh = meter !== undefined && percent !== null && !meets(meter)
  return (
    <Panel open onOpenChange={(next) => !next && onClose()} title="What did it read?">
      <div className="space-y-5">
        {operations.map((operation) => (
          <FigureLine
            key={operation.id}
            operation={operation}
            read={of(operation)}
            met={meets(operation)}
            onRead={(read) => setReads({ ...reads, [operation.id]: read })}
          />
        ))}
      </div>
      <div className="flex justify-end gap-2 pt-6">
        {tooHigh && (
          <Button tall data-act="note-meter" onClick={() => void noteOnly()}>
            Note {percent} % LEL and stop here
          </Button>
        )}
        <Button
          tall
          variant={open.length === 0 ? 'act' : 'held'}
          disabled={open.length > 0}
          data-act="figures"
          onClick={() => void keep()}
        >
          {open.length === 0
            ? 'Keep it'
            : `Held: ${open.map((operation) => lowerFirst(`${operation.gaugeGate!.what} under ${limitText(operation.gaugeGate!)}`)).join(', ')}`}
        </Button>
      </div>
    </Panel>
  )
}

function FigureLine({
  operation,
  read,
  met,
  onRead,
}: {
  operation: Operation
  read: Read
  met: boolean
  onRead: (read: Read) => void
}) {
  const gate = operation.gaugeGate!
  const byPressure = gate.unit === 'kPa'
  return (
    <section aria-label={inUnits(operation.title)} className="border-t border-rule pt-3">
      <h3 className="text-step">{inUnits(operation.title)}</h3>
      {operation.caution && (
        <p className="text-main text-danger">
          <span className="font-semibold">{inUnits(operation.caution.text)}</span>{' '}
          {inUnits(operation.caution.stopWhen)}
        </p>
      )}
      <div className="flex items-center gap-3 pt-4">
        <label className="flex items-center gap-3 text-main">
          {gate.what}, under {limitText(gate)}
          <input
            name={operation.id}
            data-figure={gateLimit(gate)}
            inputMode="decimal"
            autoComplete="off"
            disabled={read.makersWay}
            value={read.typed}
            onChange={(event) => onRead({ ...read, typed: event.target.value })}
            className="h-[52px] w-28 border-[3px] border-accent bg-sheet px-3 text-right text-step font-semibold disabled:border-dashed disabled:border-ink-3"
          />
        </label>
        <span className="text-main">{gateUnitText(gate)}</span>
        {byPressure && (
          <Button
            variant={read.makersWay ? 'plain' : 'quiet'}
            aria-pressed={read.makersWay}
            data-act="makers-way"
            onClick={() => onRead({ ...read, makersWay: !read.makersWay })}
          >
            {read.makersWay ? 'The maker’s way, recorded so' : 'No gauge fits: the maker’s way'}
          </Button>
        )}
      </div>
      {read.makersWay && (
        <p className="pt-2 text-main text-danger">
          <span className="font-semibold">Open it as if it stood under pressure.</span> Cloth round the joint,
          glasses on. Stop when it sprays.
        </p>
      )}
      {readGate(read.typed, gate.unit, unitShown(gate.unit)).kind === 'not possible' && (
        <p className="pt-2 text-main text-danger">
          <span className="font-semibold">It shows {inUnits(GATE_RANGE[gate.unit].words)}.</span> Enter what
          it shows.
        </p>
      )}
      {!met && valueOf(read, gate.unit) !== null && (
        <p className="pt-2 text-main text-danger">
          <span className="font-semibold">Too much.</span>{' '}
          {byPressure ? 'Bleed on and read again.' : 'Ventilate and read again.'}
        </p>
      )}
    </section>
  )
}
