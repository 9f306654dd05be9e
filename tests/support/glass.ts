/** What a page says of how it lies in its glass: nothing sideways, cut, over another or too small to touch, the main act in sight, and what axe finds. */
import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { expect } from 'vitest'
import type { Session } from './browser'

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')

interface Seen {
  sideways: number
  cut: string[]
  over: string[]
  small: string[]
  act: boolean
}

/** What the page itself says of how it lies. */
const lookAt = (session: Session, act: string | null, within: string) =>
  session.driver.executeScript<Seen>(
    `const act = arguments[0]
     const root = document.querySelector(arguments[1]) ?? document.body
     const shown = (element) => { const box = element.getBoundingClientRect(); const style = getComputedStyle(element); return box.width > 1 && box.height > 1 && style.visibility !== 'hidden' && !element.closest('.sr-only') }
     const name = (element) => (element.innerText || element.getAttribute('aria-label') || element.tagName).trim().slice(0, 40)
     const texts = [...root.querySelectorAll('h1, h2, h3, p, li, td, th, button, a, label')].filter(shown)
     const cut = texts.filter((element) => {
       const style = getComputedStyle(element)
       if (style.textOverflow === 'ellipsis' || element.closest('svg')) return false
       return element.scrollWidth > element.clientWidth + 2 && style.overflowX !== 'visible' && style.overflowX !== 'auto' && style.overflowX !== 'scroll'
     }).map(name)
     const boxes = [...root.querySelectorAll('svg text')].filter(shown).map((element) => ({ element, box: element.getBoundingClientRect() }))
     const over = []
     for (let i = 0; i < boxes.length; i += 1) for (let k = i + 1; k < boxes.length; k += 1) {
       const [one, other] = [boxes[i].box, boxes[k].box]
       const [x, y] = [Math.min(one.right, other.right) - Math.max(one.left, other.left), Math.min(one.bottom, other.bottom) - Math.max(one.top, other.top)]
       if (x > 3 && y > 6) over.push(boxes[i].element.textContent + ' / ' + boxes[k].element.textContent)
     }
     const small = [...root.querySelectorAll('button, a[href], input:not([type=file]), select')].filter(shown).filter((element) => { const box = element.getBoundingClientRect(); return box.height < 43.5 || box.width < 35.5 }).map(name)
     const main = act && [...document.querySelectorAll(act)].find(shown)
     const box = main && main.getBoundingClientRect()
     return {
       sideways: Math.max(document.documentElement.scrollWidth - document.documentElement.clientWidth, root.scrollWidth - root.clientWidth),
       cut, over, small,
       act: !act || (!!box && box.top >= 0 && box.bottom <= innerHeight + 1),
     }`,
    act,
    within,
  )

export const axe = (session: Session) =>
  session.driver.executeAsyncScript<string[]>(
    `const done = arguments[arguments.length - 1]
     if (!window.axe) { ${AXE} }
     window.axe.run(document, { resultTypes: ['violations'] }).then(
       ({ violations }) => done(violations.flatMap(({ id, nodes }) => nodes.map((node) => id + ': ' + node.target.join(' ')))),
       (problem) => done([String(problem)]),
     )`,
  )

/** The page as it stands once nothing is worked on. */
export async function settled(session: Session): Promise<void> {
  await expect
    .poll(
      async () => {
        const text = await session.driver.executeScript<string>('return document.body.innerText')
        return /Opening the job|Solving this vehicle|Fetching the plan|Working out|Reading what is here|Reading job|Working out what is sound|Looking for a better one\.|· working/.test(
          text,
        )
      },
      { timeout: 45_000, interval: 100 },
    )
    .toBe(false)
}

const NOTHING: Seen = { sideways: 0, cut: [], over: [], small: [], act: true }

/** What is wrong on the page, or in a part of it, as it stands. */
export async function wrong(session: Session, act: string | null, within = 'body'): Promise<string[]> {
  const seen = await lookAt(session, act, within)
  const lies = Object.entries({ ...seen, sideways: Math.max(0, seen.sideways) })
    .filter(([key, value]) => JSON.stringify(value) !== JSON.stringify(NOTHING[key as keyof Seen]))
    .map(([key, value]) => `${key}: ${JSON.stringify(value)}`)
  return [...lies, ...(await axe(session))]
}
