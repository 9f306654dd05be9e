/** Judgement calls of a build: one pump or several, with a return or without. */
import { option, type Call } from './terms'

export const BUILD_CALLS: Call[] = [
  {
    id: 'onePumpOrSeveral',
    question: 'One large pump, or several?',
    about: ['buildUnit', 'buildThree', 'surgeAdded'],
    never: 'No second pump without a check valve behind each, and none whose death nobody sees under load.',
    options: [
      option(
        'one',
        'One large pump',
        75,
        260,
        0.08,
        'Simple; when it dies the engine stops where it is.',
        2,
        0,
        { comebackMoney: 150, plannedAs: ['buildUnit', 'relayFeed', 'unitIn'] },
      ),
      option(
        'several',
        'Several, a circuit each',
        390,
        670,
        0.05,
        'One may die on the road and it still comes home; more joints, more wires.',
        3,
        0,
        {
          comebackMoney: 40,
          plannedAs: ['buildThree', 'newTank', 'relayPanel', 'ventAdded', 'unitIn'],
        },
      ),
    ],
  },
  {
    id: 'returnOrNot',
    question: 'With a return, or without?',
    about: ['returnAdded', 'railRegulator', 'feedAdded'],
    never: 'Not two regulators, and no return that ends above the fuel.',
    options: [
      option(
        'return',
        'Regulator behind the rail, a return',
        190,
        185,
        0.05,
        'Cool rail, bubbles go home, any pump; one line more, and the tank warms.',
        0,
        0,
        { plannedAs: ['feedAdded', 'returnAdded', 'railRegulator'] },
      ),
      option(
        'none',
        'Regulator in the tank',
        40,
        95,
        0.07,
        'One line less and a cool tank; the rail grows hot when it stands.',
        2,
        0,
        { plannedAs: ['feedAdded', 'regulator'] },
      ),
    ],
  },
]
