// What a page makes a browser load before it does anything: the scripts that it names, gzipped, against a ceiling that falls; it rose once, by a kilobyte or less, with the acts of builds (Record by six: the judgement calls lie there).
import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { ROOT } from './setup.mjs'

/** Page: ceiling and aim, kB. */
const PAGES = {
  index: [456, 220],
  days: [455, 220],
  vehicle: [425, 220],
  parts: [448, 220],
  find: [440, 220],
  sizing: [478, 220],
  'job/complaint': [455, 260],
  'job/trace': [476, 260],
  'job/bench': [544, 300],
  'job/plan': [463, 260],
  'job/work': [472, 220],
  'job/prove': [455, 260],
  'job/record': [451, 260],
}
const built = join(ROOT, '.next')
const sizes = new Map()

function sizeOf(script) {
  const known = sizes.get(script)
  if (known !== undefined) return known
  const size = gzipSync(readFileSync(join(built, script.replace('/_next/', '')))).length
  sizes.set(script, size)
  return size
}

/** Prints each page's kB; 1 where one is over its ceiling. */
export function budget() {
  let over = 0
  for (const [page, [most, aim]] of Object.entries(PAGES)) {
    const html = join(built, 'server', 'app', `${page}.html`)
    if (!existsSync(html)) {
      console.error(`${page}: not built`)
      over = 1
      continue
    }
    const named = new Set(readFileSync(html, 'utf8').match(/\/_next\/static\/chunks\/[^"'\\]+?\.js/g))
    const kB = [...named].reduce((sum, script) => sum + sizeOf(script), 0) / 1024
    const said = kB > most ? ', OVER' : ''
    console.log(`${page.padEnd(14)} ${kB.toFixed(1)} kB, ceiling ${most}, aim ${aim}${said}`)
    if (kB > most) over = 1
  }
  return over
}
if (process.argv[1]?.endsWith('budget.mjs')) process.exit(budget())
