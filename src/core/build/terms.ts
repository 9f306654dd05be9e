/**
 * What a build is: a job whose complaint is a wish. It states the vehicle as it stands and as it shall be; what
 * is different, what has to be sized and checked, and the acts of its plan follow from that.
 */
import type { WayId } from '../library'
import type { Becoming, Edit, LayoutId, Scope, Specification } from '../vehicle'
import type { Verdict } from '../sizing'
import type { FieldId, Group } from './fields'

/** A vehicle as it stands, as far as a build has to know it. */
export interface Standing {
  layout: LayoutId
  edits: Edit[]
  ways: readonly WayId[]
  specification: Specification
}
/** What it shall be. */
export interface Becomes extends Becoming {
  ways: WayId[]
}
/** What stands in the fields of a build, SI, by field. */
export type Chosen = Record<string, number | string>

export interface Build {
  id: string
  /** The wish, in a customer's words. */
  wish: string
  /** What it comes to, in one line. */
  says: string
  /** Layouts that it may begin from. */
  from: readonly LayoutId[]
  /** Its acts, in the order in which they are told; the planner orders them. */
  repairs: readonly string[]
  /** What is chosen and checked of it. */
  groups: readonly Group[]
  /** Usual figures where they are not the field's own, in the field's unit. */
  usual: Partial<Record<FieldId, number | string>>
  /** What of the vehicle it is about: its engine’s side where nothing is said. */
  scope?: Scope
  /** What becomes of layout and edits; figures follow from what is chosen. */
  becomes: (was: Standing, chosen: Chosen) => { layout: LayoutId; edits: Edit[] }
}

export interface Finding {
  id: string
  /** What was looked at. */
  title: string
  verdict: Verdict
  says: string
  /** The calculation behind it; null where a rule alone decides. */
  works: string | null
  /** The question of the desk with these figures, where it has one. */
  desk: { id: string; values: Chosen } | null
  /** The field that would change it. */
  field: FieldId | null
}
export const num = (chosen: Chosen, id: FieldId): number => Number(chosen[id])
export const word = (chosen: Chosen, id: FieldId): string => String(chosen[id])
