'use client'
import dynamic from 'next/dynamic'
import { useSearchParams } from 'next/navigation'
import { useMemo, useState } from 'react'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Page } from '@/ui/Page'
import { ShapeFrame } from '@/ui/Shape'
import { DeskHead } from '../frame/DeskHead'
import { useNow } from '../frame/useNow'
import { DeskList } from './DeskList'
import { StockSearch } from './StockSearch'
import { deskRows, headline } from './deskRows'
import { useDesk, type Desk } from './useDesk'

const OnePart = dynamic(() => import('./OnePart').then((own) => own.OnePart), { ssr: false })
const RowSheet = dynamic(() => import('./RowSheet').then((own) => own.RowSheet), { ssr: false })
const TablePanel = dynamic(() => import('./TablePanel').then((own) => own.TablePanel), { ssr: false })
const CarryPanel = dynamic(() => import('./CarryPanel').then((own) => own.CarryPanel), { ssr: false })

/** The page of a part by its address; without one, the desk. */
export function Parts() {
  const id = useSearchParams().get('id')
  return id ? <OnePart key={id} id={id} /> : <PartsDesk />
}

function PartsDesk() {
  const load = useDesk()
  const now = useNow(30_000)
  const [panel, setPanel] = useState<'table' | 'carry' | null>(null)
  const ready = load.status === 'ready' && now !== null
  return (
    <ShapeFrame className="flex min-h-dvh flex-col wide:h-dvh">
      <DeskHead way={[{ title: 'Parts' }]}>
        <Button variant="quiet" data-act="carry" onClick={() => setPanel('carry')}>
          Worth carrying
        </Button>
        <Button variant="quiet" data-act="table" onClick={() => setPanel('table')}>
          Tables
        </Button>
      </DeskHead>
      {ready ? (
        <DeskOf desk={load.desk} problem={load.problem} now={now} />
      ) : (
        <main className="flex-1 p-6" aria-label="Parts">
          <h1 className="text-title">Working out what the jobs want.</h1>
        </main>
      )}
      {ready && panel === 'table' && <TablePanel desk={load.desk} onClose={() => setPanel(null)} />}
      {ready && panel === 'carry' && <CarryPanel parts={load.desk.parts} onClose={() => setPanel(null)} />}
    </ShapeFrame>
  )
}

function DeskOf({ desk, problem, now }: { desk: Desk; problem: string | null; now: number }) {
  const [picked, setPicked] = useState<string | null>(null)
  const rows = useMemo(() => deskRows(desk), [desk])
  const row = rows.find(({ key }) => key === picked)
  return (
    <Page
      label="Parts"
      tallMargin
      finding={
        <>
          <h1 className="text-title">{headline(rows, now)}</h1>
          {problem && <Notice title={`What the jobs want could not be worked out: ${problem}`} />}
        </>
      }
      drawing={<DeskList {...{ rows, now, picked }} onPick={setPicked} />}
      act={
        row ? (
          <RowSheet key={row.key} {...{ row, desk, now }} onClose={() => setPicked(null)} />
        ) : (
          <section
            aria-label="Piece"
            className="border-t-[5px] border-ink-3 px-4 py-3 text-main text-ink-2 medium:px-6 wide:px-6"
          >
            Touch a line: order it, take it, say that it is here, or that it comes another day.
          </section>
        )
      }
      margin={<StockSearch desk={desk} />}
      marginLine="Stock: find a part, add one"
    />
  )
}
