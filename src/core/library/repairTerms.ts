/** States and cautions that several repairs share. */
import type { VehicleState } from '../vehicle'

export const KEY_OUT: VehicleState = { ignition: 'off' }
export const SHUT_TANK: VehicleState = {
  module: 'in',
  moduleHoses: 'joined',
  filterJoint: 'joined',
  reliefJoint: 'made',
}
export const NO_PRESSURE: VehicleState = {
  line: 'off',
  feedTap: 'shut',
  ignition: 'off',
  area: 'safe',
  exhaust: 'cool',
  pumpCircuit: 'locked',
}
export const WET = {
  text: 'Fuel runs out when the joint parts. Glasses on, cloth under the joint.',
  stopWhen: 'Stop when the gauge shows 10 kPa or more, or fuel reaches anything hot.',
}

/** Nothing flows and nothing is hot, wherever the fuel comes from. */
export const STOPPED: VehicleState = {
  ignition: 'off',
  area: 'safe',
  exhaust: 'cool',
  line: 'off',
  feedTap: 'shut',
}
/** The tank on the bench, its unit out, mopped dry. */
export const TANK_EMPTIED: VehicleState = {
  tank: 'lowered',
  module: 'out',
  tankInside: 'empty',
  battery: 'off',
  area: 'safe',
}
export const CHEMISTRY = {
  text: 'Gloves, face shield, outdoors. Neither acid nor alkali on aluminium, zinc or terne: hydrogen. Never a closed tank with acid or bicarbonate in it.',
  stopWhen: 'Stop when it swells, or was mixed with bleach or anything unknown. Skin and eyes: rinse 15 min.',
}
