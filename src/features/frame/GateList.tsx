import { inUnits } from './quantities'
import type { Gate } from '@/core/library'
import { lowerFirst } from './words'

/** Hazards that are open, each with what holds while it is. */
export function GateList({ gates, className = '' }: { gates: Gate[]; className?: string }) {
  return (
    <ul className={className}>
      {gates.map((gate) => (
        <li key={gate.id}>
          <span className="font-semibold">{inUnits(gate.title.replace(' below here', ''))}:</span>{' '}
          {lowerFirst(gate.words)}
        </li>
      ))}
    </ul>
  )
}
