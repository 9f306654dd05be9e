/** Facts: a variable of the state at a value, as one number each, so that what leads where can be looked up. */
import {
  STATE_VARIABLES,
  VARIABLES,
  readCodes,
  type PackedState,
  type Variable,
  type VehicleState,
} from '../vehicle'

export type Fact = number

const STRIDE = 1 + Math.max(...VARIABLES.map((variable) => STATE_VARIABLES[variable].length))
const placeOf = new Map(VARIABLES.map((variable, at) => [variable, at]))

/** So many numbers there are for facts. */
export const FACTS = STRIDE * VARIABLES.length

/** The facts that a state names, unknown ones left out. */
export const factsOf = (state: VehicleState): Fact[] =>
  (Object.entries(state) as [Variable, string | undefined][]).flatMap(([variable, value]) =>
    value === undefined
      ? []
      : [
          STRIDE * placeOf.get(variable)! +
            (STATE_VARIABLES[variable] as readonly string[]).indexOf(value) +
            1,
        ],
  )

/** The variable that a fact speaks of, by its place. */
export const variableAt = (fact: Fact): number => Math.floor(fact / STRIDE)

/** Does one list say another value of a variable that the other names? */
export const contradicts = (one: readonly Fact[], other: readonly Fact[]): boolean =>
  one.some((fact) => other.some((against) => fact !== against && variableAt(fact) === variableAt(against)))

/** The other values of the same variable. */
export const CONTRARIES: readonly (readonly Fact[])[] = Array.from({ length: FACTS }, (_, fact) => {
  const variable = VARIABLES[variableAt(fact)]!
  return STATE_VARIABLES[variable].flatMap((_value, at) => {
    const other = STRIDE * variableAt(fact) + at + 1
    return other === fact ? [] : [other]
  })
})
const PLACE = Uint8Array.from({ length: FACTS }, (_, fact) => variableAt(fact))
const CODE = Uint8Array.from({ length: FACTS }, (_, fact) => fact - STRIDE * variableAt(fact))

/** A state laid out so that a fact is looked up at once; one is filled again and again. */
export class Holding {
  private readonly codes = new Uint8Array(VARIABLES.length)
  read(state: PackedState): void {
    readCodes(state, this.codes)
  }
  has(fact: Fact): boolean {
    return this.codes[PLACE[fact]!] === CODE[fact]
  }
}
