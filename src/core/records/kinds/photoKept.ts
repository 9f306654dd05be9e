import { z } from 'zod'
import { id, share, text } from '../fields'
import { defineKind } from '../kind'

const body = z.object({
  photoId: id,
  operationId: id.nullable(),
  note: text,
  arrows: z.array(z.object({ x1: share, y1: share, x2: share, y2: share })).max(20),
})

export interface PhotosSlice {
  photos: (z.infer<typeof body> & { at: number; eventId: string })[]
}

/** A photo of one's own: the picture stays in the browser, scaled and without its metadata. Arrows as shares of its sides. */
export const photoKept = defineKind({
  kind: 'photo-kept',
  version: 1,
  body,
  keeps: (): PhotosSlice => ({ photos: [] }),
  apply(job: PhotosSlice, entry) {
    job.photos.push({ ...entry.body, at: entry.at, eventId: entry.id })
  },
})
