/** Every test of the library, family by family, in the order of the usual way through a vehicle. */
import { AIRCRAFT_TESTS } from './aircraftTests'
import { CARBURETTOR_TESTS } from './carburettorTests'
import { CONTROLLED_TESTS } from './controlledTests'
import { DIESEL_TESTS } from './dieselTests'
import { DRAWN_TESTS } from './drawnTests'
import { ENGINE_TESTS } from './engineTests'
import { GAUGE_TESTS } from './gaugeTests'
import { HIGH_PRESSURE_TESTS } from './highPressureTests'
import { LOADED_TESTS } from './loadedTests'
import { METERED_TESTS } from './meteredTests'
import { PATH_TESTS } from './pathTests'
import { PLACE_TESTS } from './placeTests'
import { PRESSURE_TESTS } from './pressureTests'
import { SENDER_TESTS } from './senderTests'
import { SPLIT_TESTS } from './splitTests'
import { TANK_TESTS } from './tankTests'
import { WIRING_TESTS } from './wiringTests'
import type { Test } from './terms'

export { ACCURACY, testIn, type Instrument, type Test, type TestRole, type TestReading } from './terms'

export const TESTS: Test[] = [
  ...WIRING_TESTS,
  ...LOADED_TESTS,
  ...PRESSURE_TESTS,
  ...PATH_TESTS,
  ...SPLIT_TESTS,
  ...TANK_TESTS,
  ...ENGINE_TESTS,
  ...CARBURETTOR_TESTS,
  ...DRAWN_TESTS,
  ...DIESEL_TESTS,
  ...HIGH_PRESSURE_TESTS,
  ...CONTROLLED_TESTS,
  ...AIRCRAFT_TESTS,
  ...METERED_TESTS,
  ...GAUGE_TESTS,
  ...SENDER_TESTS,
  ...PLACE_TESTS,
]

/** A stored reading may name a test that this version no longer has. */
export const findTest = (id: string): Test | null => TESTS.find((candidate) => candidate.id === id) ?? null
export const testById = (id: string): Test => {
  const test = findTest(id)
  if (!test) throw new Error(`No test ${id}`)
  return test
}
export const needsRunningEngine = (test: Test): boolean => test.needs.ignition === 'running'
