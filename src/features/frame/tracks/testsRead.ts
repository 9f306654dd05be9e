import type { JobView } from '@/core/job'

/** Tests that were read in jobs which the vehicle is in: none of them is taken away. */
export const testsReadIn = (jobs: Pick<JobView, 'evidence'>[]): string[] => [
  ...new Set(jobs.flatMap(({ evidence }) => evidence.map(({ testId }) => testId))),
]
