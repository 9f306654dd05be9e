/** Own photos for a report: drawn anew at a size that paper needs, as JPEG. */
import type { JobView } from '@/core/job'
import type { Picture } from '@/core/report'
import { loadPhoto } from '@/data/photos'
import { stepTitle } from '@/core/library'
import { inUnits } from '../frame/quantities'
import { clockText, dateText } from '../frame/words'

const LONGEST_PX = 1100
const QUALITY = 0.78
/** A report with more than this is carried by nobody. */
const MOST = 24

/** What a photo is of: its note, the step at which it was taken, and when. */
function captionOf({ note, operationId, at }: JobView['photos'][number]): string {
  const step = operationId ? inUnits(stepTitle(operationId)) : ''
  return [note, step, `${dateText(at)}, ${clockText(at)}`].filter(Boolean).join('. ')
}

/** The photos of a job that are on this tablet; one that cannot be read is left out. */
export async function picturesOf({ photos }: Pick<JobView, 'photos'>): Promise<Picture[]> {
  const made = await Promise.all(photos.slice(0, MOST).map(pictureOf))
  return made.filter((one) => one !== null)
}

async function pictureOf(photo: JobView['photos'][number]): Promise<Picture | null> {
  const blob = await loadPhoto(photo.photoId)
  if (!blob) return null
  try {
    const bitmap = await createImageBitmap(blob)
    const scale = Math.min(1, LONGEST_PX / Math.max(bitmap.width, bitmap.height))
    const canvas = document.createElement('canvas')
    canvas.width = Math.round(scale * bitmap.width)
    canvas.height = Math.round(scale * bitmap.height)
    canvas.getContext('2d')!.drawImage(bitmap, 0, 0, canvas.width, canvas.height)
    bitmap.close()
    return {
      caption: captionOf(photo),
      jpeg: canvas.toDataURL('image/jpeg', QUALITY).split(',')[1]!,
      width: canvas.width,
      height: canvas.height,
      arrows: photo.arrows,
    }
  } catch {
    return null
  }
}
