/**
 * npm run bench:diagnosis: draws vehicles, lets the policies work, prints the table of docs/DIAGNOSIS.md.
 *   --layouts A01,A02,A06,A08 (A07g is the gauge loop of A07, A07l its places)  --seed 20000  --vehicles 1000  --others 150  --baselines 300  --groups standard,wide,total  --shard 0/1  --file FILE  --print
 * Results are kept line by line in FILE, so a run that was cut off goes on where it stopped; shards share
 * the file. A seed whose vehicle nobody would complain of is passed over.
 */
import { appendFileSync, existsSync, mkdirSync, readFileSync } from 'node:fs'
import { dirname } from 'node:path'
import { parseArgs } from 'node:util'
import { GROUPS, caseOf, type BenchLayout, type Group } from './cases'
import { play, type Outcome } from './play'
import type { PolicyId } from './policies'
import { report } from './report'

const { values: flags } = parseArgs({
  options: {
    layouts: { type: 'string', default: 'A01,A02,A06,A08' },
    seed: { type: 'string', default: '20000' },
    vehicles: { type: 'string', default: '1000' },
    others: { type: 'string', default: '150' },
    groups: { type: 'string', default: GROUPS.join(',') },
    baselines: { type: 'string', default: '300' },
    shard: { type: 'string', default: '0/1' },
    file: { type: 'string', default: '.bench/diagnosis.jsonl' },
    print: { type: 'boolean', default: false },
  },
})

interface Work {
  layoutId: BenchLayout
  group: Group
  policy: PolicyId
  count: number
}

const layouts = flags.layouts.split(',') as BenchLayout[]
const works: Work[] = layouts.flatMap((layoutId): Work[] => [
  ...(flags.groups.split(',') as Group[]).map((group): Work => ({
    layoutId,
    group,
    policy: 'engine',
    count: Number(group === 'standard' ? flags.vehicles : flags.others),
  })),
  ...(['fixed', 'cheapest', 'swap'] as const).map((policy): Work => ({
    layoutId,
    group: 'standard',
    policy,
    count: Number(flags.baselines),
  })),
])

const keep = (): Outcome[] =>
  existsSync(flags.file)
    ? readFileSync(flags.file, 'utf8')
        .split('\n')
        .filter(Boolean)
        .map((line) => JSON.parse(line) as Outcome)
    : []
const keyOf = (one: { layoutId: string; group: string; policy: string; seed: number }) =>
  `${one.layoutId} ${one.group} ${one.policy} ${one.seed}`

/** `count` seeds one after another; every shard walks the same seeds and plays its own. */
function run(): void {
  const [shard, shards] = flags.shard.split('/').map(Number) as [number, number]
  const done = new Set(keep().map(keyOf))
  mkdirSync(dirname(flags.file), { recursive: true })
  for (const { layoutId, group, policy, count } of works) {
    for (let k = 0; k < count; k += 1) {
      const seed = Number(flags.seed) + k
      if (k % shards !== shard || done.has(keyOf({ layoutId, group, policy, seed }))) continue
      try {
        const one = caseOf(layoutId, group, seed)
        if (one) appendFileSync(flags.file, `${JSON.stringify(play(one, policy))}\n`)
      } catch (reason) {
        // A truth that finds no rest teaches nothing; it is passed over, and said.
        console.error(`${layoutId} ${group} ${seed}: passed over, ${String(reason)}`)
      }
    }
    console.error(`${layoutId} ${group} ${policy}: through`)
  }
}

if (!flags.print) run()
else console.log(report(keep()))
