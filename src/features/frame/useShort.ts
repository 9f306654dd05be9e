'use client'
import { useSyncExternalStore } from 'react'

const KEY = 'stop-start-short-steps'
const listeners = new Set<() => void>()

const kept = (): boolean => {
  try {
    return localStorage.getItem(KEY) === 'short'
  } catch {
    return false
  }
}

/** For hands that have done it fifty times: parts of a step are ticked as one. Gates, figures and checks stay. */
export function setShort(short: boolean): void {
  try {
    localStorage.setItem(KEY, short ? 'short' : 'whole')
  } catch {
    // A browser that keeps nothing shows every part.
  }
  listeners.forEach((listener) => listener())
}

export const useShort = (): boolean =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    kept,
    () => false,
  )
