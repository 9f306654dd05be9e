/**
 * Which part goes to which vehicle, from what was found: a part that did not fit is not ordered for that kind
 * of vehicle again, whatever the catalogue says, until somebody measures it anew.
 */
import type { LayoutId } from '../vehicle'
import { atJob, toCome, type Fit, type Part } from './part'

/** Vehicles of one name and layout take the same parts. */
export interface FitTarget {
  vehicleName: string
  layout: LayoutId
}

/** A number as its maker means it: case, spaces, hyphens, dots and strokes do not tell two numbers apart. */
export const plainNumber = (number: string): string => number.toUpperCase().replace(/[\s.\-–/_]/g, '')

const isFor =
  (target: FitTarget) =>
  ({ vehicleName, layout }: Fit): boolean =>
    layout === target.layout && vehicleName.trim().toLowerCase() === target.vehicleName.trim().toLowerCase()

export type FitKnown =
  | { kind: 'fits'; fit: Fit }
  | { kind: 'no'; fit: Fit }
  /** Nobody has tried it there. */
  | { kind: 'unknown' }

/** What is known of a part on a vehicle; the last word counts. */
export function fitOn({ fits }: Pick<Part, 'fits'>, target: FitTarget): FitKnown {
  const fit = fits.findLast(isFor(target))
  return fit ? { kind: fit.fits ? 'fits' : 'no', fit } : { kind: 'unknown' }
}

/** The part with a number; null where the workshop has none of it. An empty number is nobody's. */
export function partNumbered<P extends Pick<Part, 'number'>>(parts: readonly P[], number: string): P | null {
  const plain = plainNumber(number)
  return (plain && parts.find((part) => plainNumber(part.number) === plain)) || null
}

const pieceWord = (piece: string) => piece.trim().toLowerCase()
/** It stands for this piece of a plan. */
export const isPiece = (part: Pick<Part, 'piece'>, piece: string): boolean =>
  pieceWord(part.piece) === pieceWord(piece)

/** Parts that stand for a piece of a plan: those that are known to fit first, then those on the shelf; what does not fit comes last. */
export function partsFor(parts: readonly Part[], piece: string, target: FitTarget): Part[] {
  const rank = (part: Part) =>
    ({ fits: 0, unknown: 2, no: 4 })[fitOn(part, target).kind] + (part.shelf > 0 ? 0 : 1)
  return parts
    .filter((part) => isPiece(part, piece))
    .sort((one, other) => rank(one) - rank(other) || (one.name < other.name ? -1 : 1))
}

/** Which part an order is for. */
export type Choice =
  /** Nobody has said: the order is for whatever comes. */
  | { kind: 'unsaid' }
  | { kind: 'known'; part: Part }
  /** A number that the workshop has not had yet. */
  | { kind: 'new'; number: string }
  /** It did not fit there: it is not ordered again. */
  | { kind: 'refused'; part: Part; fit: Fit }

/** What was chosen, by its place in the list or by a typed number; the number counts where both are said. */
export function choiceOf(
  parts: readonly Part[],
  chosenId: string | null,
  typedNumber: string,
  target: FitTarget,
): Choice {
  const number = typedNumber.trim()
  const part = number ? partNumbered(parts, number) : (parts.find(({ id }) => id === chosenId) ?? null)
  if (!part) return plainNumber(number) ? { kind: 'new', number } : { kind: 'unsaid' }
  const known = fitOn(part, target)
  return known.kind === 'no' ? { kind: 'refused', part, fit: known.fit } : { kind: 'known', part }
}

/** Parts that were ordered for a job or are in its hand: what is measured on its bench is one of them. */
export const partsOfJob = (parts: readonly Part[], jobId: string): Part[] =>
  parts.filter((part) => atJob(part, jobId) > 0 || toCome(part).some((order) => order.jobId === jobId))
