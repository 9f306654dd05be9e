/** Own photos: kept in this browser beside the jobs, scaled down and drawn anew, which leaves place and camera data behind. */
import localforage from 'localforage'

const photos = localforage.createInstance({ name: 'stop-start', storeName: 'photos' })

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
    return { ok: false, problem: 'It is no picture that this browser can read. Take it again as JPEG or PNG.' }
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
    await photos.setItem(photoId, blob)
  } catch (problem) {
    return { ok: false, problem: `Not kept: ${problem instanceof Error ? problem.message : String(problem)}. Free some space.` }
  }
  return { ok: true, photoId }
}

export const loadPhoto = (photoId: string): Promise<Blob | null> => photos.getItem<Blob>(photoId)
export const dropPhoto = (photoId: string): Promise<void> => photos.removeItem(photoId)
