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
      {tools.map(({ name: own, count }) => (
        <div key={own} className="flex flex-wrap items-end gap-3" data-tool={own}>
          <label className="text-second text-ink-2">
            {inUnits(own)}
            <input
              type="number"
              min={1}
              max={MOST}
              value={count}
              onChange={(event) =>
                onChange(
                  tools.map((tool) =>
                    tool.name === own ? { ...tool, count: Number(event.target.value) } : tool,
                  ),
                )
              }
              className={`${FIELD} w-[110px]`}
            />
          </label>
          <Button variant="quiet" onClick={() => onChange(tools.filter((tool) => tool.name !== own))}>
            Enough of them
          </Button>
        </div>
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
