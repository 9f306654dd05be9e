/**
 * What must be in hand before the first fuel joint is parted: a tank on the floor or a line open to the
 * shop waits for nothing. It follows from the plan; what is missing holds the opening, never the reading
 * of the plan. Levels are typical: a quarter of the tank for work from above, a tenth to take it down.
 */
import { plainWords, type Ampere, type CubicMetre, type Metre, type Ohm, type PaGauge } from '../shared'
import { familyOf, type FuelFamily, type FuelGradeId } from '../physics'
import { GUARD_TOOLS, leastFuseA, opensLiquid, type Doing } from '../library'
import { LOW_FRACTION } from './level'
import type { Plan } from './planTerms'

export const READY_GROUPS = ['fuel', 'fit', 'parts', 'seals', 'caps', 'tools', 'people', 'guard'] as const
export type ReadyGroup = (typeof READY_GROUPS)[number]

export interface ReadyItem {
  /** Stable over plans of the same repairs: ticks stay. */
  id: string
  group: ReadyGroup
  name: string
  detail: string
  /** Pieces of it. */
  count: number
  /** It cannot be ticked yet: what has to be known first. */
  waits: string | null
}

export interface ReadyFacts {
  /** By dip; null where nobody has dipped. */
  litres: number | null
  capacityM3: CubicMetre
  fuel: FuelGradeId
  /** Ends of the gauge that a sender must drive; null where no resistor drives it. */
  gauge: { emptyOhm: Ohm; fullOhm: Ohm } | null
  pumpCurrentA: Ampere
  feedBoreM: Metre
  setPa: PaGauge
  /** What was worked out not to fit, in a word each. */
  unfit?: string[]
}

const CAN_LITRES = 20

/** The first step that drains the tank or parts a joint to work there; null where the plan has none. A gauge port and a test connection are made to be shut again at once. */
export const opensAt = (plan: Plan): number | null =>
  plan.steps.find((step) => step.act.does.some(opensToWork))?.index ?? null

const opensToWork = (doing: Doing) =>
  (doing.does === 'drains' && doing.from === 'tank') ||
  (opensLiquid(doing) &&
    doing.does === 'opens' &&
    doing.under !== 'line' &&
    doing.what !== 'port' &&
    doing.what !== 'tee')

/** Litres that have to come out for this plan, from a dip; null where the plan drains nothing. */
export function litresToDrain(plan: Plan, litres: number, capacityM3: CubicMetre): number | null {
  const does = (id: string) => plan.steps.some((step) => step.operationId === id)
  if (!does('drainBelowFlange') && !does('lowerTank')) return null
  return Math.max(0, litres - 1e3 * capacityM3 * (does('lowerTank') ? LOW_FRACTION.down : LOW_FRACTION.above))
}

/** The line of a piece on the list; stable over plans of the same repairs. */
export const readyIdOf = (group: ReadyGroup, name: string): string =>
  `${group}:${plainWords(name)}`.slice(0, 80)

export function readyToOpen(plan: Plan, facts: ReadyFacts): ReadyItem[] {
  if (opensAt(plan) === null) return []
  const item = (
    group: ReadyGroup,
    name: string,
    detail = '',
    waits: string | null = null,
    count = 1,
  ): ReadyItem => ({
    id: readyIdOf(group, name),
    group,
    name,
    detail,
    waits,
    count,
  })
  const counted = (count: number) => (count > 1 ? `${count} pieces` : '')
  return [
    ...fuelOut(plan, facts).map(([name, detail, waits]) => item('fuel', name, detail, waits)),
    ...fits(plan, facts).map(([name, detail]) => item('fit', name, detail)),
    ...(facts.unfit ?? []).map((title) =>
      item('fit', `${title}: does not fit`, '', 'Measure again, or take another part.'),
    ),
    ...plan.have.newParts
      .filter((part) => !part.oneTime)
      .map((part) => item('parts', part.name, counted(part.count), null, part.count)),
    ...plan.have.newParts
      .filter((part) => part.oneTime)
      .map((part) =>
        item('seals', part.name, `${counted(part.count) || 'one'}, new, size compared`, null, part.count),
      ),
    ...capsOf(plan).map(([name, count]) => item('caps', name, counted(count), null, count)),
    ...plan.have.tools.filter((tool) => !GUARD_TOOLS.has(tool)).map((tool) => item('tools', tool)),
    ...(plan.people > 1
      ? [
          item(
            'people',
            plan.people > 2 ? `${plan.people - 1} more people` : 'A second person',
            'for the heavy step, and at the key',
          ),
        ]
      : []),
    ...guards(facts.fuel).map(([name, detail]) => item('guard', name, detail)),
  ]
}

function fuelOut(plan: Plan, { litres, capacityM3 }: ReadyFacts): [string, string, string | null][] {
  const drains = litresToDrain(plan, litres ?? 0, capacityM3)
  if (drains === null) return []
  const way: [string, string, string | null] = [
    'The way the fuel gets out',
    'drain, filler or feed line; an anti-siphon flap may block the filler',
    null,
  ]
  if (litres === null)
    return [
      ['Cans for the fuel', 'by dip, not by the gauge', 'Dip the tank: the strip takes the litres.'],
      way,
    ]
  if (drains < 0.5) return []
  const cans = Math.ceil(drains / CAN_LITRES)
  return [
    [
      'Cans for the fuel',
      `{${Math.ceil(drains)} L} to come out: ${cans} ${cans === 1 ? 'can' : 'cans'} of {${CAN_LITRES} L}, bonded, labelled`,
      null,
    ],
    way,
  ]
}

/** A hose for injection is rated for this many times the pressure that it holds, typical. */
const HOSE_FACTOR = 3

/** What must mate, compared on the bench while the old part still holds the vehicle together. */
function fits(plan: Plan, { gauge, pumpCurrentA, feedBoreM, setPa, fuel }: ReadyFacts): [string, string][] {
  const has = (...ids: string[]) => plan.repairs.some((id) => ids.includes(id))
  const bore = `{${(1e3 * feedBoreM).toFixed(1)} mm}`
  return [
    ...(has('module')
      ? [
          ['Height, flange and plug against the old one', 'within {2 mm}, same key, same pins'] as [
            string,
            string,
          ],
        ]
      : []),
    ...(has('module', 'sender') && gauge
      ? [
          [
            'Sender against the gauge, by ohmmeter',
            `${gauge.emptyOhm} Ω empty, ${gauge.fullOhm} Ω full: it ${gauge.fullOhm > gauge.emptyOhm ? 'rises' : 'falls'} as it fills`,
          ] as [string, string],
        ]
      : []),
    ...(has('module', 'linePump')
      ? [
          [
            'Pump current against fuse and wire',
            `${pumpCurrentA.toFixed(1)} A as made: a fuse of ${leastFuseA(pumpCurrentA) ?? 40} A at least, and no larger than the wire carries`,
          ] as [string, string],
        ]
      : []),
    ...(has('frontLine', 'rearLine', 'returnLine', 'filter', 'addedFilter', 'module', 'strainer')
      ? [
          [
            'Hose to pipe to fitting',
            `feed bore ${bore}; hose for ${HOSE_FOR[familyOf(fuel)]}, rated {${Math.ceil((HOSE_FACTOR * setPa) / 1e5) * 100} kPa} or more`,
          ] as [string, string],
        ]
      : []),
  ]
}

/** Caps for every line that the plan opens. */
function capsOf(plan: Plan): [string, number][] {
  const caps = new Map<string, number>()
  for (const step of plan.steps) {
    for (const piece of step.act.on ?? [])
      if (piece.shuts) caps.set(piece.name, Math.max(caps.get(piece.name) ?? 0, piece.count))
  }
  return [...caps]
}

const HOSE_FOR: Record<FuelFamily, string> = {
  petrol: 'petrol with ethanol',
  alcohol: 'this share of alcohol',
  diesel: 'diesel',
}

function guards(fuel: FuelGradeId): [string, string][] {
  const gloves: Record<FuelFamily, string> = {
    petrol: 'nitrile, changed when wet',
    alcohol: 'for alcohol: laminate under a sturdy glove, or butyl; thin nitrile lets it through',
    diesel: 'nitrile, changed when wet',
  }
  return [
    ['Gloves', gloves[familyOf(fuel)]],
    ['Glasses', ''],
    ['Extinguisher', 'within {5 m}, pin in, date good'],
    ['Gas meter', 'zeroed outdoors today'],
  ]
}
