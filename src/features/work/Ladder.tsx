import { HatchDefs } from '@/ui/marks'
import { useShape } from '@/ui/Shape'
import type { Plan } from '@/core/procedure'
import { minutesText } from '../frame/words'

/** The V in small, at the left: where one stands, and what is still to come. */
export function Ladder({ plan, at }: { plan: Plan; at: number }) {
  const shape = useShape()
  // A plan that is the way back alone has nothing at the bottom.
  const bottom = Math.max(
    0,
    plan.steps.findIndex((step) => step.side === 'bottom'),
  )
  const last = plan.steps.findLastIndex((step) => step.side === 'bottom')
  const down = plan.steps.slice(0, bottom)
  const up = plan.steps.slice(last + 1)
  const depth = Math.max(down.length, up.length, 1)
  const y = (level: number) => 12 + (330 * level) / depth
  const place = new Map<number, { x: number; y: number }>()
  down.forEach((step, k) =>
    place.set(step.index, {
      x: 18 + (40 * (k + depth - down.length)) / depth,
      y: y(k + depth - down.length),
    }),
  )
  up.forEach((step, k) =>
    place.set(step.index, {
      x: 132 - (40 * (up.length - 1 - k + depth - up.length)) / depth,
      y: y(up.length - 1 - k + depth - up.length),
    }),
  )
  const toBottom = plan.steps.slice(at, bottom).reduce((sum, step) => sum + step.minutes, 0)
  const toEnd = plan.steps.slice(at).reduce((sum, step) => sum + step.minutes, 0)
  return (
    <aside aria-label="Where you are" className="overflow-hidden">
      <p className="pb-2 text-second leading-tight">
        {toBottom > 0 && (
          <span className="block">
            <span className="font-semibold">{minutesText(toBottom)}</span> to the bottom
          </span>
        )}
        {toEnd > 0 && (
          <span className="block">
            <span className="font-semibold">{minutesText(toEnd)}</span> to finish
          </span>
        )}
      </p>
      {shape === 'wide' && (
        <svg width="150" height="380" viewBox="0 0 150 380" aria-hidden="true">
          <HatchDefs />
          <polyline points={`18,12 58,${y(depth)}`} stroke="var(--ink-3)" strokeWidth="1.5" fill="none" />
          <polyline points={`92,${y(depth)} 132,12`} stroke="var(--ink-3)" strokeWidth="1.5" fill="none" />
          {plan.gates.map((gate) => {
            const spot = place.get(gate.firstStep)
            return (
              spot && (
                <rect
                  key={gate.gate.id}
                  x="26"
                  y={spot.y - 330 / depth / 2 - 3}
                  width="98"
                  height="6"
                  fill="url(#hatch-danger)"
                  stroke="var(--danger)"
                />
              )
            )
          })}
          {plan.steps.map((step) => {
            const spot = place.get(step.index)
            if (!spot) return null
            return step.index === at ? (
              <g key={step.index}>
                <circle
                  cx={spot.x}
                  cy={spot.y}
                  r="15"
                  fill="var(--sheet)"
                  stroke="var(--accent)"
                  strokeWidth="4"
                />
                <text
                  x={spot.x}
                  y={spot.y + 6}
                  textAnchor="middle"
                  fontSize="17"
                  fontWeight="700"
                  fill="var(--accent)"
                >
                  {step.index + 1}
                </text>
              </g>
            ) : (
              <circle
                key={step.index}
                cx={spot.x}
                cy={spot.y}
                r={step.index < at ? 6 : 5}
                fill={step.index < at ? 'var(--ink)' : 'var(--ground)'}
                stroke="var(--ink)"
                strokeWidth="1.5"
              />
            )
          })}
          <rect
            x="50"
            y={y(depth)}
            width="50"
            height="14"
            fill={at >= bottom && at <= last ? 'var(--accent)' : 'var(--ink)'}
          />
        </svg>
      )}
    </aside>
  )
}
