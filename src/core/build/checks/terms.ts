/** What a check of a build is, and how it asks the desk. */
import { answerOf, calculatorById, typedOf, type Answer, type Verdict } from '../../sizing'
import type { Layout, Specification } from '../../vehicle'
import type { FieldId, Group } from '../fields'
import type { Becomes, Build, Chosen, Finding, Standing } from '../terms'

/** All that a check may look at. */
export interface Whole {
  build: Build
  was: Standing
  becomes: Becomes
  /** The vehicle as it was and as it shall be, by its engine's side, and its sheet then. */
  before: Layout
  after: Layout
  specification: Specification
  chosen: Chosen
}
export interface Check {
  id: string
  title: string
  /** Looked at where the build asks this. */
  of: Group
  /** Null where it says nothing of this build. */
  judge: (whole: Whole) => Judged | null
}
export type Judged = Pick<Finding, 'verdict' | 'says'> & Partial<Pick<Finding, 'works' | 'desk' | 'field'>>

export const judged = (
  verdict: Verdict,
  says: string,
  field: FieldId | null = null,
  works: string | null = null,
): Judged => ({ verdict, says, field, works })

/** The desk's answer to one of its questions with these figures; what it asks back is doubtful, and said. */
export function byDesk(
  question: string,
  values: Chosen,
  field: FieldId,
  says: (answer: Answer) => string = (answer) => answer.limits,
): Judged & { answer: Answer | null } {
  const calculator = calculatorById(question)
  const answered = answerOf(calculator, typedOf(calculator, values))
  const desk = { id: question, values }
  if (!answered.ok)
    return { answer: null, verdict: 'doubt', says: answered.asks[0]!.says, field, works: null, desk }
  const { answer } = answered
  return { answer, verdict: answer.verdict, says: says(answer), works: answer.says, field, desk }
}
export const figureOf = (answer: Answer | null, id: string): number | null =>
  answer?.figures.find((figure) => figure.id === id)?.si ?? null
