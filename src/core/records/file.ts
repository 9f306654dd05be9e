/** A job as a file: JSON, documented in docs/formats/job-file.md. Reading refuses with what is wrong and where. */
import { z } from 'zod'
import type { JobEvent } from './kinds'
import { readEvent } from './read'

export const JOB_FILE_FORMAT = 'stop-start-job'
const JOB_FILE_VERSION = 1

/** An own photo as it goes in the file: as kept, already scaled down and stripped. */
const photoSchema = z.object({
  photoId: z.string().min(1).max(80),
  type: z.enum(['image/jpeg', 'image/png', 'image/webp']),
  base64: z
    .string()
    .max(20_000_000)
    .refine(
      (text) => text.length % 4 === 0 && /^[A-Za-z0-9+/]*={0,2}$/.test(text),
      'it is no picture in base64',
    ),
})
export type FilePhoto = z.infer<typeof photoSchema>
export const jobFileSchema = z.object({
  format: z.string(),
  version: z.number(),
  jobId: z.string().min(1).max(80),
  vehicle: z.unknown(),
  events: z.array(z.unknown()).max(100_000),
  photos: z.array(photoSchema).max(500).default([]),
  /** Entries that the tablet which wrote the file could not read, as it had them. */
  odd: z.array(z.unknown()).max(10_000).default([]),
  /** What was said of the vehicle, in order. */
  vehicleFacts: z.array(z.unknown()).max(100_000).default([]),
})

export interface JobFile {
  jobId: string
  vehicle: unknown
  events: JobEvent[]
  photos: FilePhoto[]
  /** Entries that this version cannot read: of a newer one, or damaged where the file was written. Kept as they are. */
  odd: unknown[]
  vehicleFacts: unknown[]
}
export type FileProblem = { kind: 'bad-file'; problem: string; at: string }
type Read = { ok: true; value: JobFile } | { ok: false; error: FileProblem }
const bad = (problem: string, at: string): Read => ({ ok: false, error: { kind: 'bad-file', problem, at } })

/** A job as the text of a file. */
export function writeJobFile(file: Omit<JobFile, 'odd' | 'vehicleFacts'> & Partial<JobFile>): string {
  return JSON.stringify({ format: JOB_FILE_FORMAT, version: JOB_FILE_VERSION, ...file }, null, 1)
}

export function readJobFile(content: string): Read {
  let data: unknown
  try {
    data = JSON.parse(content)
  } catch (problem) {
    return bad(`it is not whole JSON: ${(problem as Error).message}`, 'the file')
  }
  const parsed = jobFileSchema.safeParse(data)
  if (!parsed.success)
    return bad(
      parsed.error.issues[0]!.message,
      parsed.error.issues[0]!.path.map(String).join('.') || 'the file',
    )
  if (parsed.data.format !== JOB_FILE_FORMAT)
    return bad(`it is of the format "${parsed.data.format}", not a job of this application`, 'format')
  if (parsed.data.version > JOB_FILE_VERSION)
    return bad(`it was written by a newer version (${parsed.data.version})`, 'version')
  const events: JobEvent[] = []
  const odd: unknown[] = []
  // What its writer could not read a newer version may; what is of a newer version stays as it is.
  for (const raw of parsed.data.odd) {
    const event = readEvent(raw)
    if (event.ok && event.value.jobId === parsed.data.jobId) events.push(event.value)
    else odd.push(raw)
  }
  for (const [at, raw] of parsed.data.events.entries()) {
    const event = readEvent(raw)
    if (!event.ok && event.error.newer) {
      odd.push(raw)
      continue
    }
    if (!event.ok) return bad(event.error.problem, `events.${at}.${event.error.at}`)
    if (event.value.jobId !== parsed.data.jobId)
      return bad('an event belongs to another job', `events.${at}.jobId`)
    events.push(event.value)
  }
  return {
    ok: true,
    value: {
      jobId: parsed.data.jobId,
      vehicle: parsed.data.vehicle,
      events,
      photos: parsed.data.photos,
      odd,
      vehicleFacts: parsed.data.vehicleFacts,
    },
  }
}
