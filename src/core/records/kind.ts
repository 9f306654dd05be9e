/**
 * What a kind of entry is: what may stand in it, in which version, how older versions are brought up to it,
 * what it names of the library, what it keeps and what it does to the job. One file a kind in `kinds/`;
 * `kinds.ts` lists them.
 */
import type { z } from 'zod'
import type { Entry } from './envelope'
import type { Named } from './named'

/** `Moves` are the slices of a job that an entry moves, `Keeps` those that are its own. */
export interface Kind<K extends string, S extends z.ZodType, Moves, Keeps extends object> {
  kind: K
  version: number
  body: S
  /** From version n (key) to n + 1. Nothing stored is ever rewritten: a body is brought up to date where it is read. */
  upcasts?: Record<number, (body: unknown) => unknown>
  /** What of the library it names; an entry that names what this version does not have moves nothing. */
  names?: (body: z.infer<S>) => Named[]
  /** The slice of a job that is its own, before any entry. */
  keeps?: () => Keeps
  /** What it does to the job. */
  apply: (job: Moves, entry: Entry<K, z.infer<S>>) => void
  /** What still counts of an entry that names what is not known: the vehicle must not look safer than it was written. */
  heard?: (job: Moves, entry: Entry<K, z.infer<S>>) => void
}

export const defineKind = <K extends string, S extends z.ZodType, Moves, Keeps extends object>(
  kind: Kind<K, S, Moves, Keeps>,
): Kind<K, S, Moves, Keeps> => kind
