/** A table as it is kept between two visits: what was solved, without what follows from the layout at once. */
import type { VehicleModel } from '../vehicle'
import { NO_BELIEF } from './belief'
import type { Felt } from './scatter'
import { catalogueOf, singleClasses, type Predicted, type Table } from './table'
import { unpaired } from './session'

/** Plain data: typed arrays that particles share stay shared where it is cloned. */
export interface KeptTable {
  predicted: Predicted[]
  sound: Predicted
  felt: Felt
  pairs: Map<string, Predicted[]>
}

/** So many pairs are kept, those that were solved last. */
const MOST_PAIRS = 200

/** What is worth keeping of a table; null before its derivatives are there. */
export function keptOf(table: Table): KeptTable | null {
  if (table.stage === 'nominal') return null
  const { predicted, sound, felt } = unpaired(table)
  return { predicted, sound, felt, pairs: new Map([...table.pairs].slice(-MOST_PAIRS)) }
}

/** The table of a model from what was kept of it; null where that is of another library or damaged. */
export function tableFrom(model: VehicleModel, kept: KeptTable): Table | null {
  const catalogue = catalogueOf(model)
  const classes = singleClasses(catalogue)
  const fits = (entry: Predicted | undefined) =>
    entry?.values.length === catalogue.rowCount &&
    entry.derivatives !== null &&
    entry.particle.theta.length === model.nominal.length &&
    entry.particle.classIndex < classes.length
  if (!fits(kept.sound) || kept.predicted.length === 0 || !kept.predicted.every(fits)) return null
  if (kept.felt.of.length !== catalogue.rowCount || kept.felt.nuisances !== catalogue.nuisanceCount)
    return null
  return {
    model,
    catalogue,
    classes,
    predicted: kept.predicted,
    sound: kept.sound,
    stage: 'derivatives',
    felt: kept.felt,
    pairs: kept.pairs,
    known: [],
    belief: NO_BELIEF,
  }
}
