import { z } from 'zod'
import { text } from '../fields'
import { defineKind } from '../kind'

const body = z.object({
  plug: text,
  pin: text,
  labelled: text,
  goesTo: text,
  ohm: z.number().finite().min(0).nullable(),
  spliced: z.boolean(),
})

export interface TerminalsSlice {
  /** Pins by continuity, "plug.pin". */
  terminals: Map<string, z.infer<typeof body>>
}

/** One pin of a plug by continuity: what it was called, where it really goes. */
export const terminalMapped = defineKind({
  kind: 'terminal-mapped',
  version: 1,
  body,
  keeps: (): TerminalsSlice => ({ terminals: new Map() }),
  apply(job: TerminalsSlice, entry) {
    job.terminals.set(`${entry.body.plug}.${entry.body.pin}`, entry.body)
  },
})
