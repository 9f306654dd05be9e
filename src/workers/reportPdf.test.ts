/** A report as PDF: every word of it can be marked, in any of our scripts; it has pages with their numbers, faces and structure. */
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { beforeAll, describe, expect, it } from 'vitest'
import type { Report } from '@/core/report'
import { ensureFonts } from '../../scripts/fonts.mjs'
import { FONT_NAMES, pdfOf, type Fonts } from './reportPdf'

let fonts: Fonts
beforeAll(async () => {
  await ensureFonts()
  fonts = Object.fromEntries(
    FONT_NAMES.map((name) => {
      const { buffer, byteOffset, length } = readFileSync(join('public', 'report', `${name}.ttf`))
      return [name, buffer.slice(byteOffset, byteOffset + length)]
    }),
  ) as Fonts
}, 120_000)

const report = (change: Partial<Report> = {}): Report => ({
  title: 'Unit 04, Larch 9',
  under: 'Made by the municipal garage',
  sections: [
    {
      title: 'Measured before and after',
      blocks: [
        {
          kind: 'compared',
          rows: [
            {
              name: 'Rail, idle',
              unit: 'kPa',
              before: 250,
              after: 345,
              sound: { low: 330, high: 360 },
              says: { before: '250 kPa', after: '345 kPa', sound: '330 to 360 kPa' },
            },
          ],
        },
      ],
    },
  ],
  foot: 'The maker’s data govern.',
  ...change,
})

/** The smallest JPEG: one grey dot. */
const DOT =
  '/9j/4AAQSkZJRgABAQEASABIAAD/2wBDAAMCAgICAgMCAgIDAwMDBAYEBAQEBAgGBgUGCQgKCgkICQkKDA8MCgsOCwkJDRENDg8QEBEQCgwSExIQEw8QEBD/yQALCAABAAEBAREA/8wABgAQEAX/2gAIAQEAAD8A0s8g/9k='
const figures = (): Report =>
  report({
    sections: [
      {
        title: 'Captures',
        blocks: [
          {
            kind: 'chart',
            chart: {
              title: 'Rail pressure',
              across: { label: 'Time', unit: 's' },
              up: { label: 'Rail', unit: 'kPa' },
              lines: [{ across: [0, 1, 2], up: [300, null, 340] }],
              band: { low: 330, high: null },
              says: 'It falls.',
            },
          },
          {
            kind: 'chart',
            chart: {
              title: 'Rear line',
              across: { label: '', unit: '' },
              up: { label: '', unit: '' },
              lines: [{ across: [0, 1, 2], up: [0, 1, 0] }],
              band: null,
              path: true,
              says: 'As measured.',
            },
          },
          {
            kind: 'pictures',
            pictures: [
              {
                caption: 'Plug under the seat',
                jpeg: DOT,
                width: 400,
                height: 300,
                arrows: [{ x1: 0.1, y1: 0.1, x2: 0.5, y2: 0.5 }],
              },
            ],
          },
        ],
      },
    ],
  })

/** Text that a reader would mark, page by page: codes of the drawn letters through each face's own table. */
function textOf(pdf: Uint8Array): string[] {
  const raw = Buffer.from(pdf).toString('latin1')
  const object = (id: string) =>
    raw.slice(raw.indexOf(`\n${id} 0 obj`), raw.indexOf('endobj', raw.indexOf(`\n${id} 0 obj`)))
  const letters = (hex: string) =>
    String.fromCharCode(...(hex.match(/.{4}/g) ?? []).map((code) => Number.parseInt(code, 16)))
  const tables = new Map<string, string[]>()
  const tableOf = (fontId: string): string[] => {
    if (!tables.has(fontId)) {
      const cmap = object(/ToUnicode (\d+)/.exec(object(fontId))![1]!)
      const lists = [...cmap.matchAll(/<[0-9a-f]+> <[0-9a-f]+> \[([^\]]*)\]/g)].map(([, list]) => list!)
      tables.set(
        fontId,
        [...lists.join(' ').matchAll(/<([0-9a-f ]*)>/g)].map(([, hex]) => letters(hex!.replaceAll(' ', ''))),
      )
    }
    return tables.get(fontId)!
  }
  const pages = [...raw.matchAll(/\n(\d+) 0 obj\n<<\n\/Type \/Page\n/g)].map(([, id]) => object(id!))
  return pages.map((page) => {
    const named = new Map(
      [...object(/Resources (\d+)/.exec(page)![1]!).matchAll(/\/(F\d+) (\d+) 0 R/g)].map(([, name, id]) => [
        name!,
        id!,
      ]),
    )
    let table: string[] = []
    let text = ''
    for (const [, font, drawn] of object(/Contents (\d+)/.exec(page)![1]!).matchAll(
      /\/(F\d+) [\d.]+ Tf|\[([^\]]*)\] TJ/g,
    )) {
      if (font) table = tableOf(named.get(font)!)
      else {
        const codes = [...drawn!.matchAll(/<([0-9a-f]*)>/g)].flatMap(([, hex]) => hex!.match(/.{4}/g) ?? [])
        text += `${codes.map((code) => table[Number.parseInt(code, 16)] ?? '\uFFFD').join('')} `
      }
    }
    return text
  })
}
const made = async (change: Partial<Report> = {}) => pdfOf(report(change), fonts, 1_790_000_000_000, false)

describe('a report as PDF', () => {
  it('every word of it can be marked; the page has its number; faces and structure are in the file', async () => {
    const pdf = await made()
    const [page] = textOf(pdf)
    for (const words of [
      'Unit 04, Larch 9',
      'Measured before and after',
      '250 kPa',
      '330 to 360 kPa',
      'The maker’s data govern.',
      'page 1 of 1',
    ])
      expect(page).toContain(words)
    const raw = Buffer.from(pdf).toString('latin1')
    expect(raw).toMatch(/\/FontFile2/)
    expect(raw).toMatch(/\/StructTreeRoot/)
    expect(raw).toMatch(/\/Lang \(en\)/)
    expect(raw).not.toMatch(/\/BaseFont \/Helvetica/)
  })
  it('names in other scripts are drawn by their own face, and what no face has is a mark in its place', async () => {
    const [page] = textOf(await made({ under: 'Jørn Łukasz Ωμέγα Насос ≥ 5 \u{1F600} 泵' }))
    for (const words of ['Jørn', 'ukasz', 'Ωμέγα', 'Насос', '>= 5']) expect(page).toContain(words)
    expect(page).toContain('?')
    expect(page).not.toContain('\uFFFD')
  })
  it('a long one has as many pages as it needs, each with its number, and no line is lost', async () => {
    const rows = Array.from({ length: 120 }, (_, k) => [`10:${k}`, `Reading ${k} of a long day`, 'seen'])
    const pages = textOf(
      await made({
        sections: [
          { title: 'All that was read', blocks: [{ kind: 'table', head: ['Time', 'What', 'How'], rows }] },
        ],
      }),
    )
    expect(pages.length).toBeGreaterThan(2)
    pages.forEach((page, at) => expect(page).toContain(`page ${at + 1} of ${pages.length}`))
    const all = pages.join(' ')
    for (let k = 0; k < 120; k += 1) expect(all).toContain(`Reading ${k} of a long day`)
  })
  it('captures, lines and photos are drawn, named in words and spoken of to who cannot see them', async () => {
    const { sections } = figures()
    const pdf = await made({ sections })
    const all = textOf(pdf).join(' ')
    for (const words of ['Rail, kPa', 'Time, s', 'It falls.', 'first end', 'Plug under the seat'])
      expect(all).toContain(words)
    const raw = Buffer.from(pdf).toString('latin1')
    expect(raw.match(/\/S \/Figure/g)).toHaveLength(3)
    expect(raw).toMatch(/\/Alt \(Rail pressure\. It falls\.\)/)
    expect(raw).toMatch(/\/Subtype \/Image/)
  })
  it('what was typed stays text: control signs, endless words, a cell longer than a page', async () => {
    const typed = `(\\)<>[] ${'x'.repeat(4000)} \u0000\u0007 ) Tj ET`
    const pdf = await made({
      title: typed,
      sections: [
        {
          title: typed,
          blocks: [
            { kind: 'table', head: ['a', 'b'], rows: [[typed.repeat(3), typed]] },
            { kind: 'list', items: [typed] },
            { kind: 'sign', lines: [typed] },
          ],
        },
      ],
    })
    const all = textOf(pdf).join(' ')
    expect((all.match(/x/g) ?? []).length).toBeGreaterThan(7 * 4000)
    expect(Buffer.from(pdf.slice(0, 5)).toString()).toBe('%PDF-')
  })
})
