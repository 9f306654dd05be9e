import { describe, expect, it } from 'vitest'
import { LAYOUTS, LAYOUT_IDS } from '../vehicle'
import { insideOf } from '.'

describe('what should be inside a tank', () => {
  it.each(LAYOUT_IDS)('%s: each thing once, each with what to look at', (id) => {
    const items = insideOf(LAYOUTS[id])
    expect(new Set(items.map((item) => item.id)).size).toBe(items.length)
    expect(items.every((item) => item.look.length > 8)).toBe(true)
  })
  it('follows the layout: a regulator in the tank, a transfer jet, nothing where no module hangs', () => {
    const ids = (id: keyof typeof LAYOUTS) => insideOf(LAYOUTS[id]).map((item) => item.id)
    expect(ids('A01')).toEqual(expect.arrayContaining(['strainer', 'checkValve', 'seal', 'floor']))
    expect(ids('A12')).toContain('jet')
    expect(ids('A08')).toEqual([])
  })
})
