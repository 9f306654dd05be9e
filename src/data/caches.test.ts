import 'fake-indexeddb/auto'
import localforage from 'localforage'
import { describe, expect, it } from 'vitest'
import { dropCaches, withRoom } from './caches'

const full = () => new DOMException('', 'QuotaExceededError')
const cache = () => localforage.createInstance({ name: 'stop-start-cache tables', storeName: 'tables' })
const names = async () => (await indexedDB.databases()).map(({ name }) => name)

/** A write that the browser refuses so many times. */
function refused(times: number, problem: Error = full()) {
  let left = times
  let tried = 0
  return {
    write: async () => {
      tried += 1
      left -= 1
      if (left >= 0) throw problem
      return 'kept'
    },
    tried: () => tried,
  }
}

describe('a browser that is full', () => {
  it('keeps what must not be lost, and gives the caches up for it', async () => {
    await cache().setItem('a table', new Float64Array(8))
    const job = localforage.createInstance({ name: 'stop-start', storeName: 'jobs' })
    await job.setItem('job-1', 'log')
    const entry = refused(1)
    expect(await withRoom(entry.write)).toBe('kept')
    expect(entry.tried()).toBe(2)
    expect(await names()).not.toContain('stop-start-cache tables')
    expect(await job.getItem('job-1')).toBe('log')
  })
  it('without a cache says that it is full, and does not try twice', async () => {
    await dropCaches()
    const entry = refused(1)
    await expect(withRoom(entry.write)).rejects.toMatchObject({ name: 'QuotaExceededError' })
    expect(entry.tried()).toBe(1)
  })
  it('that fails for another reason keeps its caches', async () => {
    await cache().setItem('a table', 1)
    await expect(withRoom(refused(1, new Error('closed')).write)).rejects.toThrow('closed')
    expect(await names()).toContain('stop-start-cache tables')
  })
})
