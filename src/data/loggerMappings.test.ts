import 'fake-indexeddb/auto'
import localforage from 'localforage'
import { beforeEach, describe, expect, it } from 'vitest'
import { mappingFor, rememberMapping, type LoggerMapping } from './loggerMappings'

const settings = localforage.createInstance({ name: 'stop-start', storeName: 'settings' })
const mapping = (heads: string, columns = 1): LoggerMapping => ({
  heads,
  separator: ',',
  decimalComma: false,
  timeColumn: 0,
  timeBase: 's',
  rowsPerS: 10,
  columns: Array.from({ length: columns }, (_, k) => ({ column: k + 1, quantity: 'pressure', unit: 'kPa' })),
})
beforeEach(() => settings.clear())

describe('how a logger was mapped', () => {
  it('is remembered by its heads, the last mapping of each', async () => {
    await rememberMapping(mapping('t,p'))
    await rememberMapping({ ...mapping('t,p'), rowsPerS: 50 })
    await rememberMapping(mapping('t,q'))
    expect(await mappingFor('t,p')).toMatchObject({ rowsPerS: 50 })
    expect(await mappingFor('t,r')).toBeNull()
  })
  it('heads of any length are told apart, and take nothing else with them', async () => {
    await rememberMapping(mapping('t,p'))
    await rememberMapping(mapping('x'.repeat(9000)))
    await rememberMapping({ ...mapping('x'.repeat(9001)), rowsPerS: 7 })
    expect(await mappingFor('t,p')).not.toBeNull()
    expect(await mappingFor('x'.repeat(9000))).toMatchObject({ rowsPerS: 10 })
    expect(await mappingFor('x'.repeat(9001))).toMatchObject({ rowsPerS: 7 })
  })
  it('of 1,500 columns is not remembered, and what was before is', async () => {
    await rememberMapping(mapping('t,p'))
    await rememberMapping(mapping('wide', 1500))
    expect(await mappingFor('wide')).toBeNull()
    expect(await mappingFor('t,p')).not.toBeNull()
  })
  it('one that is damaged does not take the rest with it', async () => {
    await rememberMapping(mapping('t,p'))
    const stored = (await settings.getItem<{ mappings: unknown[] }>('logger-mappings'))!
    await settings.setItem('logger-mappings', {
      ...stored,
      version: 1,
      mappings: [{ heads: 7 }, ...stored.mappings],
    })
    expect(await mappingFor('t,p')).not.toBeNull()
  })
})
