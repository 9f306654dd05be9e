/**
 * Root of a function that changes sign between two bounds, by bisection to the given width.
 * Returns `null` where the bounds do not enclose a change of sign: no root is invented.
 */
export function bisect(f: (x: number) => number, low: number, high: number, width: number): number | null {
  let fLow = f(low)
  if (fLow === 0) return low
  if (fLow * f(high) > 0) return null
  while (high - low > width) {
    const middle = 0.5 * (low + high)
    const fMiddle = f(middle)
    if (fMiddle === 0 || middle === low || middle === high) return middle
    if (fLow * fMiddle < 0) high = middle
    else {
      low = middle
      fLow = fMiddle
    }
  }
  return 0.5 * (low + high)
}
