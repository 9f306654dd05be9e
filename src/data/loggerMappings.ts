/** How the columns of a logger were mapped the last time, by the heads of its columns. */
import localforage from 'localforage'
import { z } from 'zod'
import { QUANTITIES, SEPARATORS } from '@/core/bench'
import { UNIT_NAMES } from '@/core/shared'

const settings = localforage.createInstance({ name: 'stop-start', storeName: 'settings' })
const KEY = 'logger-mappings'
const MOST = 40

const mappingSchema = z.object({
  heads: z.string().max(4000),
  separator: z.enum(SEPARATORS),
  decimalComma: z.boolean(),
  timeColumn: z.number().int().min(0).nullable(),
  timeBase: z.enum(['s', 'ms', 'min', 'clock', 'date', 'rows']),
  rowsPerS: z.number().positive().max(1e6),
  columns: z
    .array(
      z.object({ column: z.number().int().min(0), quantity: z.enum(QUANTITIES), unit: z.enum(UNIT_NAMES) }),
    )
    .max(40),
})
export type LoggerMapping = z.infer<typeof mappingSchema>
const documentSchema = z.object({ version: z.literal(1), mappings: z.array(mappingSchema).max(MOST) })

async function all(): Promise<LoggerMapping[]> {
  const parsed = documentSchema.safeParse(await settings.getItem(KEY))
  return parsed.success ? parsed.data.mappings : []
}

export const mappingFor = async (heads: string): Promise<LoggerMapping | null> =>
  (await all()).find((mapping) => mapping.heads === heads) ?? null

/** The newest first; a database that is full forgets the mapping, not the recording. */
export async function rememberMapping(mapping: LoggerMapping): Promise<void> {
  const rest = (await all()).filter((other) => other.heads !== mapping.heads)
  await settings
    .setItem(KEY, { version: 1, mappings: [mapping, ...rest].slice(0, MOST) })
    .catch(() => undefined)
}
