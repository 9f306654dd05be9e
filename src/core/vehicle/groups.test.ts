/** What a group says of a layout can be seen in its parts. */
import { describe, expect, it } from 'vitest'
import {
  BY_GRAVITY,
  DRAWN,
  HAND_PRIMED,
  INJECTED,
  LAYOUTS,
  LICENSED,
  LINE_FILTERED,
  NO_MODULE,
  PICKUP_ALONE,
  PUMP_IN_TANK,
  PUMP_OUTSIDE,
  REGULATED_AT_RAIL,
  REGULATED_IN_TANK,
  TAPPED,
  TICKING,
  UNIT_IN_TANK,
  variablesOf,
  type Layout,
  type PartKind,
} from '.'

const all = Object.values(LAYOUTS)
const has = (layout: Layout, ...kinds: PartKind[]) => layout.parts.some(({ kind }) => kinds.includes(kind))
const those = (which: (layout: Layout) => boolean) => all.filter(which).map(({ id }) => id)

describe('groups of layouts', () => {
  it.each([
    ['a module with its hose', PUMP_IN_TANK, (layout: Layout) => has(layout, 'moduleHose')],
    [
      'a pump in the line and no lift pump',
      PUMP_OUTSIDE,
      (layout: Layout) => has(layout, 'inlinePump') && !has(layout, 'surge'),
    ],
    ['no electric pump', HAND_PRIMED, (layout: Layout) => !has(layout, 'pump', 'pusherPump', 'inlinePump')],
    [
      'a pump that ticks, for its carburettor',
      TICKING,
      (layout: Layout) => has(layout, 'pusherPump') && layout.engine.kind === 'carburettor',
    ],
    ['a joint of the suction side that can draw air', DRAWN, (layout: Layout) => has(layout, 'airLeak')],
    [
      'a filter that is called so',
      LINE_FILTERED,
      (layout: Layout) => layout.parts.some(({ id }) => id === 'filter'),
    ],
    ['petrol, injected', INJECTED, (layout: Layout) => ['injected', 'direct'].includes(layout.engine.kind)],
  ] as const)('%s', (_says, group, which) => expect([...group].sort()).toEqual(those(which)))
  it('a regulator sits at the rail or in the tank, or there is none of that kind', () => {
    for (const layout of all) {
      const regulator = layout.parts.find(({ id }) => id === 'regulator')
      expect(REGULATED_AT_RAIL.includes(layout.id), layout.id).toBe(regulator?.from === 'rail')
      expect(REGULATED_IN_TANK.includes(layout.id), layout.id).toBe(regulator?.from === 'flange')
    }
  })
  it('a tank holds a unit or a pickup alone; what it stands above is stopped before a joint opens', () => {
    for (const { id } of all) expect(UNIT_IN_TANK.includes(id), id).toBe(!NO_MODULE.includes(id))
    expect([...PICKUP_ALONE].sort()).toEqual([...NO_MODULE].sort())
    for (const id of NO_MODULE) expect(TAPPED, id).toContain(id)
    for (const id of TAPPED) expect(variablesOf(id).has('feedTap'), id).toBe(true)
  })
  it('an aircraft asks for its authority, whether gravity or a pump brings the fuel', () => {
    for (const { id } of all) expect(variablesOf(id).has('authority'), id).toBe(LICENSED.includes(id))
    for (const id of BY_GRAVITY)
      expect(LAYOUTS[id].parts.find(({ kind }) => kind === 'tank')!.figures!.levelM).toBeGreaterThan(
        LAYOUTS[id].junctions.needleIn!,
      )
  })
})
