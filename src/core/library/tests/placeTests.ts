/** Where fuel escapes: meter and eye at each place. */
import { PLACES, type SceneId } from '../../vehicle'
import { SEEKS, hands, powers, runsPump, under } from '../doings'
import { above } from '../quantity'
import { type TestReading, type Test, KEY_OFF, see, outcome, number, SPRAY, METER, SEEN_AT } from './terms'

/** The meter and the eye at one place, pump off; and the eye again with the line primed. */
function placeTests({ id, name }: (typeof PLACES)[number]): Test[] {
  const { where, needs } = SEEN_AT[id]!
  const it = name.toLowerCase()
  const wet = (scene: SceneId, least: number): TestReading =>
    see(
      outcome('wet', 'Wet', above({ of: 'wets', at: id, scene }, least, 0.3 * least)),
      outcome('dry', 'Dry'),
    )
  return [
    {
      id: `T76-${id}`,
      title: `Hold the gas meter to the ${it}`,
      short: `Meter: ${it}`,
      where,
      steps: ['Key out, meter zeroed outdoors', '30 s at the lowest point there', 'Enter % LEL'],
      at: id,
      instrument: 'gasMeter',
      reading: number({ of: 'lel', at: id, scene: 'rest' }, '%', 1, 0, 100),
      scene: 'rest',
      needs: { ignition: 'off' },
      leaves: {},
      minutes: 3,
      money: 0,
      caution: METER,
      blind: 'Vapour drifts: the neighbour reads too.',
    },
    {
      id: `T70-${id}`,
      title: `Look at the ${it}, key out`,
      short: `Seen: ${it}`,
      where,
      steps: ['Guarded lamp', 'Wipe, wait 5 min, paper against it'],
      at: id,
      instrument: 'eye',
      reading: wet('rest', 0.4),
      scene: 'rest',
      needs: needs.height ? needs : { ignition: 'off', ...needs },
      does: needs.height ? [under('vehicle')] : [],
      leaves: {},
      minutes: 7,
      money: 0,
      caution: METER,
      blind: 'Without pressure a small leak stays dry.',
    },
    {
      id: `T70p-${id}`,
      title: `Look at the ${it} with the line primed`,
      short: `Primed: ${it}`,
      where,
      steps: ['Wiped dry, everyone clear', 'Prime three times, key out', 'Paper on a stick, never the hand'],
      at: id,
      instrument: 'eye',
      reading: wet('primed', 0.25),
      scene: 'primed',
      needs: needs.height ? needs : { ...KEY_OFF, ...needs },
      does: [powers('key on'), runsPump(6), SEEKS, hands(2), ...(needs.height ? [under('vehicle')] : [])],
      leaves: { ignition: 'off' },
      minutes: 6,
      money: 0,
      caution: SPRAY,
      blind: 'A drop inside a hose stays hidden.',
    },
  ]
}

export const PLACE_TESTS: Test[] = [
  ...PLACES.flatMap((place) => placeTests(place)),
  {
    id: 'T76-round',
    parts: ['draught'],
    title: 'Carry the gas meter once round the vehicle',
    short: 'Meter, once round',
    where: 'From the filler forwards, at the floor and at each joint.',
    steps: [
      'Meter zeroed outdoors, key out',
      '10 s at each place, low first: vapour sinks',
      'Enter the highest value',
    ],
    at: 'fillerPlace',
    instrument: 'gasMeter',
    reading: number({ of: 'lel', scene: 'rest' }, '%', 1, 0, 100),
    scene: 'rest',
    needs: { ignition: 'off' },
    leaves: {},
    minutes: 6,
    money: 0,
    caution: METER,
    blind: 'Wind hides a small leak; silicone spray blinds the meter.',
  },
  {
    id: 'T70-round',
    parts: ['draught'],
    title: 'Prime and look along every joint',
    does: [powers('key on'), runsPump(6), SEEKS, hands(2)],
    short: 'All joints, seen',
    where: 'From the tank to the engine.',
    steps: ['Wipe all dry, prime three times', 'Paper on a stick at each joint, 5 min'],
    at: 'fillerPlace',
    instrument: 'eye',
    reading: see(
      outcome('wet', 'Wet somewhere', above({ of: 'wets', scene: 'primed' }, 0.25, 0.08)),
      outcome('dry', 'Dry'),
    ),
    scene: 'primed',
    needs: KEY_OFF,
    leaves: { ignition: 'off' },
    minutes: 14,
    money: 0,
    caution: SPRAY,
    blind: 'A drop inside a hose stays hidden.',
  },
]
