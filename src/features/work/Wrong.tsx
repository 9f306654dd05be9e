'use client'
import Link from 'next/link'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { ChoiceGroup } from '@/ui/ChoiceGroup'
import { Panel } from '@/ui/Panel'
import type { JobInHand } from '../frame/useJob'
import { stageHref } from '../frame/words'

type Kind = 'broken' | 'seized' | 'wrong part' | 'find'
type Then = 'put right' | 'suspect' | 'repair' | 'deferred'
const KINDS: { id: Kind; label: string }[] = [
  { id: 'broken', label: 'Broken' },
  { id: 'seized', label: 'Seized' },
  { id: 'wrong part', label: 'Wrong part' },
  { id: 'find', label: 'New find' },
]
const THENS: { id: Then; label: string }[] = [
  { id: 'put right', label: 'Put right here' },
  { id: 'repair', label: 'One more repair' },
  { id: 'suspect', label: 'A suspect' },
  { id: 'deferred', label: 'Put off' },
]

/** Something was not in the plan: said in a word, and what follows. The plan is then made from where the vehicle stands. */
export function Wrong({
  hand,
  open,
  onOpenChange,
  onAnew,
}: {
  hand: JobInHand
  open: boolean
  onOpenChange: (open: boolean) => void
  onAnew: () => void
}) {
  const [kind, setKind] = useState<Kind | null>(null)
  const [then, setThen] = useState<Then | null>(null)
  const [what, setWhat] = useState('')
  const [risk, setRisk] = useState('')
  const [kept, setKept] = useState<Then | null>(null)
  const remains = [
    kind ? '' : 'what kind',
    what.trim() ? '' : 'what it is',
    then ? '' : 'what follows',
    then === 'deferred' && !risk.trim() ? 'its risk' : '',
  ].filter(Boolean)
  const keep = async () => {
    if (remains.length > 0 || !(await hand.act('noteFinding', { kind: kind!, what, then: then!, risk })).kept)
      return
    setKept(then)
    setWhat('')
    setRisk('')
    setKind(null)
    setThen(null)
  }
  const field = 'block h-[48px] w-full border-2 border-ink-3 bg-sheet px-3 text-main text-ink'
  return (
    <Panel
      open={open}
      onOpenChange={(next) => {
        onOpenChange(next)
        if (!next) setKept(null)
      }}
      title="Something is wrong"
    >
      <div className="space-y-4 text-main">
        <p>Make what is open safe first: cap both sides, wipe, lid on the can.</p>
        <ChoiceGroup label="Kind" tall options={KINDS} value={kind} onChange={(id) => setKind(id as Kind)} />
        <label className="block text-second text-ink-2">
          What it is, and where
          <input
            name="what"
            value={what}
            onChange={(event) => setWhat(event.target.value.slice(0, 400))}
            className={field}
          />
        </label>
        <ChoiceGroup
          label="What follows"
          tall
          options={THENS}
          value={then}
          onChange={(id) => setThen(id as Then)}
        />
        {then === 'deferred' && (
          <label className="block text-second text-ink-2">
            What can come of it, in plain words
            <input
              name="risk"
              value={risk}
              onChange={(event) => setRisk(event.target.value.slice(0, 400))}
              className={field}
            />
          </label>
        )}
        <Button
          variant={remains.length === 0 ? 'act' : 'held'}
          disabled={remains.length > 0}
          data-act="finding"
          onClick={() => void keep()}
        >
          {remains.length === 0 ? 'Note it' : `To note it: ${remains.join(', ')}`}
        </Button>
        {kept === 'repair' && (
          <p data-kept="repair">
            Noted.{' '}
            <Link
              href={stageHref('plan', hand.job.id)}
              className="inline-flex min-h-[44px] items-center font-semibold underline"
            >
              Add it on Plan
            </Link>
            : it is agreed to there first.
          </p>
        )}
        {kept === 'suspect' && (
          <p data-kept="suspect">
            Noted.{' '}
            <Link
              href={stageHref('trace', hand.job.id)}
              className="inline-flex min-h-[44px] items-center font-semibold underline"
            >
              Back to Trace
            </Link>
            : it may be another fault.
          </p>
        )}
        {(kept === 'put right' || kept === 'deferred') && (
          <p data-kept={kept}>
            Noted.{' '}
            {kept === 'deferred'
              ? 'It stands on Prove, in the record, and at the vehicle’s next complaint.'
              : ''}
          </p>
        )}
        <div className="border-t border-rule pt-3">
          <p className="pb-2">Does the vehicle stand otherwise than the strip says? Set the strip, then:</p>
          <Button data-act="anew" onClick={onAnew}>
            Plan anew from the state on the strip
          </Button>
        </div>
      </div>
    </Panel>
  )
}
