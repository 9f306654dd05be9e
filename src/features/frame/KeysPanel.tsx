import { Panel } from '@/ui/Panel'

const KEYS: [string, string][] = [
  ['1 to 7', 'stage'],
  ['/', 'find a test, a part, a step, a job'],
  ['N', 'entry of the next test; digits type, Enter pins'],
  ['↑ ↓', 'one step up or down in the entry, Shift for ten'],
  ['U', 'undo the newest reading'],
  ['← →', 'along the tracks, Enter opens'],
  ['V', 'vehicle state'],
  ['L', 'leak-down on Bench'],
  ['Space', 'tick the next part of a step'],
  ['B', 'back one step'],
  ['W', 'something is wrong'],
  ['D', 'day or night bay'],
  ['?', 'these keys'],
  ['Esc', 'leave an entry or a sheet'],
]

export function KeysPanel({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Panel open={open} onOpenChange={onOpenChange} title="Keys">
      <dl className="grid grid-cols-[120px_1fr] narrow:grid-cols-[72px_1fr] gap-y-2 text-main">
        {KEYS.map(([key, act]) => (
          <div key={key} className="contents">
            <dt className="font-semibold">{key}</dt>
            <dd>{act}</dd>
          </div>
        ))}
      </dl>
      <p className="pt-4 text-second text-ink-2">Off while you type text.</p>
    </Panel>
  )
}
