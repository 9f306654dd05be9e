import fc from 'fast-check'
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import {
  EVENT_KINDS,
  LogBuilder,
  KINDS,
  versionOf,
  appendEvent,
  liveEvents,
  mergeLogs,
  readEvent,
  readJobFile,
  writeJobFile,
  type JobEvent,
} from '.'

const author = { device: 'tablet-a', by: 'Ida' }
const other = { device: 'tablet-b', by: 'Ove' }
const note = (log: JobEvent[], text: string, at: number, who = author) =>
  appendEvent(
    log,
    'job-1',
    'complaint-remains',
    { words: text, run: 'unknown' },
    who,
    at,
    `${who.device}-${text}`,
  )

describe('the log', () => {
  it('keeps its order when the clock of the tablet is set back', () => {
    const first = note([], 'one', 5000)
    const second = note([first], 'two', 1000)
    expect(second.clock).toBeGreaterThan(first.clock)
    expect(liveEvents([second, first]).map((event) => event.id)).toEqual([first.id, second.id])
  })
  it('merges two tablets to one order, whichever way round, and twice is once', () => {
    const base = [note([], 'base', 100)]
    const here = [...base, note(base, 'a1', 200)]
    const there = [...base, note(base, 'b1', 200, other), note(base, 'b2', 150, other)]
    const one = mergeLogs(here, there).map((event) => event.id)
    expect(mergeLogs(there, here).map((event) => event.id)).toEqual(one)
    expect(mergeLogs(mergeLogs(here, there), there)).toHaveLength(4)
  })
  it('undo takes one event out; undoing the undo brings it back', () => {
    const kept = note([], 'kept', 1)
    const gone = note([kept], 'gone', 2)
    const undo = appendEvent(
      [kept, gone],
      'job-1',
      'event-undone',
      { eventId: gone.id, reason: 'slip' },
      author,
      3,
      'u1',
    )
    expect(liveEvents([kept, gone, undo]).map((event) => event.id)).toEqual([kept.id])
    const redo = appendEvent(
      [kept, gone, undo],
      'job-1',
      'event-undone',
      { eventId: undo.id, reason: 'no slip' },
      author,
      4,
      'u2',
    )
    expect(liveEvents([kept, gone, undo, redo]).map((event) => event.id)).toEqual([kept.id, gone.id])
  })
  it('any order of arrival folds alike', () => {
    const log = new LogBuilder('job-1', author)
    for (let at = 0; at < 8; at += 1)
      log.add(at, 'state-asserted', { changes: { battery: at % 2 ? 'on' : 'off' }, why: 'seen' })
    fc.assert(
      fc.property(fc.shuffledSubarray(log.events, { minLength: 8 }), (shuffled) => {
        expect(liveEvents(shuffled)).toEqual(liveEvents(log.events))
      }),
      { seed: 2, numRuns: 20 },
    )
  })
})

describe('stored events', () => {
  const stored = JSON.parse(
    readFileSync(new URL('../../../tests/stored/events.json', import.meta.url), 'utf8'),
  ) as Record<string, unknown>[]
  it('one example of every kind and version is kept, and read', () => {
    expect(new Set(stored.map((event) => event.kind))).toEqual(new Set(EVENT_KINDS))
    for (const event of stored) expect(readEvent(event)).toMatchObject({ ok: true })
  })
  it('every upcaster is exercised by a stored event of its version, and gives the version of today', () => {
    const steps = EVENT_KINDS.flatMap((kind) =>
      Object.keys((KINDS[kind] as { upcasts?: object }).upcasts ?? {}).map((version) => ({
        kind,
        version: Number(version),
      })),
    )
    expect(steps.length).toBeGreaterThan(0)
    for (const { kind, version } of steps) {
      const old = stored.find((event) => event.kind === kind && event.v === version)
      expect(old, `${kind} of version ${version}`).toBeDefined()
      expect(readEvent(old)).toMatchObject({ ok: true, value: { v: versionOf(kind) } })
    }
  })
  it('a reading of before anyone was asked is one that was meant', () => {
    expect(readEvent(stored.find((event) => event.kind === 'reading-taken' && event.v === 1))).toMatchObject({
      ok: true,
      value: { body: { sure: 'yes' } },
    })
  })
  it.each([
    { name: 'an unknown kind', change: { kind: 'brakes-bled' }, at: 'kind' },
    { name: 'a newer version', change: { v: 9 }, at: 'v' },
    { name: 'a body without its field', change: { body: {} }, at: 'body.' },
    { name: 'no clock', change: { clock: 'noon' }, at: 'clock' },
  ])('refuses $name and says where', ({ change, at }) => {
    const answer = readEvent({ ...stored[0], ...change })
    expect(answer.ok).toBe(false)
    if (!answer.ok) expect(answer.error.at).toContain(at)
  })
})

describe('job files', () => {
  const log = new LogBuilder('job-1', author)
    .add(1, 'job-opened', { vehicleId: 'v', unit: '07', vehicleName: 'Larch', words: '', neededBy: null })
    .add(2, 'complaint-remains', { words: '', run: 'unknown' })
  it('come back as they went', () => {
    const back = readJobFile(
      writeJobFile({ jobId: 'job-1', vehicle: { id: 'v' }, events: log.events, photos: [] }),
    )
    expect(back).toEqual({
      ok: true,
      value: {
        jobId: 'job-1',
        vehicle: { id: 'v' },
        events: log.events,
        photos: [],
        odd: [],
        vehicleFacts: [],
      },
    })
  })
  it('carry their photos, and one of before photos went along has none', () => {
    const photos = [{ photoId: 'p-1', type: 'image/jpeg' as const, base64: '/9j/4AAQ' }]
    const back = readJobFile(writeJobFile({ jobId: 'job-1', vehicle: {}, events: log.events, photos }))
    expect(back.ok && back.value.photos).toEqual(photos)
    const { photos: _none, ...older } = good
    const read = readJobFile(JSON.stringify(older))
    expect(read.ok && read.value.photos).toEqual([])
  })
  const good = JSON.parse(writeJobFile({ jobId: 'job-1', vehicle: {}, events: log.events, photos: [] }))
  it.each([
    { name: 'cut short', content: '{"format": "stop-st', at: 'the file' },
    { name: 'another format', content: JSON.stringify({ ...good, format: 'recipe' }), at: 'format' },
    { name: 'a newer version', content: JSON.stringify({ ...good, version: 99 }), at: 'version' },
    {
      name: 'a damaged event',
      content: JSON.stringify({ ...good, events: [good.events[0], { ...good.events[1], at: null }] }),
      at: 'events.1.at',
    },
    {
      name: 'a photo that is no picture',
      content: JSON.stringify({
        ...good,
        photos: [{ photoId: 'p-1', type: 'image/jpeg', base64: 'not base64!!' }],
      }),
      at: 'photos.0.base64',
    },
    {
      name: 'a photo cut short',
      content: JSON.stringify({ ...good, photos: [{ photoId: 'p-1', type: 'image/jpeg', base64: '/9j/4' }] }),
      at: 'photos.0.base64',
    },
    {
      name: 'a photo of another kind',
      content: JSON.stringify({ ...good, photos: [{ photoId: 'p-1', type: 'text/html', base64: '' }] }),
      at: 'photos.0.type',
    },
    {
      name: 'an event of another job',
      content: JSON.stringify({ ...good, events: [{ ...good.events[0], jobId: 'job-2' }] }),
      at: 'events.0.jobId',
    },
  ])('are refused when $name', ({ content, at }) => {
    expect(readJobFile(content)).toMatchObject({ ok: false, error: { at } })
  })
})
