/** Every step that a plan can have has a name by the id under which it is written down. */
import { expect, it } from 'vitest'
import { OPERATIONS, REPAIRS, stepTitle } from '.'

it('an operation, a repair, and each of its stages', () => {
  for (const { id, title } of OPERATIONS) expect(stepTitle(id)).toBe(title)
  for (const { id, title, stages = [] } of REPAIRS) {
    expect(stepTitle(`repair:${id}`)).toBe(title)
    for (const [at, stage] of stages.entries()) expect(stepTitle(`stage:${id}.${at + 1}`)).toBe(stage.title)
  }
})
it('what no version here knows is called by its id', () => {
  for (const id of ['nothing', 'repair:nothing', 'stage:nothing.1', 'stage:cleanTank.99'])
    expect(stepTitle(id)).toBe(id)
})
