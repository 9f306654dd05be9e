/** Every fault of every kind of part, and the faults of one layout. */
import type { Layout } from '../../vehicle'
import { REPAIRS } from '../repairs'
import { TANK_FAULTS } from './tankFaults'
import { LINE_FAULTS } from './lineFaults'
import { PUMP_FAULTS } from './pumpFaults'
import { METERING_FAULTS } from './meteringFaults'
import { ELECTRICAL_FAULTS } from './electricalFaults'
import { ENGINE_FAULTS } from './engineFaults'
import { GAUGE_FAULTS } from './gaugeFaults'
import { ESCAPE_FAULTS } from './escapeFaults'
import type { Chain, Fault, FaultChange, FaultTemplate } from './terms'
import { UNLISTED } from './unlisted'

export * from './terms'

export const FAULT_TEMPLATES: FaultTemplate[] = [
  ...UNLISTED,
  ...TANK_FAULTS,
  ...LINE_FAULTS,
  ...PUMP_FAULTS,
  ...METERING_FAULTS,
  ...ELECTRICAL_FAULTS,
  ...ENGINE_FAULTS,
  ...GAUGE_FAULTS,
  ...ESCAPE_FAULTS,
]

/** One of several in the same place; an edit puts no more than this beside each other. */
const COUNTED = ['the first', 'the second', 'the third', 'the fourth', 'the fifth', 'the sixth']

/** The faults that the parts of a layout can have. */
export function faultsOf(layout: Layout): Fault[] {
  return FAULT_TEMPLATES.flatMap((template) => {
    if (
      (template.engines && !template.engines.includes(layout.engine.kind)) ||
      (template.layouts && !template.layouts.includes(layout.id))
    )
      return []
    const parts = layout.parts.filter(
      (part) => template.on.includes(part.kind) && (!template.parts || template.parts.includes(part.id)),
    )
    return parts.map((part, at): Fault => {
      const segment = [...layout.segments, ...layout.beside].find((entry) => entry.parts.includes(part.id))
      if (!segment) throw new Error(`${part.id} can fail and lies on no segment of ${layout.id}`)
      // The template's own word is for its first kind of part; another kind goes by its place.
      const it = parts.length > 1 || part.kind !== template.on[0] ? segment.name : (template.it ?? '')
      return {
        id: parts.length > 1 ? `${template.id}@${part.id}` : template.id,
        name:
          template.name.includes('{it}') || at === 0
            ? template.name.replace('{it}', it)
            : `${template.name}: ${segment.name === layout.segments.find((entry) => entry.parts.includes(parts[0]!.id))?.name ? COUNTED[at] : segment.name.toLowerCase()}`,
        cause: template.cause,
        segment: segment.id,
        changes: template.changes.flatMap((change) => changesOn(layout, part.id, change)),
        ...(template.forms && {
          forms: template.forms.map((form) => form.flatMap((change) => changesOn(layout, part.id, change))),
        }),
        ...(template.chain && chainOn(layout, part.id, template.chain)),
        ...(template.total && {
          total: template.total.flatMap((change) => changesOn(layout, part.id, change)),
        }),
        weight: template.weight / parts.length,
        raisers: template.raisers,
        ...(template.against && { against: template.against }),
        ...(template.unlisted ? { unlisted: true } : {}),
        ...(template.comesAndGoes ? { comesAndGoes: true } : {}),
        repairs: template.repairs.map((repair) => (repair === '{part}' ? ownRepair(part.id) : repair)),
      }
    })
  })
}

/** A chain as far as it can go on a layout: a stage that spoils a part which is not there is none. */
function chainOn(layout: Layout, self: string, chain: Chain): Pick<Fault, 'chain' | 'forms'> {
  const stages = chain.stages
    .map((stage) =>
      stage.map((effect) => ({
        ...effect,
        changes: effect.changes.flatMap((change) => changesOn(layout, self, change)),
      })),
    )
    .filter((stage) => stage.every((effect) => effect.changes.length > 0))
  return {
    chain: { ...chain, stages },
    forms: stages.map((stage) => stage.flatMap((effect) => effect.changes)),
  }
}

/** The repair of one part of several of a kind; one that no base layout has was added by an earlier hand. */
const ownRepair = (partId: string): string =>
  REPAIRS.some((repair) => repair.id === partId) ? partId : 'addedFilter'

/** A change of another kind falls on all its parts, and on none where the layout has none. */
function changesOn(layout: Layout, self: string, change: FaultChange): FaultChange[] {
  const [owner, name] = change.parameter.split('.') as [string, string]
  if (owner === 'self') return [{ ...change, parameter: `${self}.${name}` }]
  return layout.parts
    .filter((part) => part.kind === owner)
    .map((part) => ({ ...change, parameter: `${part.id}.${name}` }))
}
