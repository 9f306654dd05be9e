/**
 * The cause behind the cause: what a bad part raises as a question upstream of itself. A job may be
 * closed on the symptom alone, but then it says so, and the vehicle's next job remembers it: the same
 * complaint again makes what stands behind the part likelier (`isBehind`).
 */
import type { Fault } from './faults'

export interface UpstreamCause {
  id: string
  /** Repairs whose bad part raises the question. */
  raisedBy: string[]
  /** Faults that it asks for, by their templates; none where no layout has one. */
  faults: string[]
  /** What to ask, and how it is seen. */
  question: string
  how: string
  /** What it is once it was found, and what can come of leaving it. */
  found: string
  risk: string
}

const TANK_DIRT = ['F07', 'F08', 'F09', 'F10', 'F20', 'F36']

export const UPSTREAM_CAUSES: UpstreamCause[] = [
  {
    id: 'tankDirt',
    raisedBy: [
      'filter',
      'firstFilter',
      'fineFilter',
      'addedFilter',
      'strainer',
      'pickup',
      'injectors',
      'carburettor',
    ],
    faults: TANK_DIRT,
    question: 'Is there rust or a loose liner in the tank?',
    how: 'Cut the old filter open, rub its dirt to a magnet',
    found: 'Rust or a loose liner in the tank',
    risk: 'It blocks the new part again, and goes on to the injectors.',
  },
  {
    id: 'waterBehind',
    raisedBy: ['filter', 'firstFilter', 'fineFilter'],
    faults: ['F03', 'F07'],
    question: 'Does water stand in the tank?',
    how: 'Sample from the lowest place, 10 min in a clear glass',
    found: 'Water stands in the tank',
    risk: 'It rusts what is new, and stops the engine when it reaches the pickup.',
  },
  {
    id: 'dirtToInjectors',
    raisedBy: ['cleanTank', 'drainFuel'],
    faults: ['F50', 'F50d', 'F59', 'F41'],
    question: 'Did the dirt reach filter and injectors?',
    how: 'Filter cut open, injectors compared',
    found: 'Dirt has reached filter and injectors',
    risk: 'One cylinder runs lean; the filter shuts on the road.',
  },
  {
    id: 'ventShut',
    raisedBy: ['module', 'strokePump', 'linePump', 'cleanTank'],
    faults: ['F13', 'F14', 'F15', 'F09', 'F20'],
    question: 'Was the vent shut, or the inlet starved?',
    how: 'Cap off while it fails, suction read at the pump',
    found: 'The vent is shut, or the inlet starves',
    risk: 'The new pump runs dry and wears out.',
  },
  {
    id: 'tankCollapsed',
    raisedBy: ['clearVent', 'capSeal'],
    faults: ['F11'],
    question: 'Has the tank been drawn in?',
    how: 'Floor against the pickup, sender read from empty to full',
    found: 'The tank has been drawn in',
    risk: 'The pickup stands on the floor; the gauge lies.',
  },
  {
    id: 'poorFeed',
    raisedBy: ['module', 'linePump', 'relay', 'fuse'],
    faults: ['F70', 'F71', 'F77', 'F78', 'F79'],
    question: 'Do feed and ground lose volts?',
    how: 'Drop on both sides, pump running',
    found: 'Feed or ground loses volts',
    risk: 'The pump stays slow, and the joint gets hot.',
  },
  {
    id: 'hotPlug',
    raisedBy: ['plug', 'hatchLead', 'senderPlug'],
    faults: ['F78', 'F25'],
    question: 'Does the pump draw too much, or the ground too little?',
    how: 'Clamp the pump, read the ground drop',
    found: 'The pump draws too much, or its ground is poor',
    risk: 'The new plug burns like the old one.',
  },
  {
    id: 'whatBlewIt',
    raisedBy: ['fuse', 'gaugeFuse'],
    faults: ['F80', 'F24', 'F25', 'F27'],
    question: 'What blew the fuse?',
    how: 'Loom to ground, pump current',
    found: 'What blew the fuse is still there',
    risk: 'It blows again, on the road.',
  },
  {
    id: 'oldHose',
    raisedBy: ['rearLine', 'suctionLine', 'feedJoint', 'flangeSeal', 'capSeal'],
    faults: ['F36', 'F30s', 'F32', 'F37', 'F38'],
    question: 'Are the other hoses and seals as old?',
    how: 'Ethanol in the fuel, age printed on the hose',
    found: 'The other hoses and seals are as old',
    risk: 'The next one leaks: fuel on a hot engine.',
  },
  {
    id: 'pumpPressure',
    raisedBy: ['carburettor'],
    faults: [],
    question: 'Does the pump press too hard on the needle?',
    how: 'Pressure at the needle, pump stalled',
    found: 'The pump presses too hard on the needle',
    risk: 'It floods: fuel on a hot engine.',
  },
  {
    id: 'gaugeLied',
    raisedBy: ['refuel'],
    faults: [],
    question: 'Did the gauge show fuel that was not there?',
    how: 'Gauge against a dip',
    found: 'The gauge shows fuel that is not there',
    risk: 'It runs out on the road.',
  },
]

/** Questions that these repairs raise, each once. */
export const upstreamOf = (repairIds: string[]): UpstreamCause[] =>
  UPSTREAM_CAUSES.filter((cause) => cause.raisedBy.some((id) => repairIds.includes(id)))

/** Does this fault spoil what the repair puts right? */
export const spoils = (fault: Fault, repairId: string): boolean =>
  fault.chain?.stages.some((stage) => stage.some((effect) => effect.repairs.includes(repairId))) ?? false

/** Is this fault a cause to ask for where the part of a repair did not last? */
export const isBehind = (fault: Fault, repairId: string): boolean =>
  spoils(fault, repairId) ||
  upstreamOf([repairId]).some((cause) => cause.faults.includes(fault.id.split('@')[0]!))
