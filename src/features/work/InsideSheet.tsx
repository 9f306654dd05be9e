'use client'
import type { InsideItem } from '@/core/library'
import { Button } from '@/ui/Button'
import { ChoiceGroup } from '@/ui/ChoiceGroup'
import type { JobInHand } from '../frame/useJob'

type Finding = 'present' | 'missing' | 'altered'
const FINDINGS: { id: Finding; label: string }[] = [
  { id: 'present', label: 'present' },
  { id: 'missing', label: 'missing' },
  { id: 'altered', label: 'altered' },
]

/** On opening, before anything is touched: what should be inside, and what is. */
export function InsideSheet({ hand, items }: { hand: JobInHand; items: InsideItem[] }) {
  const open = items.filter((item) => !hand.job.inside.has(item.id))
  const note = (these: InsideItem[], finding: Finding) =>
    void hand.act('noteInside', { itemIds: these.map(({ id }) => id), finding })
  return (
    <div data-sheet="inside">
      <p className="text-second font-semibold text-accent">On opening, before anything is touched</p>
      <h1 className="text-[34px] leading-[40px]">What is inside?</h1>
      <div className="flex items-center justify-between pb-1">
        <p className="text-main">
          {open.length} of {items.length} to look at. Lid on again when you turn away.
        </p>
        {open.length > 1 && (
          <Button data-act="all-present" onClick={() => note(open, 'present')}>
            The rest is present
          </Button>
        )}
      </div>
      <ul className="max-h-[352px] overflow-auto pr-1">
        {items.map((item) => (
          <li
            key={item.id}
            data-inside={item.id}
            className="grid grid-cols-[1fr_300px] items-center gap-4 narrow:grid-cols-1 narrow:gap-1 border-t border-rule-2 py-1"
          >
            <span className="leading-tight">
              <span className="text-main font-semibold">{item.name}</span>
              <span className="block text-second text-ink-2">{item.look}</span>
            </span>
            <ChoiceGroup
              label={item.name}
              options={FINDINGS}
              value={hand.job.inside.get(item.id) ?? null}
              onChange={(id) => note([item], id as Finding)}
            />
          </li>
        ))}
      </ul>
    </div>
  )
}
