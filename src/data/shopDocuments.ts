/** The whole shop as the search knows it: vehicles, parts, jobs with all their words. */
import {
  vehicleLineOf,
  wordsOfVehicle,
  type JobSummary,
  type ShopDocument,
  type VehicleLine,
} from '@/core/job'
import type { Part } from '@/core/parts'
import { allSummaries, allWords, jobAsListed, wholeIndex } from './jobIndex'
import { findJob } from './jobStore'
import { vehicleLines } from './lists'
import { listParts } from './partStore'
import { loadVehicle } from './vehicleStore'

const jobDocument = ({ id, unit, vehicleName, words, signed, lastAt }: JobSummary, found: string): Dated => ({
  key: `job ${id}`,
  kind: 'job',
  id,
  title: `${unit} ${vehicleName}${words ? `: ${words}` : ''}`,
  words: found,
  over: signed !== null,
  lastAt,
})
const vehicleDocument = (line: VehicleLine): ShopDocument => ({
  key: `vehicle ${line.id}`,
  kind: 'vehicle',
  id: line.id,
  title: `${line.unit} ${line.name}`,
  words: wordsOfVehicle(line),
  over: false,
})
const partDocument = ({ id, name, number, maker, place, piece, note }: Part): ShopDocument => ({
  key: `part ${id}`,
  kind: 'part',
  id,
  title: number ? `${name}, ${number}` : name,
  words: `${number.replace(/[^\p{L}\p{N}]/gu, '')} ${maker} ${place} ${piece} ${note}`,
  over: false,
})
type Dated = ShopDocument & { lastAt: number }

/** Everything that the search finds: vehicles, then parts, then jobs, the open ones and the newest first. */
export async function shopDocuments(): Promise<ShopDocument[]> {
  await wholeIndex(findJob)
  const [summaries, words, vehicles, parts] = await Promise.all([
    allSummaries(),
    allWords(),
    vehicleLines(),
    listParts(),
  ])
  const jobs = summaries
    .map((summary) => jobDocument(summary, words.get(summary.id) ?? ''))
    .sort((one, other) => Number(one.over) - Number(other.over) || other.lastAt - one.lastAt)
  return [...vehicles.map(vehicleDocument), ...parts.map(partDocument), ...jobs.map(undated)]
}
const undated = ({ lastAt: _, ...document }: Dated): ShopDocument => document

/** What the search knows, of these as they are now; what is not there any more is gone. */
export async function documentsNow(
  jobIds: readonly string[],
  vehicleIds: readonly string[],
  parts: boolean,
): Promise<{ documents: ShopDocument[]; gone: string[] }> {
  const jobs = await Promise.all(jobIds.map(jobAsListed))
  const vehicles = await Promise.all(vehicleIds.map(loadVehicle))
  return {
    documents: [
      ...jobs.flatMap((listed) => (listed ? [undated(jobDocument(listed.summary, listed.words))] : [])),
      ...vehicles.flatMap((found) => (found.ok ? [vehicleDocument(vehicleLineOf(found.value))] : [])),
      ...(parts ? (await listParts()).map(partDocument) : []),
    ],
    gone: [
      ...jobIds.filter((_, at) => jobs[at] === null).map((id) => `job ${id}`),
      ...vehicleIds.filter((_, at) => !vehicles[at]!.ok).map((id) => `vehicle ${id}`),
    ],
  }
}
