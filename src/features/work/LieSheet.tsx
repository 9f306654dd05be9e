'use client'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import type { JobInHand } from '../frame/useJob'

/** Before hoses and wires are touched: in which order they lie and pass each other. A photo does as well. */
export function LieSheet({ hand, operationId }: { hand: JobInHand; operationId: string }) {
  const [lines, setLines] = useState<string[]>([''])
  const written = lines.map((line) => line.trim()).filter((line) => line !== '')
  const keep = (these: string[]) => void hand.act('noteLie', { operationId, lines: these })
  return (
    <div className="space-y-3" data-sheet="lie">
      <p className="text-second font-semibold text-accent">Before anything is touched</p>
      <h1 className="text-[34px] leading-[40px]">How does it lie?</h1>
      <p className="text-main">
        Which hose passes over which, where each wire is clipped. Take a photo, or write it in its order.
      </p>
      {lines.map((line, at) => (
        <label key={at} className="flex items-center gap-3 text-main">
          <span className="w-6 text-step font-semibold">{at + 1}</span>
          <input
            name={`lie${at}`}
            aria-label={`Line ${at + 1}`}
            value={line}
            onChange={(event) =>
              setLines(lines.map((one, k) => (k === at ? event.target.value.slice(0, 200) : one)))
            }
            className="h-[52px] flex-1 border-2 border-ink-3 bg-sheet px-3 text-main"
          />
        </label>
      ))}
      {lines.length < 8 && (
        <Button variant="quiet" onClick={() => setLines([...lines, ''])}>
          One more
        </Button>
      )}
      <div className="flex gap-2 pt-2">
        <Button
          tall
          variant={written.length > 0 ? 'act' : 'held'}
          disabled={written.length === 0}
          data-act="lie"
          onClick={() => keep(written)}
        >
          Keep it so
        </Button>
        <Button tall data-act="lie-photo" onClick={() => keep(['In the photo'])}>
          It is in a photo
        </Button>
        <Button tall variant="quiet" data-act="lie-none" onClick={() => keep([])}>
          Nothing passes another
        </Button>
      </div>
    </div>
  )
}
