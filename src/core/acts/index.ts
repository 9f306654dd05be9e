/**
 * What a person does, decided in one place: an act comes to entries of the log, or to what must come first.
 * Every screen sends its acts through `decide`; none composes an entry.
 */
import * as beside from './besideActs'
import * as complaint from './complaintActs'
import * as plan from './planActs'
import * as prove from './proveActs'
import { claimState, confirmHazards, noteDip, readMeter, readMeterAgain } from './safetyActs'
import type { Decided, Situation } from './situation'
import { takeReading } from './takeReading'
import * as trace from './traceActs'
import { finishStep, noteMeterAtStep, passCheck, tickPart, tickRest } from './workActs'

const { openJob: _begins, ...onComplaint } = complaint

export const ACTS = {
  takeReading,
  ...trace,
  ...onComplaint,
  claimState,
  noteDip,
  readMeter,
  readMeterAgain,
  confirmHazards,
  ...plan,
  tickPart,
  tickRest,
  finishStep,
  noteMeterAtStep,
  passCheck,
  ...beside,
  ...prove,
}
export type ActName = keyof typeof ACTS
export type InputOf<N extends ActName> = Parameters<(typeof ACTS)[N]>[1]

/** What an act comes to in a situation. Pure: the same act in the same situation is decided alike. */
export const decide = <N extends ActName>(name: N, input: InputOf<N>, situation: Situation): Decided =>
  (ACTS[name] as (situation: Situation, input: InputOf<N>) => Decided)(situation, input)

export { openJob } from './complaintActs'
export type { ReadingAct } from './takeReading'
export { meetsFigure, type Claim, type ReadFigure } from './safetyActs'
export type { Decided, Missing, Situation } from './situation'
export { dueCheck, missingOf, stepBegun, stepHolds, type Finished } from './workActs'
