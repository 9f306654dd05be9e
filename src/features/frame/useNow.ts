'use client'
import { useEffect, useState } from 'react'

/** The time, renewed each few seconds; null until the page is alive, so that server and browser agree. */
export function useNow(everyMs = 5000): number | null {
  const [now, setNow] = useState<number | null>(null)
  useEffect(() => {
    const tick = () => setNow(Date.now())
    tick()
    const timer = setInterval(tick, everyMs)
    return () => clearInterval(timer)
  }, [everyMs])
  return now
}
