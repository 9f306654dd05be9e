/** A report as data, and as files: Markdown, or HTML in one file. What anybody typed is text in both, never markup. */

import { chartSvg, escaped, type Chart } from './chart'

/** One reading before and after, beside what is sound; figures in one unit. */
export interface Compared {
  name: string
  unit: string
  before: number | null
  after: number | null
  sound: { low: number; high: number } | null
  /** As they are said, with their digits. */
  says: { before: string; after: string; sound: string }
}
export type Block =
  | { kind: 'text'; lines: string[] }
  | { kind: 'list'; items: string[] }
  | { kind: 'table'; head: string[]; rows: string[][] }
  | { kind: 'compared'; rows: Compared[] }
  | { kind: 'chart'; chart: Chart }
  | { kind: 'pictures'; pictures: Picture[] }
  /** Lines for a hand: what is to be written there, and by whom. */
  | { kind: 'sign'; lines: string[] }
/** A photo of one's own as a JPEG, base64. */
export interface Picture {
  caption: string
  jpeg: string
  /** Sides, px. */
  width: number
  height: number
  /** What points at something, as shares of its sides. */
  arrows: { x1: number; y1: number; x2: number; y2: number }[]
}
export interface Report {
  title: string
  under: string
  sections: { title: string; blocks: Block[] }[]
  /** What it is not, and who governs. */
  foot: string
}

export const COMPARED_HEAD = ['Reading', 'Before', 'After', 'Sound']
export const comparedRows = (rows: readonly Compared[]): string[][] =>
  rows.map(({ name, says }) => [name, says.before, says.after, says.sound])

/** Marks of Markdown are letters like any other in what a person typed. */
const plain = (text: string): string =>
  text
    .replace(/[\\`*_{}[\]()#+|<>~!]/g, (mark) => `\\${mark}`)
    .replace(/\s*\r?\n\s*/g, ' ')
    // A line that begins like a list or a number would become one.
    .replace(/^(\s*)([-=]|\d+\.)/, '$1\\$2')

const tableText = (head: readonly string[], rows: readonly (readonly string[])[]): string =>
  [head, head.map(() => '---'), ...rows]
    .map((row, at) => `| ${row.map((cell) => (at === 1 ? cell : plain(cell))).join(' | ')} |`)
    .join('\n')

function blockText(block: Block): string {
  switch (block.kind) {
    case 'text':
      return block.lines.map(plain).join('\n\n')
    case 'list':
      return block.items.map((item) => `- ${plain(item)}`).join('\n')
    case 'table':
      return tableText(block.head, block.rows)
    case 'compared':
      return tableText(COMPARED_HEAD, comparedRows(block.rows))
    case 'chart':
      return plain(`${block.chart.title}. ${block.chart.says}`)
    case 'pictures':
      return block.pictures.map(({ caption }) => `Photo: ${plain(caption)}`).join('\n\n')
    case 'sign':
      return block.lines.map((line) => `${plain(line)}: ________________________`).join('\n\n')
  }
}

export const markdownOf = ({ title, under, sections, foot }: Report): string =>
  [
    `# ${plain(title)}`,
    plain(under),
    ...sections.flatMap((section) => [`## ${plain(section.title)}`, ...section.blocks.map(blockText)]),
    '---',
    plain(foot),
  ].join('\n\n') + '\n'

const cells = (tag: 'th' | 'td', row: readonly string[]) =>
  row.map((cell) => `<${tag}>${escaped(cell)}</${tag}>`).join('')
const table = (head: readonly string[], rows: readonly (readonly string[])[]): string =>
  `<table><thead><tr>${cells('th', head)}</tr></thead><tbody>${rows.map((row) => `<tr>${cells('td', row)}</tr>`).join('')}</tbody></table>`

const WIDE = 260
const HIGH = 34
/** A band with what was read before (open) and after (full); every axis begins at nothing. */
function bars({ name, before, after, sound, says }: Compared): string {
  const figures = [before, after, sound?.low, sound?.high].filter(
    (one): one is number => typeof one === 'number',
  )
  const [low, high] = [Math.min(0, ...figures), Math.max(1e-9, ...figures)]
  const x = (value: number) => (8 + ((value - low) / (high - low)) * (WIDE - 16)).toFixed(1)
  const band = sound
    ? `<rect x="${x(sound.low)}" y="6" width="${(Number(x(sound.high)) - Number(x(sound.low))).toFixed(1)}" height="22" fill="#c9d2cf"/>`
    : ''
  const mark = (value: number | null, fill: string) =>
    value === null
      ? ''
      : `<circle cx="${x(value)}" cy="17" r="6" fill="${fill}" stroke="#0d1b1e" stroke-width="2"/>`
  const label = escaped(`${name}: before ${says.before}, after ${says.after}, sound ${says.sound}`)
  return `<svg width="${WIDE}" height="${HIGH}" viewBox="0 0 ${WIDE} ${HIGH}" role="img" aria-label="${label}">${band}<line x1="8" x2="${WIDE - 8}" y1="30" y2="30" stroke="#0d1b1e"/>${mark(before, '#fff')}${mark(after, '#0d1b1e')}</svg>`
}

/** A photo with its arrows over it. What is no base64 is not put there. */
function pictureHtml({ caption, jpeg, width, height, arrows }: Picture): string {
  if (!/^[A-Za-z0-9+/=]*$/.test(jpeg)) return ''
  const weight = Math.max(2, width / 160)
  const lines = arrows
    .map(
      ({ x1, y1, x2, y2 }) =>
        `<line x1="${x1 * width}" y1="${y1 * height}" x2="${x2 * width}" y2="${y2 * height}" stroke="#fff" stroke-width="${2 * weight}"/><line x1="${x1 * width}" y1="${y1 * height}" x2="${x2 * width}" y2="${y2 * height}" stroke="#0d1b1e" stroke-width="${weight}"/><circle cx="${x2 * width}" cy="${y2 * height}" r="${2.5 * weight}" fill="#0d1b1e" stroke="#fff" stroke-width="${weight / 2}"/>`,
    )
    .join('')
  return `<figure><svg viewBox="0 0 ${width} ${height}" role="img" aria-label="${escaped(caption)}"><image href="data:image/jpeg;base64,${jpeg}" width="${width}" height="${height}"/>${lines}</svg><figcaption>${escaped(caption)}</figcaption></figure>`
}

function blockHtml(block: Block): string {
  switch (block.kind) {
    case 'text':
      return block.lines.map((line) => `<p>${escaped(line)}</p>`).join('')
    case 'list':
      return `<ul>${block.items.map((item) => `<li>${escaped(item)}</li>`).join('')}</ul>`
    case 'table':
      return table(block.head, block.rows)
    case 'compared':
      return `<table><thead><tr>${cells('th', [...COMPARED_HEAD, ''])}</tr></thead><tbody>${block.rows
        .map((row) => `<tr>${cells('td', comparedRows([row])[0]!)}<td>${bars(row)}</td></tr>`)
        .join('')}</tbody></table>`
    case 'chart':
      return `<figure>${chartSvg(block.chart)}<figcaption>${escaped(`${block.chart.title}. ${block.chart.says}`)}</figcaption></figure>`
    case 'pictures':
      return block.pictures.map(pictureHtml).join('')
    case 'sign':
      return block.lines.map((line) => `<p class="sign">${escaped(line)}</p>`).join('')
  }
}

const STYLE =
  'body{font:16px/1.45 Georgia,serif;color:#0d1b1e;background:#fff;max-width:760px;margin:32px auto;padding:0 20px}h1{font-size:28px;margin:0}h2{font-size:19px;border-top:2px solid #0d1b1e;padding-top:8px;margin:28px 0 8px}table{border-collapse:collapse;width:100%}th,td{text-align:left;padding:4px 10px 4px 0;border-bottom:1px solid #bfcac6;vertical-align:middle}.under,footer{color:#34474a}.sign{border-bottom:1px solid #0d1b1e;padding:28px 0 2px}figure{margin:14px 0;break-inside:avoid}figure svg{max-width:100%;max-height:520px;height:auto}figcaption{color:#34474a}@media print{body{margin:0}h2{break-after:avoid}tr{break-inside:avoid}}'

/** One file that needs nothing else: no script, no network. */
export const htmlOf = ({ title, under, sections, foot }: Report): string =>
  `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><meta http-equiv="Content-Security-Policy" content="default-src 'none'; style-src 'unsafe-inline'; img-src data:"><title>${escaped(title)}</title><style>${STYLE}</style></head><body><h1>${escaped(title)}</h1><p class="under">${escaped(under)}</p>${sections
    .map(
      (section) =>
        `<section><h2>${escaped(section.title)}</h2>${section.blocks.map(blockHtml).join('')}</section>`,
    )
    .join('')}<footer><p>${escaped(foot)}</p></footer></body></html>\n`
