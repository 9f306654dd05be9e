import { describe, expect, it } from 'vitest'
import { LINE_PLACES, SEATS, flareFor, lineFor, pressureAt, tubesFor } from './lineWork'

const names = (
  place: Parameters<typeof lineFor>[0],
  kPa: number,
  fuel: Parameters<typeof lineFor>[2] = 'petrolE10',
) => lineFor(place, 1e3 * kPa, fuel).use.map((choice) => choice.name)

describe('what a line may be made of', () => {
  it.each(LINE_PLACES)('%s: something to use, something never, a reason', (place) => {
    const { use, never, why } = lineFor(place, 20e3, 'petrolE10')
    expect(use.length).toBeGreaterThan(0)
    expect([never, why].every((text) => text.length > 5)).toBe(true)
    // Nothing is offered and forbidden at once.
    for (const { name } of use)
      for (const word of never.split(', '))
        expect(name.startsWith(word.trim()), `${name} against ${word}`).toBe(false)
  })
  it('inside the tank only R10 of the rubber classes', () =>
    expect(names('inTank', 300).filter((name) => /^R\d/.test(name))).toEqual(['R10 hose']))
  it('a carburettor’s hose gives way to injection hose where the pressure asks it', () => {
    expect(names('carburettor', 30)).toContain('R7 hose')
    expect(names('carburettor', 300)).not.toContain('R7 hose')
    expect(names('return', 250)).not.toContain('R7 hose')
  })
  it('a return and a suction line hold less than the feed is set to, whatever that is', () => {
    expect([
      pressureAt('feed', 300e3),
      pressureAt('return', 300e3),
      pressureAt('suction', 300e3),
      pressureAt('return', 25e3),
    ]).toEqual([300e3, 100e3, 20e3, 25e3])
    // So a return may have an olive, and worm clamps serve a suction line.
    expect(flareFor('olive', pressureAt('return', 300e3), 'return').flare).not.toBeNull()
    expect(
      lineFor('suction', pressureAt('suction', 300e3), 'diesel').clamps.map((clamp) => clamp.name),
    ).toContain('Lined worm clamp')
  })
  it('ethanol takes classes away and limits others', () => {
    expect(names('carburettor', 30, 'petrolE85')).not.toContain('R7 hose')
    expect(lineFor('feed', 300e3, 'petrolE85').use.find((choice) => choice.name === 'R9 hose')).toMatchObject(
      { suits: 'limited' },
    )
  })
  it('a clamp is never offered over its pressure, and none on the high-pressure side', () => {
    expect(lineFor('feed', 600e3, 'petrolE10').clamps.map((clamp) => clamp.name)).not.toContain(
      'Lined worm clamp',
    )
    expect(lineFor('vent', 150e3, 'petrolE10').clamps.map((clamp) => clamp.name)).not.toContain(
      'Spring clamp',
    )
    expect(lineFor('highPressure', 20e6, 'diesel')).toMatchObject({
      clamps: [],
      use: [{ name: 'The maker’s steel pipe, new' }],
    })
  })
})

describe('ends', () => {
  it.each(SEATS)('%s: an end at low pressure, none on the high side or an aircraft', (seat) => {
    expect(flareFor(seat, 50e3, 'feed').flare).not.toBeNull()
    expect(flareFor(seat, 50e3, 'highPressure').flare).toBeNull()
    expect(flareFor(seat, 50e3, 'aircraft').flare).toBeNull()
  })
  it('an olive is refused over 100 kPa', () =>
    expect([flareFor('olive', 90e3, 'feed').flare, flareFor('olive', 300e3, 'feed').flare]).toEqual([
      'No flare: olive and nut',
      null,
    ]))
  it('copper is never offered', () => {
    for (const fuel of ['petrolE10', 'petrolE85', 'diesel'] as const)
      expect(
        tubesFor(fuel)
          .filter((tube) => tube.never)
          .map((tube) => tube.id),
      ).toEqual(['copper'])
  })
})
