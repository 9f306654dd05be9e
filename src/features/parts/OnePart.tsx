'use client'
import dynamic from 'next/dynamic'
import { useState } from 'react'
import type { Part } from '@/core/parts'
import { Button } from '@/ui/Button'
import { Page } from '@/ui/Page'
import { ShapeFrame } from '@/ui/Shape'
import { DeskHead } from '../frame/DeskHead'
import { shelfText } from '../frame/partStockText'
import { useNow } from '../frame/useNow'
import { useParts } from '../frame/useParts'
import { PartActs } from './PartActs'
import { PartMargin } from './PartMargin'
import { labelOf } from './labelOf'
import { StockLine } from './StockLine'

const LabelsPanel = dynamic(() => import('../frame/Labels').then((own) => own.LabelsPanel), { ssr: false })

/** One part: how its shelf went, what may be done with it, what is known of it. */
export function OnePart({ id }: { id: string }) {
  const parts = useParts()
  const now = useNow(60_000)
  const part = parts?.find((one) => one.id === id)
  const [labelling, setLabelling] = useState(false)
  return (
    <ShapeFrame className="flex min-h-dvh flex-col wide:h-dvh">
      <DeskHead way={[{ title: 'Parts', href: '/parts' }, { title: part ? part.name : 'Part' }]}>
        {part && (
          <Button variant="quiet" data-act="labels" onClick={() => setLabelling(true)}>
            Label
          </Button>
        )}
      </DeskHead>
      {part && now !== null ? (
        <Page
          label="Part"
          tallMargin
          finding={<Finding part={part} />}
          drawing={<StockLine part={part} now={now} />}
          act={<PartActs part={part} />}
          margin={<PartMargin part={part} />}
          marginLine="What it is, what it fits"
        />
      ) : (
        <main className="flex-1 p-6" aria-label="Part">
          <h1 className="text-title">
            {parts === null || now === null ? 'Reading what is here.' : 'This part is not on this tablet.'}
          </h1>
        </main>
      )}
      {part && labelling && <LabelsPanel labels={[labelOf(part)]} onClose={() => setLabelling(false)} />}
    </ShapeFrame>
  )
}

function Finding({ part }: { part: Part }) {
  const said = shelfText(part)
  return (
    <>
      <h1 className="text-title">
        {part.name}
        {part.number && <span className="whitespace-nowrap">, {part.number}</span>}
      </h1>
      <p className="text-main">
        {`${said.charAt(0).toUpperCase()}${said.slice(1)}.`}
        {part.least > 0 && ` ${part.least} should lie there.`}
      </p>
    </>
  )
}
