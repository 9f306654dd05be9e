/**
 * What is known of a vehicle's sound readings besides the model: the maker's limits, its own readings
 * when it was sound, those of a sister. Each is a reading of the sound vehicle, the looser the further
 * its source; together they narrow the scatter of the figures that vary from vehicle to vehicle, for the
 * sound vehicle and for every suspect alike. The maker's limits of a test are its band as they stand.
 */
import { fromSi, toSi } from '../shared'
import type { FigureSource } from '../vehicle'
import { NO_BELIEF, type Belief } from './belief'
import type { KnownFigure, KnownSource } from './hypotheses'
import { learn, predictiveOf, readingSigma } from './scatter'
import type { NumericTest, Table } from './table'

/** A vehicle changes with its years: share of its own old reading. */
const OWN_DRIFT = 0.02
/** Limits are taken for so many deviations on either side. */
const LIMIT_DEVIATIONS = 2

/** Takes what is known into the table: later posteriors, bands and profiles start from it. */
export function withKnown(table: Table, known: KnownFigure[]): Table {
  table.belief = beliefOf(table, known)
  table.known = known
  return table
}

function beliefOf(table: Table, known: KnownFigure[]): Belief {
  let belief = NO_BELIEF
  for (const { testId, source, low, high } of known) {
    const entry = table.catalogue.numericById.get(testId)
    if (!entry || !table.sound.derivatives) continue
    const [from, to] = [toSi(low), toSi(high)]
    const y = 0.5 * (from + to)
    const now = predictiveOf(table, table.sound, belief, entry.row)
    const own =
      source === 'maker'
        ? (to - from) / (2 * LIMIT_DEVIATIONS)
        : Math.hypot(readingSigma(entry, y), OWN_DRIFT * y)
    // A sister differs from this vehicle by as much as any two do.
    const sigma =
      source === 'sister'
        ? Math.hypot(own, Math.sqrt(predictiveOf(table, table.sound, NO_BELIEF, entry.row).variance))
        : own
    belief = learn(table, table.sound, belief, entry.row, y, now, sigma ** 2)
  }
  return belief
}

export interface SoundBand {
  /** In the test's unit. */
  low: number
  high: number
  source: FigureSource
  /** Another source that lies outside the maker's limits; both are shown. */
  against: { source: FigureSource; value: number } | null
}

/** What a sound vehicle reads at a test, and where that comes from; the best source of this very test names it. */
export function soundBandOf(table: Table, entry: NumericTest): SoundBand {
  const { mean, variance } = predictiveOf(table, table.sound, table.belief, entry.row)
  const unit = entry.test.reading.kind === 'number' ? entry.test.reading.unit : 'V'
  const sd = Math.sqrt(variance + readingSigma(entry, mean) ** 2)
  const band = { low: fromSi(mean - 2 * sd, unit), high: fromSi(mean + 2 * sd, unit) }
  const of = (source: KnownSource) =>
    table.known.find((figure) => figure.testId === entry.test.id && figure.source === source)
  const maker = of('maker')
  if (!maker)
    return { ...band, source: (['own past', 'sister'] as const).find(of) ?? 'generic', against: null }
  const limits = { low: fromSi(toSi(maker.low), unit), high: fromSi(toSi(maker.high), unit) }
  const outside = (['own past', 'sister'] as const).flatMap((source) => {
    const figure = of(source)
    const value = figure ? fromSi(toSi(figure.low), unit) : null
    return value !== null && (value < limits.low || value > limits.high) ? [{ source, value }] : []
  })
  return { ...limits, source: 'maker', against: outside[0] ?? null }
}
