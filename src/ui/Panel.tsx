'use client'
import { Dialog } from 'radix-ui'
import type { ReactNode } from 'react'
import { InSheet, useShape } from './Shape'

interface Props {
  open: boolean
  onOpenChange: (open: boolean) => void
  title: string
  children: ReactNode
}

/** A sheet over the page, with a title and one way out. Focus is kept inside while it is open. */
export function Panel({ open, onOpenChange, title, children }: Props) {
  // A sheet hangs beside the page, not in it: it is told which shape that has.
  const shape = useShape()
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ground/80" />
        <Dialog.Content
          aria-describedby={undefined}
          data-shape={shape}
          className={`fixed z-50 overflow-auto border-t-[5px] border-accent bg-sheet ${shape === 'narrow' ? 'inset-0 p-4' : 'left-1/2 top-1/2 max-h-[min(760px,96dvh)] w-[820px] max-w-[96vw] -translate-x-1/2 -translate-y-1/2 p-6'}`}
        >
          <div className="mb-4 flex items-start justify-between gap-6">
            <Dialog.Title className="text-title">{title}</Dialog.Title>
            <Dialog.Close className="min-h-[48px] shrink-0 border-2 border-ink px-4 text-main font-semibold">
              Close
            </Dialog.Close>
          </div>
          <InSheet>{children}</InSheet>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}

/** The whole screen for one thing, with a title for those who do not see it. */
export function WholeScreen({
  open,
  onClose,
  title,
  children,
}: {
  open: boolean
  onClose: () => void
  title: string
  children: ReactNode
}) {
  return (
    <Dialog.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-0 z-50 flex flex-col bg-ground px-6 pt-3"
        >
          <Dialog.Title className="sr-only">{title}</Dialog.Title>
          <InSheet>{open && children}</InSheet>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
