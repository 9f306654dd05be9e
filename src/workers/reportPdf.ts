/**
 * A report as PDF: A4, our own faces, text that can be marked and read aloud, page x of n. Lines are broken and
 * drawn here, since a line may need several files of one face: Latin, Greek, Cyrillic.
 */
import PDFDocument from 'pdfkit'
import {
  COMPARED_HEAD,
  DASH,
  comparedRows,
  drawingOf,
  type Block,
  type Chart,
  type Compared,
  type Picture,
  type Report,
} from '@/core/report'

export const FACES = ['book', 'hand', 'strong'] as const
export const SCRIPTS = ['latin', 'latin-ext', 'greek', 'cyrillic'] as const
type Face = (typeof FACES)[number]
type Script = (typeof SCRIPTS)[number]
/** The files of the faces, each by `face-script`. */
export type Fonts = Record<`${Face}-${Script}`, ArrayBuffer>
export const FONT_NAMES = FACES.flatMap((face) => SCRIPTS.map((script) => `${face}-${script}` as const))

type Doc = PDFKit.PDFDocument
const PAGE = { width: 595.28, height: 841.89, left: 56, right: 56, top: 60, bottom: 64 }
const WIDTH = PAGE.width - PAGE.left - PAGE.right
const INK = '#0d1b1e'
const SECOND = '#34474a'
const BAND = '#c9d2cf'

interface Style {
  face: Face
  size: number
  lead: number
  ink?: string
}
const TITLE: Style = { face: 'book', size: 20, lead: 25 }
const HEADING: Style = { face: 'book', size: 13, lead: 18 }
const TEXT: Style = { face: 'hand', size: 11, lead: 15 }
const STRONG: Style = { face: 'strong', size: 11, lead: 15 }
const SMALL: Style = { face: 'hand', size: 9, lead: 12, ink: SECOND }

/** Letters that none of our files has, as what stands for them; anything else that is missing is a box. */
const STANDS_FOR: Record<string, string> = { '≥': '>=', '≤': '<=', '\t': ' ', '→': '–', '·': '·' }
function scriptOf(code: number): Script | null {
  if ((code >= 0x20 && code <= 0x7e) || (code >= 0xa0 && code <= 0xff)) return 'latin'
  if (code === 0x131 || code === 0x152 || code === 0x153) return 'latin'
  if ((code >= 0x2009 && code <= 0x2026) || [0x20ac, 0x2122, 0x2212].includes(code)) return 'latin'
  if ((code >= 0x100 && code <= 0x24f) || (code >= 0x1e00 && code <= 0x1e9f)) return 'latin-ext'
  if (code >= 0x384 && code <= 0x3ff) return 'greek'
  return code >= 0x400 && code <= 0x45f ? 'cyrillic' : null
}
const MISSING = '?'

interface Run {
  script: Script
  text: string
}
/** A word as pieces that each one file has. */
function runsOf(word: string): Run[] {
  const runs: Run[] = []
  for (const letter of word) {
    for (const one of STANDS_FOR[letter] ?? letter) {
      const script = scriptOf(one.codePointAt(0)!)
      const last = runs.at(-1)
      const text = script ? one : MISSING
      if (last && last.script === (script ?? 'latin')) last.text += text
      else runs.push({ script: script ?? 'latin', text })
    }
  }
  return runs
}

/** What may not stand in a word: line ends are spaces, other control signs nothing. */
const cleaned = (text: string): string =>
  text
    .replace(/\s+/g, ' ')
    .replace(/\p{Cc}|\p{Cs}/gu, '')
    .trim()

class Sheet {
  private y = PAGE.top
  constructor(
    private readonly doc: Doc,
    private readonly fonts: Fonts,
  ) {
    for (const name of FONT_NAMES) doc.registerFont(name, fonts[name] as unknown as string)
  }

  private use({ face, size }: Style, script: Script): Doc {
    return this.doc.font(`${face}-${script}`).fontSize(size)
  }
  private widthOf(word: string, style: Style): number {
    return runsOf(word).reduce(
      (sum, { script, text }) => sum + this.use(style, script).widthOfString(text),
      0,
    )
  }

  /** Lines of a text in a width; a word that is longer than a line is cut. */
  lines(text: string, style: Style, width: number): string[] {
    const lines: string[] = []
    let line = ''
    const words = cleaned(text)
      .split(' ')
      .flatMap((word) => this.cut(word, style, width))
    for (const word of words) {
      const longer = line ? `${line} ${word}` : word
      if (line && this.widthOf(longer, style) > width) {
        lines.push(line)
        line = word
      } else line = longer
    }
    return [...lines, line]
  }
  private cut(word: string, style: Style, width: number): string[] {
    if (this.widthOf(word, style) <= width) return [word]
    const parts: string[] = []
    let part = ''
    for (const letter of word) {
      if (part && this.widthOf(part + letter, style) > width) {
        parts.push(part)
        part = letter
      } else part += letter
    }
    return [...parts, part]
  }

  /** Makes sure that so much stands on one page. */
  keep(height: number): void {
    if (this.y + height <= PAGE.height - PAGE.bottom) return
    this.doc.addPage()
    this.y = PAGE.top
  }
  space(points: number): void {
    this.y += points
  }
  rule(weight: number): void {
    this.doc
      .moveTo(PAGE.left, this.y)
      .lineTo(PAGE.left + WIDTH, this.y)
      .lineWidth(weight)
      .strokeColor(INK)
      .stroke()
  }
  line(text: string, style: Style, x: number, y: number): void {
    let at = x
    for (const { script, text: run } of runsOf(text)) {
      const doc = this.use(style, script).fillColor(style.ink ?? INK)
      doc.text(run, at, y, { lineBreak: false })
      at += doc.widthOfString(run)
    }
  }
  /** Lines one below the other, over as many pages as they need. */
  paragraph(text: string, style: Style, indent = 0): void {
    for (const line of this.lines(text, style, WIDTH - indent)) {
      this.keep(style.lead)
      this.line(line, style, PAGE.left + indent, this.y)
      this.y += style.lead
    }
  }
  bullet(text: string): void {
    this.keep(TEXT.lead)
    this.line('–', TEXT, PAGE.left, this.y)
    this.paragraph(text, TEXT, 14)
  }
  /** A row whose cells are as wide as said; it stays on one page where it can. `draw` fills the last cell. */
  row(
    cells: readonly string[],
    widths: readonly number[],
    style: Style,
    draw?: (x: number, y: number) => void,
  ): void {
    const broken = cells.map((cell, at) => this.lines(cell, style, widths[at]! - 8))
    const most = Math.max(draw ? 2 : 1, ...broken.map(({ length }) => length))
    // A cell that is longer than a page is cut into rows of a page.
    const perPage = Math.floor((PAGE.height - PAGE.top - PAGE.bottom) / style.lead) - 1
    for (let from = 0; from < most; from += perPage) {
      const height = Math.min(perPage, most - from) * style.lead + 5
      this.keep(height)
      let x = PAGE.left
      broken.forEach((own, at) => {
        own
          .slice(from, from + perPage)
          .forEach((text, k) => this.line(text, style, x, this.y + 2 + k * style.lead))
        x += widths[at]!
      })
      if (from === 0) draw?.(x, this.y + 2)
      this.y += height
      this.doc
        .moveTo(PAGE.left, this.y)
        .lineTo(PAGE.left + WIDTH, this.y)
        .lineWidth(0.5)
        .strokeColor('#8c9c9b')
        .stroke()
    }
  }
  /** A band with what was read before (open) and after (full), from nothing on. */
  bar({ before, after, sound }: Compared, x: number, y: number, width: number): void {
    const figures = [before, after, sound?.low, sound?.high].filter(
      (one): one is number => typeof one === 'number',
    )
    const [low, high] = [Math.min(0, ...figures), Math.max(1e-9, ...figures)]
    const at = (value: number) => x + 5 + ((value - low) / (high - low)) * (width - 10)
    const { doc } = this
    if (sound) doc.rect(at(sound.low), y + 3, Math.max(1, at(sound.high) - at(sound.low)), 15).fill(BAND)
    doc
      .moveTo(x, y + 21)
      .lineTo(x + width, y + 21)
      .lineWidth(0.8)
      .strokeColor(INK)
      .stroke()
    for (const [value, fill] of [
      [before, '#fff'],
      [after, INK],
    ] as const)
      if (value !== null)
        doc
          .circle(at(value), y + 11, 4)
          .lineWidth(1.4)
          .fillAndStroke(fill, INK)
  }
  /** A chart over the whole width, with what it says under it. */
  chart(chart: Chart): void {
    const height = chart.path ? 200 : 170
    const { frame, band, lines, ticks, corners, words } = drawingOf(chart, WIDTH, height)
    this.keep(height + 2 * SMALL.lead)
    const { doc, y: top } = this
    doc.save().translate(PAGE.left, top)
    if (band) doc.rect(band.x, band.y, band.width, band.height).fill(BAND)
    doc.lineWidth(0.8).strokeColor(INK)
    if (frame) doc.rect(frame.x, frame.y, frame.width, frame.height).stroke()
    for (const [from, to] of ticks)
      doc
        .moveTo(...from)
        .lineTo(...to)
        .stroke()
    doc.lineWidth(chart.path ? 3.5 : 1.1).lineJoin('round')
    for (const { of, points } of lines) {
      if (of > 0) doc.dash(DASH[0], { space: DASH[1] })
      points.forEach((point, at) => (at === 0 ? doc.moveTo(...point) : doc.lineTo(...point)))
      doc.stroke().undash()
    }
    for (const { at } of corners) doc.circle(at[0], at[1], 7).lineWidth(1).fillAndStroke('#fff', INK)
    doc.restore()
    const marks = corners.map(({ at, text }) => ({ at: [at[0], at[1] + 4] as const, text, anchor: 'middle' }))
    for (const { at, text, anchor } of [...words, ...marks]) {
      const wide = this.widthOf(text, SMALL)
      const back = anchor === 'end' ? wide : anchor === 'middle' ? wide / 2 : 0
      this.line(text, SMALL, PAGE.left + at[0] - back, top + at[1] - SMALL.size)
    }
    this.y = top + height + 2
    this.paragraph(`${chart.title}. ${chart.says}`, SMALL)
  }
  /** A photo with its arrows over it, on one page with what it shows. */
  picture({ caption, jpeg, width, height, arrows }: Picture): void {
    const scale = Math.min(WIDTH / width, 300 / height)
    const [wide, high] = [scale * width, scale * height]
    this.keep(high + 2 * SMALL.lead)
    const { doc, y: top } = this
    doc.image(`data:image/jpeg;base64,${jpeg}`, PAGE.left, top, { width: wide, height: high })
    for (const { x1, y1, x2, y2 } of arrows) {
      const [from, to] = [
        [PAGE.left + x1 * wide, top + y1 * high],
        [PAGE.left + x2 * wide, top + y2 * high],
      ] as [[number, number], [number, number]]
      for (const [weight, ink] of [
        [4, '#fff'],
        [2, INK],
      ] as const)
        doc
          .moveTo(...from)
          .lineTo(...to)
          .lineWidth(weight)
          .strokeColor(ink)
          .stroke()
      doc.circle(to[0], to[1], 4).lineWidth(1).fillAndStroke(INK, '#fff')
    }
    this.y = top + high + 4
    this.paragraph(caption, SMALL)
  }
  sign(text: string): void {
    this.keep(44)
    this.y += 28
    this.rule(0.8)
    this.y += 3
    this.paragraph(text, SMALL)
  }
}

/** Widths of a table's columns by what is in them, each with room for a word. */
function widthsOf(rows: readonly (readonly string[])[]): number[] {
  const columns = rows[0]?.length ?? 1
  const weights = Array.from({ length: columns }, (_, at) =>
    Math.min(40, Math.max(6, ...rows.map((row) => (row[at] ?? '').length))),
  )
  const all = weights.reduce((sum, weight) => sum + weight, 0)
  return weights.map((weight) => (WIDTH * weight) / all)
}
const BAR = 120

function drawBlock(sheet: Sheet, block: Block): void {
  switch (block.kind) {
    case 'text':
      return block.lines.forEach((line) => sheet.paragraph(line, TEXT))
    case 'list':
      return block.items.forEach((item) => sheet.bullet(item))
    case 'table': {
      const widths = widthsOf([block.head, ...block.rows])
      sheet.row(block.head, widths, STRONG)
      return block.rows.forEach((row) => sheet.row(row, widths, TEXT))
    }
    case 'compared': {
      const widths = widthsOf([COMPARED_HEAD, ...comparedRows(block.rows)]).map(
        (width) => (width * (WIDTH - BAR)) / WIDTH,
      )
      sheet.row(COMPARED_HEAD, widths, STRONG)
      return block.rows.forEach((row) =>
        sheet.row(comparedRows([row])[0]!, widths, TEXT, (x, y) => sheet.bar(row, x, y, BAR)),
      )
    }
    case 'chart':
      return sheet.chart(block.chart)
    case 'pictures':
      return block.pictures.forEach((picture) => sheet.picture(picture))
    case 'sign':
      return block.lines.forEach((line) => sheet.sign(line))
  }
}

/** Adds a piece of the document's structure, so that it is read aloud in its order. */
const part = (doc: Doc, kind: string, draw: () => void, alt?: string): void => {
  doc.addStructure(doc.struct(kind, alt === undefined ? {} : { alt }, draw))
}
const STRUCTURE: Record<Block['kind'], string> = {
  text: 'P',
  list: 'P',
  sign: 'P',
  table: 'Table',
  compared: 'Table',
  chart: 'Figure',
  pictures: 'Figure',
}
const spokenOf = (block: Block): string | undefined =>
  block.kind === 'chart'
    ? `${block.chart.title}. ${block.chart.says}`
    : block.kind === 'pictures'
      ? block.pictures.map(({ caption }) => caption).join('; ')
      : undefined

/** `madeAt` in ms; `compress` false leaves the streams readable, for tests. */
export function pdfOf(report: Report, fonts: Fonts, madeAt: number, compress = true): Promise<Uint8Array> {
  const doc = new PDFDocument({
    size: 'A4',
    margin: 0,
    bufferPages: true,
    compress,
    tagged: true,
    lang: 'en',
    displayTitle: true,
    pdfVersion: '1.7',
    font: null as unknown as string,
    info: { Title: cleaned(report.title), CreationDate: new Date(madeAt) },
  })
  const chunks: Uint8Array[] = []
  const done = new Promise<Uint8Array>((resolve, reject) => {
    doc.on('data', (chunk: Uint8Array) => chunks.push(chunk))
    doc.on('end', () => resolve(joined(chunks)))
    doc.on('error', reject)
  })
  const sheet = new Sheet(doc, fonts)
  part(doc, 'H1', () => sheet.paragraph(report.title, TITLE))
  sheet.space(4)
  part(doc, 'P', () => sheet.paragraph(report.under, { ...TEXT, ink: SECOND }))
  for (const { title, blocks } of report.sections) {
    sheet.space(12)
    sheet.keep(HEADING.lead + 2 * TEXT.lead)
    part(doc, 'H2', () => {
      sheet.rule(1.5)
      sheet.space(5)
      sheet.paragraph(title, HEADING)
    })
    for (const block of blocks) {
      sheet.space(2)
      part(doc, STRUCTURE[block.kind], () => drawBlock(sheet, block), spokenOf(block))
    }
  }
  sheet.space(16)
  part(doc, 'P', () => sheet.paragraph(report.foot, SMALL))
  numberPages(doc, sheet, cleaned(report.title))
  doc.end()
  return done
}

function numberPages(doc: Doc, sheet: Sheet, title: string): void {
  const { count } = doc.bufferedPageRange()
  for (let at = 0; at < count; at += 1) {
    doc.switchToPage(at)
    doc.markContent('Artifact', { type: 'Pagination' })
    const y = PAGE.height - PAGE.bottom + 24
    sheet.line(sheet.lines(title, SMALL, WIDTH - 80)[0]!, SMALL, PAGE.left, y)
    sheet.line(`page ${at + 1} of ${count}`, SMALL, PAGE.left + WIDTH - 60, y)
    doc.endMarkedContent()
  }
}

function joined(chunks: readonly Uint8Array[]): Uint8Array {
  const whole = new Uint8Array(chunks.reduce((sum, { length }) => sum + length, 0))
  let at = 0
  for (const chunk of chunks) {
    whole.set(chunk, at)
    at += chunk.length
  }
  return whole
}
