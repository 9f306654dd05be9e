import { z } from 'zod'
import { withWayIn, type VehicleState } from '../../vehicle'
import { id, state } from '../fields'
import { defineKind } from '../kind'
import { operationNamed, statesNamed } from '../named'
import { changeState, dipped, stateHeard, type StandSlice } from '../slices/stand'

export interface FiguresSlice {
  /** Figures on which a state was said to be there; null by the maker's own way. */
  figures: { at: number; operationId: string; value: number | null }[]
}

export const stateAsserted = defineKind({
  kind: 'state-asserted',
  version: 1,
  body: z.object({
    changes: state,
    why: z.enum(['seen', 'implied', 'start']),
    litres: z.number().finite().min(0).max(2000).optional(),
    /** What was read before a state was said to be there; null where the maker's own way took the place of a figure. */
    figures: z
      .array(z.object({ operationId: id, value: z.number().finite().nullable() }))
      .max(5)
      .optional(),
  }),
  names: ({ changes, figures }) => [
    ...statesNamed('changes', changes),
    ...(figures ?? []).map(({ operationId }) => operationNamed('figures', operationId)),
  ],
  keeps: (): FiguresSlice => ({ figures: [] }),
  apply(job: StandSlice & FiguresSlice, entry) {
    const { changes, litres, figures } = entry.body
    changeState(job, withWayIn(changes as VehicleState), entry)
    if (litres !== undefined) dipped(job, litres)
    job.figures.push(...(figures ?? []).map((figure) => ({ ...figure, at: entry.at })))
  },
  heard: (job, { body }) => stateHeard(job, body.changes),
})
