import { z } from 'zod'
import { id, text } from '../fields'
import { defineKind } from '../kind'

/** Takes another entry back; both stay in the log. What is live is settled before anything is applied (`log.ts`). */
export const eventUndone = defineKind({
  kind: 'event-undone',
  version: 1,
  body: z.object({ eventId: id, reason: text }),
  apply() {},
})
