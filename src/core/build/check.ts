/** The build check of the whole: every check that the build asks, each with what fails, is doubtful or sound, and why. */
import type { Typed } from '../sizing'
import { layoutOf, specificationThen } from '../vehicle'
import { FEEDING } from './checks/feeding'
import { LYING } from './checks/lying'
import type { Check } from './checks/terms'
import { firstStart, type StartStep } from './firstStart'
import { designed, differenceOf, type Designed, type Difference } from './design'
import type { Build, Finding, Standing } from './terms'

export const CHECKS: readonly Check[] = [...FEEDING, ...LYING]
const GRAVEST = { no: 0, doubt: 1, good: 2 } as const

/** Ids of what does not do. */
export const failingOf = (findings: readonly Finding[]): string[] =>
  findings.filter(({ verdict }) => verdict === 'no').map(({ id }) => id)

export interface Checked {
  /** Gravest first. */
  findings: Finding[]
  differences: Difference[]
  start: StartStep[]
}

/** What was chosen of a build, looked at as a whole; figures that cannot be are asked back. */
export function checkBuild(
  build: Build,
  was: Standing,
  typed: Typed,
): Extract<Designed, { ok: false }> | (Extract<Designed, { ok: true }> & Checked) {
  const design = designed(build, was, typed)
  if (!design.ok) return design
  const { becomes, chosen } = design
  const whole = {
    ...{ build, was, becomes, chosen },
    before: layoutOf({ layoutId: was.layout, edits: was.edits, scope: 'engine' }),
    after: layoutOf({ layoutId: becomes.layout, edits: becomes.edits, scope: 'engine' }),
    specification: specificationThen(was.layout, was.specification, becomes),
  }
  const findings = CHECKS.filter(({ of }) => build.groups.includes(of)).flatMap(
    ({ id, title, judge }): Finding[] => {
      const said = judge(whole)
      return said
        ? [
            {
              id,
              title,
              verdict: said.verdict,
              says: said.says,
              works: said.works ?? null,
              desk: said.desk ?? null,
              field: said.field ?? null,
            },
          ]
        : []
    },
  )
  return {
    ...design,
    findings: findings.sort((one, other) => GRAVEST[one.verdict] - GRAVEST[other.verdict]),
    differences: differenceOf(was, becomes),
    start: firstStart(whole),
  }
}
