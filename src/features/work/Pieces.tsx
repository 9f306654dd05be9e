import { Suspense, lazy } from 'react'
import { inUnits } from '../frame/quantities'
import type { Piece, PiecesProps } from './PieceChips'

/** What they may be made of loads after the step stands. */
const PieceChips = lazy(() => import('./PieceChips').then((own) => ({ default: own.PieceChips })))

/** New pieces of a step by their names; each can be asked about once that is loaded. */
export function Pieces(props: PiecesProps) {
  return (
    <Suspense fallback={<Plain pieces={props.pieces} />}>
      <PieceChips {...props} />
    </Suspense>
  )
}
const Plain = ({ pieces }: { pieces: readonly Piece[] }) => (
  <ul className="flex flex-wrap gap-2">
    {pieces.map(({ name, count }) => (
      <li key={name} className="flex min-h-[44px] items-center border-2 border-ink px-2 font-semibold">
        {count > 1 ? `${count} × ` : ''}
        {inUnits(name)}
      </li>
    ))}
  </ul>
)
