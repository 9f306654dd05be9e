// The faces of the report as files that a PDF can embed: the variable ones of the screen, pinned to one weight, by script.
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { ROOT } from './setup.mjs'

const require = createRequire(import.meta.url)
const FACES = {
  book: ['literata', 550],
  hand: ['sofia-sans-condensed', 400],
  strong: ['sofia-sans-condensed', 650],
}
/** Scripts, and the letters that each of the screen's files has. */
const SCRIPTS = {
  latin: [
    [0x20, 0x7e],
    [0xa0, 0xff],
    [0x131, 0x131],
    [0x152, 0x153],
    [0x2009, 0x2026],
    [0x20ac, 0x20ac],
    [0x2122, 0x2122],
    [0x2212, 0x2212],
  ],
  'latin-ext': [
    [0x100, 0x24f],
    [0x1e00, 0x1e9f],
  ],
  greek: [[0x384, 0x3ff]],
  cyrillic: [[0x400, 0x45f]],
}
const INTO = join(ROOT, 'public', 'report')

const lettersOf = (ranges) =>
  ranges
    .map(([from, to]) =>
      Array.from({ length: to - from + 1 }, (_, k) => String.fromCodePoint(from + k)).join(''),
    )
    .join('')

/** Makes the files that are not there yet. */
export async function ensureFonts() {
  const wanted = Object.keys(FACES).flatMap((face) => Object.keys(SCRIPTS).map((script) => [face, script]))
  const missing = wanted.filter(([face, script]) => !existsSync(join(INTO, `${face}-${script}.ttf`)))
  if (missing.length === 0) return
  const subset = require('subset-font')
  mkdirSync(INTO, { recursive: true })
  for (const [face, script] of missing) {
    const [family, wght] = FACES[face]
    const from = join(
      ROOT,
      'node_modules',
      '@fontsource-variable',
      family,
      'files',
      `${family}-${script}-wght-normal.woff2`,
    )
    const made = await subset(readFileSync(from), lettersOf(SCRIPTS[script]), {
      targetFormat: 'truetype',
      variationAxes: { wght },
    })
    writeFileSync(join(INTO, `${face}-${script}.ttf`), made)
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await ensureFonts()
