/** What a file about a vehicle is called: letters, digits and hyphens, whatever its unit is. */
export const fileName = (unit: string, what: string, kind: string): string =>
  `unit-${plain(unit)}-${plain(what)}.${kind}`

const plain = (text: string): string => text.trim().replace(/[^\p{L}\p{N}]+/gu, '-') || '_'
