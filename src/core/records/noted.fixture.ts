/** A complaint as it is noted, for tests: what is failing, in whose words. */
import type { BodyOf } from '.'

export const notedComplaint = (symptoms: string[], words = ''): BodyOf<'complaint-noted'> => ({
  symptoms,
  raisers: [],
  failingNow: 'yes',
  words,
  conditions: [],
  lastFill: '',
  lamps: '',
  history: '',
})
