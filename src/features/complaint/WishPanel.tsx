'use client'
import { beginBuild, buildsFor, checkBuild, failingOf, type Build, type Standing } from '@/core/build'
import { Notice } from '@/ui/Notice'
import type { JobInHand } from '../frame/useJob'

/** Nothing is wrong, something is wished for: what this vehicle can be made into. */
export function WishPanel({ hand, onBegun }: { hand: JobInHand; onBegun: () => void }) {
  const { layout, edits, ways, specification } = hand.vehicle
  const was: Standing = { layout, edits, ways, specification }
  const builds = buildsFor(was)
  const begin = async (build: Build) => {
    const typed = beginBuild(build, was)
    const design = checkBuild(build, was, typed)
    if (!design.ok) return
    const wish = {
      ...{ build: build.id, scope: build.scope ?? ('engine' as const), typed, repairIds: [...build.repairs] },
      failing: failingOf(design.findings),
      was: { ...was, ways: [...ways] },
      becomes: design.becomes,
    }
    if ((await hand.act('wishBuild', { words: build.wish, wish })).kept) onBegun()
  }
  if (builds.length === 0)
    return <Notice title="No build is known for this fuel system.">It can be traced and repaired.</Notice>
  return (
    <ul data-sheet="wishes">
      {builds.map((build) => (
        <li key={build.id} className="border-t border-rule-2">
          <button
            type="button"
            data-wish={build.id}
            onClick={() => void begin(build)}
            className="min-h-[64px] w-full py-2 text-left text-main"
          >
            <b className="block">{build.wish}</b>
            <span className="text-second text-ink-2">{build.says}</span>
          </button>
        </li>
      ))}
    </ul>
  )
}
