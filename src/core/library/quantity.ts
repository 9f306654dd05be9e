/**
 * What a test observes, in terms of the solved vehicle. Where the black lead stands, the scene and the
 * rig are part of it, so that a reading at rest can never be subtracted from one under load.
 */
import type { SceneId } from '../vehicle'

export type Quantity =
  /** Volts between two stations' wire nodes ("0" is battery minus). */
  | { of: 'volts'; red: string; black: string; scene: SceneId }
  | { of: 'pressure'; at: string; scene: SceneId }
  /** Pressure lost between two nodes in one scene. */
  | { of: 'loss'; from: string; to: string; scene: SceneId }
  /** Of a motor; the pump that every layout has where none is named. */
  | { of: 'current'; scene: SceneId; pump?: string }
  | { of: 'speed'; scene: SceneId; pump?: string }
  | { of: 'flow'; link: string; scene: SceneId }
  /** Change of a pressure from one scene to another. */
  | { of: 'rise'; at: string; scene: SceneId; against: SceneId }
  /** Share of the rail pressure left after some minutes, with feed or return clamped off. */
  | { of: 'residual'; clamped: 'none' | 'feed' | 'return'; minutes: number }
  /** Delivered mixture over the wanted one at a scene: 1 right, below lean, above rich. */
  | { of: 'mixture'; scene: SceneId }
  /** Change of the mixture from one scene to another: above zero it runs better in the first. */
  | { of: 'better'; scene: SceneId; against: SceneId }
  /** Share of air in what the pump moves. */
  | { of: 'air'; scene: SceneId }
  /** Pressure of the high-pressure rail as its sensor reports it, Pa. */
  | { of: 'rail'; scene: SceneId }
  /** Feed pressure as the sensor of a controlled pump reports it, Pa. */
  | { of: 'sensed'; scene: SceneId }
  /** Duty at which a controlled pump holds its pressure; 1 when it cannot. */
  | { of: 'duty'; scene: SceneId }
  /** What the gauge shows: 0 empty, 1 full, a little past both when it pegs. */
  | { of: 'shown'; scene: SceneId }
  /** What is in the tank, as a share of it, and by how much the gauge shows too much. */
  | { of: 'fill' }
  | { of: 'gaugeError'; scene: SceneId }
  /** Resistance of a part on its own, its plug parted. */
  | { of: 'ohms'; part: string }
  /** What a gas meter shows at a place, as a share of the lower explosive limit; the highest of all places where none is named. */
  | { of: 'lel'; at?: string; scene: SceneId }
  /** Fuel that wets a place, mL/min; at all places together where none is named. */
  | { of: 'wets'; at?: string; scene: SceneId }
  /** A parameter that can be looked at directly. */
  | { of: 'parameter'; id: string }

/** A soft threshold: true well beyond `at`, false well before, over about four widths. */
export interface SoftRule {
  quantity: Quantity
  side: 'above' | 'below'
  at: number
  width: number
}

/** One outcome of an observation: all its rules must hold; the last outcome of a list has none. */
export interface Outcome {
  id: string
  label: string
  /** It is seen where all rules of one of these groups hold; the last outcome of a test has none and takes what is left. */
  when: SoftRule[][]
  /** Left out on a layout that cannot show it; without this the whole test would be. */
  whereItCan?: true
}

export const above = (quantity: Quantity, at: number, width: number): SoftRule => ({
  quantity,
  side: 'above',
  at,
  width,
})
export const below = (quantity: Quantity, at: number, width: number): SoftRule => ({
  quantity,
  side: 'below',
  at,
  width,
})
export const parameter = (id: string): Quantity => ({ of: 'parameter', id })
