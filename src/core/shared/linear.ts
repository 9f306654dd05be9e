/**
 * Dense linear algebra for the small systems of this house (under about forty unknowns).
 * Row-major Float64Array, LU with partial pivoting in place, no allocation in the loops.
 */
export interface LuFactors {
  size: number
  /** L below the diagonal (unit diagonal left out), U on and above it. */
  entries: Float64Array
  /** Row taken as pivot at each step. */
  pivots: Int32Array
  singularAt: number
}

export const newFactors = (size: number): LuFactors => ({
  size,
  entries: new Float64Array(size * size),
  pivots: new Int32Array(size),
  singularAt: -1,
})

/** A pivot under this fraction of the largest entry of its column at the start counts as zero. */
const PIVOT_FLOOR = 1e-280

/** Factors `entries` in place. Returns false, with `singularAt`, when a pivot vanishes. */
export function factorise(lu: LuFactors): boolean {
  const { size: n, entries: a, pivots } = lu
  lu.singularAt = -1
  for (let column = 0; column < n; column += 1) {
    let best = column
    let largest = Math.abs(a[column * n + column]!)
    for (let row = column + 1; row < n; row += 1) {
      const size = Math.abs(a[row * n + column]!)
      if (size > largest) {
        largest = size
        best = row
      }
    }
    pivots[column] = best
    if (!(largest > PIVOT_FLOOR)) {
      lu.singularAt = column
      return false
    }
    if (best !== column) swapRows(a, n, best, column)
    eliminate(a, n, column)
  }
  return true
}

function swapRows(a: Float64Array, n: number, one: number, other: number) {
  for (let k = 0; k < n; k += 1) {
    const kept = a[one * n + k]!
    a[one * n + k] = a[other * n + k]!
    a[other * n + k] = kept
  }
}

function eliminate(a: Float64Array, n: number, column: number) {
  const pivotRow = column * n
  const inverse = 1 / a[pivotRow + column]!
  for (let row = column + 1; row < n; row += 1) {
    const at = row * n
    const below = a[at + column]!
    if (below === 0) continue
    const factor = below * inverse
    a[at + column] = factor
    for (let k = column + 1; k < n; k += 1) a[at + k]! -= factor * a[pivotRow + k]!
  }
}

/** Solves in place: `right` enters as the right-hand side and leaves as the solution. */
export function solveInPlace(lu: LuFactors, right: Float64Array): void {
  const { size: n, entries: a, pivots } = lu
  for (let k = 0; k < n; k += 1) {
    const p = pivots[k]!
    if (p !== k) {
      const kept = right[k]!
      right[k] = right[p]!
      right[p] = kept
    }
  }
  for (let row = 1; row < n; row += 1) {
    let sum = right[row]!
    for (let k = 0; k < row; k += 1) sum -= a[row * n + k]! * right[k]!
    right[row] = sum
  }
  for (let row = n - 1; row >= 0; row -= 1) {
    let sum = right[row]!
    for (let k = row + 1; k < n; k += 1) sum -= a[row * n + k]! * right[k]!
    right[row] = sum / a[row * n + row]!
  }
}
