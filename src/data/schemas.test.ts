/** The schemas that are published are those that read, and what is written is valid by them. */
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import Ajv from 'ajv'
import { describe, expect, it } from 'vitest'
import { beginLog, foldJob } from '@/core/job'
import { DEMO_VEHICLES, demoJobs, demoParts } from '@/core/practice'
import { writeJobFile, type JobEvent } from '@/core/records'
import { fileSchemas } from '@/core/formats'

const schemas = fileSchemas()
const ajv = new Ajv({ strict: false, allErrors: false })
const validate = (name: string, data: unknown) => {
  const check = ajv.compile(schemas[name]!)
  return check(JSON.parse(JSON.stringify(data))) ? null : check.errors
}
const NOW = 1_790_000_000_000

describe('published schemas', () => {
  it.each(Object.keys(schemas))('%s is as it is published; npm run schemas writes it anew', (name) => {
    expect(JSON.parse(readFileSync(join('docs', 'formats', name), 'utf8'))).toEqual(
      JSON.parse(JSON.stringify(schemas[name])),
    )
  })
  it('every demo job is valid as a file, its vehicle and the parts too', () => {
    for (const { vehicle, events } of demoJobs(NOW)) {
      const jobId = events[0]!.jobId
      expect(foldJob(jobId, events, vehicle).notKnown).toEqual([])
      const file = JSON.parse(writeJobFile({ jobId, vehicle, events, photos: [] })) as object
      expect(validate('job-file.schema.json', file)).toBeNull()
      expect(
        validate('vehicle-facts.schema.json', { id: vehicle.id, facts: beginLog(vehicle, 0) }),
      ).toBeNull()
    }
    expect(validate('parts.schema.json', { facts: demoParts(NOW) })).toBeNull()
  })
  it('what our reader refuses is not valid: a kind that is not known, a figure that is a word', () => {
    const [{ vehicle, events }] = demoJobs(NOW) as [
      { vehicle: (typeof DEMO_VEHICLES)[0]; events: JobEvent[] },
    ]
    const file = { format: 'stop-start-job', version: 1, jobId: 'x', vehicle, events }
    const with_ = (change: object) => ({ ...file, events: [{ ...events[0]!, ...change }] })
    expect(validate('job-file.schema.json', file)).toBeNull()
    expect(validate('job-file.schema.json', with_({ kind: 'job-sold' }))).not.toBeNull()
    expect(validate('job-file.schema.json', with_({ at: 'yesterday' }))).not.toBeNull()
    expect(
      validate('job-file.schema.json', { ...file, vehicle: { ...vehicle, layout: 'Z99' } }),
    ).not.toBeNull()
    expect(
      validate('parts.schema.json', { facts: [{ ...demoParts(NOW)[0]!, word: { says: 'sold' } }] }),
    ).not.toBeNull()
  })
})
