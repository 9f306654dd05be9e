import { z } from 'zod'
import { OPERATIONS } from '../../library'
import { litresAfter } from '../../procedure'
import type { VehicleState } from '../../vehicle'
import { id, state, text } from '../fields'
import { defineKind } from '../kind'
import { operationNamed, statesNamed } from '../named'
import { changeState, stateHeard, type StandSlice } from '../slices/stand'
import type { WaitsSlice } from '../slices/waits'
import type { WorkSlice } from './planMade'

export interface StepsSlice {
  finishedRepairs: string[]
  /** Repairs of the first plan that was begun: more than these is extra work. */
  agreed: string[] | null
  /** Fuel came out of the tank in some step of this job: its waste is noted, whatever was poured in since. */
  drained: boolean
}

const DRAINING: ReadonlySet<string> = new Set(
  OPERATIONS.filter(({ does }) => does.some((doing) => doing.does === 'drains' && doing.from === 'tank')).map(
    (operation) => operation.id,
  ),
)

export const stepDone = defineKind({
  kind: 'step-done',
  version: 1,
  body: z.object({
    step: z.number().int().min(0),
    operationId: id,
    sets: state,
    entered: z.number().finite().nullable(),
    torqueNm: z.number().finite().nullable(),
    byFeel: z.boolean(),
    note: text,
  }),
  names: ({ operationId, sets }) => [
    operationNamed('operationId', operationId),
    ...statesNamed('sets', sets),
  ],
  keeps: (): StepsSlice => ({ finishedRepairs: [], agreed: null, drained: false }),
  apply(job: StepsSlice & WorkSlice & StandSlice & WaitsSlice, entry) {
    const { work } = job
    if (!work) return
    const { step, operationId, sets, entered, torqueNm, byFeel } = entry.body
    job.agreed ??= work.repairIds
    // Whoever goes on after a wait that held the way has seen that it is over.
    job.waits = job.waits.map((wait) =>
      wait.holds && wait.endsAt <= entry.at ? { ...wait, ended: true } : wait,
    )
    // Two pages may finish one step: it is done once.
    const again = work.done.get(step)?.operationId === operationId
    work.done.set(step, { eventId: entry.id, operationId, at: entry.at, entered, torqueNm, byFeel })
    changeState(job, sets as VehicleState, entry)
    job.drained ||= DRAINING.has(operationId)
    job.litres = litresAfter(operationId, job.litres, job.capacityM3)
    if (operationId.startsWith('repair:') && !again)
      job.finishedRepairs.push(operationId.slice('repair:'.length))
  },
  heard: (job, { body }) => stateHeard(job, body.sets),
})
