import { describe, expect, it } from 'vitest'
import { seededRandom } from '../shared'
import { typedReading } from '.'

describe('a reading as typed', () => {
  it.each([
    ['300', 300, null],
    [' 12,45 ', 12.45, null],
    ['−20', -20, null],
    ['280-320', 300, [280, 320]],
    ['320 to 280', 300, [280, 320]],
    ['1,2..1.8', 1.5, [1.2, 1.8]],
    ['-40 - -20', -30, [-40, -20]],
    ['-5–5', 0, [-5, 5]],
    ['300-300', 300, null],
  ] as const)('%s', (text, value, swing) =>
    expect(typedReading(text)).toEqual({ value, swing: swing && { low: swing[0], high: swing[1] } }),
  )
  it.each(['', '-', 'zero', '3 0', '280-', '1e3', '280-300-320', '9'.repeat(400) + 'x'])(
    '%s is none',
    (text) => expect(typedReading(text)).toBeNull(),
  )
  it('any two figures are read back as typed, and the middle lies between', () => {
    const random = seededRandom(9)
    for (let k = 0; k < 300; k += 1) {
      const [a, b] = [0, 1].map(() => Number((1000 * random.next() - 300).toFixed(2))) as [number, number]
      const read = typedReading(`${a} to ${b}`)!
      expect(read.swing).toEqual(a === b ? null : { low: Math.min(a, b), high: Math.max(a, b) })
      expect(read.value).toBeGreaterThanOrEqual(Math.min(a, b))
      expect(read.value).toBeLessThanOrEqual(Math.max(a, b))
    }
  })
})
