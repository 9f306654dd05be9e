/** npm run bench:desk: how long a question of the desk takes to be answered, and the check of a whole build. Figures, not assertions. */
import { BUILDS, beginBuild, checkBuild } from '@/core/build'
import { usualWays } from '@/core/library'
import { CALCULATORS, answerOf, beginOf } from '@/core/sizing'
import { LAYOUTS, specificationOf } from '@/core/vehicle'

const ROUNDS = Number(process.argv[2] ?? 40)
/** A keystroke is to be answered, a whole build checked, within so many ms. */
const KEYSTROKE_MS = 50
const WHOLE_MS = 1000

function timed(work: () => void): { median: number; most: number; first: number } {
  const took = Array.from({ length: ROUNDS }, () => {
    const from = performance.now()
    work()
    return performance.now() - from
  })
  const sorted = [...took].sort((one, other) => one - other)
  return { first: took[0]!, median: sorted[Math.floor(ROUNDS / 2)]!, most: sorted.at(-1)! }
}
const line = (name: string, { first, median, most }: ReturnType<typeof timed>, aim: number) =>
  console.log(
    `${name.padEnd(28)} first ${first.toFixed(1).padStart(7)} ms   median ${median.toFixed(1).padStart(7)} ms   most ${most.toFixed(1).padStart(7)} ms${most > aim ? `   over ${aim}` : ''}`,
  )

console.log(`The desk, ${ROUNDS} answers each, aim ${KEYSTROKE_MS} ms`)
for (const calculator of CALCULATORS)
  line(
    calculator.id,
    timed(() => answerOf(calculator, beginOf(calculator, null))),
    KEYSTROKE_MS,
  )

console.log(`\nBuilds, ${ROUNDS} checks each, aim ${WHOLE_MS} ms`)
for (const build of BUILDS) {
  const layout = build.from[0]!
  const was = {
    layout,
    edits:
      build.id === 'floatSender' ? [{ kind: 'replace' as const, part: 'sender', by: 'probe' as const }] : [],
    ways: usualWays(layout),
    specification: specificationOf({}, LAYOUTS[layout]),
  }
  line(
    `${build.id}, ${layout}`,
    timed(() => checkBuild(build, was, beginBuild(build, was))),
    WHOLE_MS,
  )
}
