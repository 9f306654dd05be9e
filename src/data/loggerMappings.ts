/** How the columns of a logger were mapped the last time, by the heads of its columns. */
import localforage from 'localforage'
import { z } from 'zod'
import { QUANTITIES, SEPARATORS } from '@/core/bench'
import { UNIT_NAMES } from '@/core/shared'

const settings = localforage.createInstance({ name: 'stop-start', storeName: 'settings' })
const KEY = 'logger-mappings'
const MOST = 40
const MOST_LETTERS = 4000

const mappingSchema = z.object({
  heads: z.string().max(MOST_LETTERS),
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
/** The rest is read where one of them is not what this version keeps. */
const documentSchema = z.object({ version: z.literal(1), mappings: z.array(z.unknown()).max(1000) })

async function all(): Promise<LoggerMapping[]> {
  const parsed = documentSchema.safeParse(await settings.getItem(KEY))
  if (!parsed.success) return []
  return parsed.data.mappings.flatMap((stored) => mappingSchema.safeParse(stored).data ?? [])
}

/** A logger by the heads of its columns; of very long heads the beginning and the length. */
const nameOf = (heads: string): string =>
  heads.length <= MOST_LETTERS ? heads : `${heads.slice(0, MOST_LETTERS - 20)} ${heads.length} letters`

export const mappingFor = async (heads: string): Promise<LoggerMapping | null> =>
  (await all()).find((mapping) => mapping.heads === nameOf(heads)) ?? null

/**
 * The newest first. What could not be read back is not remembered, and a database that is full forgets the
 * mapping, not the recording.
 */
export async function rememberMapping(mapping: LoggerMapping): Promise<void> {
  const known = mappingSchema.safeParse({ ...mapping, heads: nameOf(mapping.heads) })
  if (!known.success) return
  const rest = (await all()).filter((other) => other.heads !== known.data.heads)
  await settings
    .setItem(KEY, { version: 1, mappings: [known.data, ...rest].slice(0, MOST) })
    .catch(() => undefined)
}
