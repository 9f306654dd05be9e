'use client'
import Papa from 'papaparse'
import { useState } from 'react'
import { MOST_ROWS, orderRows, readStockTable, stockRows, type Row, type TablePlan } from '@/core/parts'
import { sayOfParts } from '@/data/partStore'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Panel } from '@/ui/Panel'
import { saveTable } from '@/ui/saveTable'
import { whoWorks } from '../frame/useJob'
import { orderLines } from './deskRows'
import type { Desk } from './useDesk'

const MOST_BYTES = 16 * 1024 * 1024

type Reading = { name: string } & ({ plan: TablePlan } | { refused: string } | { taken: number })

/** Stock and order list as tables for a spreadsheet; a table of stock comes in once it has said what it would do. */
export function TablePanel({ desk, onClose }: { desk: Desk; onClose: () => void }) {
  const [reading, setReading] = useState<Reading | null>(null)
  const lines = orderLines(desk)
  const read = async (file: File) => {
    const { name } = file
    if (file.size > MOST_BYTES) return setReading({ name, refused: 'It is larger than any stock: split it' })
    const { data, meta } = Papa.parse<Row>(await file.text(), {
      header: true,
      skipEmptyLines: 'greedy',
      preview: MOST_ROWS + 1,
    })
    const table = readStockTable(meta.fields ?? [], data.map(onlyText), desk.parts)
    setReading({ name, ...(table.ok ? { plan: table.value } : { refused: table.problem }) })
  }
  return (
    <Panel open onOpenChange={(open) => !open && onClose()} title="Tables">
      <div className="space-y-5" data-sheet="tables">
        <div className="flex flex-wrap gap-3">
          <Button
            data-act="save-order"
            disabled={lines.length === 0}
            variant={lines.length === 0 ? 'held' : 'plain'}
            onClick={() => saveTable('order-list', orderRows(lines))}
          >
            {`Order list, ${lines.length} ${lines.length === 1 ? 'line' : 'lines'}`}
          </Button>
          <Button
            data-act="save-stock"
            disabled={desk.parts.length === 0}
            variant={desk.parts.length === 0 ? 'held' : 'plain'}
            onClick={() => saveTable('stock', stockRows(desk.parts))}
          >
            {`Stock, ${desk.parts.length} ${desk.parts.length === 1 ? 'part' : 'parts'}`}
          </Button>
          <FilePick onFile={(file) => void read(file)} />
        </div>
        <p className="text-second text-ink-2">
          A table of stock has the columns of the one that is saved here; Name or Number is enough. Empty
          cells say nothing.
        </p>
        {reading && (
          <WhatItSays {...{ reading }} onTaken={(taken) => setReading({ name: reading.name, taken })} />
        )}
      </div>
    </Panel>
  )
}

/** More cells than columns come as a list: they are left out. */
const onlyText = (row: Row): Row =>
  Object.fromEntries(Object.entries(row).map(([head, cell]) => [head, typeof cell === 'string' ? cell : '']))

function FilePick({ onFile }: { onFile: (file: File) => void }) {
  return (
    <label className="flex min-h-[48px] cursor-pointer items-center border-2 border-ink-3 px-4 text-main focus-within:outline-3 focus-within:outline-offset-3 focus-within:outline-accent">
      Open a table
      <input
        type="file"
        name="stock-table"
        accept=".csv,text/csv"
        className="sr-only"
        onChange={(event) => {
          const file = event.target.files?.[0]
          if (file) onFile(file)
          event.target.value = ''
        }}
      />
    </label>
  )
}

function WhatItSays({ reading, onTaken }: { reading: Reading; onTaken: (rows: number) => void }) {
  const [problem, setProblem] = useState<string | null>(null)
  if ('refused' in reading)
    return <Notice title={`${reading.name} was refused. ${reading.refused}. Nothing was changed.`} />
  if ('taken' in reading)
    return <Notice title={`${reading.taken} ${reading.taken === 1 ? 'part was' : 'parts were'} taken in.`} />
  const { fresh, changed, same, refused, unknown } = reading.plan
  const rows = [...fresh, ...changed]
  const take = async () => {
    const said = rows.flatMap(({ partId, words }) => {
      const id = partId ?? crypto.randomUUID()
      return words.map((word) => ({ partId: id, word }))
    })
    const outcome = await sayOfParts(said, whoWorks())
    if (outcome.ok) onTaken(rows.length)
    else setProblem('The browser took nothing: free some space. Nothing was changed.')
  }
  return (
    <div className="space-y-2" data-table="read">
      <p className="text-main font-semibold">
        {`${fresh.length} new, ${changed.length} changed, ${same} the same, ${refused.length} not taken.`}
      </p>
      {unknown.length > 0 && (
        <p className="text-second text-ink-2">{`Columns that say nothing here: ${unknown.join(', ')}.`}</p>
      )}
      <ul className="max-h-[220px] overflow-y-auto text-second">
        {refused.map(({ line, problem: why }) => (
          <li key={line} className="border-b border-rule-2 py-1">{`Line ${line}: ${why}`}</li>
        ))}
      </ul>
      {rows.length > 0 && (
        <Button variant="act" data-act="take-table" onClick={() => void take()}>
          {`Take ${rows.length} in`}
        </Button>
      )}
      {problem && <p className="text-second text-danger">{problem}</p>}
    </div>
  )
}
