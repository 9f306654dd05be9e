/** Files as loggers write them, all made up, and the memory that long signals may take. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  Extremes,
  RowReader,
  clockSeconds,
  fieldsOf,
  readField,
  shapeOf,
  timeSeconds,
  unitFrom,
  type LoggerShape,
} from '.'

const lines = (rows: string[]) => rows.join('\n')
const shape = (rows: string[]): LoggerShape => {
  const answer = shapeOf(lines(rows))
  if (!answer.ok) throw new Error(answer.error.kind)
  return answer.value
}
const course = (of: (k: number) => string) => Array.from({ length: 20 }, (_, k) => of(k))

describe('the shape of a logger file', () => {
  it.each([
    {
      name: 'commas and decimal points',
      rows: ['Time (s),Rail (kPa),Pump (A)', ...course((k) => `${(k / 10).toFixed(1)},${300 + k}.5,5.2`)],
      separator: ',',
      decimalComma: false,
      base: 's',
      units: ['s', 'kPa', 'A'],
    },
    {
      name: 'semicolons and decimal commas',
      rows: ['Zeit [s];Druck [bar];Strom [A]', ...course((k) => `${k},25;3,${k + 10};5,2`)],
      separator: ';',
      decimalComma: true,
      base: 's',
      units: ['s', 'bar', 'A'],
    },
    {
      name: 'tabs, milliseconds, a unit row',
      rows: ['time\trail\tvolts', 'ms\tkPa\tV', ...course((k) => `${k * 20}\t${310 - k}\t13.${k}`)],
      separator: '\t',
      decimalComma: false,
      base: 'ms',
      units: [null, 'kPa', 'V'],
    },
    {
      name: 'a preamble and a clock',
      rows: [
        'Logger 7',
        'Serial;none',
        '',
        'Clock;Rail;Note',
        ...course((k) => `14:03:${String(k).padStart(2, '0')},250;${300 + k},4;1`),
      ],
      separator: ';',
      decimalComma: true,
      base: 'clock',
      units: [null, null, null],
    },
    {
      name: 'dates',
      rows: [
        'timestamp|p_kPa|x',
        ...course((k) => `2026-11-25T14:03:${String(k).padStart(2, '0')}.5|${300 + k}|1`),
      ],
      separator: '|',
      decimalComma: false,
      base: 'date',
      units: [null, null, null],
    },
    {
      name: 'no header at all',
      rows: course((k) => `${k * 0.5};${300 - k}`),
      separator: ';',
      decimalComma: false,
      base: 's',
      units: [null, null],
    },
    {
      name: 'spaces',
      rows: ['t rail', ...course((k) => `${k}  ${300 + k}.25`)],
      separator: ' ',
      decimalComma: false,
      base: 's',
      units: [null, null],
    },
  ])('$name', ({ rows, separator, decimalComma, base, units }) => {
    const found = shape(rows)
    expect(found).toMatchObject({ separator, decimalComma, timeColumn: 0, timeBase: base })
    expect(found.columns.map((column) => column.unit)).toEqual(units)
    expect(found.preview[0]).toHaveLength(units.length)
  })
  it('no column that rises: rows are counted', () => {
    expect(shape(['rail;pump', ...course((k) => `${300 + (k % 3)};${5 + (k % 2)}`)])).toMatchObject({
      timeColumn: null,
      timeBase: 'rows',
    })
  })
  it.each([
    ['', 'empty'],
    ['\n\n', 'empty'],
    ['a\u0000b', 'binary'],
    ['one\ntwo\nthree', 'no-columns'],
    ['a;b\nc;d\ne;f', 'no-numbers'],
  ] as const)('%j is refused: %s', (text, kind) =>
    expect(shapeOf(text)).toMatchObject({ ok: false, error: { kind } }),
  )
})

describe('fields', () => {
  it.each([
    ['1,5', true, 1.5],
    ['1.234,5', true, 1234.5],
    ['1,234.5', false, 1234.5],
    ['-3e2', false, -300],
    ['', false, null],
    ['n/a', false, null],
    ['12,5', false, null],
    ['.5', false, 0.5],
  ] as const)('%j with decimal comma %s: %s', (text, comma, value) =>
    expect(readField(text, comma)).toBe(value),
  )
  it('numbers come back as they were written, either way', () => {
    fc.assert(
      fc.property(fc.double({ min: -1e6, max: 1e6, noNaN: true }), fc.boolean(), (value, comma) => {
        const text = value.toFixed(4)
        expect(readField(comma ? text.replace('.', ',') : text, comma)).toBeCloseTo(value, 3)
      }),
      { seed: 4, numRuns: 100 },
    )
  })
  it('quotes hold a separator together', () =>
    expect(fieldsOf('1,"a, b",3', ',')).toEqual(['1', 'a, b', '3']))
  it('clocks and dates', () => {
    expect(clockSeconds('1:02:03.5')).toBeCloseTo(3723.5, 9)
    expect(clockSeconds('02:03')).toBe(123)
    expect(clockSeconds('25.11.2026 14:03:09')).toBe(clockSeconds('2026-11-25T14:03:09Z'))
    expect(clockSeconds('25 bar')).toBeNull()
    expect(timeSeconds('1500', 'ms', false)).toBe(1.5)
    expect(timeSeconds('2,5', 'min', true)).toBe(150)
  })
  it('units as loggers spell them', () =>
    expect(['Volts', 'amps', 'Ω', 'KPA', 'lph', 'furlong'].map(unitFrom)).toEqual([
      'V',
      'A',
      'ohm',
      'kPa',
      'L/h',
      null,
    ]))
})

describe('rows', () => {
  const found = shape(['Time (s);Rail (kPa)', ...course((k) => `${k};${300 + k}`)])
  const reader = () => new RowReader(found, [{ column: 1, channel: 'rail', unit: 'kPa' }])
  it('a bad row is counted by its line and its reason, and the next one is read', () => {
    const rows = reader()
    const read = [['5', '300'], ['6', 'abc'], ['x', '300'], ['4', '300'], ['7'], ['8', ''], ['9', '310']].map(
      (fields, k) => rows.read(fields, k + 2),
    )
    expect(rows.problems.map(({ line, problem }) => [line, problem])).toEqual([
      [3, 'value'],
      [4, 'time'],
      [5, 'time-runs-back'],
      [6, 'columns'],
    ])
    expect(read.filter(Boolean).map((row) => row!.seconds)).toEqual([0, 3, 4])
    expect(read[5]!.values[0]).toBeNaN()
    expect(read[6]!.values[0]).toBe(310e3)
  })
  it('a clock goes on past midnight', () => {
    const night = new RowReader({ ...found, timeBase: 'clock' }, [
      { column: 1, channel: 'rail', unit: 'kPa' },
    ])
    expect(
      ['23:59:58', '23:59:59', '00:00:01'].map((clock, k) => night.read([clock, '300'], k)!.seconds),
    ).toEqual([0, 1, 3])
  })
  it('without a time rows count at the given rate', () => {
    const rows = new RowReader(
      { ...found, timeColumn: null, timeBase: 'rows' },
      [{ column: 1, channel: 'rail', unit: 'kPa' }],
      50,
    )
    expect([0, 1, 2].map((k) => rows.read(['', String(k)], k)!.seconds)).toEqual([0, 0.02, 0.04])
  })
})

describe('a long signal', () => {
  it('keeps the least and the most of any stretch, in bounded memory', () => {
    fc.assert(
      fc.property(fc.integer({ min: 10, max: 20_000 }), fc.integer({ min: 1, max: 9 }), (count, seed) => {
        const kept = new Extremes(256)
        let low = Infinity
        let high = -Infinity
        for (let k = 0; k < count; k += 1) {
          const value = Math.sin(k * seed * 0.37) * (1 + (k % 97 === 0 ? 5 : 0))
          low = Math.min(low, value)
          high = Math.max(high, value)
          kept.add(k * 0.01, value)
        }
        const { seconds, values } = kept.series()
        expect(kept.count).toBe(count)
        expect(values.length).toBeLessThanOrEqual(512)
        expect([Math.min(...values), Math.max(...values)]).toEqual([low, high])
        seconds.forEach((at, k) => k > 0 && expect(at).toBeGreaterThanOrEqual(seconds[k - 1]!))
      }),
      { seed: 3, numRuns: 40 },
    )
  })
  it('a gap stays a gap', () => {
    const kept = new Extremes(64)
    for (let k = 0; k < 1000; k += 1) kept.add(k * 0.01, k > 400 && k < 600 ? NaN : 1)
    expect(kept.series().values.some(Number.isNaN)).toBe(true)
  })
})
