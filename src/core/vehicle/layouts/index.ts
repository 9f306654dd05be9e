import type { Layout, LayoutId } from '../layout'
import { commonRail, directInjection } from './highPressure'
import {
  motorcycle,
  portReturn,
  saddleTank,
  speedControlled,
  surgeTank,
  tankRegulated,
  throttleBody,
} from './injected'
import { aircraftGravity, carbElectric, carbMechanical, dieselSuction } from './suction'

export const LAYOUTS: Record<LayoutId, Layout> = {
  A01: portReturn,
  A02: tankRegulated,
  A03: speedControlled,
  A04: directInjection,
  A05: carbMechanical,
  A06: carbElectric,
  A07: throttleBody,
  A08: dieselSuction,
  A09: commonRail,
  A10: surgeTank,
  A11: motorcycle,
  A12: saddleTank,
  A13: aircraftGravity,
}

export { GAUGE_LOOPS, gaugeLoopOf, type GaugeLoop } from './gauge'
export { PLACES, leakPlacesOf } from './places'
