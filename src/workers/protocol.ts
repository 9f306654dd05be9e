/** Requests and answers of the workers: plain data. */
import type {
  Complaint,
  Contradiction,
  Done,
  Evidence,
  Choice,
  KnownFigure,
  Pair,
  ProfileValue,
  ProvocationRank,
  SegmentShare,
  SoundBand,
  Suspect,
  TestExplanation,
  Workshop,
} from '@/core/diagnosis'
import type { checkBuild, Standing } from '@/core/build'
import type { Typed } from '@/core/sizing'
import type { Floor } from '@/core/days'
import type { ShopDocument, ShopKind, VehicleRecord } from '@/core/job'
import type { DoneJob } from '@/core/demand'
import type { Demand, Need, PartFact } from '@/core/parts'
import type { DemoJob, ShopPiece } from '@/core/practice'
import type { JobEvent } from '@/core/records'
import type { Report } from '@/core/report'
import type { Access, Pace, Setting, SurveyFinding, WayId } from '@/core/library'
import type { Minutes } from '@/core/shared'
import type { Addition, PlannedMinutes, WayPlan } from '@/core/calls'
import type { Plan, PlanFailure, ShownWay, SurveyStep } from '@/core/procedure'
import type { HiddenFault, StandInReading } from '@/core/simulate'
import type { LayoutId, LayoutKey, Specification, VehicleState } from '@/core/vehicle'

/** Null where this version has no such build. */
export type BuildAnswer = (ReturnType<typeof checkBuild> & { milliseconds: number }) | null

export type TableStage = 'nominal' | 'derivatives' | 'pairs'

export interface RankRequest extends LayoutKey {
  specification: Specification
  complaint: Complaint
  evidence: Evidence[]
  done: Done[]
  state: VehicleState
  skipped: string[]
  /** Ways in that the vehicle has: what a test costs depends on them. */
  ways: WayId[]
  /** What stands in the way of its parts. */
  access: Access[]
  workshop: Workshop
  /** What is known of this vehicle's sound readings besides the model. */
  known: KnownFigure[]
  /** Explain this test instead of the chosen one. */
  testId: string | null
}
export interface Ranking {
  stage: TableStage
  suspects: Suspect[]
  /** Two faults that lead together. */
  pair: Pair | null
  segments: SegmentShare[]
  choice: Choice
  profile: ProfileValue[]
  surprises: string[]
  contradictions: Contradiction[]
  /** Ways to make a fault show that comes and goes. */
  provocations: ProvocationRank[]
  shownTest: TestExplanation | null
  milliseconds: number
}

export interface PlanRequest {
  start: VehicleState
  repairIds: string[]
  setting: Setting
  pace: Pace
  /** Of the repairs, those that are done: only what is left is planned. */
  already: string[]
}

/** A job as its log tells it. */
export interface OpenJob {
  jobId: string
  events: JobEvent[]
  vehicle: VehicleRecord
}

export interface ShopQuery {
  query: string
  most: number
  /** Of these kinds alone; null: of all. */
  kinds: ShopKind[] | null
  /** Jobs that are open, or signed, alone; null: both. */
  over: boolean | null
}

export interface WorkerRequests {
  rank: { request: RankRequest; answer: Ranking }
  /** Suspects if this were read. */
  preview: { request: RankRequest; answer: { suspects: Suspect[] } }
  whySuspect: {
    request: RankRequest & { repairId: string }
    answer: {
      againstName: string
      effects: { evidenceId: string; testId: string; bits: number; without: number }[]
    }
  }
  /** What a sound vehicle reads at each of some tests, in the test's own unit. */
  sound: {
    request: LayoutKey & { specification: Specification; known: KnownFigure[]; testIds: string[] }
    answer: Record<string, SoundBand>
  }
  /** The sound vehicle in the scene of a test, as a file of the network format. */
  network: { request: LayoutKey & { specification: Specification; testId: string }; answer: string }
  demo: { request: { now: number }; answer: DemoJob[] }
  demoFloor: { request: object; answer: Floor }
  /** A piece of a made-up shop, by its shares. */
  shopPiece: { request: { from: number; to: number; now: number }; answer: ShopPiece }
  /** `madeAt` in ms. */
  pdf: { request: { report: Report; madeAt: number }; answer: Uint8Array }
  demoParts: { request: { now: number }; answer: PartFact[] }
  /** What the open jobs want. */
  needs: { request: { jobs: OpenJob[] }; answer: Need[] }
  /** Things as they are to be found, all of them anew. */
  shopLoad: { request: { documents: ShopDocument[] }; answer: { count: number } }
  shopChange: { request: { documents: ShopDocument[]; gone: string[] }; answer: { count: number } }
  shopFind: { request: ShopQuery; answer: { found: ShopDocument[]; all: number; milliseconds: number } }
  demand: { request: { fleet: LayoutId[]; done: DoneJob[]; now: number }; answer: Demand[] }
  survey: {
    request: {
      layout: LayoutKey
      setting: Setting
      start: VehicleState
      findings: [string, SurveyFinding][]
      repaired: string[]
    }
    answer: { steps: SurveyStep[]; minutes: Minutes }
  }
  plan: { request: PlanRequest; answer: { ok: true; value: Plan } | { ok: false; error: PlanFailure } }
  /** What was chosen of a build, checked as a whole. */
  build: { request: { buildId: string; was: Standing; typed: Typed }; answer: BuildAnswer }
  ways: { request: PlanRequest; answer: WayPlan[] }
  /** What the schools of its judgement calls take here. */
  schools: { request: PlanRequest; answer: PlannedMinutes }
  additions: { request: PlanRequest & { candidates: string[] }; answer: Addition[] }
  way: {
    request: { setting: Setting; start: VehicleState; goal: VehicleState }
    answer: ShownWay | null
  }
  standIn: {
    request: LayoutKey & {
      seed: number
      specification: Specification
      hidden: HiddenFault[]
      repaired: string[]
      testId: string
      attempt: number
    }
    answer: StandInReading
  }
}
export type RequestKind = keyof WorkerRequests
export type RequestOf<K extends RequestKind> = WorkerRequests[K]['request']
export type AnswerOf<K extends RequestKind> = WorkerRequests[K]['answer']

export interface Envelope {
  id: number
  kind: RequestKind
  request: unknown
}
export type Reply =
  | { id: number; ok: true; answer: unknown }
  | { id: number; ok: false; problem: string }
  | { id: -1; stage: TableStage }
