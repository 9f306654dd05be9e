/** What should be found when the tank is opened: earlier owners leave parts out, cut them off, or add what the maker never had. */
import type { Layout, PartKind } from '../vehicle'

export interface InsideItem {
  id: string
  name: string
  /** What to look at. */
  look: string
}

const OF_KIND: Partial<Record<PartKind, InsideItem>> = {
  strainer: { id: 'strainer', name: 'Strainer', look: 'on its pump, clear of the floor, not torn' },
  hose: {
    id: 'moduleHose',
    name: 'Hose inside the module',
    look: 'rated for lying in fuel, rated clamps, not collapsed',
  },
  checkValve: { id: 'checkValve', name: 'Check valve', look: 'there, arrow to the engine' },
  tankRegulator: { id: 'tankRegulator', name: 'Regulator on the module', look: 'there, its ring whole' },
  jet: { id: 'jet', name: 'Transfer jet', look: 'there, its hose on' },
}
const ALWAYS: InsideItem[] = [
  { id: 'retainer', name: 'Pump clamp or retainer', look: 'the maker’s, no wire, no worm clamp' },
  { id: 'floatArm', name: 'Float and arm', look: 'free over the whole travel, float dry' },
  { id: 'pot', name: 'Swirl pot or baffle', look: 'fixed to the floor, nothing loose' },
  { id: 'seal', name: 'Flange seal', look: 'one, the right size, no sealant beside it' },
  { id: 'floor', name: 'Tank floor', look: 'bare: no rust, no liner in sheets, no lost part' },
]

/** What a layout's tank should hold; empty where nothing of it hangs in the tank. */
export function insideOf(layout: Layout): InsideItem[] {
  if (!layout.parts.some((part) => part.kind === 'moduleHose')) return []
  const own = layout.parts.flatMap((part) => OF_KIND[part.kind] ?? [])
  return [...own.filter((item, k) => own.findIndex((other) => other.id === item.id) === k), ...ALWAYS]
}
