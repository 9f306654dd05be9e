'use client'
import { useEffect, useRef } from 'react'

export type KeyMap = Record<string, () => void>

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement && (target.matches('input, textarea, select') || target.isContentEditable)

/** Single keys for the page; off while someone types or a panel is open. */
export function useKeys(keys: KeyMap): void {
  const latest = useRef(keys)
  useEffect(() => {
    latest.current = keys
  })
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        typing(event.target) ||
        document.querySelector('[role="dialog"]')
      )
        return
      const act = latest.current[event.key] ?? latest.current[event.key.toLowerCase()]
      if (!act) return
      event.preventDefault()
      act()
    }
    addEventListener('keydown', press)
    return () => removeEventListener('keydown', press)
  }, [])
}
