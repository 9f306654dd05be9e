/**
 * What happens while an act is done, as a small closed set of facts. An act declares its doings; the
 * table of rules says what they need and leave (rules.ts). Nothing here judges.
 */

/** What is opened or made again. `access` shows the tank's top and lets out vapour, but parts no joint. */
export type Opening =
  | 'access'
  | 'cap'
  | 'port'
  | 'tee'
  | 'joint'
  | 'filter'
  | 'bowl'
  | 'bleed screw'
  | 'return'
  | 'rail'
  | 'high-pressure joint'
  | 'vent'
  | 'filler'
  | 'unit'
  | 'tank'
/** Under which pressure it may stand as it is opened: none, what a tap or a low lift leaves, the line's, the high side's. */
export type Under = 'none' | 'tap' | 'line' | 'high'
/** How much is behind it. */
export type Behind = 'vapour' | 'drops' | 'line' | 'tank'
/** Where on the vehicle. */
export type Near = 'engine' | 'underfloor' | 'tank'
/** A first pressure or first run that belongs to the opening: air is driven out, joints are looked at, the high side is looked at. */
export type First = 'prime' | 'leak' | 'high'

export type Doing =
  | { does: 'opens'; what: Opening; behind: Behind; under: Under; near: Near; relief?: true }
  | { does: 'closes'; what: Opening }
  | {
      does: 'pressurises'
      side: 'low' | 'high'
      by: 'pump' | 'hand' | 'engine' | 'gas' | 'gravity'
      first?: First
    }
  | { does: 'runsPump'; seconds: number; by: 'key' | 'jumper' | 'lift'; first?: First }
  | { does: 'cranks'; seconds: number; first?: First }
  | { does: 'runsEngine'; minutes: number; how: 'standing' | 'road' | 'stall'; first?: First }
  | { does: 'powers'; what: Powered; near: 'vehicle' | 'bench' }
  | { does: 'sparks' | 'heats' | 'flames'; with: string; at: 'vehicle' | 'tank' }
  | { does: 'drains'; from: 'tank' | 'line'; litres: number | 'all'; into: string }
  | { does: 'pours'; litres: number; into: string }
  | { does: 'fills'; litres: number | 'to the click'; empty?: true }
  | { does: 'pulls'; what: string }
  | { does: 'lifts' | 'lowers'; what: 'vehicle' | 'tank' | 'bed' | 'exhaust'; people: number }
  | { does: 'under'; what: 'vehicle' | 'tank' }
  | { does: 'loosensRestraint'; what: string }
  | { does: 'chemicals'; kind: 'acid' | 'alkali' | 'solvent' | 'detergent' | 'liner' | 'sealant'; on: string }
  | {
      does: 'gas'
      what: 'nitrogen' | 'air' | 'vacuum' | 'smoke'
      into: 'line' | 'tank' | 'intake' | 'vent'
      limitKPa: number
    }
  /** Pressure is put on what may leak, and somebody looks. */
  | { does: 'seeks' }
  | { does: 'hands'; people: number; inside?: 'tank'; wears?: string }
  /** What it works beside; `aside` where it opens no fuel, loads no joint, and needs neither a way in to the tank nor the line without pressure. */
  | { does: 'repairs'; beside: 'shut' | 'way in' | 'open tank' | 'open filter joint'; aside: boolean }
  | { does: 'certifies'; what: 'access' | 'repair' | 'flow' | 'release' }

/**
 * What is switched, connected or disconnected. `lock out` takes a relay or fuse out with the key off: it
 * makes safe and is always allowed. `own plug` is the tank unit's, parted or mated as part of its opening,
 * battery off. `source` is a terminal that is live with the key out.
 */
export type Powered =
  | 'battery off'
  | 'battery on'
  | 'key on'
  | 'lock out'
  | 'relay or fuse'
  | 'plug'
  | 'own plug'
  | 'jumper'
  | 'lamp'
  | 'meter feed'
  | 'source'

type Of<Kind extends Doing['does']> = Extract<Doing, { does: Kind }>

export const opens = (
  what: Opening,
  behind: Behind,
  near: Near = 'engine',
  under: Under = 'none',
): Of<'opens'> => ({ does: 'opens', what, behind, under, near })
export const closes = (what: Opening): Of<'closes'> => ({ does: 'closes', what })
export const powers = (what: Powered, near: 'vehicle' | 'bench' = 'vehicle'): Of<'powers'> => ({
  does: 'powers',
  what,
  near,
})
export const SEEKS: Of<'seeks'> = { does: 'seeks' }
export const cranks = (seconds: number): Of<'cranks'> => ({ does: 'cranks', seconds })
export const runsPump = (seconds: number, by: 'key' | 'jumper' | 'lift' = 'key'): Of<'runsPump'> => ({
  does: 'runsPump',
  seconds,
  by,
})
export const runsEngine = (minutes: number, how: 'standing' | 'road' = 'standing'): Of<'runsEngine'> => ({
  does: 'runsEngine',
  minutes,
  how,
})
export const drains = (litres: number | 'all', from: 'tank' | 'line', into = 'bonded can'): Of<'drains'> => ({
  does: 'drains',
  from,
  litres,
  into,
})
export const hands = (people: number, more: { inside?: 'tank'; wears?: string } = {}): Of<'hands'> => ({
  does: 'hands',
  people,
  ...more,
})
export const lifts = (
  what: 'vehicle' | 'tank' | 'bed' | 'exhaust',
  people: number,
): Of<'lifts' | 'lowers'> => ({
  does: 'lifts',
  what,
  people,
})
export const lowers = (
  what: 'vehicle' | 'tank' | 'bed' | 'exhaust',
  people: number,
): Of<'lifts' | 'lowers'> => ({
  does: 'lowers',
  what,
  people,
})
export const pulls = (what: string): Of<'pulls'> => ({ does: 'pulls', what })
export const under = (what: 'vehicle' | 'tank'): Of<'under'> => ({ does: 'under', what })

/** Does it part something that holds fuel? The cap and an access do not; they let out vapour. */
export const opensFuel = (doing: Doing): boolean =>
  doing.does === 'opens' && doing.what !== 'access' && doing.what !== 'cap'
/** Does fuel itself stand behind what it parts? */
export const opensLiquid = (doing: Doing): boolean =>
  opensFuel(doing) && doing.does === 'opens' && doing.behind !== 'vapour'
