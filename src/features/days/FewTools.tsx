'use client'
import { useState } from 'react'
import { OPERATIONS, REPAIRS } from '@/core/library'
import type { Floor } from '@/core/days'
import { Button } from '@/ui/Button'
import { inUnits } from '../frame/quantities'

const FIELD = 'mt-1 block h-[48px] border-2 border-ink-3 bg-ground px-3 text-main text-ink'
const MOST = 20

/** Every tool that a plan may ask for, by the name that it uses. */
const TOOL_NAMES = [...new Set([...OPERATIONS, ...REPAIRS].flatMap(({ tools = [] }) => tools))].sort()

/** Tools of which there are few: while one job has them in hand, no other is planned to. */
export function FewTools({
  tools,
  onChange,
}: {
  tools: Floor['tools']
  onChange: (tools: Floor['tools']) => void
}) {
  const [name, setName] = useState('')
  const left = TOOL_NAMES.filter((one) => tools.every((tool) => tool.name !== one))
  const add = () => {
    if (!left.includes(name)) return
    onChange([...tools, { name, count: 1 }])
    setName('')
  }
  return (
    <fieldset className="space-y-2">
      <legend className="pb-1 text-main font-semibold">Tools of which there are few</legend>
      {tools.map((tool) => (
        <OneTool
          key={tool.name}
          tool={tool}
          onCount={(count) => onChange(tools.map((one) => (one === tool ? { ...tool, count } : one)))}
          onEnough={() => onChange(tools.filter((one) => one !== tool))}
        />
      ))}
      <div className="flex flex-wrap items-end gap-3">
        <label className="min-w-0 flex-1 text-second text-ink-2">
          One more that plans ask for
          <select
            name="few-tool"
            value={name}
            onChange={(event) => setName(event.target.value)}
            className={`${FIELD} w-full min-w-0`}
          >
            <option value="">choose</option>
            {left.map((one) => (
              <option key={one} value={one}>
                {inUnits(one)}
              </option>
            ))}
          </select>
        </label>
        <Button variant={name ? 'plain' : 'held'} disabled={!name} data-act="add-tool" onClick={add}>
          There are few
        </Button>
      </div>
    </fieldset>
  )
}

function OneTool({
  tool: { name, count },
  onCount,
  onEnough,
}: {
  tool: Floor['tools'][number]
  onCount: (count: number) => void
  onEnough: () => void
}) {
  return (
    <div className="flex flex-wrap items-end gap-3" data-tool={name}>
      <label className="text-second text-ink-2">
        {inUnits(name)}
        <input
          type="number"
          min={1}
          max={MOST}
          value={count}
          onChange={(event) => onCount(Number(event.target.value))}
          className={`${FIELD} w-[110px]`}
        />
      </label>
      <Button variant="quiet" onClick={onEnough}>
        Enough of them
      </Button>
    </div>
  )
}
