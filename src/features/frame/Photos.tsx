'use client'
import { useEffect, useId, useRef, useState } from 'react'
import { dropPhoto, keepPhoto, loadPhoto } from '@/data/photos'
import type { JobView } from '@/core/job'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Panel } from '@/ui/Panel'
import type { JobInHand } from './useJob'
import { clockText } from './words'

type Photo = JobView['photos'][number]
type Arrow = Photo['arrows'][number]

interface PhotosProps {
  hand: JobInHand
  operationId: string | null
  /** Operation whose photos are shown first: the one that this step undoes. */
  twinId?: string | null
}

/** Takes own photos, with arrows and a note, and shows those of a step and of its twin, or all. */
export function Photos({ hand, operationId, twinId = null }: PhotosProps) {
  const [problem, setProblem] = useState<string | null>(null)
  const [fresh, setFresh] = useState<string | null>(null)
  const [shown, setShown] = useState<Photo | null>(null)
  const of = (id: string | null) => hand.job.photos.filter((photo) => photo.operationId === id)
  const own = operationId === null ? hand.job.photos : [...(twinId ? of(twinId) : []), ...of(operationId)]
  const take = async (file: File) => {
    const kept = await keepPhoto(file)
    setProblem(kept.ok ? null : kept.problem)
    if (kept.ok) setFresh(kept.photoId)
  }
  return (
    <section aria-label="Photos" className="space-y-2">
      <label className="flex min-h-[48px] cursor-pointer items-center justify-center border-2 border-ink-3 text-main focus-within:outline focus-within:outline-[3px] focus-within:outline-offset-[3px] focus-within:outline-accent">
        Take a photo
        <input
          type="file"
          name="photo"
          accept="image/*"
          capture="environment"
          className="sr-only"
          onChange={(event) => {
            const file = event.target.files?.[0]
            event.target.value = ''
            if (file) void take(file)
          }}
        />
      </label>
      {problem && <Notice title="No photo kept.">{problem}</Notice>}
      {own.length > 0 && (
        <ul className="flex gap-2 overflow-x-auto">
          {own.map((photo) => (
            <li key={photo.photoId} className="shrink-0">
              <button
                type="button"
                onClick={() => setShown(photo)}
                aria-label={`Photo of ${clockText(photo.at)}: ${photo.note || 'no note'}`}
                data-photo={photo.photoId}
                className="block h-[72px] w-[96px] border-2 border-ink-3"
              >
                <Picture photoId={photo.photoId} arrows={photo.arrows} cover />
              </button>
            </li>
          ))}
        </ul>
      )}
      {fresh && (
        <Mark
          photoId={fresh}
          onDone={(arrows, note) => {
            void hand.act('keepPhoto', { photoId: fresh, operationId, note, arrows })
            setFresh(null)
          }}
          onDrop={() => {
            void dropPhoto(fresh)
            setFresh(null)
          }}
        />
      )}
      {shown && (
        <Panel open onOpenChange={() => setShown(null)} title={`Photo, ${clockText(shown.at)}`}>
          <div className="h-[520px]">
            <Picture photoId={shown.photoId} arrows={shown.arrows} />
          </div>
          <p className="pt-2 text-main">{shown.note || 'No note.'}</p>
        </Panel>
      )}
    </section>
  )
}

/** Draw arrows by dragging; a note; then it is kept. */
function Mark({
  photoId,
  onDone,
  onDrop,
}: {
  photoId: string
  onDone: (arrows: Arrow[], note: string) => void
  onDrop: () => void
}) {
  const [arrows, setArrows] = useState<Arrow[]>([])
  const [note, setNote] = useState('')
  const from = useRef<{ x: number; y: number } | null>(null)
  const at = (event: React.PointerEvent) => {
    const box = event.currentTarget.getBoundingClientRect()
    return {
      x: clamp((event.clientX - box.left) / box.width),
      y: clamp((event.clientY - box.top) / box.height),
    }
  }
  return (
    <Panel open onOpenChange={onDrop} title="Arrows and note">
      <div
        className="mx-auto w-fit touch-none"
        data-mark
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId)
          from.current = at(event)
        }}
        onPointerUp={(event) => {
          const start = from.current
          const end = at(event)
          from.current = null
          if (start && Math.hypot(end.x - start.x, end.y - start.y) > 0.03)
            setArrows((now) => [...now, { x1: start.x, y1: start.y, x2: end.x, y2: end.y }].slice(-20))
        }}
      >
        <div className="h-[430px]">
          <Picture photoId={photoId} arrows={arrows} />
        </div>
      </div>
      <form
        className="flex items-end gap-2 pt-3"
        onSubmit={(event) => {
          event.preventDefault()
          onDone(arrows, note.trim())
        }}
      >
        <label className="flex-1 text-second text-ink-2">
          Note
          <input
            name="photoNote"
            value={note}
            onChange={(event) => setNote(event.target.value.slice(0, 400))}
            className="block h-[48px] w-full border-2 border-ink-3 bg-sheet px-3 text-main text-ink"
          />
        </label>
        {arrows.length > 0 && <Button onClick={() => setArrows(arrows.slice(0, -1))}>Arrow back</Button>}
        <Button onClick={onDrop}>Do not keep</Button>
        <Button type="submit" variant="act" data-act="keep-photo">
          Keep it
        </Button>
      </form>
    </Panel>
  )
}
const clamp = (share: number) => Math.min(1, Math.max(0, share))

/** A kept photo with its arrows over it; the picture itself is never changed. */
export function Picture({
  photoId,
  arrows,
  cover = false,
}: {
  photoId: string
  arrows: Arrow[]
  cover?: boolean
}) {
  const [url, setUrl] = useState<string | null>(null)
  const [gone, setGone] = useState(false)
  const head = useId()
  useEffect(() => {
    let made: string | null = null
    let live = true
    void loadPhoto(photoId).then((blob) => {
      if (!live) return
      if (!blob) return setGone(true)
      made = URL.createObjectURL(blob)
      setUrl(made)
    })
    return () => {
      live = false
      if (made) URL.revokeObjectURL(made)
    }
  }, [photoId])
  if (gone)
    return (
      <span className="flex h-full items-center justify-center px-1 text-tick leading-tight text-ink-2">
        kept on another tablet
      </span>
    )
  if (!url) return null
  return (
    <span className="relative inline-block h-full">
      {/* eslint-disable-next-line @next/next/no-img-element -- a blob of this browser, nothing to optimise */}
      <img
        src={url}
        alt=""
        className={`h-full ${cover ? 'w-[92px] object-cover' : 'w-auto max-w-full object-contain'}`}
        draggable={false}
      />
      <svg
        className="pointer-events-none absolute inset-0 h-full w-full"
        viewBox="0 0 100 100"
        preserveAspectRatio="none"
        aria-hidden="true"
      >
        <defs>
          <marker id={head} markerWidth="4" markerHeight="4" refX="3" refY="2" orient="auto">
            <path d="M0 0L4 2L0 4z" fill="var(--accent)" />
          </marker>
        </defs>
        {arrows.map((arrow, k) => (
          <line
            key={k}
            x1={100 * arrow.x1}
            y1={100 * arrow.y1}
            x2={100 * arrow.x2}
            y2={100 * arrow.y2}
            stroke="var(--accent)"
            strokeWidth="1.6"
            markerEnd={`url(#${head})`}
          />
        ))}
      </svg>
    </span>
  )
}
