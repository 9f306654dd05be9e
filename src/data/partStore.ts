/** Parts: facts in a few pieces by the part's id, so that three thousand parts are a handful of reads. */
import {
  foldParts,
  partDisagreements,
  partFactsOf,
  readPartFacts,
  wordProblem,
  type Part,
  type PartDisagreement,
  type PartFact,
  type PartWord,
} from '@/core/parts'
import { mergedFacts, seedFrom } from '@/core/shared'
import { withRoom } from './caches'
import { announceChange } from './changes'
import { deviceId, locked, notWritten, stores, type Outcome } from './database'

const PIECES = 16
export const partPieces = Array.from({ length: PIECES }, (_, at) => `piece/${at}`)
const pieceOf = (partId: string) => partPieces[seedFrom(partId) % PIECES]!

interface StoredPiece {
  /** Facts as they are stored, those that this version cannot read among them. */
  facts: unknown[]
}
const storedAt = async (piece: string): Promise<unknown[]> =>
  (await stores.parts.getItem<StoredPiece>(piece))?.facts ?? []

/** Every fact of every part, as it is stored. */
export const allPartFacts = async (): Promise<unknown[]> =>
  (await Promise.all(partPieces.map(storedAt))).flat()

export const listParts = async (): Promise<Part[]> => foldParts(readPartFacts(await allPartFacts()))

/** What two tablets say otherwise of a part. */
export const partDisagreementsOf = async (partId: string): Promise<PartDisagreement[]> =>
  partDisagreements(readPartFacts(await storedAt(pieceOf(partId))), partId)

export interface PartSaying {
  partId: string
  word: PartWord
}

/** Says things of parts, all of them or none. What cannot be is refused and named. */
export async function sayOfParts(said: readonly PartSaying[], by: string): Promise<Outcome<null>> {
  for (const { word } of said) {
    const bad = wordProblem(word)
    if (bad)
      return { ok: false, error: { kind: 'refused', entry: word.says, field: bad.at, problem: bad.problem } }
  }
  if (said.length === 0) return { ok: true, value: null }
  return locked('parts', async () => {
    const written: (() => Promise<unknown>)[] = []
    try {
      const author = { device: await deviceId(), by }
      for (const [piece, own] of byPiece(said)) {
        const stored = await storedAt(piece)
        const fresh = partFactsOf(readPartFacts(stored), own, author, Date.now(), () => crypto.randomUUID())
        await withRoom(() =>
          stores.parts.setItem(piece, { facts: [...stored, ...fresh] } satisfies StoredPiece),
        )
        written.push(() => stores.parts.setItem(piece, { facts: stored } satisfies StoredPiece))
      }
    } catch (problem) {
      for (const back of written) await back().catch(() => undefined)
      return notWritten(problem)
    }
    announceChange({ of: 'parts' })
    return { ok: true, value: null } as const
  })
}

function byPiece<T extends { partId: string }>(things: readonly T[]): Map<string, T[]> {
  const pieces = new Map<string, T[]>()
  for (const thing of things)
    pieces.set(pieceOf(thing.partId), [...(pieces.get(pieceOf(thing.partId)) ?? []), thing])
  return pieces
}

/** Takes facts of a file to those that are here; returns how many were not here. */
export const mergeParts = (facts: readonly PartFact[]): Promise<number> =>
  locked('parts', async () => {
    let added = 0
    for (const [piece, own] of byPiece(facts)) {
      const stored = await storedAt(piece)
      const here = readPartFacts(stored)
      const known = new Set(here.map(({ id }) => id))
      const fresh = own.filter(({ id }) => !known.has(id))
      if (fresh.length === 0) continue
      const odd = stored.filter((raw) => !known.has(String((raw as { id?: unknown } | null)?.id)))
      await withRoom(() => stores.parts.setItem(piece, { facts: [...odd, ...mergedFacts(here, fresh)] }))
      added += fresh.length
    }
    if (added > 0) announceChange({ of: 'parts' })
    return added
  })

/** Takes parts out, whatever was said of them. */
export const dropParts = (isOut: (partId: string) => boolean): Promise<void> =>
  locked('parts', async () => {
    for (const piece of partPieces) {
      const stored = await storedAt(piece)
      const left = stored.filter((raw) => !isOut(String((raw as { partId?: unknown } | null)?.partId)))
      if (left.length < stored.length)
        await stores.parts.setItem(piece, { facts: left } satisfies StoredPiece)
    }
  })
