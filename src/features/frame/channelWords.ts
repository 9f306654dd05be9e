/** A channel of a signal in words. */
import { findTest } from '@/core/library'

/** Where a drop was read: "Feed side". */
export const dropName = (testId: string): string => (findTest(testId)?.short ?? testId).replace(/, drop$/, '')

const CHANNELS: Record<string, string> = {
  rail: 'Rail pressure',
  second: 'Second gauge',
  suction: 'Suction',
  pump: 'Pump current',
  flow: 'Return flow',
  feedV: 'Volts at the pump',
  groundV: 'Ground side',
  sender: 'Sender',
  float: 'Float',
  filled: 'In the tank',
  fuel: 'Fuel',
  pressure: 'Pressure',
  current: 'Current',
  voltage: 'Volts',
  resistance: 'Ohms',
  temperature: 'Temperature',
  position: 'Position',
  volume: 'Volume',
}
export const channelName = (id: string, quantity: string): string =>
  id.startsWith('drop-') ? dropName(id.slice('drop-'.length)) : (CHANNELS[id] ?? CHANNELS[quantity] ?? id)
