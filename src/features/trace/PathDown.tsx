'use client'
import type { JobView } from '@/core/job'
import { findTest } from '@/core/library'
import type { Layout } from '@/core/vehicle'
import { Rows, TRACK_NAMES, groupsOf, type PathRow } from '../frame/tracks/Rows'
import { percentText } from '../frame/words'
import { entryText } from './traceText'
import type { TracksProps } from './Tracks'

/** The path turned to run down: a row a segment, in the order of the flow, with its share and what was read there. */
export function PathDown(props: TracksProps) {
  const { job } = props
  const groups = groupsOf(job.layout).map(({ track, ids }) => ({
    title: TRACK_NAMES[track],
    rows: ids.map((id) => rowOf(props, id)),
  }))
  return <Rows label="Path with readings and suspects" groups={groups} onOpen={props.onSegment} />
}

function rowOf({ job, ranking, test }: TracksProps, id: string): PathRow {
  const segment = job.layout.segments.find((one) => one.id === id)!
  const share = ranking.segments.find((one) => one.id === id)!
  // A station belongs to the segment that it ends; the first of a track to the one that it begins.
  const places = [segment.id, segment.to, ...(isFirst(job.layout, id) ? [segment.from] : [])]
  return {
    id,
    name: segment.name,
    says: share.ink === 'cleared' ? 'cleared' : percentText(share.probability),
    ink: share.ink,
    share: Math.min(1, share.probability),
    read: readAt(job, places),
    next: test !== null && places.includes(test.at),
    across: id === 'pump',
  }
}

const isFirst = (layout: Layout, id: string): boolean => {
  const segment = layout.segments.find((one) => one.id === id)!
  return !layout.segments.some((other) => other.track === segment.track && other.to === segment.from)
}

const readAt = (job: JobView, places: string[]): string[] =>
  job.readings
    .filter((reading) => reading.epoch === job.epoch)
    .flatMap((reading) => {
      const test = findTest(reading.testId)
      return test && places.includes(test.at) ? [`${test.short} ${entryText(reading)}`] : []
    })
