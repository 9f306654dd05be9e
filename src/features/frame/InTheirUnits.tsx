'use client'
import { Fragment, type ReactNode } from 'react'
import { useUnits } from './useUnits'

/** Every screen is drawn anew where other units are chosen: each figure on it asks for them itself. */
export function InTheirUnits({ children }: { children: ReactNode }) {
  return <Fragment key={Object.values(useUnits()).join(' ')}>{children}</Fragment>
}
