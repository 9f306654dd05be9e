/** What the bench takes, and how signals travel: channels by id, each with what its instrument says of itself. */
import type { ChannelHead, ChannelQuantity } from './lines'
import type { Series } from './series'

export const CAPTURE_KINDS = [
  'prime',
  'steady',
  'snap',
  'deadhead',
  'leakDown',
  'volume',
  'current',
  'waveform',
  'drops',
  'vacuum',
  'sweep',
  'calibration',
  'injectors',
] as const
export type CaptureKind = (typeof CAPTURE_KINDS)[number]

export interface Channel {
  head: ChannelHead
  series: Series
}
export type Signals = Channel[]

/** The channel of an id, or the first that measures this. */
export const channelOf = (signals: Signals, quantity: ChannelQuantity, id?: string): Channel | null =>
  signals.find((channel) => channel.head.id === id) ??
  signals.find((channel) => channel.head.quantity === quantity) ??
  null
