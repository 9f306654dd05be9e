'use client'
import dynamic from 'next/dynamic'
import type { ComponentProps } from 'react'

const FindPanel = dynamic(() => import('./FindPanel').then((own) => own.FindPanel), { ssr: false })

/** The search; it loads when it is opened for the first time. */
export const FindSheet = (props: ComponentProps<typeof FindPanel>) =>
  props.open ? <FindPanel {...props} /> : null
