/**
 * What a line may be made of where it lies: hose class, clamp and flare by place, pressure and fuel.
 * Classes and pressures are typical (handbook 5.1, 5.2, 4); the print on the hose and the maker's data
 * govern. What is not listed for a place is not offered.
 */
import { familyOf, type FuelGradeId } from '../physics'
import type { PaGauge } from '../shared'

export const LINE_PLACES = [
  'inTank',
  'feed',
  'return',
  'suction',
  'vent',
  'carburettor',
  'highPressure',
  'aircraft',
] as const
export type LinePlace = (typeof LINE_PLACES)[number]
export type Suits = 'good' | 'limited'

export interface LineChoice {
  name: string
  suits: Suits
  /** What limits it, or what to mind. */
  says: string
}
export interface LineAdvice {
  use: LineChoice[]
  never: string
  clamps: LineChoice[]
  why: string
}

const good = (name: string, says = ''): LineChoice => ({ name, suits: 'good', says })
const limited = (name: string, says: string): LineChoice => ({ name, suits: 'limited', says })

interface Row {
  use: LineChoice[]
  never: string
  why: string
}
const ROWS: Record<LinePlace, Row> = {
  inTank: {
    use: [
      good('R10 hose', 'the only rubber made to lie in fuel, short lengths'),
      good('Corrugated nylon tube of the module'),
      good('Stainless tube'),
    ],
    never: 'R6, R7, R9, R11, R12, R14, PVC, silicone, zinc-plated clamps',
    why: 'Any other cover swells and splits inside the tank.',
  },
  carburettor: {
    use: [
      good('R7 hose'),
      good('R9 hose'),
      good('R14 hose'),
      good('Coated steel'),
      limited('R6 hose', 'older vehicles, no ethanol'),
    ],
    never: 'heater hose, PVC',
    why: 'Up to {50 kPa}, under the bonnet.',
  },
  feed: {
    use: [
      good('R9 hose'),
      good('Nylon 12 tube with quick connectors'),
      good('Coated steel'),
      good('Stainless tube'),
      good('PTFE in steel braid', 'conductive core, its own ends'),
      limited('R10 hose', 'not made for sun and rubbing'),
      limited('R12 or R14 hose', 'only where the pressure is printed on it'),
    ],
    never: 'R6, R7, low-pressure marine hose',
    why: 'Injection pressure.',
  },
  return: {
    use: [
      good('R9 hose'),
      good('Nylon 12 tube with quick connectors'),
      good('Coated steel'),
      limited('R7 hose', 'cool, outside the tank, up to a tenth of ethanol'),
    ],
    never: 'PVC, heater hose',
    why: 'Up to {100 kPa}, and hot.',
  },
  suction: {
    use: [
      good('Rigid nylon or steel'),
      good('Hose with a reinforced wall'),
      limited('R7 hose', 'short pieces'),
    ],
    never: 'soft hose without reinforcement, delaminated hose',
    why: 'Drawn flat from {20 kPa} of vacuum on, and air comes in without a drop.',
  },
  vent: {
    use: [good('R7 or R14 hose'), good('Nylon 12 tube'), limited('R9 hose', 'stiff')],
    never: 'open PVC',
    why: 'Vapour goes through the wall.',
  },
  highPressure: {
    use: [good('The maker’s steel pipe, new')],
    never: 'any hose, any repair joint',
    why: 'Pressure that cuts skin.',
  },
  aircraft: {
    use: [good('Approved hose assemblies')],
    never: 'hose for road vehicles',
    why: 'By approved data, and signed for.',
  },
}

/** Highest pressure that a clamp is for, Pa; typical. */
export const CLAMPS: { name: string; upToPa: PaGauge; on: LinePlace[]; says: string }[] = [
  {
    name: 'Ear clamp, stepless',
    upToPa: 690e3,
    on: ['inTank', 'feed', 'return'],
    says: 'used once, with its pliers',
  },
  {
    name: 'Bolt clamp, rolled edge',
    upToPa: 690e3,
    on: ['feed', 'return', 'suction'],
    says: '{1.5 to 3 N·m}, right width',
  },
  {
    name: 'Lined worm clamp',
    upToPa: 200e3,
    on: ['carburettor', 'return', 'suction', 'vent'],
    says: '{2 to 3.5 N·m}, again when hot',
  },
  {
    name: 'Spring clamp',
    upToPa: 100e3,
    on: ['vent', 'carburettor', 'return'],
    says: 'right size, tightens itself',
  },
]
/** Nylon and braid take their own ends. */
const OWN_ENDS: LineChoice = good('Crimped ends or quick connectors', 'no clamp on nylon or PTFE')

/** Classes that a fuel attacks, by name. */
const FUEL_LIMITS: Partial<Record<FuelGradeId, { pattern: RegExp; says: string }[]>> = {
  petrolE85: [
    { pattern: /R7|R6/, says: 'not with so much ethanol' },
    { pattern: /R9|R10|R14|R12/, says: 'only a grade rated for this ethanol' },
    { pattern: /Coated steel/, says: 'alcohol gets under the coating' },
  ],
  petrolE25: [
    { pattern: /R6/, says: 'not with ethanol' },
    { pattern: /R7/, says: 'not with so much ethanol' },
    { pattern: /Coated steel/, says: 'alcohol gets under the coating' },
  ],
  methanol: [
    { pattern: /R6|R7|R12/, says: 'not with methanol' },
    { pattern: /R9|R10|R14/, says: 'only a grade rated for methanol' },
    { pattern: /PA12|Nylon/i, says: 'only a grade rated for methanol' },
    { pattern: /Coated steel/, says: 'alcohol gets under the coating' },
  ],
  petrolE10: [{ pattern: /R6/, says: 'not with ethanol' }],
  diesel: [{ pattern: /R6/, says: 'not with diesel' }],
  dieselB100: [
    { pattern: /R6|R7/, says: 'not with biodiesel' },
    { pattern: /R10|R14|R12/, says: 'only a grade rated for biodiesel' },
  ],
  avgas: [{ pattern: /R6|R7/, says: 'short-lived in avgas; approved data decide' }],
}
const REFUSED = /^not /

/** What a line at a place has to hold, from the pressure that the vehicle's feed is set to; typical (handbook 5.1). Suction counts as its vacuum. */
export function pressureAt(place: LinePlace, setPa: PaGauge): PaGauge {
  const most: Partial<Record<LinePlace, PaGauge>> = {
    return: 100e3,
    suction: 20e3,
    vent: 3.5e3,
    carburettor: 50e3,
  }
  return Math.min(setPa, most[place] ?? setPa)
}

/** What may be fitted at a place, at a gauge pressure, with a fuel. At or over 100 kPa a carburettor's or return's low-pressure row gives way to the feed's. */
export function lineFor(place: LinePlace, pressurePa: PaGauge, fuel: FuelGradeId): LineAdvice {
  const effective: LinePlace =
    (place === 'carburettor' && pressurePa > 50e3) || (place === 'return' && pressurePa > 100e3)
      ? 'feed'
      : place
  const row = ROWS[effective]
  const limits = FUEL_LIMITS[fuel] ?? []
  const use = row.use.flatMap((choice): LineChoice[] => {
    const limit = limits.find(({ pattern }) => pattern.test(choice.name))
    if (!limit) return [choice]
    return REFUSED.test(limit.says) ? [] : [limited(choice.name, limit.says)]
  })
  const clamps =
    effective === 'highPressure' || effective === 'aircraft'
      ? []
      : [
          ...CLAMPS.filter((clamp) => clamp.on.includes(effective) && clamp.upToPa >= pressurePa).map(
            (clamp) => good(clamp.name, clamp.says),
          ),
          ...(use.some((choice) => /nylon|PTFE/i.test(choice.name)) ? [OWN_ENDS] : []),
        ]
  return { use, never: row.never, clamps, why: row.why }
}

export const SEATS = ['inverted45', 'dash37', 'bubble', 'olive', 'quickConnect'] as const
export type Seat = (typeof SEATS)[number]
export interface FlareAdvice {
  /** Null where such an end must not be made at all. */
  flare: string | null
  /** Length that it takes of the tube, as a multiple of its outer diameter; typical, make one for trial. */
  allowanceOd: number
  says: string
}

/** An olive serves low pressure only (typical policy, handbook O47). */
const OLIVE_MOST_PA: PaGauge = 100e3

/** Which end a tube gets for a seat, or why none. The high-pressure side gets none: its pipe is bought. */
export function flareFor(seat: Seat, pressurePa: PaGauge, place: LinePlace): FlareAdvice {
  if (place === 'highPressure')
    return { flare: null, allowanceOd: 0, says: 'Never made here: the maker’s pipe, new.' }
  if (place === 'aircraft')
    return { flare: null, allowanceOd: 0, says: 'By approved data and licensed hands only.' }
  switch (seat) {
    case 'inverted45':
      return {
        flare: 'Double flare, 45°',
        allowanceOd: 0.7,
        says: 'Steel and nickel copper. Never on a 37° seat: measure the angle, some threads are the same.',
      }
    case 'dash37':
      return {
        flare: 'Single flare, 37°',
        allowanceOd: 0.4,
        says: 'With sleeve and nut. Never on a 45° seat: measure the angle, some threads are the same.',
      }
    case 'bubble':
      return { flare: 'Bubble flare', allowanceOd: 0.5, says: 'Seals on a bubble seat only.' }
    case 'olive':
      return pressurePa > OLIVE_MOST_PA
        ? {
            flare: null,
            allowanceOd: 0,
            says: 'An olive holds {100 kPa} at most: never on injection, direct or common rail. Take a flare.',
          }
        : {
            flare: 'No flare: olive and nut',
            allowanceOd: 0,
            says: 'Hand tight, then one to one and a quarter turn. Insert in thin, soft tube.',
          }
    case 'quickConnect':
      return {
        flare: 'Bead by the connector’s gauge',
        allowanceOd: 0.6,
        says: 'Bead diameter exact, end free of burrs. Push until it clicks, pull back hard.',
      }
  }
}

export interface TubeMaterial {
  id: string
  name: string
  says: string
  /** It must not be used, and why. */
  never: string | null
}
/** What a hard line may be made of, for a fuel. Copper is never: it cracks and turns fuel to gum. */
export function tubesFor(fuel: FuelGradeId): TubeMaterial[] {
  const ethanol = familyOf(fuel) === 'alcohol'
  return [
    {
      id: 'steel',
      name: 'Coated steel',
      says: ethanol ? 'alcohol gets under a scratch' : 'strong; every scratch rusts',
      never: null,
    },
    { id: 'stainless', name: 'Stainless', says: 'hardens as it is worked: its own flaring die', never: null },
    {
      id: 'nickelCopper',
      name: 'Nickel copper 90/10',
      says: ethanol
        ? 'limited with so much ethanol'
        : familyOf(fuel) === 'diesel'
          ? 'not for biodiesel: it ages the fuel'
          : 'bends by hand; clip it often',
      never: null,
    },
    {
      id: 'copper',
      name: 'Copper',
      says: '',
      never: 'Cracks where it shakes, turns petrol to gum, forbidden by several codes.',
    },
  ]
}
