/** Which parts a job took, and what became of each: fitted once the step that fits it is done. */
import type { JobView } from '../job'
import { OPERATIONS, REPAIRS } from '../library'
import { atJob, coreStanding, isPiece, type CoreStanding, type Fit, type Part } from '../parts'
import type { Money } from '../shared'

export interface JobPart {
  part: Part
  count: number
  state: 'fitted' | 'in hand'
  /** Where it came from: a seller, or nobody where it lay on the shelf. */
  seller: string
  priceEach: Money | null
  /** What is owed back for it. */
  cores: CoreStanding[]
}
export interface JobParts {
  taken: JobPart[]
  /** What was tried in it and did not fit. */
  wrong: { part: Part; fit: Fit }[]
}

type Worked = Pick<JobView, 'id' | 'finishedRepairs' | 'work'>

/** Pieces that the steps which are done put in. */
function piecesIn({ finishedRepairs, work }: Worked): string[] {
  const done = [...(work?.done.values() ?? [])].map(({ operationId }) => operationId)
  return [
    ...REPAIRS.filter(({ id }) => finishedRepairs.includes(id)),
    ...OPERATIONS.filter(({ id }) => done.includes(id)),
  ].flatMap(({ newParts }) => newParts?.map(({ name }) => name) ?? [])
}

export function partsInJob(job: Worked, parts: readonly Part[]): JobParts {
  const fitted = piecesIn(job)
  return {
    taken: parts.flatMap((part): JobPart[] => {
      const count = atJob(part, job.id)
      if (count <= 0) return []
      const order = part.orders.findLast(({ jobId, came }) => jobId === job.id && came > 0)
      return [
        {
          part,
          count,
          state: fitted.some((piece) => isPiece(part, piece)) ? 'fitted' : 'in hand',
          seller: order?.seller ?? '',
          priceEach: order?.priceEach ?? null,
          cores: part.cores.filter(({ jobId }) => jobId === job.id).map((core) => coreStanding(part, core)),
        },
      ]
    }),
    wrong: parts.flatMap((part) =>
      part.fits.filter(({ fits, jobId }) => !fits && jobId === job.id).map((fit) => ({ part, fit })),
    ),
  }
}
