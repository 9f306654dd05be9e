'use client'
import { useState } from 'react'
import { calculatorById, materialOf, typedOf, type Typed } from '@/core/sizing'
import { LICENSED } from '@/core/vehicle'
import { DeskSheet } from '../frame/desk/DeskSheet'
import { inUnits } from '../frame/quantities'
import type { JobInHand } from '../frame/useJob'

export interface Piece {
  name: string
  count: number
}

/** What is asked of a piece: its kind and place, with the vehicle's fuel and pressure left to the vehicle. */
function askedOf(name: string, hand: JobInHand, inTank: boolean): Typed | null {
  const asked = materialOf(name, {
    aircraft: LICENSED.includes(hand.vehicle.layout),
    inTank,
  })
  if (!asked) return null
  const all = typedOf(calculatorById('materials'), { ...asked })
  return Object.fromEntries(Object.keys(asked).map((id) => [id, all[id]!]))
}

export interface PiecesProps {
  pieces: readonly Piece[]
  hand: JobInHand
  /** The step is done inside a tank. */
  inTank: boolean
}

/** The pieces of a step: a touch asks what each may be made of, for this fuel and place. */
export function PieceChips({ pieces, hand, inTank }: PiecesProps) {
  const [open, setOpen] = useState<{ name: string; typed: Typed } | null>(null)
  return (
    <>
      <ul className="flex flex-wrap gap-2">
        {pieces.map(({ name, count }) => {
          const typed = askedOf(name, hand, inTank)
          const words = `${count > 1 ? `${count} × ` : ''}${inUnits(name)}`
          return (
            <li key={name}>
              {typed ? (
                <button
                  type="button"
                  data-piece={name}
                  onClick={() => setOpen({ name, typed })}
                  className="min-h-[44px] border-2 border-ink px-2 text-left font-semibold underline decoration-ink-3 underline-offset-4"
                >
                  {words}
                </button>
              ) : (
                <span className="flex min-h-[44px] items-center border-2 border-ink px-2 font-semibold">
                  {words}
                </span>
              )}
            </li>
          )
        })}
      </ul>
      {open && (
        <DeskSheet
          vehicle={hand.vehicle}
          of="materials"
          typed={open.typed}
          title={inUnits(open.name)}
          onClose={() => setOpen(null)}
        />
      )}
    </>
  )
}
