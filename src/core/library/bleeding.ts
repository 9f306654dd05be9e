/**
 * Ways to bleed a diesel's feed after it was opened, for what each layout allows. Strokes follow from the
 * air to be moved and what one stroke moves; minutes from the strokes, the waits and the starter's rests.
 * Figures typical (handbook T54, O52): a primer is firm within 60 strokes, the starter turns 15 s and
 * rests 60 s. Nothing is cranked while it is bled, and no line nut is loosened to let air out.
 */
import type { CubicMetre, Metre, Minutes } from '../shared'
import type { LayoutId } from '../vehicle'

export const BLEED_METHODS = ['primer', 'vacuum', 'liftPump'] as const
export type BleedMethodId = (typeof BLEED_METHODS)[number]

export interface BleedMethod {
  id: BleedMethodId
  title: string
  layouts: readonly LayoutId[]
  steps: string[]
  /** What speaks for it and against it. */
  says: string
  caution: { text: string; stopWhen: string }
}

const SPRAY = {
  text: 'Eye shield, rag under the screw. Diesel on the skin: wash it off.',
  stopWhen: 'Stop when it sprays. A jet that hit skin is a hospital at once.',
}

const METHODS: BleedMethod[] = [
  {
    id: 'primer',
    title: 'Hand primer and bleed screw',
    layouts: ['A08'],
    steps: [
      'First filter: screw open, prime until no bubble comes, shut',
      'Fine filter the same',
      'Pump gallery the same',
      'Primer firm and stays firm for 30 s',
    ],
    says: 'Nothing but hands; slow when the primer’s flaps are worn.',
    caution: SPRAY,
  },
  {
    id: 'vacuum',
    title: 'Vacuum at the return',
    layouts: ['A08'],
    steps: [
      'Return off at the pump, clear hose to a catch can that stands lower',
      'Draw {30 kPa}, no more: a soft hose closes',
      'Until no bubble passes for 30 s',
      'Return back on',
    ],
    says: 'Quick, one pair of hands; shows where bubbles never end.',
    caution: SPRAY,
  },
  {
    id: 'liftPump',
    title: 'Lift pump by the key',
    layouts: ['A09'],
    steps: [
      'Key on 30 s, off 10 s, three times',
      'Air goes back through the return: until the pump’s note is steady',
      'Leak check, then the first start; nothing is opened to let air out',
    ],
    says: 'Its own pump does it. The high-pressure side bleeds itself through the return.',
    caution: {
      text: 'Common rail: no nut, no pipe, no sensor of the high side is touched, ever.',
      stopWhen: 'Stop when the rail does not rise after six tries: find the air, do not open.',
    },
  },
]
export const bleedMethodsFor = (layout: LayoutId): BleedMethod[] =>
  METHODS.filter((method) => method.layouts.includes(layout))

export interface BleedFacts {
  /** Line from the tank to the pump. */
  lengthM: Metre
  boreM: Metre
  /** Filters that were emptied and not filled again. */
  emptyFilters: number
}
export interface BleedEstimate {
  method: BleedMethod
  airM3: CubicMetre
  /** Of the hand primer; null where nothing is stroked. */
  strokes: number | null
  /** Turns of the starter of 15 s. */
  cranks: number
  minutes: Minutes
}

/** Typical: what one stroke of a hand primer moves, a filter holds, and the share of a stroke that is lost to flaps. */
export const STROKE_M3: CubicMetre = 12e-6
export const FILTER_M3: CubicMetre = 0.35e-3
const LOST_SHARE = 0.25
/** Strokes of a hand primer that move so much air: one model, wherever strokes are said. */
export const strokesFor = (airM3: CubicMetre, strokeM3: CubicMetre = STROKE_M3): number =>
  Math.ceil(airM3 / (strokeM3 * (1 - LOST_SHARE)))
const STROKES_PER_MINUTE = 30
/** Minutes that hands are at so many strokes, and that a hand vacuum pump draws so much, without setting up. */
export const strokingMinutes = (strokes: number): Minutes => strokes / STROKES_PER_MINUTE
export const drawingMinutes = (airM3: CubicMetre): Minutes => airM3 / VACUUM_M3_PER_MINUTE
const CRANK_MINUTES: Minutes = 15 / 60
const REST_MINUTES: Minutes = 1
/** A primer that is not firm by then draws air from somewhere. */
export const MOST_STROKES = 60
/** Strokes after which air must be coming in from somewhere: a third over what this line should take, at least the usual sixty. Ours, typical. */
export const mostStrokes = (estimate: BleedEstimate): number =>
  Math.max(MOST_STROKES, Math.ceil(((4 / 3) * (estimate.strokes ?? 0)) / 10) * 10)

/** Until such a way can begin, minutes. */
export const SET_UP: Record<BleedMethodId, Minutes> = { primer: 4, vacuum: 6, liftPump: 3 }
const CRANKS: Record<BleedMethodId, number> = { primer: 0, vacuum: 0, liftPump: 0 }
/** A hand vacuum pump draws so much a minute through the line, m³. */
const VACUUM_M3_PER_MINUTE = 0.25e-3

/** The layout's ways with what each takes for this line, the quickest first. Empty where nothing is bled by hand. */
export function bleedEstimates(
  layout: LayoutId,
  { lengthM, boreM, emptyFilters }: BleedFacts,
): BleedEstimate[] {
  const airM3 = 0.25 * Math.PI * boreM ** 2 * lengthM + emptyFilters * FILTER_M3
  return bleedMethodsFor(layout)
    .map((method): BleedEstimate => {
      const strokes = method.id === 'primer' ? strokesFor(airM3) : null
      const cranks = CRANKS[method.id]
      const moving =
        method.id === 'primer'
          ? strokingMinutes(strokes!)
          : method.id === 'vacuum'
            ? drawingMinutes(airM3)
            : 2
      return {
        method,
        airM3,
        strokes,
        cranks,
        minutes: SET_UP[method.id] + moving + cranks * CRANK_MINUTES + Math.max(0, cranks - 1) * REST_MINUTES,
      }
    })
    .sort((one, other) => one.minutes - other.minutes)
}
