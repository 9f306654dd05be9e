/** Acts on what is safe: how the vehicle is said to stand, what the meter shows, what was looked at again. */
import { openGates } from '../job'
import { figuresFor, operationById, type Operation } from '../library'
import type { Addition, BodyOf } from '../records'
import type { VehicleState } from '../vehicle'
import { entries, kept, type Decided, type Situation } from './situation'

/** What was read at an operation before a state is said to be there; null where the maker's own way took its place. */
export interface ReadFigure {
  operationId: string
  value: number | null
}
export interface Claim {
  changes: VehicleState
  why: BodyOf<'state-asserted'>['why']
  /** What was read, once it was asked for. */
  figures?: ReadFigure[]
}

const meter = (lelPercent: number, where: string): Addition => ({
  kind: 'meter-read',
  body: { lelPercent, where: kept(where) },
})

/** Does what was read, or the maker's own way, say that the state is there? */
export const meetsFigure = ({ gaugeGate }: Operation, read: ReadFigure | undefined): boolean =>
  read !== undefined && (read.value === null || (gaugeGate !== undefined && read.value < gaugeGate.below))

/** Says how the vehicle stands. What a gauge or a meter decides is asked for its figure first. */
export function claimState({ job }: Situation, { changes, why, figures }: Claim): Decided {
  const asked = figuresFor(job.state, changes)
  if (asked.length === 0) return entries({ kind: 'state-asserted', body: { changes, why } })
  const readAt = (operation: Operation) => figures?.find(({ operationId }) => operationId === operation.id)
  if (!figures || asked.some((operation) => !meetsFigure(operation, readAt(operation))))
    return { kind: 'figures', operations: asked }
  const metered = asked.find(({ gaugeGate }) => gaugeGate?.unit === '%')
  const percent = metered && readAt(metered)?.value
  return entries(
    {
      kind: 'state-asserted',
      body: { changes, why, figures: asked.map((operation) => readAt(operation)!) },
    },
    ...(typeof percent === 'number' ? [meter(percent, 'before going on')] : []),
  )
}

/** Fuel in the tank by dip, litres. */
export const noteDip = (_: Situation, { litres }: { litres: number }): Decided =>
  entries({ kind: 'state-asserted', body: { changes: {}, why: 'seen', litres } })

/** The gas meter's figure, kept whatever it shows: it may hold everything. */
export const readMeter = (_: Situation, { percent, where }: { percent: number; where: string }): Decided =>
  entries(meter(percent, where))

/** The meter read once more: noted, and the vapour clear or not by what it shows. */
export function readMeterAgain(
  _: Situation,
  { percent, where }: { percent: number; where: string },
): Decided {
  const clear = percent < operationById('meterVapour').gaugeGate!.below
  return entries(
    meter(percent, where),
    clear
      ? {
          kind: 'state-asserted',
          body: {
            changes: { vapour: 'clear' },
            why: 'seen',
            figures: [{ operationId: 'meterVapour', value: percent }],
          },
        }
      : { kind: 'state-asserted', body: { changes: { vapour: 'unchecked' }, why: 'seen' } },
  )
}

/** Every open hazard was looked at and holds. */
export const confirmHazards = ({ job }: Situation, _none: Record<string, never>): Decided =>
  entries(
    ...openGates(job.state).map((gate) => ({
      kind: 'hazards-confirmed' as const,
      body: { gateId: gate.id },
    })),
  )
