/**
 * What a commitment may cost: the loss of the best repair under a belief, and a part tried unread as a
 * test of its own.
 */
import type { Money, Probability } from '../shared'
import { repairById, repairMinutes as workMinutes } from '../library'
import type { Posterior } from './posterior'
import { MOST_SHOWN } from './suspects'

/** Money a minute, and money a comeback costs; the workshop's own figures override them. */
export interface Workshop {
  ratePerMinute: Money
  comebackMoney: Money
}
export const TYPICAL_WORKSHOP: Workshop = { ratePerMinute: 1.2, comebackMoney: 60 }

export interface Situation {
  workshop: Workshop
  /** Minutes to reach each test's state from here; null where there is no way. */
  reachMinutes: Record<string, number | null>
  /** Minutes to reach each repair's state and come back. */
  repairMinutes: Record<string, number | null>
  /** Does the engine run at all? */
  engineRuns: boolean
  /** Tests that cannot be done here. */
  skipped: string[]
  /** Repairs that were done and did not cure: none is proposed twice. */
  tried: string[]
  /** May the maker be asked for a figure that is only typical? */
  mayAsk?: boolean
}

/** How far a pair speaks for a repair that covers one of its faults: a second fault also explains noise, so a pair is trusted less than its weight. */
const PAIR_CREDIT = 0.75
/** A repair less likely than this is not named at all. */
const LEAST_NAMED = 0.3

/** A repair tried as a test: fitted unread, and seen whether it cures. */
export interface Attempt {
  repairId: string
  /** Chance that it cures by itself. */
  cures: Probability
  /** Its parts, its minutes and seeing whether it cured. */
  cost: Money
  /** Expected fall of the loss, less what is spent where it does not cure: on the scale of a test's worth. */
  worth: Money
}

/** Minutes to see whether a repair has cured: a start and a short run. */
const TRY_MINUTES = 10
/** An attempt less likely to cure than this is not offered. */
const LEAST_CURED = 0.1

/**
 * Fitting a part unread, priced as a test of one step: where it cures nothing is lost, where it does not
 * the part is paid for nothing and the loss of the best repair among the rest is left.
 */
export function attemptsOf(
  { table, classWeights }: Posterior,
  situation: Situation,
  loss: LossModel,
): Attempt[] {
  const nowLoss = loss.judge(classWeights).leastLoss
  return table.catalogue.library.repairs
    .flatMap((repair): Attempt[] => {
      if (repair.dear || situation.tried.includes(repair.id)) return []
      const cured = table.classes.map(
        (entry) =>
          entry.faults.length > 0 && entry.faults.every((fault) => fault.repairs.includes(repair.id)),
      )
      const cures = classWeights.reduce((sum, weight, at) => sum + (cured[at] ? weight : 0), 0)
      if (cures < LEAST_CURED || cures > MOST_SHOWN) return []
      const rest = classWeights.map((weight, at) => (cured[at] ? 0 : weight / (1 - cures)))
      const cost = costOfRepair(repair.id, situation) + situation.workshop.ratePerMinute * TRY_MINUTES
      return [
        {
          repairId: repair.id,
          cures,
          cost,
          worth: nowLoss - (1 - cures) * (cost + loss.judge(rest).leastLoss),
        },
      ]
    })
    .sort((one, other) => other.worth - one.worth)
}

export interface LossModel {
  /** Repairs that each class needs, by its faults' usual ones, and how much of the class each is: the suspects' view, for entropy. */
  needs: { repair: number; part: number }[][]
  repairCount: number
  /** The least loss of any repair under a belief over the classes, or over those of them that are named, and the repair that one would name; null where none is likely enough. */
  judge(
    mass: Float64Array,
    classes?: Int32Array,
  ): { leastLoss: Money; best: { repairId: string; probability: Probability } | null }
}

/**
 * Loss of committing to the best repair now: it is paid for nothing, with a comeback, where its part is
 * sound. Where its part is bad but not alone nothing is lost: the other fault has to be found anyway.
 */
export function lossModel(posterior: Posterior, situation: Situation): LossModel {
  const { table } = posterior
  const repairs = table.catalogue.library.repairs.filter((repair) => !situation.tried.includes(repair.id))
  const all = new Map(table.catalogue.library.repairs.map((repair, at) => [repair.id, at]))
  const place = new Map(repairs.map((repair, k) => [repair.id, k]))
  const money = repairs.map((repair) => costOfRepair(repair.id, situation))
  const needed = new Float64Array(repairs.length)
  const cured = new Float64Array(repairs.length)
  // Sparse cover: most classes are touched by one or two repairs.
  const touched = table.classes.map((entry) => {
    const covering = [...new Set(entry.faults.flatMap((fault) => fault.repairs))].filter((id) =>
      place.has(id),
    )
    return covering.map((id) => ({
      k: place.get(id)!,
      whole: entry.faults.every((fault) => fault.repairs.includes(id)),
    }))
  })
  const lossOf = (k: number) => (1 - needed[k]!) * (money[k]! + situation.workshop.comebackMoney)
  const credited = (k: number) => cured[k]! + PAIR_CREDIT * (needed[k]! - cured[k]!)
  const every = Int32Array.from(table.classes.keys())
  const cover = (mass: Float64Array, classes: Int32Array) => {
    needed.fill(0)
    cured.fill(0)
    for (let i = 0; i < classes.length; i += 1) {
      const c = classes[i]!
      const weight = mass[c]!
      if (weight <= 0) continue
      for (const { k, whole } of touched[c]!) {
        needed[k]! += weight
        if (whole) cured[k]! += weight
      }
    }
  }
  return {
    needs: table.classes.map((entry) =>
      entry.faults.length === 0
        ? [{ repair: all.size, part: 1 }]
        : entry.faults.map((fault) => ({
            repair: all.get(fault.repairs[0]!)!,
            part: 1 / entry.faults.length,
          })),
    ),
    repairCount: all.size + 1,
    judge: (mass, classes = every) => {
      cover(mass, classes)
      let [leastLoss, top, topLoss] = [Infinity, -1, Infinity]
      for (let k = 0; k < repairs.length; k += 1) {
        const loss = lossOf(k)
        if (loss < leastLoss) leastLoss = loss
        if (credited(k) > LEAST_NAMED && (top < 0 || loss < topLoss)) [top, topLoss] = [k, loss]
      }
      return { leastLoss, best: top < 0 ? null : { repairId: repairs[top]!.id, probability: credited(top) } }
    },
  }
}

/** Parts and minutes of a repair from here; where there is no way known, two hours of it. */
export function costOfRepair(repairId: string, { workshop, repairMinutes }: Situation): Money {
  const repair = repairById(repairId)
  return repair.money + workshop.ratePerMinute * (repairMinutes[repairId] ?? workMinutes(repair) + 120)
}
