/**
 * The latest time that this tablet has seen. A clock that is set back makes an old meter reading look
 * fresh; whoever judges an age asks this too.
 */
const KEY = 'stop-start-latest-ms'

export function latestSeen(now: number): number {
  try {
    const before = Number(localStorage.getItem(KEY))
    const latest = Number.isFinite(before) ? Math.max(before, now) : now
    localStorage.setItem(KEY, String(latest))
    return latest
  } catch {
    return now
  }
}
