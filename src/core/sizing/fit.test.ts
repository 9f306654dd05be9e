import { describe, expect, it } from 'vitest'
import { FUSES_A, WIRES, wireDropV } from '../library'
import {
  hoseOnPipe,
  materialThere,
  moduleHeight,
  passThrough,
  senderOnGauge,
  threads,
  wireAndFuse,
  connector,
} from '.'

const m = (mm: number) => 1e-3 * mm

describe('does it fit', () => {
  it.each([
    { name: '3/8 in hose on 5/16 in pipe', boreMm: 9.5, pipeMm: 7.94, verdict: 'no' },
    { name: '5/16 in hose on 5/16 in pipe', boreMm: 7.9, pipeMm: 7.94, verdict: 'fits' },
    { name: '7.5 mm on 8 mm', boreMm: 7.5, pipeMm: 8, verdict: 'fits' },
    { name: '7 mm on 8 mm', boreMm: 7, pipeMm: 8, verdict: 'doubt' },
    { name: '6 mm on 8 mm', boreMm: 6, pipeMm: 8, verdict: 'no' },
  ])('$name: $verdict', ({ boreMm, pipeMm, verdict }) =>
    expect(hoseOnPipe({ boreM: m(boreMm), pipeOuterM: m(pipeMm) }).verdict).toBe(verdict),
  )
  it.each([
    { name: 'alike', off: 1, sprung: false, verdict: 'fits' },
    { name: 'taller, spring foot', off: 6, sprung: true, verdict: 'doubt' },
    { name: 'taller, fixed', off: 6, sprung: false, verdict: 'no' },
    { name: 'far too short', off: -20, sprung: true, verdict: 'no' },
  ])('a module $name: $verdict', ({ off, sprung, verdict }) =>
    expect(moduleHeight({ oldM: m(240), newM: m(240 + off), sprung }).verdict).toBe(verdict),
  )
  it('goes straight, only tilted, or not at all', () => {
    const of = (headroomMm: number, bodyMm = 90, neckMm = 10) =>
      passThrough({
        bodyM: m(bodyMm),
        lengthM: m(240),
        openingM: m(120),
        neckM: m(neckMm),
        headroomM: m(headroomMm),
      })
    expect([of(300).verdict, of(225).verdict, of(120).verdict, of(300, 121).verdict]).toEqual([
      'fits',
      'doubt',
      'no',
      'no',
    ])
    expect(of(225).says).toContain('tilted')
    expect(of(180)).toMatchObject({
      verdict: 'no',
      says: expect.stringContaining('needs an opening of {123 mm}'),
    })
    // In a deep neck no one tilt does: it is straightened as it enters.
    expect(of(225, 90, 60).says).toContain('straightened')
  })
  it('a sender: right range, off, another range, the other way', () => {
    const gauge = { emptyOhm: 250, fullOhm: 20 }
    expect(senderOnGauge({ emptyOhm: 245, fullOhm: 24 }, gauge).verdict).toBe('fits')
    expect(senderOnGauge({ emptyOhm: 200, fullOhm: 30 }, gauge).verdict).toBe('doubt')
    expect(senderOnGauge({ emptyOhm: 90, fullOhm: 10 }, gauge)).toMatchObject({
      verdict: 'no',
      by: { value: 160, unit: 'ohm' },
    })
    expect(senderOnGauge({ emptyOhm: 20, fullOhm: 250 }, gauge).says).toContain('other way')
  })
  it('wire and fuse by the handbook’s example: 8 A, 7 m out and back', () => {
    expect(wireDropV(8, 7, 7.6e-3)).toBeCloseTo(0.43, 2)
    expect(wireDropV(8, 7, 12.7e-3)).toBeCloseTo(0.71, 2)
    expect(wireAndFuse({ currentA: 8, bothWaysM: 7, areaMm2: 2.5, fuseA: 15 }).verdict).toBe('fits')
    expect(wireAndFuse({ currentA: 8, bothWaysM: 7, areaMm2: 1.5, fuseA: 15 })).toMatchObject({
      verdict: 'no',
      by: { unit: 'A' },
    })
    expect(wireAndFuse({ currentA: 8, bothWaysM: 7, areaMm2: 2.5, fuseA: 10 }).says).toContain(
      '15 A at least',
    )
    expect(wireAndFuse({ currentA: 8, bothWaysM: 7, areaMm2: 2.5, fuseA: 30 }).says).toContain(
      'too large for that wire',
    )
    expect(wireAndFuse({ currentA: 8, bothWaysM: 11, areaMm2: 2.5, fuseA: 15 })).toMatchObject({
      verdict: 'doubt',
      by: { unit: 'V' },
    })
  })
  it('a fuse by the loom’s data: no larger than what the wire bears', () => {
    const of = (bearsA: number | null) =>
      wireAndFuse({ currentA: 8, bothWaysM: 7, areaMm2: 2.5, fuseA: 20, bearsA }).verdict
    expect([of(null), of(25), of(20), of(15)]).toEqual(['fits', 'fits', 'fits', 'no'])
    // Data that let it bear much are no leave for a thin wire.
    expect(wireAndFuse({ currentA: 8, bothWaysM: 7, areaMm2: 1, fuseA: 15, bearsA: 30 }).verdict).toBe('no')
  })
  it.each([
    { name: 'same', to: ['pump +', 'pump −', 'sender'], same: true, verdict: 'fits', says: 'same pins' },
    {
      name: 'written otherwise',
      to: ['Pump +', ' pump - ', 'SENDER'],
      same: true,
      verdict: 'fits',
      says: 'same pins',
    },
    {
      name: 'plus and minus swapped',
      to: ['pump −', 'pump +', 'sender'],
      same: true,
      verdict: 'no',
      says: 'pin 1 pump +, pin 2 pump −',
    },
    { name: 'no sender', to: ['pump +', 'pump −'], same: true, verdict: 'no', says: 'no pin for sender' },
    {
      name: 'another shell',
      to: ['pump +', 'pump −', 'sender'],
      same: false,
      verdict: 'doubt',
      says: 'another shell',
    },
    {
      name: 'one more',
      to: ['pump +', 'pump −', 'sender', 'low lamp'],
      same: true,
      verdict: 'doubt',
      says: 'also has low lamp',
    },
  ])('a plug: $name is $verdict', ({ to, same, verdict, says }) => {
    const found = connector({ oldPins: ['pump +', 'pump −', 'sender'], newPins: to, sameShell: same })
    expect(found.verdict).toBe(verdict)
    expect(found.says).toContain(says)
  })
  it('a blank place of the old plug may carry anything', () => {
    expect(
      connector({ oldPins: ['pump +', '', 'sender'], newPins: ['pump +', '', 'sender'], sameShell: true })
        .verdict,
    ).toBe('fits')
    expect(
      connector({ oldPins: ['pump +', '', 'sender'], newPins: ['pump +', 'lamp', 'sender'], sameShell: true })
        .verdict,
    ).toBe('doubt')
  })
  it('no wire passes more than it is taken for, with any fuse', () => {
    for (const wire of WIRES)
      for (const fuseA of FUSES_A)
        expect(
          wireAndFuse({ currentA: wire.mostA * 1.01, bothWaysM: 1, areaMm2: wire.areaMm2, fuseA }).verdict,
        ).toBe('no')
  })
  it('materials and threads', () => {
    const at = (name: string, place: 'inTank' | 'feed') =>
      materialThere({ name, place, pressurePa: 300e3, fuel: 'petrolE10' }).verdict
    expect([
      at('R9 hose', 'inTank'),
      at('R10 hose', 'inTank'),
      at('R9 hose', 'feed'),
      at('R10 hose', 'feed'),
    ]).toEqual(['no', 'fits', 'fits', 'doubt'])
    expect(threads({ thread: '1/2-20', seatDeg: 37 }, { thread: '1/2-20', seatDeg: 45 }).says).toContain(
      'leaks',
    )
    expect([
      threads({ thread: 'M12x1', seatDeg: 45 }, { thread: 'm12x1', seatDeg: 45 }).verdict,
      threads({ thread: 'M12x1', seatDeg: 45 }, { thread: 'M14x1', seatDeg: 45 }).verdict,
    ]).toEqual(['fits', 'no'])
  })
})
