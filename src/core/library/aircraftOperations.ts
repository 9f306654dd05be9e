/** What an aircraft asks for around the work: authority, proof of flow, release. Minutes typical (handbook 6). */
import { BY_BOOST, LICENSED } from '../vehicle'
import type { Operation } from './acts'
import { closes, drains, hands, opens, runsPump } from './doings'
import { CLOSED } from './operationTerms'

const LICENSED_WORK = {
  text: 'This app keeps the book and does the sums. A licensed person with approved data does the work and signs for it.',
  stopWhen: 'No authority, no data for this aircraft: stop.',
}

export const AIRCRAFT_OPERATIONS: Operation[] = [
  {
    id: 'confirmAuthority',
    layouts: LICENSED,
    title: 'Licensed person and approved data',
    detail: 'here, with work order and logbook',
    needs: { authority: 'none' },
    sets: { authority: 'given' },
    does: [],
    minutes: 8,
    twin: 'releaseToService',
    steps: [
      'Licensed person present',
      'Work order and logbook in hand',
      'Data: right revision, for this aircraft',
    ],
    caution: LICENSED_WORK,
    from: ['O83'],
  },
  {
    id: 'proveFlow',
    layouts: LICENSED,
    title: 'Prove the flow',
    detail: 'by the approved method, area still safe',
    needs: { flowProof: 'due', feedTap: 'open' },
    sets: { flowProof: 'proven' },
    does: [
      opens('joint', 'line', 'engine', 'tap'),
      drains(5, 'line'),
      closes('joint'),
      { does: 'certifies', what: 'flow' },
      hands(2),
    ],
    minutes: 45,
    steps: [
      'Attitude and level as the method asks; selector off while the joint parts',
      'Rated hose into the graduated, bonded can, selector on, timed three times',
      'Held against the figure of the approved data',
      'Selector off, joint made; leak check after it',
    ],
    tools: ['Graduated can', 'Watch'],
    looks: 'Steady stream, no bubble.',
    variants: [
      {
        on: BY_BOOST,
        does: [
          opens('joint', 'line', 'engine', 'tap'),
          runsPump(45),
          drains(5, 'line'),
          closes('joint'),
          { does: 'certifies', what: 'flow' },
          hands(2),
        ],
        steps: [
          'Attitude and level as the method asks; selector off while the joint parts',
          'Rated hose into the graduated, bonded can, selector and boost pump on, timed three times',
          'Held against the figure of the approved data; then the same by the pump on the engine, as the method says',
          'Boost and selector off, joint made; leak check after it',
        ],
      },
    ],
  },
  {
    id: 'releaseToService',
    layouts: LICENSED,
    title: 'Release by the licensed person',
    detail: 'flow, quantity, second inspection',
    needs: {
      authority: 'given',
      gaugeMarks: 'proven',
      flowProof: 'proven',
      wayIn: 'shut',
      battery: 'on',
      rig: 'none',
      area: 'open',
      ...CLOSED,
    },
    sets: { authority: 'none' },
    does: [{ does: 'certifies', what: 'release' }],
    minutes: 60,
    twin: 'confirmAuthority',
    steps: [
      'Flow and quantity proven, figures in hand',
      'Gauge at zero usable fuel seen',
      'Second inspection where it is asked for',
      'Signed in the logbook by the licensed person',
    ],
    caution: LICENSED_WORK,
    from: ['O63'],
  },
]
