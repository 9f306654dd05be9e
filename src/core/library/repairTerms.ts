/** States, doings and cautions that several repairs share. */
import type { VehicleState } from '../vehicle'
import { hands, opens, type Doing } from './doings'

export const KEY_OUT: VehicleState = { ignition: 'off' }
/** Hands in a tank whose unit is out. */
export const IN_OPEN_TANK: readonly Doing[] = [
  opens('tank', 'tank', 'tank'),
  hands(1, { inside: 'tank', wears: 'gloves, glasses' }),
]
/** The unit out, the tank mopped dry; its chemistry asks for it off the vehicle. */
export const TANK_EMPTIED: VehicleState = {
  module: 'out',
  tankInside: 'empty',
}
export const CHEMISTRY = {
  text: 'Gloves, face shield, outdoors. Neither acid nor alkali on aluminium, zinc or terne: hydrogen. Never a closed tank with acid or bicarbonate in it.',
  stopWhen: 'Stop when it swells, or was mixed with bleach or anything unknown. Skin and eyes: rinse 15 min.',
}
