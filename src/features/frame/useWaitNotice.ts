'use client'
import { inUnits } from './quantities'
import { useEffect } from 'react'
import type { OpenWait } from '@/data/store'

/** Longest that a browser's timer counts. */
const LONGEST_MS = 2 ** 31 - 1
const allowed = () => typeof Notification !== 'undefined' && Notification.permission === 'granted'

/** Says so when a wait is over, where the browser may: the end is kept with the job, so a reload or a sleep loses nothing. */
export function useWaitNotice(waits: OpenWait[]): void {
  useEffect(() => {
    const timers = waits
      .filter(({ wait }) => wait.endsAt > Date.now())
      .map(({ unit, wait }) =>
        setTimeout(
          () => {
            if (allowed())
              new Notification(`Unit ${unit}: ${inUnits(wait.label)}`, {
                body: 'The wait is over.',
                tag: wait.waitId,
              })
          },
          Math.min(LONGEST_MS, wait.endsAt - Date.now()),
        ),
      )
    return () => timers.forEach(clearTimeout)
  }, [waits])
}

/** Can it still be asked for? */
export const mayAsk = (): boolean =>
  typeof Notification !== 'undefined' && Notification.permission === 'default'
export const askForNotice = (): void => void Notification.requestPermission()
