'use client'
import dynamic from 'next/dynamic'
import { useState } from 'react'
import { insidePiece, layoutKeyOf, missingInside } from '@/core/job'
import type { InsideItem } from '@/core/library'
import { layoutOf } from '@/core/vehicle'
import { Button } from '@/ui/Button'
import { wantedOf } from '../frame/wanted'
import type { JobInHand } from '../frame/useJob'

const OrderForm = dynamic(() => import('../frame/OrderForm').then((own) => own.OrderForm), { ssr: false })

/** What was found missing inside: in hand, or ordered and waited for, before it is closed over. */
export function MissingInside({ hand }: { hand: JobInHand }) {
  const missing = missingInside(hand.job, layoutOf(layoutKeyOf(hand.vehicle, 'engine')))
  return missing.map((item) => <Piece key={item.id} hand={hand} item={item} />)
}

function Piece({ hand, item }: { hand: JobInHand; item: InsideItem }) {
  const [ordering, setOrdering] = useState(false)
  const piece = insidePiece(item)
  return (
    <div className="border-l-4 border-ink pl-3" data-missing={item.id}>
      <p className="text-main font-semibold">Missing inside: {item.name.toLowerCase()}</p>
      {ordering ? (
        <OrderForm
          wanted={wantedOf(hand, { id: piece, name: item.name })}
          act={hand.act}
          holds
          onDone={() => setOrdering(false)}
        />
      ) : (
        <div className="flex gap-2 py-1">
          <Button
            data-act="missing-in-hand"
            onClick={() => void hand.act('noteReady', { itemIds: [piece], ready: true })}
          >
            In hand
          </Button>
          <Button variant="quiet" data-act="missing-order" onClick={() => setOrdering(true)}>
            On order
          </Button>
        </div>
      )}
    </div>
  )
}
