/** A report as files: all of it is there, and what was typed stays text. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { htmlOf, markdownOf, type Report } from '.'

const report = (typed: string): Report => ({
  title: `Unit 04 ${typed}`,
  under: typed,
  sections: [
    {
      title: 'What was done',
      blocks: [
        { kind: 'text', lines: [typed] },
        { kind: 'list', items: [typed, 'second'] },
        { kind: 'table', head: ['Time', 'What'], rows: [['10:15', typed]] },
        {
          kind: 'compared',
          rows: [
            {
              name: typed,
              unit: 'kPa',
              before: 250,
              after: 345,
              sound: { low: 330, high: 360 },
              says: { before: '250 kPa', after: '345 kPa', sound: '330 to 360 kPa' },
            },
          ],
        },
        {
          kind: 'chart',
          chart: {
            title: typed,
            across: { label: typed, unit: 's' },
            up: { label: typed, unit: 'kPa' },
            lines: [{ across: [0, 1], up: [1, 2] }],
            band: null,
            says: typed,
          },
        },
        {
          kind: 'pictures',
          pictures: [
            {
              caption: typed,
              jpeg: '/9j/4AAQ',
              width: 40,
              height: 30,
              arrows: [{ x1: 0, y1: 0, x2: 0.5, y2: 0.5 }],
            },
          ],
        },
        { kind: 'sign', lines: [typed] },
      ],
    },
  ],
  foot: typed,
})
const HOSTILE = [
  '<script>alert(1)</script>',
  '"><img src=x onerror=alert(1)>',
  '[here](javascript:alert(1))',
  '![x](http://elsewhere/x.png)',
  '| a | b |\n|---|---|',
  '# heading\n- list\n1. first',
  '`code` **bold** _low_ ~~gone~~',
  "' onmouseover='alert(1)",
  '&lt;b&gt;',
]

describe('HTML in one file', () => {
  it.each(HOSTILE)('%s stays text', (typed) => {
    const html = htmlOf(report(typed))
    // Only our own tags, and no attribute but ours.
    const tags = new Set([...html.matchAll(/<\/?([a-z0-9]+)/gi)].map(([, tag]) => tag!.toLowerCase()))
    expect([...tags].filter((tag) => ['script', 'img', 'b', 'iframe'].includes(tag))).toEqual([])
    expect(html.replace(/"[^"]*"/g, '""')).not.toMatch(/<[^>]*\son[a-z]+\s*=/i)
    expect(html).toContain("default-src 'none'")
  })
  it('any text at all leaves the tags as they are', () => {
    const bare = htmlOf(report(''))
      .replace(/>[^<]*</g, '><')
      .replace(/aria-label="[^"]*"/g, '')
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 40 }), (typed) => {
        const html = htmlOf(report(typed))
          .replace(/>[^<]*</g, '><')
          .replace(/aria-label="[^"]*"/g, '')
        expect(html).toBe(bare)
      }),
      { seed: 3, numRuns: 200 },
    )
  })
  it('draws what was read on its band, within its room', () => {
    const bar = /<svg width="260".*?<\/svg>/.exec(htmlOf(report('')))![0]
    const at = [...bar.matchAll(/cx="([\d.]+)"/g)].map(([, x]) => Number(x))
    expect(at).toHaveLength(2)
    expect(at[0]!).toBeLessThan(at[1]!)
    for (const x of at) expect(x > 0 && x < 260).toBe(true)
  })
})

describe('a photo', () => {
  const picture = { caption: 'Plug', jpeg: '/9j/4AAQ', width: 40, height: 30, arrows: [] }
  const html = (jpeg: string) =>
    htmlOf({
      ...report(''),
      sections: [{ title: 'Photos', blocks: [{ kind: 'pictures', pictures: [{ ...picture, jpeg }] }] }],
    })
  it('goes with the page, and only as what it is', () => {
    expect(html('/9j/4AAQ')).toContain('data:image/jpeg;base64,/9j/4AAQ')
    expect(html('"/><script>x</script>')).not.toContain('script>')
  })
})

describe('Markdown', () => {
  it.each(HOSTILE)('%s stays text', (typed) => {
    const text = markdownOf(report(typed))
    expect(text).not.toMatch(/(^|[^\\])<[a-z/!]/i)
    expect(text).not.toMatch(/[^\\]\]\((?!\\)/)
    // The table has as many rows as it was given, and the headings are ours alone.
    expect(text.match(/^#+ /gm)).toHaveLength(2)
    expect(text.match(/^\| /gm)).toHaveLength(6)
  })
  it('holds everything in order', () => {
    const text = markdownOf(report('typed'))
    const places = ['# Unit 04', '## What was done', '- second', '10:15', '330 to 360 kPa', '________'].map(
      (part) => text.indexOf(part),
    )
    expect(places.every((place) => place >= 0)).toBe(true)
    expect([...places].sort((one, other) => one - other)).toEqual(places)
  })
})
