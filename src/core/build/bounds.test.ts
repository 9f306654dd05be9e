/** Anything within the bounds of its fields, many at a time. */
import { expect, it } from 'vitest'
import { LAYOUTS, specificationOf } from '../vehicle'
import { usualWays } from '../library'
import { seededRandom } from '../shared'
import type { Typed } from '../sizing'
import { BUILDS, beginBuild, checkBuild, fieldsOf } from '.'

const DRAWS = 25
it('whatever stands in its fields within their bounds is checked or asked back, with words and figures that are', () => {
  const random = seededRandom(16)
  for (const build of BUILDS)
    for (const layout of build.from.slice(0, 2))
      for (let draw = 0; draw < DRAWS; draw += 1) {
        const edits =
          build.id === 'floatSender'
            ? [{ kind: 'replace' as const, part: 'sender', by: 'probe' as const }]
            : []
        const was = {
          layout,
          edits,
          ways: usualWays(layout),
          specification: specificationOf({}, LAYOUTS[layout]),
        }
        const typed: Typed = { ...beginBuild(build, was) }
        for (const [id, field] of Object.entries(fieldsOf(build))) {
          if (random.next() > 0.4) continue
          if (field.kind === 'choice') {
            const options = Object.keys(field.options)
            typed[id] = options[Math.floor(random.next() * options.length)]!
          } else {
            const drawn = field.low + random.next() * (field.high - field.low)
            const value = field.whole ? Math.round(drawn) : drawn
            typed[id] = field.unit === null ? value : { value, unit: field.unit }
          }
        }
        const answer = checkBuild(build, was, typed)
        if (!answer.ok) {
          expect(answer.asks.length).toBeGreaterThan(0)
          continue
        }
        const words = [
          ...answer.findings.flatMap(({ says, works }) => [says, works ?? '']),
          ...answer.start.map(({ says }) => says),
        ]
        expect(
          words.filter((text) => /NaN|Infinity|undefined|null/.test(text)),
          JSON.stringify(typed),
        ).toEqual([])
      }
})
