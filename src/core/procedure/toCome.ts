/**
 * What is at least to come of several repairs: the repairs that are left count as operations that must be
 * done, each once, with all that any of them needs and all that the vehicle put back needs after them.
 * An order of repairs that cannot be cheaper than one found before is given up by it without a search.
 */
import { repairById } from '../library'
import type { Minutes } from '../shared'
import { only, pack, type VehicleState } from '../vehicle'
import { repairAsDoable, type Doable } from './compiled'
import { factsOf, type Fact } from './facts'
import { MinutesLeft, leadsOf, usable, type Leads } from './minutesLeft'
import { actFor, stateKey, type Planner } from './reach'

/** Repairs that are left, and who makes and breaks what with them among the operations. */
interface Left {
  musts: Doable[]
  leads: Leads<Doable>
}

export class ToCome {
  private readonly lefts = new Map<string, Left>()
  private readonly known = new Map<string, Minutes>()
  private readonly goal: readonly Fact[]

  constructor(
    private readonly planner: Planner,
    finish: VehicleState,
  ) {
    this.goal = factsOf(only(finish, planner.variables))
  }

  /** Minutes from a state with these repairs to do until the vehicle is put back; never more than the cheapest plan takes, Infinity where there is none. */
  atLeast(state: VehicleState, repairIds: readonly string[]): Minutes {
    const names = [...repairIds].sort().join(' ')
    const key = `${stateKey(state)} ${names}`
    const before = this.known.get(key)
    if (before !== undefined) return before
    const { musts, leads } = this.leftOf(names, repairIds)
    const count = this.planner.compiled.length + musts.length
    const inPlay = usable(leads, count, state, this.goal, musts)
    const minutes = new MinutesLeft(leads, inPlay, this.goal, musts).from(pack(state))
    this.known.set(key, minutes)
    return minutes
  }

  private leftOf(names: string, repairIds: readonly string[]): Left {
    const before = this.lefts.get(names)
    if (before) return before
    const { planner } = this
    const musts = repairIds.map((id, at) =>
      repairAsDoable(actFor(planner, repairById(id)), planner.compiled.length + at),
    )
    const left = { musts, leads: leadsOf<Doable>(musts, planner.graph) }
    this.lefts.set(names, left)
    return left
  }
}
