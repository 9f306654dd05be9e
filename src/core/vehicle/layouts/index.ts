import type { Layout, LayoutId } from '../layout'
import { motorcycle, portReturn, tankRegulated, throttleBody } from './injected'
import { carbElectric, carbMechanical, dieselSuction } from './suction'

export const LAYOUTS: Record<LayoutId, Layout> = { A01: portReturn, A02: tankRegulated, A05: carbMechanical, A06: carbElectric, A07: throttleBody, A08: dieselSuction, A11: motorcycle }

export { GAUGE_LOOPS, gaugeLoopOf, type GaugeLoop } from './gauge'
export { PLACES, leakPlacesOf } from './places'
