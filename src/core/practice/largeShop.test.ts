/** A shop of any size: the same in whatever pieces, and all of it can be read back. */
import { describe, expect, it } from 'vitest'
import { foldJob, vehicleSchema } from '../job'
import { foldParts, readPartFacts } from '../parts'
import { readEvent } from '../records'
import { shopPiece } from './largeShop'

const SIZE = { vehicles: 60, jobs: 240, parts: 40 }
const NOW = 1_790_000_000_000
const whole = shopPiece(SIZE, 0, 1, NOW)

describe('a made-up shop', () => {
  it('is the same in one piece and in many', () => {
    const many = [0, 1, 2, 3].map((k) => shopPiece(SIZE, k / 4, (k + 1) / 4, NOW))
    expect(many.flatMap(({ vehicles }) => vehicles)).toEqual(whole.vehicles)
    expect(many.flatMap(({ jobs }) => jobs)).toEqual(whole.jobs)
    expect(many.flatMap(({ parts }) => parts)).toEqual(whole.parts)
  })
  it('holds what the store takes: every entry, vehicle and part is read back', () => {
    for (const vehicle of whole.vehicles) expect(vehicleSchema.parse(vehicle)).toEqual(vehicle)
    for (const { events } of whole.jobs) for (const event of events) expect(readEvent(event).ok).toBe(true)
    expect(readPartFacts(whole.parts)).toEqual(whole.parts)
    expect(foldParts(whole.parts)).toHaveLength(SIZE.parts)
  })
  it('its jobs are signed with repairs done and readings proven, but for the few that are open', () => {
    const jobs = whole.jobs.map(({ jobId, events, vehicle }) => foldJob(jobId, events, vehicle))
    expect(jobs.filter(({ signed }) => signed === null)).toHaveLength(1)
    expect(jobs.filter(({ finishedRepairs }) => finishedRepairs.length === 1)).toHaveLength(SIZE.jobs - 1)
    const readings = jobs.reduce((sum, job) => sum + job.readings.length + job.proofs.length, 0)
    expect(readings / SIZE.jobs).toBeGreaterThan(8)
    expect(jobs.every(({ notKnown }) => notKnown.length === 0)).toBe(true)
  })
})
