'use client'
import { inUnits } from '../frame/quantities'
import dynamic from 'next/dynamic'
import { useState } from 'react'
import { primeOf, type KnownWayId, type Prime, type WayOutcome } from '@/core/library'
import { layoutKeyOf } from '@/core/job'
import { layoutOf } from '@/core/vehicle'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Panel } from '@/ui/Panel'
import type { JobInHand } from '../frame/useJob'
import { minutesText } from '../frame/words'

// The builds bring the desk with them.
const WishPanel = dynamic(() => import('./WishPanel').then((own) => own.WishPanel), { ssr: false })

const WAYS: Record<KnownWayId, { name: string; title: string }> = {
  ranDry: { name: 'It ran dry', title: 'Fill it, prime it, then ask why it ran dry' },
  justFilled: { name: 'It was just filled', title: 'Do not crank it before you have seen the fuel' },
  stoodYears: {
    name: 'It stood for years',
    title: 'Survey it from tank to engine before anything is switched on',
  },
}

/** Ways that need no ranking: taken at once, written down, and followed by the question that they leave open. */
export function KnownWays({
  hand,
  onSaid,
  onSurvey,
  onBuild,
}: {
  hand: JobInHand
  onSaid: (said: Said) => void
  onSurvey: () => void
  onBuild: () => void
}) {
  const [open, setOpen] = useState<KnownWayId | null>(null)
  const [wishing, setWishing] = useState(false)
  return (
    <div className="space-y-2">
      <p className="text-second text-ink-2">Or go a known way at once</p>
      <div className="grid grid-cols-2 gap-2 narrow:grid-cols-1">
        {(['ranDry', 'justFilled', 'stoodYears'] as const).map((way) => (
          <Button
            key={way}
            variant="quiet"
            className="!px-2 !text-second leading-tight"
            data-act={`way-${way}`}
            onClick={() => setOpen(way)}
          >
            {WAYS[way].name}
          </Button>
        ))}
        <Button
          variant="quiet"
          className="!px-2 !text-second leading-tight"
          data-act="wish"
          onClick={() => setWishing(true)}
        >
          It shall be changed
        </Button>
      </div>
      <Panel open={wishing} onOpenChange={setWishing} title="What shall it become?">
        {wishing && <WishPanel hand={hand} onBegun={onBuild} />}
      </Panel>
      <Panel
        open={open !== null}
        onOpenChange={(still) => !still && setOpen(null)}
        title={open ? WAYS[open].title : ''}
      >
        {open === 'stoodYears' && <StoodYears onTake={onSurvey} />}
        {open && open !== 'stoodYears' && (
          <Way
            way={open}
            hand={hand}
            onSaid={(said) => {
              setOpen(null)
              onSaid(said)
            }}
          />
        )}
      </Panel>
    </div>
  )
}

/** What the end of a way says of the complaint, or where it leads. */
export type Said =
  | { kind: 'symptom'; symptoms: string[]; raisers: string[] }
  | { kind: 'repair'; repairId: string }
  | { kind: 'survey' }
  | { kind: 'build' }
  | { kind: 'nothing' }

function StoodYears({ onTake }: { onTake: () => void }) {
  return (
    <div className="space-y-4">
      <p className="text-main">
        There is no single fault to trace. Tank, lines, filter, wires, pump and engine are looked at in the
        cheapest order; what is bad is put right before its turn.
      </p>
      <Notice kind="danger" title="Nothing is switched on, and nothing is cranked, before its turn.">
        Old fuel and dry parts: battery off, key out, extinguisher at hand.
      </Notice>
      <Button variant="act" data-act="survey" onClick={onTake}>
        Survey it
      </Button>
    </div>
  )
}

function Way({
  way,
  hand,
  onSaid,
}: {
  way: Exclude<KnownWayId, 'stoodYears'>
  hand: JobInHand
  onSaid: (said: Said) => void
}) {
  const [ran, setRan] = useState(false)
  const keep = async (outcome: WayOutcome, after: () => void) => {
    if ((await hand.act('takeWay', { way, outcome })).kept) after()
  }
  const steps =
    way === 'ranDry'
      ? dryStepsOf(primeOf(layoutOf(layoutKeyOf(hand.vehicle, 'engine')), hand.vehicle.specification))
      : FILLED_STEPS
  return (
    <div className="space-y-4">
      <ol className="space-y-1 text-main">
        {steps.map((step, at) => (
          <li key={step} className="flex gap-3">
            <span className="font-semibold text-accent">{at + 1}</span>
            {inUnits(step)}
          </li>
        ))}
      </ol>
      <Notice
        kind="danger"
        title={
          way === 'ranDry'
            ? 'Key out while filling, nozzle on the neck.'
            : 'A sample is open fuel: bonded glass, outdoors, lid on after.'
        }
      >
        {way === 'ranDry' ? 'Stop when it smells or drips before you prime.' : 'Stop at 10 % LEL.'}
      </Notice>
      {way === 'justFilled' ? (
        <div className="flex gap-2">
          <Button
            variant="act"
            data-act="way-wrong"
            onClick={() => void keep('wrong', () => onSaid({ kind: 'repair', repairId: 'drainFuel' }))}
          >
            It is the wrong fuel
          </Button>
          <Button data-act="way-right" onClick={() => void keep('right', () => onSaid({ kind: 'nothing' }))}>
            It is the right one
          </Button>
        </div>
      ) : ran ? (
        <div className="space-y-2">
          <p className="text-main font-semibold">It runs. Why did it run dry?</p>
          <div className="flex flex-wrap gap-2">
            <Button
              variant="act"
              data-act="why-gauge"
              onClick={() => onSaid({ kind: 'symptom', symptoms: ['gaugeOff'], raisers: [] })}
            >
              The gauge showed fuel
            </Button>
            <Button
              data-act="why-leak"
              onClick={() => onSaid({ kind: 'symptom', symptoms: ['leak'], raisers: [] })}
            >
              It may have leaked
            </Button>
            <Button data-act="why-forgot" onClick={() => onSaid({ kind: 'nothing' })}>
              Nobody filled it
            </Button>
          </div>
        </div>
      ) : (
        <div className="flex gap-2">
          <Button variant="act" data-act="way-runs" onClick={() => void keep('runs', () => setRan(true))}>
            It runs
          </Button>
          <Button
            data-act="way-still"
            onClick={() =>
              void keep('still', () =>
                onSaid({ kind: 'symptom', symptoms: ['cranksNoStart'], raisers: ['lowLevel'] }),
              )
            }
          >
            It still does not start
          </Button>
        </div>
      )}
    </div>
  )
}

const FILLED_STEPS = [
  'Key out. Ask what went in, where, and how much: the bill says it',
  'Sample of {200 mL} into clear glass, from the lowest place you reach',
  'Wait 10 min: two layers are water; colour and smell say petrol or diesel',
  'Mixed or not sure: it counts as wrong. Diesel with petrol in it is not started',
]

function dryStepsOf(prime: Prime): string[] {
  const fill = [
    'Dip it on level ground: wood or plastic, never metal',
    'Fill {10 L} of the right fuel, cap on before the key',
  ]
  const empty = `line and filter hold about ${prime.lineM3 < 1e-3 ? `{${10 * Math.round(prime.lineM3 * 1e5)} mL}` : `{${(prime.lineM3 * 1e3).toFixed(1)} L}`}, typical`
  switch (prime.by) {
    case 'key':
      return [
        ...fill,
        `Key on 2 s, off 10 s, ${prime.rounds} times: ${empty}`,
        'Crank 10 s at most, rest 60 s',
      ]
    case 'cranking':
      return [
        ...fill,
        `Prime by its lever, or crank 10 s and rest 60 s, up to ${Math.max(prime.rounds, 2)} times: ${empty}`,
        'Choke as the maker has it',
      ]
    case 'handPrimer':
      return [
        ...fill,
        `Vent screw open, about ${prime.rounds} strokes of the primer until it runs clear: ${empty}`,
        `Vent shut, primer firm, then crank 15 s and rest 60 s: ${minutesText(3)}`,
      ]
  }
}
