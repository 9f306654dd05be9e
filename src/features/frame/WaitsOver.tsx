'use client'
import { inUnits } from './quantities'
import Link from 'next/link'
import { useEffect, useState } from 'react'
import { isOrder } from '@/core/job'
import { onStoreChange, openWaits, type OpenWait } from '@/data/store'
import { useNow } from './useNow'
import { useWaitNotice } from './useWaitNotice'
import { stageHref } from './words'

/** Changes come in bursts: one look after each. */
const SETTLE_MS = 300

function useOpenWaits(): OpenWait[] {
  const [waits, setWaits] = useState<OpenWait[]>([])
  useEffect(() => {
    let live = true
    let timer: ReturnType<typeof setTimeout> | undefined
    const read = () => void openWaits().then((found) => live && setWaits(found))
    const stop = onStoreChange((change) => {
      if (change.of === 'job') return
      clearTimeout(timer)
      timer = setTimeout(read, SETTLE_MS)
    })
    read()
    return () => {
      live = false
      clearTimeout(timer)
      stop()
    }
  }, [])
  return waits
}

/** In the head of every page: a wait of any job that is over and that nobody has ended yet; with a notification where the browser may. `here` is the job whose own waits the page shows. */
export function WaitsOver({ here = null }: { here?: string | null }) {
  const waits = useOpenWaits()
  const now = useNow(5000)
  useWaitNotice(waits)
  const over =
    now === null
      ? []
      : waits
          .filter(({ jobId, wait }) => jobId !== here && wait.endsAt <= now)
          .sort((one, other) => one.wait.endsAt - other.wait.endsAt)
  const first = over[0]
  if (!first) return null
  const order = isOrder(first.wait)
  return (
    <Link
      href={stageHref(order ? 'plan' : 'work', first.jobId)}
      data-over={over.length}
      title={over.map(({ unit, wait }) => `${unit}: ${inUnits(wait.label)}`).join('\n')}
      className="my-2 flex flex-col justify-center border-2 border-accent px-3 leading-tight text-accent"
    >
      <span className="whitespace-nowrap text-second font-semibold">
        Unit {first.unit}
        {over.length > 1 ? `, and ${over.length - 1} more` : ''}
      </span>
      <span className="whitespace-nowrap text-tick">{order ? 'part is due' : 'wait is over'}</span>
    </Link>
  )
}
