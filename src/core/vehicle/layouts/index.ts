import type { Layout, LayoutId } from '../layout'
import { GAUGE_LOOPS } from './gauge'
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
import { continuousInjection, externalPump } from './outside'
import { aircraftGravity, aircraftLowWing, carbElectric, carbMechanical, dieselSuction } from './suction'

const BUILT: Record<LayoutId, Layout> = {
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
  A14: externalPump,
  A15: continuousInjection,
  A16: aircraftLowWing,
}

/** Each with the typical figures of its gauge loop. */
export const LAYOUTS = Object.fromEntries(
  Object.entries(BUILT).map(([id, layout]) => {
    const { emptyOhm, fullOhm } = GAUGE_LOOPS[id as LayoutId]
    return [
      id,
      { ...layout, generic: { senderEmptyOhm: emptyOhm, senderFullOhm: fullOhm, ...layout.generic } },
    ]
  }),
) as Record<LayoutId, Layout>

export { GAUGE_LOOPS, gaugeEnds, gaugeLoopOf, type GaugeEnds, type GaugeLoop } from './gauge'
export { PLACES, leakPlacesOf } from './places'
