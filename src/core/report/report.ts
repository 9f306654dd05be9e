/** A report as data, and as files: Markdown, or HTML in one file. What anybody typed is text in both, never markup. */

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
  /** Lines for a hand: what is to be written there, and by whom. */
  | { kind: 'sign'; lines: string[] }
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

const MARKS: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' }
const escaped = (text: string): string => text.replace(/[&<>"']/g, (mark) => MARKS[mark]!)

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
    case 'sign':
      return block.lines.map((line) => `<p class="sign">${escaped(line)}</p>`).join('')
  }
}

const STYLE =
  'body{font:16px/1.45 Georgia,serif;color:#0d1b1e;background:#fff;max-width:760px;margin:32px auto;padding:0 20px}h1{font-size:28px;margin:0}h2{font-size:19px;border-top:2px solid #0d1b1e;padding-top:8px;margin:28px 0 8px}table{border-collapse:collapse;width:100%}th,td{text-align:left;padding:4px 10px 4px 0;border-bottom:1px solid #bfcac6;vertical-align:middle}.under,footer{color:#34474a}.sign{border-bottom:1px solid #0d1b1e;padding:28px 0 2px}@media print{body{margin:0}h2{break-after:avoid}tr{break-inside:avoid}}'

/** One file that needs nothing else: no script, no network. */
export const htmlOf = ({ title, under, sections, foot }: Report): string =>
  `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><meta http-equiv="Content-Security-Policy" content="default-src 'none'; style-src 'unsafe-inline'"><title>${escaped(title)}</title><style>${STYLE}</style></head><body><h1>${escaped(title)}</h1><p class="under">${escaped(under)}</p>${sections
    .map(
      (section) =>
        `<section><h2>${escaped(section.title)}</h2>${section.blocks.map(blockHtml).join('')}</section>`,
    )
    .join('')}<footer><p>${escaped(foot)}</p></footer></body></html>\n`
