import type { Metadata } from 'next'
import type { ReactNode } from 'react'
import { InTheirUnits } from '@/features/frame/InTheirUnits'
import './globals.css'

export const metadata: Metadata = {
  title: 'Stop Start',
  description:
    'From complaint to record: find the fault in a fuel system, prove it, repair it, forget nothing.',
}

/** Sets day or night before the first paint, so that a dark bay is not flashed white. */
const LIGHT_BEFORE_PAINT = `try{var r=document.documentElement,l=localStorage.getItem('stop-start-light');if(l==='night')r.dataset.light='night'}catch(e){}`

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en" suppressHydrationWarning>
      <head>
        <script dangerouslySetInnerHTML={{ __html: LIGHT_BEFORE_PAINT }} />
      </head>
      <body>
        <InTheirUnits>{children}</InTheirUnits>
      </body>
    </html>
  )
}
