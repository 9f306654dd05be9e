/**
 * The gauge loop of each layout, traced on its own when the gauge is the complaint: it shares only the
 * battery and the tank with the rest, so its table is small and its tests cost no open fuel line.
 * Types and ends by age and use of the vehicle, typical (handbook EQ17).
 */
import type { PartKind } from '../kinds'
import type { Layout, LayoutId } from '../layout'
import type { Specification } from '../specification'
import { own, part, segment, station } from './pieces'

export interface GaugeLoop {
  gauge: Extract<PartKind, 'thermalGauge' | 'coilGauge' | 'ironGauge' | 'clusterGauge'>
  sender: Extract<PartKind, 'sender' | 'probe'>
  emptyOhm: number
  fullOhm: number
}

const CLUSTER: GaugeLoop = { gauge: 'clusterGauge', sender: 'sender', emptyOhm: 250, fullOhm: 20 }
const THERMAL: GaugeLoop = { gauge: 'thermalGauge', sender: 'sender', emptyOhm: 240, fullOhm: 33 }

export const GAUGE_LOOPS: Record<LayoutId, GaugeLoop> = {
  A01: CLUSTER,
  A02: CLUSTER,
  A03: CLUSTER,
  A04: CLUSTER,
  A09: CLUSTER,
  A12: CLUSTER,
  A10: { gauge: 'ironGauge', sender: 'sender', emptyOhm: 0, fullOhm: 90 },
  A13: { gauge: 'coilGauge', sender: 'sender', emptyOhm: 240, fullOhm: 33 },
  A05: THERMAL,
  A06: THERMAL,
  A07: { gauge: 'ironGauge', sender: 'sender', emptyOhm: 0, fullOhm: 90 },
  A08: { gauge: 'coilGauge', sender: 'sender', emptyOhm: 10, fullOhm: 180 },
  A11: { ...CLUSTER, emptyOhm: 90, fullOhm: 4 },
  A14: { gauge: 'coilGauge', sender: 'sender', emptyOhm: 240, fullOhm: 33 },
  A15: { gauge: 'coilGauge', sender: 'sender', emptyOhm: 240, fullOhm: 33 },
  A16: { gauge: 'coilGauge', sender: 'sender', emptyOhm: 240, fullOhm: 33 },
}

/** Ohms at both ends of a sender, and whether they are only typical. */
export interface GaugeEnds {
  emptyOhm: number
  fullOhm: number
  typical: boolean
}

/** What the sender of a vehicle has at its ends; null where a probe is no resistor. */
export function gaugeEnds(layout: LayoutId, specification: Specification): GaugeEnds | null {
  if (GAUGE_LOOPS[layout].sender !== 'sender') return null
  const { senderEmptyOhm, senderFullOhm } = specification
  return {
    emptyOhm: senderEmptyOhm.value,
    fullOhm: senderFullOhm.value,
    typical: senderEmptyOhm.source === 'generic' || senderFullOhm.source === 'generic',
  }
}

const loops = new WeakMap<Layout, Layout>()

/** The loop of a layout; the same object for the same layout. */
export function gaugeLoopOf(base: Layout): Layout {
  const loop = loops.get(base) ?? loopOf(base)
  loops.set(base, loop)
  return loop
}

function loopOf(base: Layout): Layout {
  const { gauge, sender } = GAUGE_LOOPS[base.id]
  const limited = gauge === 'thermalGauge'
  const feedOut = limited ? 'limiterIn' : 'gaugeIn'
  return {
    ...base,
    scope: 'gauge',
    name: `${base.name}: fuel gauge`,
    junctions: {},
    parts: [
      part('battery', 'supply'),
      part('tank', 'gaugedTank'),
      own('gaugeFuse', 'post', feedOut),
      ...(limited ? [own('limiter', feedOut, 'gaugeIn')] : []),
      part('gauge', gauge, 'gaugeIn', 'gaugeOut'),
      own('senderWire', 'gaugeOut', 'wireEnd'),
      own('senderChafe', 'wireEnd', '0'),
      own('senderPlug', 'wireEnd', 'senderPlus'),
      part('sender', sender, 'senderPlus', 'senderMinus'),
      own('senderGround', 'senderMinus', '0'),
      own('testLead', 'wireEnd', '0'),
    ],
    stations: [
      station('gauge', 'battery', 'Battery', 'post'),
      ...(limited ? [station('gauge', 'limiterIn', 'Limiter in')] : []),
      station('gauge', 'gaugeIn', 'Gauge in'),
      station('gauge', 'gaugeOut', 'Gauge out'),
      station('gauge', 'wireEnd', 'Wire end'),
      station('gauge', 'senderPlus', 'Sender plus'),
      station('gauge', 'senderMinus', 'Sender minus'),
      station('gauge', 'batteryMinus', 'Battery minus', '0'),
    ],
    segments: [
      segment('gauge', 'gaugeFuse', 'Fuse, key feed', 'battery', feedOut, ['battery', 'gaugeFuse']),
      ...(limited ? [segment('gauge', 'limiter', 'Limiter', feedOut, 'gaugeIn')] : []),
      segment('gauge', 'gauge', 'Gauge', 'gaugeIn', 'gaugeOut'),
      segment('gauge', 'senderWire', 'Sender wire', 'gaugeOut', 'wireEnd', ['senderWire', 'senderChafe']),
      segment('gauge', 'senderPlug', 'Tank plug', 'wireEnd', 'senderPlus'),
      segment('gauge', 'sender', 'Sender', 'senderPlus', 'senderMinus'),
      segment('gauge', 'senderGround', 'Sender ground', 'senderMinus', 'batteryMinus'),
    ],
    beside: [{ id: 'tank', name: 'Tank content', parts: ['tank'] }],
    scenes: ['rest', 'gaugeOn', 'senderParted', 'senderWireGrounded', 'knownResistor'],
  }
}
