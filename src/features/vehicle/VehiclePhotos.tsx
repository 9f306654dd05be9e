'use client'
import Link from 'next/link'
import { stepTitle } from '@/core/library'
import { Picture } from '../frame/Photos'
import { inUnits } from '../frame/quantities'
import { dateText, stageHref } from '../frame/words'
import type { VehicleInHand } from './useVehicleLife'

/** So many are shown; the others are in the records of their jobs. */
const MOST = 12

/** Photos of all its jobs, the youngest first; each opens the record that it is in. */
export function VehiclePhotos({ hand: { jobs } }: { hand: VehicleInHand }) {
  const photos = jobs
    .flatMap((job) => job.photos.map((photo) => ({ ...photo, jobId: job.id })))
    .sort((one, other) => other.at - one.at)
  if (photos.length === 0) return null
  return (
    <section aria-label="Photos of it">
      <h2 className="border-b-2 border-ink pb-1 text-main font-semibold">
        {photos.length > MOST ? `Photos, the last ${MOST} of ${photos.length}` : 'Photos'}
      </h2>
      <ul className="grid grid-cols-2 gap-2 pt-2">
        {photos.slice(0, MOST).map(({ photoId, arrows, note, operationId, at, jobId }) => (
          <li key={photoId}>
            <Link
              href={stageHref('record', jobId)}
              data-photo={photoId}
              className="block text-second leading-tight"
            >
              <span className="block h-[96px] border-2 border-ink-3">
                <Picture photoId={photoId} arrows={arrows} cover />
              </span>
              {note || (operationId ? inUnits(stepTitle(operationId)) : '')}
              <span className="block text-ink-2">{dateText(at)}</span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  )
}
