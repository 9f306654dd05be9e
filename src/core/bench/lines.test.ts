import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LineReader, errorOf, writeHead, writeLine, writeMark, type InstrumentHead, type LineSample } from '.'
import { fromSi } from '../shared'

const HEAD: InstrumentHead = {
  name: 'Gauge trolley',
  standIn: true,
  channels: [
    { id: 'rail', quantity: 'pressure', unit: 'kPa', accuracy: { relative: 0.005, absolute: 2 } },
    { id: 'pump', quantity: 'current', unit: 'A', accuracy: { relative: 0.02, absolute: 0.1 } },
  ],
}
const unitOf = (channel: string) => HEAD.channels.find((entry) => entry.id === channel)!.unit
const written = (samples: LineSample[]) =>
  writeHead(HEAD) + samples.map((sample) => writeLine(sample, unitOf(sample.channel))).join('')
const read = (text: string) => {
  const reader = new LineReader()
  return { reader, samples: [...reader.push(text), ...reader.end()] }
}

describe('instrument lines', () => {
  it('come back as they were written, however the stream is cut', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            channel: fc.constantFrom('rail', 'pump'),
            value: fc.oneof(fc.double({ min: -1e5, max: 9e5, noNaN: true }), fc.constant(NaN)),
          }),
          { maxLength: 60 },
        ),
        fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 1, maxLength: 8 }),
        (values, cuts) => {
          const samples = values.map((entry, k): LineSample => ({ seconds: k / 100, ...entry }))
          const text = written(samples)
          const reader = new LineReader()
          const got: LineSample[] = []
          for (let at = 0, k = 0; at < text.length; k += 1) {
            const length = cuts[k % cuts.length]!
            got.push(...reader.push(text.slice(at, at + length)))
            at += length
          }
          got.push(...reader.end())
          expect(reader.badCount).toBe(0)
          expect(reader.head).toEqual(HEAD)
          expect(got.map(({ seconds, channel }) => [seconds, channel])).toEqual(
            samples.map(({ seconds, channel }) => [seconds, channel]),
          )
          got.forEach((sample, k) =>
            Number.isNaN(samples[k]!.value)
              ? expect(sample.value).toBeNaN()
              : expect(Math.abs(sample.value - samples[k]!.value)).toBeLessThanOrEqual(
                  1e-6 * Math.max(1, Math.abs(samples[k]!.value)),
                ),
          )
        },
      ),
      { seed: 9, numRuns: 60 },
    )
  })
  it('take any unit of the channel’s kind', () => {
    const { samples } = read(`${writeHead(HEAD)}1 rail 3.1 bar\n2 rail 45 psi\n`)
    expect(samples.map((sample) => Math.round(fromSi(sample.value, 'kPa')))).toEqual([310, 310])
  })
  it.each([
    ['1 rail 300 kPa\n', 'not-a-header', 1],
    ['# stop-start lines 2\n', 'other-version', 1],
    [`${writeHead(HEAD)}1 tank 3 kPa\n`, 'unknown-channel', 6],
    [`${writeHead(HEAD)}x rail 3 kPa\n`, 'no-time', 6],
    [`${writeHead(HEAD)}2 rail 3 kPa\n1 rail 3 kPa\n`, 'time-runs-back', 7],
    [`${writeHead(HEAD)}1 rail abc kPa\n`, 'no-value', 6],
    [`${writeHead(HEAD)}1 rail 3 furlong\n`, 'unknown-unit', 6],
    [`${writeHead(HEAD)}1 rail 3 V\n`, 'other-kind', 6],
    [`${writeHead(HEAD)}${'9'.repeat(500)}\n`, 'too-long', 6],
  ] as const)('%j: %s at line %i, and the rest is read', (text, problem, line) => {
    const { reader, samples } = read(`${text}9 rail 300 kPa\n`)
    expect(reader.bad[0]).toMatchObject({ problem, line })
    if (text.startsWith(writeHead(HEAD))) expect(samples.at(-1)!.seconds).toBe(9)
  })
  it('a plus or minus is taken for a rectangle', () => {
    expect(errorOf(HEAD.channels[0]!).absolute).toBeCloseTo(2e3 / Math.sqrt(3), 6)
    expect(errorOf(HEAD.channels[0]!).relative).toBeCloseTo(0.005 / Math.sqrt(3), 9)
  })
})

describe('marks and degrees', () => {
  it('a mark is read where it stands, and a temperature has its zero while its accuracy has none', () => {
    const reader = new LineReader()
    const head = {
      name: 'Thermometer',
      standIn: false,
      channels: [
        {
          id: 'fuel',
          quantity: 'temperature' as const,
          unit: '°C' as const,
          accuracy: { relative: 0, absolute: 3 },
        },
      ],
    }
    const samples = reader.push(
      writeHead(head) +
        writeMark({ seconds: 2.5, word: 'begin' }) +
        writeLine({ seconds: 3, channel: 'fuel', value: 294.15 }, '°C'),
    )
    expect(reader.marks).toEqual([{ seconds: 2.5, word: 'begin' }])
    expect(samples[0]!.value).toBeCloseTo(294.15, 6)
    expect(errorOf(reader.head.channels[0]!).absolute).toBeCloseTo(3 / Math.sqrt(3), 9)
    expect(reader.bad).toEqual([])
  })
})
