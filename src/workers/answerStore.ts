/**
 * Rankings as they were last given, by the very question: the engine is pure, so the same question to the same
 * code has the same answer. A reload shows it while the worker takes up its table.
 */
import localforage from 'localforage'
import type { RankRequest, Ranking } from './protocol'
import { ENGINE } from './engine'

const MOST_ANSWERS = 12
const answers = localforage.createInstance({ name: 'stop-start-cache answers', storeName: 'answers' })

interface Kept {
  engine: string
  question: string
  ranking: Ranking
}
/** Questions by a short name; what is kept under it says which one it is. */
const nameOf = (question: string): string => {
  let hash = 0x811c9dc5
  for (let at = 0; at < question.length; at += 1) hash = Math.imul(hash ^ question.charCodeAt(at), 0x01000193)
  return String((hash >>> 0) % MOST_ANSWERS)
}

/** What was answered to this question before; null where nothing was, or the browser keeps nothing. */
export async function answeredBefore(request: RankRequest): Promise<Ranking | null> {
  const question = JSON.stringify(request)
  try {
    const kept = await answers.getItem<Kept>(nameOf(question))
    return kept?.engine === ENGINE && kept.question === question ? kept.ranking : null
  } catch {
    return null
  }
}

/** Keeps an answer that nothing can refine any more, in the place of an older one. */
export async function keepAnswer(request: RankRequest, ranking: Ranking): Promise<void> {
  if (ranking.stage !== 'pairs') return
  const question = JSON.stringify(request)
  await answers
    .setItem(nameOf(question), { engine: ENGINE, question, ranking } satisfies Kept)
    .catch(() => undefined)
}
