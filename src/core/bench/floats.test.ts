/** A float by hand at five heights, up and down, with a plain ohmmeter. */
import { describe, expect, it } from 'vitest'
import { analyseFloats, type FloatsTaken } from '.'

const METER = { relative: 0.01, absolute: 0.5 }
const GAUGE = { emptyOhm: 250, fullOhm: 20 }
const SOUND = [250, 192, 135, 78, 20]
const taken = (up: (number | null)[], down: (number | null)[] = up): FloatsTaken => ({ up, down })
const found = (given: FloatsTaken, gauge: typeof GAUGE | null = GAUGE) => {
  const answer = analyseFloats(given, METER, gauge)
  if (!answer.ok) throw new Error(answer.error.kind)
  return answer.value
}

describe('a float by hand at five heights', () => {
  it('sound both ways is good; one way alone leaves it open', () => {
    expect(found(taken(SOUND))).toMatchObject({
      verdict: 'good',
      fit: 'fits',
      dropOuts: [],
      direction: 'falls',
    })
    expect(found(taken(SOUND, [null, null, null, null, null])).verdict).toBe('inconclusive')
  })
  it.each([0, 1, 2, 3, 4].map((k) => [k]))('open at height %i on one way is a drop-out there', (k) => {
    const up = SOUND.map((ohm, at) => (at === k ? Infinity : ohm))
    expect(found(taken(up, SOUND))).toMatchObject({
      verdict: 'bad',
      dropOuts: [{ from: k / 4, to: k / 4, kind: 'open' }],
    })
  })
  it.each([1, 2, 3].map((k) => [k]))('a jump at height %i both ways stands out of the course', (k) => {
    const worn = SOUND.map((ohm, at) => (at === k ? ohm + 90 : ohm))
    expect(found(taken(worn)).dropOuts.map(({ from }) => from)).toContain(k / 4)
  })
  it('a way down that lies elsewhere is a float that hangs', () => {
    const value = found(
      taken(
        SOUND,
        SOUND.map((ohm, k) => (k === 2 ? ohm + 60 : ohm)),
      ),
    )
    expect(value.verdict).toBe('bad')
    expect(value.dropOuts).toMatchObject([{ from: 0.5, kind: 'jump' }])
  })
  it('turned and of another range are named, and nothing is bad against typical ends', () => {
    expect(found(taken([...SOUND].reverse()))).toMatchObject({ fit: 'turned', verdict: 'bad' })
    const other = taken([90, 70, 51, 32, 12])
    expect(found(other)).toMatchObject({ fit: 'other-range', verdict: 'bad' })
    expect(found(other, { ...GAUGE, typical: true } as typeof GAUGE).verdict).toBe('inconclusive')
    expect(found(other, null)).toMatchObject({ fit: 'unknown', verdict: 'good' })
  })
  it('a bent card is no fault: monotone is enough', () => {
    expect(found(taken([250, 150, 90, 50, 20]))).toMatchObject({ dropOuts: [], verdict: 'good' })
  })
  it('too few heights, an end left out, open all the way: refused with what is missing', () => {
    expect(analyseFloats(taken([250, null, null, null, 20]), METER, GAUGE)).toMatchObject({
      error: { kind: 'no-sweep' },
    })
    expect(analyseFloats(taken([null, 192, 135, 78, 20]), METER, GAUGE)).toMatchObject({
      error: { kind: 'no-sweep' },
    })
    expect(analyseFloats(taken(SOUND.map(() => Infinity)), METER, GAUGE)).toMatchObject({
      error: { kind: 'all-open' },
    })
  })
})
