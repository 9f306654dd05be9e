import type { System } from './system'

/** Conservation at every junction with the linearised laws: fills matrix and right-hand side. */
export function linearise(system: System): void {
  const { factors, right } = system.hydraulic
  const a = factors.entries
  const n = factors.size
  a.fill(0)
  for (let node = 0; node < system.nodeIds.length; node += 1) {
    const row = system.nodeRow[node]!
    if (row >= 0) right[row] = -system.values[system.nodeValues[node]!]!
  }
  for (let link = 0; link < system.linkIds.length; link += 1) {
    const from = system.linkFrom[link]!
    const to = system.linkTo[link]!
    const fromRow = system.nodeRow[from]!
    const toRow = system.nodeRow[to]!
    const slopeFrom = system.slopeFrom[link]!
    const slopeTo = system.slopeTo[link]!
    let known = system.constant[link]!
    if (fromRow < 0) known += slopeFrom * system.totalPa[from]!
    if (toRow < 0) known += slopeTo * system.totalPa[to]!
    if (fromRow >= 0) {
      right[fromRow]! -= known
      a[fromRow * n + fromRow]! += slopeFrom
      if (toRow >= 0) a[fromRow * n + toRow]! += slopeTo
    }
    if (toRow >= 0) {
      right[toRow]! += known
      a[toRow * n + toRow]! -= slopeTo
      if (fromRow >= 0) a[toRow * n + fromRow]! -= slopeFrom
    }
  }
}
