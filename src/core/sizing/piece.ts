/**
 * What a piece of a step is made of, by its name: which question of materials it asks. The word that says what it
 * is stands last before what it comes with: a hose clip is a clip, a hose with clamps is a hose.
 */
import type { MaterialGroup } from './materials'

const KINDS: Record<string, MaterialGroup> = {
  hose: 'hose',
  line: 'tube',
  pipe: 'tube',
  tube: 'tube',
  clip: 'clamp',
  clamp: 'clamp',
  washer: 'metal',
  bolt: 'metal',
  seal: 'seal',
  ring: 'seal',
  gasket: 'seal',
  grommet: 'seal',
  liner: 'sealant',
  sealant: 'sealant',
  tape: 'sealant',
  wire: 'electrical',
  sleeve: 'electrical',
  splice: 'electrical',
  terminal: 'electrical',
  pigtail: 'electrical',
  plug: 'electrical',
  solvent: 'solvent',
  cleaner: 'solvent',
  glove: 'glove',
}
/** It is told what they are, not what they are counted in. */
const COUNTED = /^(sets?|kits?|pairs?)$/i
/** What lies in the fuel, or is wetted from all sides. */
const IMMERSED = /\b(submersible|pickup|strainer|sock|liner|in the tank)\b/i
/** No pressure to speak of: vents, fillers, what runs back, what is drawn. */
const SLACK = /\b(vent|filler|vacuum|return|suction|signal|drain)\b/i
const SLACK_PA = 20e3
/** The high side: no hose, no tube by the metre. */
const HIGH = /\bhigh-pressure\b/i
const HIGH_PA = 100e6
/** What of a step inside a tank lies there with it. */
const INSIDE: readonly MaterialGroup[] = ['hose', 'tube', 'clamp', 'seal', 'electrical', 'sealant']

/** What is asked of the desk about a piece, SI; pressure is left to the vehicle where it carries it. */
export interface PieceAsked {
  group: MaterialGroup
  where: 'outside' | 'immersed'
  pressurePa?: number
  rule: 'road' | 'aircraft'
}

/** The material question of a piece, by its name; null where its name says no material. `inTank`: its step is done inside a tank. */
export function materialOf(name: string, { aircraft = false, inTank = false } = {}): PieceAsked | null {
  const called = name.split(/,| with | for | of /)[0]!
  const words = called.split(/[\s-]+/).filter((word) => /^[a-zà-ÿ]+$/i.test(word) && !COUNTED.test(word))
  const last = words.at(-1)?.toLowerCase() ?? ''
  const group = KINDS[last] ?? KINDS[last.replace(/s$/, '')]
  if (!group) return null
  return {
    group,
    where: IMMERSED.test(name) || (inTank && INSIDE.includes(group)) ? 'immersed' : 'outside',
    ...(HIGH.test(name) ? { pressurePa: HIGH_PA } : SLACK.test(name) ? { pressurePa: SLACK_PA } : {}),
    rule: aircraft ? 'aircraft' : 'road',
  }
}
