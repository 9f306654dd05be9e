/**
 * What cleans without harm, by what it touches (handbook 5, 6, 7: O50, O51, H08). An acid or a caustic on aluminium,
 * zinc or terne makes hydrogen; what dissolves resin dissolves plastic and seals too.
 */
import type { Stands } from './materials'

export const SURFACES = {
  steel: 'bare steel',
  coated: 'steel with zinc or terne',
  aluminium: 'aluminium',
  plastic: 'a plastic tank or part',
  rubber: 'hose, seal, sender',
  liner: 'a lined tank',
} as const
export type Surface = keyof typeof SURFACES

export interface Solvent {
  name: string
  on: Record<Surface, Stands>
  says: string
}
const ORDER: Surface[] = ['steel', 'coated', 'aluminium', 'plastic', 'rubber', 'liner']
const CODES: Record<string, Stands> = { S: 'good', L: 'limited', U: 'not', '?': 'unknown' }
/** `codes` in the order of the surfaces above. */
const solvent = (name: string, codes: string, says: string): Solvent => ({
  ...{ name, says },
  on: Object.fromEntries(ORDER.map((surface, k) => [surface, CODES[codes[k]!]!])) as Solvent['on'],
})

export const SOLVENTS: readonly Solvent[] = [
  solvent('Neutral detergent in water', 'SSSSSL', 'rinsed out and dried at once; a liner by its sheet'),
  solvent(
    'The fuel that goes in',
    'SSSSSS',
    'to flush lines, drained, into a bonded can; nitrogen behind it, never shop air',
  ),
  solvent(
    'Caustic degreaser',
    'SUUUU?',
    'bare steel alone: hydrogen on the others; rinsed three times before acid',
  ),
  solvent(
    'Citric or phosphoric acid',
    'SUUUU?',
    'bare steel alone, tank open, acid into water; neutralised slowly, for it foams',
  ),
  solvent(
    'Resin solvent, ketone',
    'SSSUUU',
    'varnish; dissolves plastic, seals and liner, and goes through thin gloves',
  ),
  solvent(
    'Alcohol without water',
    'SSSL?L',
    'drives water out; burns as petrol does: outdoors, bonded, metered',
  ),
  solvent(
    'Chlorinated cleaner',
    'UUUUUU',
    'never: poison beside anything hot, and what is left of it eats metal and plastic',
  ),
]
