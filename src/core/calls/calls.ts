/**
 * Judgement calls: where good people differ. Each lays its options side by side with what they take in
 * work, money and waiting, and how often they come back; the figures are typical and judgement, the
 * workshop's own history replaces them. What must never be done is no option and says so.
 */
import { PROBED, type LayoutId } from '../vehicle'
import { option, type Call, type CallOption } from './terms'
import { BUILD_CALLS } from './buildCalls'
import { LINE_CALLS } from './lineCalls'
import { SEALANT_CURE_MINUTES } from '../library'

export type { Call, CallOption } from './terms'

export const CALLS: Call[] = [
  {
    id: 'moduleOrPump',
    question: 'Whole module, or the pump alone?',
    about: ['module', 'pumpAlone', 'adaptPump', 'buildUnit'],
    never: 'No hose that is not rated for lying in fuel, no worm clamp inside the tank.',
    options: [
      option(
        'module',
        'Whole module',
        12,
        260,
        0.03,
        'Sender, check valve, hose and strainer are new with it.',
        1,
        0,
        { repairs: ['module'] },
      ),
      option(
        'pump',
        'Pump alone, in the old hanger',
        40,
        110,
        0.1,
        'Old sender, hose and valve stay; the pump must hang at the same depth.',
        1,
        0,
        { repairs: ['pumpAlone'] },
      ),
      option(
        'adapt',
        'Another pump, adapted',
        110,
        130,
        0.15,
        'Where the right one is not to be had: flow, current, drive and height must all fit.',
        0,
        0,
        { repairs: ['adaptPump'] },
      ),
    ],
  },
  {
    id: 'sealing',
    question: 'New seal, or sealant on the flange?',
    about: ['module', 'sender', 'strainer', 'flangeSeal', 'unitIn', 'unitAdded'],
    never: 'Never silicone: it swells in fuel and its strips block strainer and injectors.',
    options: [
      option('seal', 'New seal of the maker', 0, 12, 0.02, 'Both faces clean and dry, seated all round.', 1),
      option(
        'polysulfide',
        'Fuel-rated polysulfide',
        15,
        18,
        0.08,
        'Only where the flange is no longer flat; fuel and alcohol share by its sheet.',
        0,
        SEALANT_CURE_MINUTES / 60,
      ),
    ],
  },
  ...LINE_CALLS,
  ...BUILD_CALLS,
  {
    id: 'tank',
    question: 'Clean, line or replace the tank?',
    about: ['cleanTank', 'cleanSoftTank', 'cleanPlasticTank', 'lineTank', 'newTank'],
    never: 'No heat and no weld on a tank that has held fuel.',
    options: [
      option(
        'clean',
        'Clean and rinse',
        240,
        60,
        0.25,
        'Light rust or varnish; new strainer and filter with it.',
        0,
        24,
        { repairs: ['cleanTank'] },
      ),
      option(
        'line',
        'Clean and line',
        330,
        130,
        0.15,
        'A liner on a surface that was not bare comes off in sheets.',
        1,
        72,
        { repairs: ['cleanTank', 'lineTank'] },
      ),
      option(
        'stripReline',
        'Strip and reline, by someone who does it',
        60,
        290,
        0.06,
        'Bare metal before the new liner; away for days, with a paper of what it stands.',
        7,
        0,
        { repairs: ['sendTank'] },
      ),
      option('replace', 'New tank', 120, 380, 0.02, 'Baffles and vents as the maker has them.', 4, 0, {
        repairs: ['newTank'],
      }),
    ],
  },
  {
    id: 'splice',
    question: 'Crimp, or solder?',
    about: [
      'plug',
      'hatchLead',
      'loom',
      'senderWire',
      'senderPlug',
      'relayFeed',
      'relayPanel',
      'injectionAdded',
    ],
    never: 'No heat with a tank or a line open. Inside the tank no splice but a rated, sealed part.',
    options: [
      option(
        'crimp',
        'Crimp with sealed shrink',
        8,
        4,
        0.02,
        'Right die, pulled by hand; shrink by hot air away from fuel.',
      ),
      option(
        'solder',
        'Solder, sleeve and tie down',
        18,
        3,
        0.06,
        'The strands break where the solder ends when the loom shakes.',
      ),
    ],
  },
  {
    id: 'runOn',
    question: 'Replace it now, or run on?',
    about: ['module', 'pumpAlone', 'linePump', 'strokePump'],
    never: 'Never run on with a leak, a smell of fuel, or a vehicle that carries people over a pass.',
    options: [
      option('now', 'Replace it now', 12, 260, 0.03, 'Known to be bad: it is done once, in daylight.', 1),
      option(
        'runOn',
        'Run on, look again in a month',
        0,
        0,
        0.9,
        'A pump that comes and goes stops for good where it suits nobody: a tow is counted in.',
        0,
        0,
        { comebackMoney: 410 },
      ),
    ],
  },
  {
    id: 'pumps',
    question: 'One large pump, or several?',
    about: ['linePump', 'adaptPump', 'speedControl'],
    never: 'No second pump on the first one’s fuse and wire.',
    options: [
      option(
        'one',
        'One large pump',
        45,
        180,
        0.06,
        'Simple; its wire, fuse and heat at idle must be up to it. It stops: the engine stops.',
        1,
      ),
      option(
        'several',
        'Two, the second with load',
        135,
        260,
        0.05,
        'Each fused and relayed for itself; one limps home. Staged by load, tried at each stage.',
        1,
      ),
      option(
        'controlled',
        'One, speed controlled',
        195,
        300,
        0.05,
        'Less heat in the fuel; it must fail to full speed.',
        2,
        0,
        { repairs: ['linePump', 'speedControl'] },
      ),
    ],
  },
  {
    id: 'senderKind',
    question: 'Float or capacitive?',
    about: ['sender', 'floatSender'],
    layouts: PROBED,
    never: 'No sender whose ohms run the other way than the gauge wants.',
    options: [
      option(
        'float',
        'Float sender, matched to the gauge',
        120,
        140,
        0.05,
        'Reads any fuel; its arm must clear the baffles, the gauge is set by litres.',
        2,
        0,
        { repairs: ['floatSender'] },
      ),
      option(
        'same',
        'The same kind again',
        25,
        85,
        0.08,
        'A capacitive one is off with water or another fuel; nothing else changes.',
        3,
        0,
        { repairs: ['sender'] },
      ),
    ],
  },
  {
    id: 'bleeding',
    question: 'Bleed by primer or by vacuum?',
    layouts: ['A08'],
    about: ['firstFilter', 'fineFilter', 'primer', 'overflow', 'suctionLine', 'suctionJoints'],
    never: 'No line nut is loosened to let air out, on any engine: a jet goes through skin.',
    options: [
      option(
        'primer',
        'Hand primer and vent screw',
        12,
        0,
        0.02,
        'Until the stream has no bubbles and the primer stands firm.',
      ),
      option(
        'vacuum',
        'Vacuum at the return',
        10,
        0,
        0.03,
        'Quick where the primer is weak; the catch can must stand lower.',
      ),
    ],
  },
]

export const callsFor = (repairIds: string[], layout: LayoutId): Call[] =>
  CALLS.filter(
    (call) => (call.layouts?.includes(layout) ?? true) && call.about.some((id) => repairIds.includes(id)),
  )

/** The repairs of a plan with one option of a call taken: its acts in place of those the call is about. */
export function withOption(repairIds: string[], call: Call, option: CallOption): string[] {
  if (!option.repairs) return repairIds
  const others = new Set([...call.about, ...call.options.flatMap((one) => one.repairs ?? [])])
  return [...repairIds.filter((id) => !others.has(id)), ...option.repairs]
}
