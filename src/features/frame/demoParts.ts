import { ask } from '@/workers/client'

/** What the demo garage has on its shelf, worked out beside the page. */
export async function demoParts() {
  const answer = await ask('demoParts', { now: Date.now() })
  return answer.ok ? answer.value : []
}
