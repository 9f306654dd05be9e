/** Acts beside the steps: what is found, bridged, measured, poured off, photographed, waited for, handed over. */
import type { BodyOf } from '../records'
import { entries, kept, unready, type Decided, type Situation } from './situation'

const LINE_LETTERS = 200
const FINDING_LETTERS = 400
const PERSON_LETTERS = 80

/** A wait of a person's own; it holds the next step or not. */
export const beginWait = (
  { newId }: Situation,
  { label, minutes, holds }: Omit<BodyOf<'wait-started'>, 'waitId'>,
): Decided => {
  const named = kept(label, LINE_LETTERS)
  return named === ''
    ? unready({ of: 'words' })
    : entries({ kind: 'wait-started', body: { waitId: newId(), label: named, minutes, holds } })
}
export const endWait = (_: Situation, body: BodyOf<'wait-ended'>): Decided =>
  entries({ kind: 'wait-ended', body })

/** What was found beside the plan; what is put off says its risk. */
export function noteFinding(
  { newId }: Situation,
  finding: Omit<BodyOf<'finding-noted'>, 'findingId'>,
): Decided {
  const body = { ...finding, what: kept(finding.what, FINDING_LETTERS), risk: kept(finding.risk) }
  if (body.what === '') return unready({ of: 'words' })
  if (body.then === 'deferred' && body.risk === '') return unready({ of: 'risk' })
  return entries({ kind: 'finding-noted', body: { ...body, findingId: newId() } })
}

/** Pieces that should be inside, as they were found on opening. */
export const noteInside = (
  _: Situation,
  { itemIds, finding }: { itemIds: string[]; finding: BodyOf<'opening-noted'>['finding'] },
): Decided => entries(...itemIds.map((item) => ({ kind: 'opening-noted' as const, body: { item, finding } })))

export const noteLie = (_: Situation, { operationId, lines }: BodyOf<'lie-noted'>): Decided =>
  entries({
    kind: 'lie-noted',
    body: { operationId, lines: lines.map((line) => kept(line)).filter((line) => line !== '') },
  })

export const noteWaste = (_: Situation, body: BodyOf<'waste-noted'>): Decided => {
  const container = kept(body.container)
  return container === ''
    ? unready({ of: 'words' })
    : entries({ kind: 'waste-noted', body: { ...body, container, whereTo: kept(body.whereTo) } })
}

/** Bridged for a test: it stands until it is undone. */
export const bridge = (
  { newId }: Situation,
  { what, where }: Pick<BodyOf<'bypass-noted'>, 'what' | 'where'>,
): Decided => {
  const named = kept(what, LINE_LETTERS)
  return named === ''
    ? unready({ of: 'words' })
    : entries({
        kind: 'bypass-noted',
        body: { bypassId: newId(), what: named, where: kept(where, LINE_LETTERS), standing: 'set' },
      })
}
export const unbridge = ({ job }: Situation, { bypassId }: { bypassId: string }): Decided => {
  const set = job.bypasses.get(bypassId)
  return set
    ? entries({
        kind: 'bypass-noted',
        body: { bypassId, what: set.what, where: set.where, standing: 'undone' },
      })
    : entries()
}

/** One pin by continuity; plug, pin and where it goes are needed. */
export function mapTerminal(_: Situation, pin: BodyOf<'terminal-mapped'>): Decided {
  const body = {
    ...pin,
    plug: kept(pin.plug, 40),
    pin: kept(pin.pin, 20),
    labelled: kept(pin.labelled, 120),
    goesTo: kept(pin.goesTo, 120),
  }
  return body.plug === '' || body.pin === '' || body.goesTo === ''
    ? unready({ of: 'words' })
    : entries({ kind: 'terminal-mapped', body })
}

export const noteBleeding = (_: Situation, body: BodyOf<'bled'>): Decided => entries({ kind: 'bled', body })
export const keepLine = (_: Situation, body: BodyOf<'line-surveyed'>): Decided =>
  entries({ kind: 'line-surveyed', body })
export const keepFit = (_: Situation, body: BodyOf<'fit-checked'>): Decided =>
  entries({ kind: 'fit-checked', body })
export const keepPhoto = (_: Situation, body: BodyOf<'photo-kept'>): Decided =>
  entries({ kind: 'photo-kept', body: { ...body, note: kept(body.note) } })
export const noteCost = (_: Situation, body: BodyOf<'cost-noted'>): Decided =>
  entries({ kind: 'cost-noted', body })

export const handOver = (_: Situation, { to, note }: BodyOf<'handed-over'>): Decided => {
  const name = kept(to, PERSON_LETTERS)
  return name === ''
    ? unready({ of: 'words' })
    : entries({ kind: 'handed-over', body: { to: name, note: kept(note) } })
}
