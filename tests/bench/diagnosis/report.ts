/** The printed table: every share with its 95 % interval. */
import type { Outcome } from './play'

/** Wilson's interval of a share. */
export function interval(hits: number, of: number): { share: number; low: number; high: number } {
  if (of === 0) return { share: 0, low: 0, high: 1 }
  const z = 1.96
  const share = hits / of
  const middle = (share + (z * z) / (2 * of)) / (1 + (z * z) / of)
  const half = (z / (1 + (z * z) / of)) * Math.sqrt((share * (1 - share)) / of + (z * z) / (4 * of * of))
  return { share, low: Math.max(0, middle - half), high: Math.min(1, middle + half) }
}

const percent = (share: number) => `${(100 * share).toFixed(1)} %`
const shareText = (hits: number, of: number) => {
  const { share, low, high } = interval(hits, of)
  return of === 0 ? '–' : `${percent(share)} (${percent(low)} to ${percent(high)})`
}
const mean = (values: number[]) =>
  values.length === 0 ? NaN : values.reduce((sum, value) => sum + value, 0) / values.length
const number = (value: number) => (Number.isNaN(value) ? '–' : value.toFixed(1))

const right = (list: Outcome[]) => list.filter((one) => one.first?.right).length
const sureWrong = (list: Outcome[]) =>
  list.filter((one) => one.first && one.first.stated >= 0.9 && !one.first.right).length
const sure = (list: Outcome[]) => list.filter((one) => one.first && one.first.stated >= 0.9)

/** One line of the table; nothing of a group that was not drawn. */
function row(name: string, list: Outcome[]): string | null {
  if (list.length === 0) return null
  return `| ${name} | ${list.length} | ${shareText(right(list), list.length)} | ${shareText(sureWrong(list), list.length)} | ${shareText(right(sure(list)), sure(list).length)} | ${number(mean(list.map((one) => one.testsToVerdict)))} | ${number(mean(list.map((one) => one.moneyToVerdict)))} | ${number(mean(list.filter((one) => one.cured).map((one) => one.over)))} | ${shareText(list.filter((one) => one.cured).length, list.length)} |`
}

/** A fault that no list has cannot be named; the part at which it sits can. */
function missingText(list: Outcome[]): string {
  const laid = list.filter((one) => one.first?.laid).length
  const sureAndElsewhere = sure(list).filter((one) => !one.first!.laid).length
  return `Fault missing from the library, laid at the right part of the path: ${shareText(laid, list.length)}; stated 90 % or more and laid elsewhere: ${shareText(sureAndElsewhere, list.length)}.`
}

const HEAD =
  '| group | vehicles | first repair right | stated 90 % or more and wrong | right of those stated 90 % or more | tests to the verdict | money to the verdict | money over the unavoidable repair, of those cured | cured |\n|---|---|---|---|---|---|---|---|---|'

/** One cause in twenty that no list has: the world that the odds are stated for ('none of these' and the causes not listed hold that much before any reading). */
const NOT_LISTED = 0.05

/** Share of right verdicts in a world of both groups; the interval is the listed one's, moved along. */
function mixedText(
  listed: Outcome[],
  missing: Outcome[],
  sizes: { listed: number; missing: number },
): string {
  if (listed.length === 0) return '–'
  const weight = { listed: (1 - NOT_LISTED) / sizes.listed, missing: NOT_LISTED / Math.max(sizes.missing, 1) }
  const mass = weight.listed * listed.length + weight.missing * missing.length
  const share = (weight.listed * right(listed) + weight.missing * right(missing)) / mass
  const own = interval(right(listed), listed.length)
  const move = share - own.share
  return `${percent(share)} (${percent(Math.max(0, own.low + move))} to ${percent(Math.min(1, own.high + move))})`
}

/** Bins of what was stated for the first repair, against how often it was right: every cause listed, and one in twenty not. */
function calibration(list: Outcome[], missing: Outcome[]): string {
  const edges = [0, 0.6, 0.7, 0.8, 0.9, 0.95, 1.01]
  const rows = edges.slice(1).map((high, at) => {
    const within = (all: Outcome[]) =>
      all.filter((one) => one.first && one.first.stated >= edges[at]! && one.first.stated < high)
    const inside = within(list)
    return `| ${percent(edges[at]!)} to ${percent(Math.min(high, 1))} | ${inside.length} | ${inside.length === 0 ? '–' : percent(mean(inside.map((one) => one.first!.stated)))} | ${shareText(right(inside), inside.length)} | ${mixedText(inside, within(missing), { listed: list.length, missing: missing.length })} |`
  })
  return [
    '| stated | verdicts | mean stated | right, every cause listed | right, one cause in twenty not listed |',
    '|---|---|---|---|---|',
    ...rows,
  ].join('\n')
}

/** Chains that were cured at their cause, at once or when they had come back. */
const chains = (list: Outcome[]) =>
  `Chains cured at the cause without a return: ${shareText(list.filter((one) => one.cured && one.returns === 0).length, list.length)}; after one at most: ${shareText(list.filter((one) => one.cured && one.returns <= 1).length, list.length)}.`

export function report(all: Outcome[]): string {
  const engine = all.filter((one) => one.policy === 'engine')
  const of = (group: string) => engine.filter((one) => one.group === group)
  const standard = of('standard')
  const layouts = [...new Set(all.map((one) => one.layoutId))].sort()
  const baselineSeeds = new Set(
    all
      .filter((one) => one.policy === 'fixed' && one.group === 'standard')
      .map((one) => `${one.layoutId} ${one.seed}`),
  )
  const same = standard.filter((one) => baselineSeeds.has(`${one.layoutId} ${one.seed}`))
  return [
    '## The engine',
    HEAD,
    ...layouts.map((id) =>
      row(
        `${id}, standard mismatch`,
        standard.filter((one) => one.layoutId === id),
      ),
    ),
    row('all, standard', standard),
    row(
      'single faults',
      standard.filter((one) => !one.pair),
    ),
    row(
      'two faults',
      standard.filter((one) => one.pair),
    ),
    row('all, harsh', of('harsh')),
    row('intermittent', of('intermittent')),
    row('true fault missing from the library', of('missing')),
    ...layouts.map((id) =>
      row(
        `${id}, wide world`,
        of('wide').filter((one) => one.layoutId === id),
      ),
    ),
    row('all, wide world', of('wide')),
    row('wide world, shut, off or open for good', of('total')),
    row('wide world, comes and goes', of('wideIntermittent')),
    row('wide world, true fault missing from the library', of('wideMissing')),
    row('wide world, three parts said to be new', of('new')),
    row('wide world, a chain: first repair at its cause', of('chain')),
    chains(of('chain')),
    missingText(of('wideMissing')),
    '',
    '## Stated against true, standard mismatch',
    calibration(standard, of('missing')),
    '',
    '## Stated against true, wide world',
    calibration(of('wide'), of('wideMissing')),
    '',
    '## Against other ways of working, on the same vehicles',
    HEAD,
    row('engine', same),
    ...(['fixed', 'cheapest', 'swap'] as const).map((policy) =>
      row(
        {
          fixed: 'tests in the order of the handbook',
          cheapest: 'cheapest test first',
          swap: 'likeliest cheap part first',
        }[policy],
        all.filter((one) => one.policy === policy),
      ),
    ),
  ]
    .filter((line) => line !== null)
    .join('\n')
}
