/** The workshop's own instruments: one document of the browser's settings, in the order of preference. */
import localforage from 'localforage'
import { z } from 'zod'
import { instrumentSchema, type Instrument } from '@/core/bench'
import { announceChange } from './store'

const settings = localforage.createInstance({ name: 'stop-start', storeName: 'settings' })
const KEY = 'instruments'
const documentSchema = z.object({ version: z.literal(1), instruments: z.array(instrumentSchema).max(60) })

/** A damaged document is no instruments, never a broken page; it is kept until another is saved. */
export async function loadInstruments(): Promise<Instrument[]> {
  const parsed = documentSchema.safeParse(await settings.getItem(KEY))
  return parsed.success ? parsed.data.instruments : []
}

export async function saveInstruments(
  instruments: Instrument[],
): Promise<{ ok: true } | { ok: false; problem: string; at: string }> {
  const parsed = documentSchema.safeParse({ version: 1, instruments })
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!
    return {
      ok: false,
      problem: issue.message,
      at: issue.path.slice(2).map(String).join('.') || 'the instrument',
    }
  }
  try {
    await settings.setItem(KEY, parsed.data)
  } catch (problem) {
    return {
      ok: false,
      problem: problem instanceof Error ? problem.message : String(problem),
      at: 'this browser’s database',
    }
  }
  announceChange()
  return { ok: true }
}
