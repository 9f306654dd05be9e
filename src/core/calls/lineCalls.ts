/** Judgement calls about lines, hoses and their joints. */
import { option, type Call } from './terms'

export const LINE_CALLS: Call[] = [
  {
    id: 'hardLine',
    question: 'Reuse the line, or which new one?',
    about: ['frontLine', 'rearLine', 'returnLine', 'suctionLine', 'feedAdded', 'returnAdded'],
    never:
      'No new copper, and no compression joint on a line over {100 kPa}. Old copper that lies there is looked at for cracks at clips and flares, not condemned for what it is.',
    options: [
      option(
        'reuse',
        'Clean it and reuse it',
        20,
        4,
        0.25,
        'Only without pits; a line that rusted once does so again.',
      ),
      option(
        'nickelCopper',
        'Nickel copper, bent by hand',
        70,
        40,
        0.03,
        'Bends easily, does not rust; clip it often, it work-hardens.',
      ),
      option('steel', 'Coated steel', 90, 25, 0.06, 'Strong; every scratch rusts.', 0.5),
      option('stainless', 'Stainless', 130, 70, 0.02, 'Lasts; hard to bend and to flare tight.', 1),
      option(
        'hose',
        'Hose for its pressure, the whole way',
        35,
        110,
        0.12,
        'Soon laid, and old in ten years: each clip and each edge rubs it.',
      ),
    ],
  },
  {
    id: 'hose',
    question: 'Formed hose, or by the metre?',
    about: ['rearLine', 'suctionLine', 'fillerHose'],
    never: 'No heater or vacuum hose, and none that is forced round a bend: it folds where nobody looks.',
    options: [
      option(
        'formed',
        'The maker’s formed hose',
        0,
        45,
        0.02,
        'Lies free by itself; ends and bore are right.',
        3,
      ),
      option(
        'metre',
        'Rated hose by the metre',
        10,
        14,
        0.08,
        'Class and bore read off its print; bends no tighter than its sheet says, or a formed bend let in.',
      ),
    ],
  },
  {
    id: 'jointSeal',
    question: 'Rubber ring, or metal washer?',
    about: ['feedJoint', 'overflow', 'suctionJoints'],
    never: 'No thread tape and no paste on a joint that seals by its face.',
    options: [
      option(
        'same',
        'What the joint was made for, new',
        0,
        3,
        0.02,
        'A groove wants a ring of the fuel’s rubber; a flat face a new washer, bonded or soft.',
      ),
      option(
        'bonded',
        'Bonded washer in place of a soft one',
        0,
        5,
        0.04,
        'Seals a face that is scored; its rubber must stand this fuel, and it is used once.',
      ),
      option(
        'annealed',
        'Old copper washer, annealed',
        10,
        0,
        0.15,
        'Only flat, unmarked, far from any fuel while it is hot; to get home.',
      ),
    ],
  },
  {
    id: 'returnWay',
    question: 'Keep the return, or rebuild without?',
    about: ['returnLine', 'coolReturn'],
    layouts: ['A01'],
    never:
      'No return that ends above the fuel or beside the pickup, and no regulator left at a rail without one.',
    options: [
      option('keep', 'Keep the return', 0, 0, 0.04, 'Cools the rail; the fuel warms in a tank that is low.'),
      option(
        'without',
        'Regulator at the tank, no return',
        160,
        120,
        0.06,
        'Cooler fuel; the rail heats after a stop, and the controller must live without a vacuum reference.',
        2,
      ),
    ],
  },
]
