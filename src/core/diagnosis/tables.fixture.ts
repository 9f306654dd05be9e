/** Tables of sound tests: each layout's own typical vehicle, solved once a worker. Nobody changes them: a test that adds pairs or known figures builds its own. */
import { LAYOUTS, specificationOf, vehicleModel, type LayoutId } from '../vehicle'
import { deriveSome, nominalTable, type Table } from './table'

const tables = new Map<LayoutId, Table>()

export function typicalTable(id: LayoutId): Table {
  const known = tables.get(id)
  if (known) return known
  const built = vehicleModel(LAYOUTS[id], specificationOf({}, LAYOUTS[id]))
  if (!built.ok) throw new Error(built.error.problem)
  const table = nominalTable(built.value)
  deriveSome(table, 0, () => false)
  tables.set(id, table)
  return table
}

/** The same predictions with room for pairs of one's own. */
export const ownPairs = (table: Table): Table => ({
  ...table,
  classes: [...table.classes],
  predicted: [...table.predicted],
  pairs: new Map(),
})
