/** Words and states that several operations share. */
import type { LayoutId, VehicleState } from '../vehicle'

/** Nothing of the fuel is open. */
export const CLOSED: VehicleState = {
  module: 'in',
  ring: 'tight',
  moduleHoses: 'joined',
  filterJoint: 'joined',
  tank: 'in',
  feedTap: 'open',
  reliefJoint: 'made',
}
/** What must hold before a way to the tank's top is opened. */
export const BEFORE_OPENING: VehicleState = {
  battery: 'off',
  area: 'safe',
  ignition: 'off',
  line: 'off',
  tankVapour: 'relieved',
  vapour: 'clear',
}
export const OPEN_FUEL = {
  text: 'Open fuel. Glasses on, cloth under each joint. Extractor on, switched from outside.',
  stopWhen: 'Stop at 10 % LEL and ventilate. Leave at 20 %.',
}
export const OPEN_TANK = {
  text: 'Open tank. Brass tools only, nothing that sparks. The tablet stays on the trolley, outside the line.',
  stopWhen: 'Stop at 10 % LEL and ventilate. Leave at 20 %.',
}
/** Layouts with a service port, or a place for a tee, in an electrically fed line. */
export const PORT: readonly LayoutId[] = ['A01', 'A02', 'A03', 'A04', 'A07', 'A10', 'A11', 'A12']
/** Layouts whose pump hangs on the key switch and a fuse, without a relay. */
export const SWITCHED: readonly LayoutId[] = ['A06']
/** Layouts whose tank holds a pickup and a sender, but no pump. */
export const NO_MODULE: readonly LayoutId[] = ['A05', 'A06', 'A08', 'A13']
