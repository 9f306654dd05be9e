'use client'
import { useEffect, useMemo, useRef, useState } from 'react'
import { TYPICAL_WORKSHOP, type Complaint } from '@/core/diagnosis'
import { answeredBefore, keepAnswer } from '@/workers/answerStore'
import { ask, onTableStage } from '@/workers/client'
import type { RankRequest, Ranking } from '@/workers/protocol'
import { curesAs, scopeOf } from '@/core/library'
import { layoutKeyOf } from '@/core/job'
import type { JobInHand } from './useJob'

export type RankingView =
  | { status: 'working'; last: Ranking | null }
  | { status: 'ready'; last: Ranking }
  | { status: 'failed'; last: Ranking | null; problem: string }

/** The request that a job amounts to; `complaint` may be a draft that is not noted yet. */
export function rankRequestOf(
  hand: JobInHand,
  complaint: Complaint = hand.job.complaint,
  testId: string | null = null,
): RankRequest {
  const { job, vehicle } = hand
  return {
    ...layoutKeyOf(vehicle, scopeOf(complaint.symptoms)),
    specification: vehicle.specification,
    complaint,
    evidence: job.evidence,
    done: job.done.map((entry) => ({ ...entry, repairId: curesAs(entry.repairId) })),
    state: job.state,
    testId,
    known: hand.known,
    skipped: job.skipped,
    ways: vehicle.ways,
    access: vehicle.access,
    workshop: TYPICAL_WORKSHOP,
  }
}

/** Ranks in the worker; the last answer of this vehicle's layout stays until the next is there; a stale one is dropped. */
export function useRanking(request: RankRequest | null): RankingView {
  const [held, setHeld] = useState<Held>({ of: '', key: '', view: NOTHING_YET })
  const [round, setRound] = useState(0)
  const generation = useRef(0)
  /** The question that stands answered whole from before. */
  const whole = useRef('')
  const key = useMemo(() => JSON.stringify(request), [request])
  const of = request ? JSON.stringify([request.layoutId, request.edits, request.scope]) : ''
  useEffect(() => onTableStage(() => setRound((n) => n + 1)), [])
  useEffect(() => {
    if (key === 'null') return
    const mine = (generation.current += 1)
    // eslint-disable-next-line react-hooks/set-state-in-effect
    setHeld((held) => ({ of, key, view: { status: 'working', last: lastOf(held, of) } }))
    const question = JSON.parse(key) as RankRequest
    // The first of this page: what was answered to the very same question stands until it comes anew.
    if (mine === 1)
      void answeredBefore(question).then((before) => {
        if (!before || mine !== generation.current) return
        whole.current = key
        setHeld((held) => (lastOf(held, of) ? held : { of, key, view: { status: 'ready', last: before } }))
      })
    void ask('rank', question).then((answer) => {
      if (answer.ok) void keepAnswer(question, answer.value)
      if (mine !== generation.current) return
      // Half solved it would take back what stands there whole.
      if (answer.ok && answer.value.stage !== 'pairs' && whole.current === key) return
      setHeld((held) => ({
        of,
        key,
        view: answer.ok
          ? { status: 'ready', last: answer.value }
          : { status: 'failed', last: lastOf(held, of), problem: answer.problem },
      }))
    })
  }, [key, of, round])
  if (held.of !== of) return NOTHING_YET
  // From the moment that something is entered what stands there is no longer at rest.
  return held.key === key ? held.view : { status: 'working', last: held.view.last }
}

/** An answer, and the layout and question that it is of. */
interface Held {
  of: string
  key: string
  view: RankingView
}
const NOTHING_YET: RankingView = { status: 'working', last: null }

/** A ranking of another layout names segments that this one does not have. */
const lastOf = (held: Pick<Held, 'of' | 'view'>, of: string): Ranking | null =>
  held.of === of ? held.view.last : null
