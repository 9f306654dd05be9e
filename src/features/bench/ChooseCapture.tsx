'use client'
import { CAPTURE_KINDS, type CaptureKind } from '@/core/bench'
import type { CaptureOffer } from '@/core/job'
import { Panel } from '@/ui/Panel'
import { CAPTURE_WORDS } from './benchText'

/** The captures that this vehicle has, each with what it tells; the others say that there is nothing to read. */
export function ChooseCapture({
  open,
  offers,
  current,
  onOpenChange,
  onChoose,
}: {
  open: boolean
  offers: CaptureOffer[]
  current: CaptureKind
  onOpenChange: (open: boolean) => void
  onChoose: (kind: CaptureKind) => void
}) {
  return (
    <Panel open={open} onOpenChange={onOpenChange} title="What is to be captured?">
      <div className="grid grid-cols-2 gap-2">
        {CAPTURE_KINDS.map((kind) => {
          const offered = offers.some((offer) => offer.kind === kind)
          const words = CAPTURE_WORDS[kind]
          return (
            <button
              key={kind}
              type="button"
              data-capture={kind}
              disabled={!offered}
              aria-pressed={kind === current}
              onClick={() => onChoose(kind)}
              className={`min-h-[64px] border-2 px-3 py-1.5 text-left ${kind === current ? 'border-ink bg-ink text-ground' : offered ? 'border-ink-3' : 'border-dashed border-rule text-ink-3'}`}
            >
              <span className="block text-main font-semibold">{words.title}</span>
              <span className={`block text-second leading-[20px] ${kind === current ? '' : 'text-ink-2'}`}>
                {offered ? words.tells : 'Not on this fuel system.'}
              </span>
            </button>
          )
        })}
      </div>
    </Panel>
  )
}
