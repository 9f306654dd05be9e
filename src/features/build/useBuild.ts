'use client'
import { useEffect, useMemo, useRef, useState } from 'react'
import { beginBuild, buildById, failingOf, type Build, type Standing } from '@/core/build'
import { isBuilt } from '@/core/job'
import type { Asked, Typed } from '@/core/sizing'
import { ask } from '@/workers/client'
import type { BuildAnswer } from '@/workers/protocol'
import type { JobInHand } from '../frame/useJob'

/** Nothing is typed for so long, ms: then it is kept. */
const RESTS_MS = 400

export type CheckedBuild = Extract<NonNullable<BuildAnswer>, { ok: true }>
export interface BuildInHand {
  build: Build
  was: Standing
  typed: Typed
  begin: Typed
  /** The last check that could be made stays while a figure is asked back. */
  checked: CheckedBuild | null
  asks: Asked[]
  /** Steps of it are done: what was chosen stands. */
  fixed: boolean
  built: boolean
  /** What is typed is on disk. */
  kept: boolean
  set: (id: string, value: Typed[string]) => void
  /** Keeps what is chosen; false where a figure is asked back or nothing was kept. */
  keep: () => Promise<boolean>
}

/** The build of a job: what is chosen of it, checked as it is typed, kept when it rests. Null where this version has no such build. */
export function useBuild(hand: JobInHand): BuildInHand | null {
  const wish = hand.job.wish!
  const build = buildById(wish.build)
  const was = useMemo<Standing>(() => ({ ...wish.was }), [wish])
  const begin = useMemo(() => (build ? beginBuild(build, was) : {}), [build, was])
  const [own, setOwn] = useState<Typed>(wish.typed)
  const typed = useMemo(() => ({ ...begin, ...own }), [begin, own])
  const { checked, asks } = useChecked(wish.build, was, typed)
  const fixed = (hand.job.work?.done.size ?? 0) > 0
  const keep = async () => {
    if (fixed) return true
    const answer = await checkOf(wish.build, was, typed)
    if (!build || !answer?.ok) return false
    const { kept } = await hand.act('wishBuild', {
      words: build.wish,
      wish: {
        ...{ build: build.id, scope: build.scope ?? 'engine', typed, repairIds: [...build.repairs] },
        failing: failingOf(answer.findings),
        was: { ...was, ways: [...was.ways] },
        becomes: answer.becomes,
      },
    })
    return kept
  }
  const kept = useResting(own, keep)
  if (!build) return null
  return {
    ...{ build, was, typed, begin, checked, asks, fixed, keep, kept },
    built: isBuilt(hand.job),
    set: (id, value) => setOwn((before) => ({ ...before, [id]: value })),
  }
}

async function checkOf(buildId: string, was: Standing, typed: Typed): Promise<BuildAnswer> {
  const answer = await ask('build', { buildId, was, typed })
  return answer.ok ? answer.value : null
}

function useChecked(buildId: string, was: Standing, typed: Typed) {
  const [held, setHeld] = useState<{ checked: CheckedBuild | null; asks: Asked[] }>({
    checked: null,
    asks: [],
  })
  useEffect(() => {
    let live = true
    void checkOf(buildId, was, typed).then((answer) => {
      if (!live || !answer) return
      setHeld((before) =>
        answer.ok ? { checked: answer, asks: [] } : { checked: before.checked, asks: answer.asks },
      )
    })
    return () => {
      live = false
    }
  }, [buildId, was, typed])
  return held
}

/** Keeps what was typed once nothing more is typed, and when the page is left before that. */
function useResting(own: Typed, keep: () => Promise<boolean>): boolean {
  const latest = useRef(keep)
  const waits = useRef(false)
  const [kept, setKept] = useState(own)
  useEffect(() => {
    latest.current = keep
  })
  useEffect(() => {
    if (own === kept) return
    waits.current = true
    const timer = setTimeout(() => {
      waits.current = false
      void latest.current().then((done) => done && setKept(own))
    }, RESTS_MS)
    return () => clearTimeout(timer)
  }, [own, kept])
  useEffect(
    () => () => {
      if (waits.current) void latest.current()
    },
    [],
  )
  return own === kept
}
