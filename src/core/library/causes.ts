/**
 * The cause behind the cause: what a bad part raises as a question upstream of itself. A job may be
 * closed on the symptom alone, but then it says so, and the vehicle's next job remembers it.
 */
export interface UpstreamCause {
  id: string
  /** Repairs whose bad part raises the question. */
  raisedBy: string[]
  /** What to ask, and how it is seen. */
  question: string
  how: string
}

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
    question: 'Is there rust or a loose liner in the tank?',
    how: 'Cut the old filter open, rub its dirt to a magnet',
  },
  {
    id: 'dirtToInjectors',
    raisedBy: ['cleanTank', 'drainFuel'],
    question: 'Did the dirt reach filter and injectors?',
    how: 'Filter cut open, injectors compared',
  },
  {
    id: 'ventShut',
    raisedBy: ['module', 'strokePump', 'linePump', 'cleanTank'],
    question: 'Was the vent shut, or the inlet starved?',
    how: 'Cap off while it fails, suction read at the pump',
  },
  {
    id: 'tankCollapsed',
    raisedBy: ['clearVent', 'capSeal'],
    question: 'Has the tank been drawn in?',
    how: 'Floor against the pickup, sender read from empty to full',
  },
  {
    id: 'poorFeed',
    raisedBy: ['module', 'linePump', 'relay', 'fuse'],
    question: 'Do feed and ground lose volts?',
    how: 'Drop on both sides, pump running',
  },
  {
    id: 'hotPlug',
    raisedBy: ['plug', 'hatchLead', 'senderPlug'],
    question: 'Does the pump draw too much, or the ground too little?',
    how: 'Clamp the pump, read the ground drop',
  },
  {
    id: 'whatBlewIt',
    raisedBy: ['fuse', 'gaugeFuse'],
    question: 'What blew the fuse?',
    how: 'Loom to ground, pump current',
  },
  {
    id: 'oldHose',
    raisedBy: ['rearLine', 'suctionLine', 'feedJoint', 'flangeSeal', 'capSeal'],
    question: 'Are the other hoses and seals as old?',
    how: 'Ethanol in the fuel, age printed on the hose',
  },
  {
    id: 'pumpPressure',
    raisedBy: ['carburettor'],
    question: 'Does the pump press too hard on the needle?',
    how: 'Pressure at the needle, pump stalled',
  },
  {
    id: 'gaugeLied',
    raisedBy: ['refuel'],
    question: 'Did the gauge show fuel that was not there?',
    how: 'Gauge against a dip',
  },
]

/** Questions that these repairs raise, each once. */
export const upstreamOf = (repairIds: string[]): UpstreamCause[] =>
  UPSTREAM_CAUSES.filter((cause) => cause.raisedBy.some((id) => repairIds.includes(id)))
