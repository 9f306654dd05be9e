'use client'
import { createContext, useContext, useLayoutEffect, useRef, useState, type ReactNode } from 'react'
import { createPortal } from 'react-dom'

/** By the room that the page has, never by the device: a phone, a portrait tablet, a bench's screen. */
export type Shape = 'narrow' | 'medium' | 'wide'
const MEDIUM_FROM = 720
const WIDE_FROM = 1264
export const shapeOf = (widthPx: number): Shape =>
  widthPx < MEDIUM_FROM ? 'narrow' : widthPx < WIDE_FROM ? 'medium' : 'wide'

const ShapeContext = createContext<Shape>('wide')
export const useShape = (): Shape => useContext(ShapeContext)

const SlotContext = createContext<HTMLElement | null>(null)

export interface Size {
  width: number
  height: number
}

/** Width and height of an element as they change, px; null before it is measured. */
export function useSize<E extends Element>(): [React.RefObject<E | null>, Size | null] {
  const ref = useRef<E>(null)
  const [size, setSize] = useState<Size | null>(null)
  useLayoutEffect(() => {
    const element = ref.current
    if (!element) return
    const measure = () => {
      const { width, height } = element.getBoundingClientRect()
      setSize((before) =>
        before && before.width === width && before.height === height ? before : { width, height },
      )
    }
    measure()
    const observer = new ResizeObserver(measure)
    observer.observe(element)
    return () => observer.disconnect()
  }, [])
  return [ref, size]
}

/**
 * Tells what lies in it which shape the page has. Where that is scrolled, the page's main act stays at the
 * lower edge of the glass: under the thumb, over whatever lies there.
 */
export function ShapeFrame({ children, className = '' }: { children: ReactNode; className?: string }) {
  const [ref, size] = useSize<HTMLDivElement>()
  const [slot, setSlot] = useState<HTMLElement | null>(null)
  const shape = size ? shapeOf(size.width) : 'wide'
  return (
    <ShapeContext.Provider value={shape}>
      <SlotContext.Provider value={shape === 'wide' ? null : slot}>
        <div ref={ref} data-shape={shape} className={className}>
          {children}
          {shape !== 'wide' && (
            <div
              ref={setSlot}
              role="region"
              aria-label="What to do now"
              className="no-print sticky bottom-0 z-30 border-t-[3px] border-accent bg-sheet px-4 py-2 empty:hidden [&>*]:min-h-[60px] [&>*]:w-full"
            />
          )}
        </div>
      </SlotContext.Provider>
    </ShapeContext.Provider>
  )
}

/** A sheet over the page keeps its own acts: none of them goes to the page's edge. */
export const InSheet = ({ children }: { children: ReactNode }) => (
  <SlotContext.Provider value={null}>{children}</SlotContext.Provider>
)

/** The one act that a page is there for. Where the page is scrolled it stays at the lower edge of the glass. */
export function MainAct({ children }: { children: ReactNode }) {
  const slot = useContext(SlotContext)
  return slot ? createPortal(children, slot) : children
}
