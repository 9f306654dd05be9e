// What a page makes a browser load before it does anything: the scripts that it names, gzipped, against a ceiling that falls; it rose twice, by a kilobyte or less: with the acts of builds (Record by six: the judgement calls lie there), and with the tests of several pumps (the desk by seven, with its points, chain, clamps and cleaners).
import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { ROOT } from './setup.mjs'

/** Page: ceiling and aim, kB. */
const PAGES = {
  index: [456, 220],
  days: [456, 220],
  vehicle: [426, 220],
  parts: [448, 220],
  find: [441, 220],
  sizing: [480, 220],
  'job/complaint': [455, 260],
  'job/trace': [477, 260],
  'job/bench': [545, 300],
  'job/plan': [464, 260],
  'job/work': [473, 220],
  'job/prove': [456, 260],
  'job/record': [452, 260],
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
