import 'fake-indexeddb/auto'
import { describe, expect, it } from 'vitest'
import { answeredBefore, keepAnswer } from './answerStore'
import type { RankRequest, Ranking } from './protocol'

const request = (skipped: string[]) => ({ layoutId: 'A01', skipped }) as unknown as RankRequest
const ranking = (stage: Ranking['stage'], milliseconds = 1) => ({ stage, milliseconds }) as unknown as Ranking

describe('an answer that was given', () => {
  it('is given again to the same question, and to no other', async () => {
    await keepAnswer(request(['T24']), ranking('pairs'))
    expect(await answeredBefore(request(['T24']))).toEqual(ranking('pairs'))
    expect(await answeredBefore(request(['T25']))).toBeNull()
  })
  it('that may still be refined is not kept', async () => {
    await keepAnswer(request(['T1']), ranking('derivatives'))
    expect(await answeredBefore(request(['T1']))).toBeNull()
  })
  it('of many questions some are forgotten, and none is mixed up', async () => {
    for (let k = 0; k < 60; k += 1) await keepAnswer(request([`T${k}`]), ranking('pairs', k))
    for (let k = 0; k < 60; k += 1)
      expect([null, k]).toContain((await answeredBefore(request([`T${k}`])))?.milliseconds ?? null)
  })
})
