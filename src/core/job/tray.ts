/** The tray: every piece that is off the vehicle, and everything put on it that must come off again. */
import type { Plan } from '../procedure'
import type { WorkInHand } from '../records'

export interface TrayPiece {
  name: string
  count: number
  lies: string
  side: 'out' | 'on'
  /** Its step, and the one with which it goes back; null where it has none. */
  step: number
  backAt: number | null
}

/** Pieces of the steps that are done and whose twin is not; a step without a twin keeps its pieces out. */
export function trayOf(plan: Plan, work: WorkInHand): TrayPiece[] {
  return plan.steps.flatMap((step): TrayPiece[] => {
    if (step.repairId || !work.done.has(step.index)) return []
    if (step.twin !== null && work.done.has(step.twin)) return []
    const of = { step: step.index, backAt: step.twin }
    return [
      ...(step.act.out ?? []).map((piece): TrayPiece => ({ ...piece, ...of, side: 'out' })),
      ...(step.act.on ?? []).map((piece): TrayPiece => ({ ...piece, ...of, side: 'on' })),
    ]
  })
}
