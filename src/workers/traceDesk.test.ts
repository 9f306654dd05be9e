/** The screen's worker and a consultation are one engine: a job played through both gets the same acts at the same odds. */
import { describe, expect, it } from 'vitest'
import { TYPICAL_WORKSHOP, type Complaint } from '@/core/diagnosis'
import { ownPairs, typicalTable } from '@/core/diagnosis/tables.fixture'
import { usualWays } from '@/core/library'
import { answer, openConsultation, pricerOf, propose, type Act } from '@/core/practice'
import { plannerFor } from '@/core/procedure'
import { standInById, truthVehicle } from '@/core/simulate'
import { layoutOf, specificationOf, type LayoutId } from '@/core/vehicle'
import type { RankRequest } from './protocol'
import { TraceDesk, keyOf } from './traceDesk'

const specification = (layoutId: LayoutId) =>
  specificationOf({}, layoutOf({ layoutId, edits: [], scope: 'engine' }))

function consultationOn(layoutId: LayoutId, complaint: Complaint) {
  const table = ownPairs(typicalTable(layoutId))
  const planner = plannerFor({ layout: layoutId, ways: usualWays(layoutId) })
  return { start: openConsultation(table, complaint), planner, pricer: pricerOf(planner, table) }
}
const requestOf = (
  layoutId: LayoutId,
  { complaint, evidence, done, state, skipped }: ReturnType<typeof openConsultation>,
): RankRequest => ({
  layoutId,
  edits: [],
  scope: 'engine',
  specification: specification(layoutId),
  complaint,
  evidence,
  done,
  state,
  skipped,
  ways: usualWays(layoutId),
  access: [],
  workshop: TYPICAL_WORKSHOP,
  known: [],
  testId: null,
})
const settled = (desk: TraceDesk, request: RankRequest) => {
  desk.rank(request)
  while (desk.growing) desk.grow(() => false)
  return desk.rank(request)
}
const actId = (act: Act) =>
  act.kind === 'test' ? act.test.id : act.kind === 'repair' ? act.repairId : act.kind

describe.each([['A08', 'F38', 0.75, 'startsThenDies']] as const)(
  'a job on %s',
  (layoutId, faultId, severity, symptom) => {
    it('gets the same acts at the same odds from the worker and from a consultation, over a repair that did not cure', () => {
      const complaint: Complaint = { symptoms: [symptom], raisers: [], failingNow: 'yes' }
      const layout = layoutOf({ layoutId, edits: [], scope: 'engine' })
      const truth = truthVehicle(77, specification(layoutId), [{ faultId, severity }], layout)
      const { start, planner, pricer } = consultationOn(layoutId, complaint)
      const desk = new TraceDesk()
      let talk = start
      let repaired = 0
      for (let turn = 0; turn < 6 && repaired < 2; turn += 1) {
        const proposal = propose(talk, TYPICAL_WORKSHOP, pricer)
        const ranking = settled(desk, requestOf(layoutId, talk))
        const { verdict } = ranking.choice
        // The maker is asked on the screen alone.
        if (verdict.kind !== 'ask') {
          expect(
            verdict.kind === 'repair'
              ? verdict.repairId
              : verdict.kind === 'stuck'
                ? 'stuck'
                : verdict.testId,
          ).toBe(actId(proposal.act))
          expect(ranking.suspects).toEqual(proposal.suspects)
        }
        const { act } = proposal
        if (act.kind === 'stuck') break
        if (act.kind === 'repair') repaired += 1
        talk = answer(
          talk,
          act,
          act.kind === 'repair'
            ? { kind: 'repaired', cured: false, partWasBad: 'unknown' }
            : { kind: 'reading', value: standInById(truth, act.test.id, turn), faultPresent: 'yes' },
          planner,
        )
      }
      expect(talk.readings + talk.repairs.length).toBeGreaterThan(2)
    }, 60_000)
  },
)

describe('a table that was kept', () => {
  const complaint: Complaint = { symptoms: ['startsThenDies'], raisers: [], failingNow: 'yes' }
  const { start } = consultationOn('A08', complaint)
  const request = requestOf('A08', start)
  const solved = new TraceDesk()
  const first = settled(solved, request)
  const { key, kept } = solved.worthKeeping!

  it('answers as the one that was solved, and has nothing left to solve but pairs it has', () => {
    expect(key).toBe(keyOf(request))
    const again = new TraceDesk()
    again.adopt(request, structuredClone(kept))
    expect(again.holds(request)).toBe(true)
    const { milliseconds: _one, ...fresh } = first
    const { milliseconds: _other, ...read } = settled(again, request)
    expect(read).toEqual(fresh)
  }, 60_000)
  it('of another library, or damaged, is not taken', () => {
    const strange = new TraceDesk()
    strange.adopt(request, { ...kept, sound: { ...kept.sound, values: kept.sound.values.slice(1) } })
    strange.adopt(request, { ...kept, predicted: [] })
    strange.adopt({ ...request, layoutId: 'A01', specification: specification('A01') }, kept)
    expect(strange.worthKeeping).toBeNull()
  }, 60_000)
})
