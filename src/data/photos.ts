/** Own photos: kept in this browser beside the jobs, scaled down and drawn anew, which leaves place and camera data behind. */
import localforage from 'localforage'
import type { FilePhoto, JobEvent } from '@/core/records'
import { withRoom } from './caches'
import { clearPending, stores } from './database'

const photos = localforage.createInstance({ name: 'stop-start', storeName: 'photos' })

/** A photo that is kept and that no entry names yet: a page that was closed in between leaves it behind. */
const PHOTO_MARK = 'photo '
/** Photos without an entry are let go after this. */
const UNNAMED_MS = 24 * 3_600_000

/** Takes the marks from photos that these entries name. */
export async function settlePhotos(events: JobEvent[]): Promise<void> {
  for (const event of events)
    if (event.kind === 'photo-kept') await clearPending(`${PHOTO_MARK}${event.body.photoId}`)
}

/** Lets go of photos that were taken and never named; returns how many. */
export async function dropUnnamedPhotos(now: number): Promise<number> {
  let dropped = 0
  for (const name of await stores.pending.keys()) {
    if (!name.startsWith(PHOTO_MARK)) continue
    const since = await stores.pending.getItem<number>(name)
    if (typeof since !== 'number' || now - since < UNNAMED_MS) continue
    await photos.removeItem(name.slice(PHOTO_MARK.length))
    await clearPending(name)
    dropped += 1
  }
  return dropped
}

/** Longest side of a kept photo, px, and how it is pressed. */
const LONGEST_PX = 1600
const QUALITY = 0.82

export type KeptPhoto = { ok: true; photoId: string } | { ok: false; problem: string }

/** Scales, strips and stores a picture. */
export async function keepPhoto(file: Blob): Promise<KeptPhoto> {
  let picture: ImageBitmap
  try {
    picture = await createImageBitmap(file, { imageOrientation: 'from-image' })
  } catch {
    return {
      ok: false,
      problem: 'It is no picture that this browser can read. Take it again as JPEG or PNG.',
    }
  }
  const scale = Math.min(1, LONGEST_PX / Math.max(picture.width, picture.height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.round(picture.width * scale)
  canvas.height = Math.round(picture.height * scale)
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height)
  picture.close()
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/jpeg', QUALITY))
  if (!blob) return { ok: false, problem: 'The picture could not be drawn. Take it smaller.' }
  const photoId = crypto.randomUUID()
  try {
    await withRoom(async () => {
      await stores.pending.setItem(`${PHOTO_MARK}${photoId}`, Date.now())
      await photos.setItem(photoId, blob)
    })
  } catch (problem) {
    return {
      ok: false,
      problem: `Not kept: ${problem instanceof Error ? problem.message : String(problem)}. Free some space.`,
    }
  }
  return { ok: true, photoId }
}

/** Characters at a time, so that no call takes a whole picture as arguments. */
const CHUNK = 0x8000

async function asBase64(blob: Blob): Promise<string> {
  const bytes = new Uint8Array(await blob.arrayBuffer())
  let text = ''
  for (let at = 0; at < bytes.length; at += CHUNK)
    text += String.fromCharCode(...bytes.subarray(at, at + CHUNK))
  return btoa(text)
}

/** The pictures of these ids that are on this tablet, as they go in a file. */
export async function photosForFile(photoIds: string[]): Promise<FilePhoto[]> {
  const found = await Promise.all(
    photoIds.map(async (photoId): Promise<FilePhoto[]> => {
      const blob = await loadPhoto(photoId)
      return blob ? [{ photoId, type: blob.type as FilePhoto['type'], base64: await asBase64(blob) }] : []
    }),
  )
  return found.flat()
}

/** Keeps the pictures of a file that are not here yet; returns how many found no room. */
export async function takePhotos(taken: FilePhoto[]): Promise<number> {
  let lost = 0
  for (const { photoId, type, base64 } of taken) {
    if (await loadPhoto(photoId)) continue
    const bytes = Uint8Array.from(atob(base64), (character) => character.charCodeAt(0))
    await photos.setItem(photoId, new Blob([bytes], { type })).catch(() => (lost += 1))
  }
  return lost
}

export const loadPhoto = (photoId: string): Promise<Blob | null> => photos.getItem<Blob>(photoId)
/** Lets a photo go that no entry names. */
export async function dropPhoto(photoId: string): Promise<void> {
  await photos.removeItem(photoId)
  await clearPending(`${PHOTO_MARK}${photoId}`)
}
