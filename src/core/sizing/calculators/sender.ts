import {
  AskBack,
  boxOf,
  calculator,
  fromSheet,
  said,
  type Answer,
  type AnswerTable,
  type Drawing,
  type Fields,
  type ValuesOf,
} from '../terms'
import { between } from '../points'

/** Clear of roof and floor; over so much tilt the scale is crowded (EQ18). */
const ROOF_M = 0.004
const FLOOR_M = 0.0025
const MOST_RAD = (60 * Math.PI) / 180
/** Air that an arm wants round its swing. */
const AIR_M = 0.01
const SWING_STEPS = 240
const LEVELS = 8

const mm = (label: string, usual: number, low: number, high: number, why: string) =>
  ({ kind: 'number', label, unit: 'mm', low, high, step: 1, usual, why }) as const
const ohm = (label: string, usual: number, field: 'senderEmptyOhm' | 'senderFullOhm') =>
  ({
    kind: 'number',
    label,
    unit: 'ohm',
    low: 0,
    high: 1000,
    step: 1,
    usual,
    why: 'Both ends and their direction are what the gauge wants.',
    from: fromSheet(field),
  }) as const
const fields = {
  depthM: mm('Depth of the tank', 330, 60, 1200, 'Inside, where the float goes.'),
  shape: {
    kind: 'choice',
    label: 'Its shape',
    options: { box: 'upright walls', lying: 'a lying round one', table: 'by a table of litres' },
    usual: 'box',
  },
  strapping: {
    kind: 'points',
    label: 'Its table, a line a point',
    columns: [
      { name: 'Over the floor', unit: 'mm', low: 0, high: 1200 },
      { name: 'In the tank', unit: 'L', low: 0, high: 1000 },
    ],
    least: 3,
    usual: '0 0\n60 9\n120 24\n180 40\n240 55\n300 67\n330 70',
    why: 'Dipped while it was filled by a measure, from the floor up.',
    when: (values) => values['shape'] === 'table',
  },
  pivotM: mm('Pivot over the floor', 180, 5, 1200, 'Where the arm turns.'),
  armM: mm('Arm', 160, 20, 700, 'From pivot to the middle of the float, as the crow flies.'),
  emptyM: mm('Float over the floor, empty', 40, 1, 1100, 'Its middle, where the gauge shall show empty.'),
  fullM: mm('and full', 310, 10, 1190, 'Its middle, where the gauge shall show full.'),
  floatM: mm('Float is high', 30, 5, 120, 'Along the way that it rises.'),
  near: {
    kind: 'choice',
    label: 'In the plane of its swing',
    options: { no: 'nothing stands', yes: 'pump or baffle stands' },
    usual: 'no',
  },
  nearAtM: {
    ...mm('It begins at', 150, -700, 800, 'Along the floor from under the pivot, to the side of the float.'),
    when: (values) => values['near'] === 'yes',
  },
  nearWideM: {
    ...mm('and is wide', 60, 1, 900, 'Along the floor.'),
    when: (values) => values['near'] === 'yes',
  },
  nearTopM: {
    ...mm('It reaches up to', 90, 1, 1200, 'Over the floor; what hangs from the roof reaches up to it.'),
    when: (values) => values['near'] === 'yes',
  },
  nearFootM: {
    ...mm('from', 0, 0, 1190, 'Over the floor: nothing for what stands on it.'),
    when: (values) => values['near'] === 'yes',
  },
  emptyOhm: ohm('Empty', 240, 'senderEmptyOhm'),
  fullOhm: ohm('Full', 33, 'senderFullOhm'),
  capacityM3: {
    kind: 'number',
    label: 'The tank holds',
    unit: 'L',
    low: 2,
    high: 1000,
    step: 1,
    usual: 70,
    why: 'To the brim.',
    from: fromSheet('tankCapacityM3'),
    when: (values) => values['shape'] !== 'table',
  },
} as const satisfies Fields
type Values = ValuesOf<typeof fields>

/** The angle of the arm with its float at a height, rad; null where it does not reach. */
export const armAngle = (
  { pivotM, armM }: Pick<Values, 'pivotM' | 'armM'>,
  heightM: number,
): number | null => {
  const sine = (heightM - pivotM) / armM
  return Math.abs(sine) <= 1 ? Math.asin(sine) : null
}
/** Ohms of a track that runs evenly with the angle. */
export function senderOhm(
  values: Pick<Values, 'pivotM' | 'armM' | 'emptyM' | 'fullM' | 'emptyOhm' | 'fullOhm'>,
  heightM: number,
): number {
  const [empty, full] = [armAngle(values, values.emptyM)!, armAngle(values, values.fullM)!]
  const share = (armAngle(values, heightM)! - empty) / (full - empty)
  return values.emptyOhm + share * (values.fullOhm - values.emptyOhm)
}
/** Share of a tank that is full up to a share of its depth. */
export const filledShare = (shape: 'box' | 'lying', level: number): number => {
  if (shape === 'box') return level
  const up = 1 - 2 * level
  return (Math.acos(up) - up * Math.sqrt(1 - up * up)) / Math.PI
}

/** What is in the tank up to a height over its floor, m3. */
export const litresAt = (
  { shape, strapping, capacityM3, depthM }: Pick<Values, 'shape' | 'strapping' | 'capacityM3' | 'depthM'>,
  heightM: number,
): number =>
  shape === 'table' ? between(strapping, heightM) : capacityM3 * filledShare(shape, heightM / depthM)

type Swing = Pick<
  Values,
  'pivotM' | 'armM' | 'emptyM' | 'fullM' | 'floatM' | 'nearAtM' | 'nearWideM' | 'nearTopM' | 'nearFootM'
>
/**
 * The least air between the float, a box as wide as it is high, and what stands in the plane of its swing, over
 * the whole of it, m; less than nothing where they meet, by how deep.
 */
export function airOverSwing(values: Swing): { airM: number; heightM: number } {
  const half = 0.5 * values.floatM
  const [from, to] = [armAngle(values, values.emptyM)!, armAngle(values, values.fullM)!]
  let least = { airM: Infinity, heightM: values.emptyM }
  for (let k = 0; k <= SWING_STEPS; k += 1) {
    const angle = from + (k / SWING_STEPS) * (to - from)
    const [x, y] = [values.armM * Math.cos(angle), values.pivotM + values.armM * Math.sin(angle)]
    const aside = Math.max(values.nearAtM - (x + half), x - half - (values.nearAtM + values.nearWideM))
    const above = Math.max(values.nearFootM - (y + half), y - half - values.nearTopM)
    const airM = aside > 0 && above > 0 ? Math.hypot(aside, above) : Math.max(aside, above)
    if (airM < least.airM) least = { airM, heightM: y }
  }
  return least
}

const degrees = (rad: number) => (180 * rad) / Math.PI
const angleText = (rad: number) => `${degrees(rad).toFixed(0).replace('-', '−')}°`

/** Figures that each may be, and not together. */
function askBack(values: Values): void {
  if (values.fullM <= values.emptyM) throw new AskBack('fullM', 'Full lies over empty.')
  if (values.fullM >= values.depthM) throw new AskBack('fullM', 'It lies over the roof of the tank.')
  if (values.near === 'yes' && values.nearFootM >= values.nearTopM)
    throw new AskBack('nearFootM', 'It begins lower than it ends.')
  const { strapping, depthM } = values
  const falls = strapping.findIndex(
    ([height, litres], k) => k > 0 && (height! <= strapping[k - 1]![0]! || litres! < strapping[k - 1]![1]!),
  )
  if (values.shape === 'table' && falls > 0)
    throw new AskBack('strapping', `Line ${falls + 1}: higher over the floor, and no less in the tank.`)
  if (values.shape === 'table' && strapping.at(-1)![0]! > depthM + 1e-9)
    throw new AskBack('strapping', 'Its last line lies over the roof of the tank.')
  for (const field of ['emptyM', 'fullM'] as const)
    if (armAngle(values, values[field]) === null)
      throw new AskBack(
        'armM',
        `The arm does not reach that far: ${said(Math.abs(values[field] - values.pivotM), 'mm')} at least.`,
      )
}

/** What there is of room over the whole swing, and how steep the arm stands at its ends. */
function roomOf(values: Values) {
  const ends = [armAngle(values, values.emptyM)!, armAngle(values, values.fullM)!] as const
  const near = values.near === 'yes' ? airOverSwing(values) : null
  const roof = values.depthM - values.fullM - 0.5 * values.floatM
  const floor = values.emptyM - 0.5 * values.floatM
  const least = Math.min(roof, floor, near?.airM ?? Infinity)
  return {
    ...{ ends, near, roof, floor, least },
    strikes: least >= 0 ? null : least === roof ? 'roof' : least === floor ? 'floor' : 'pump or baffle',
    close: roof < ROOF_M || floor < FLOOR_M,
    tight: near !== null && near.airM < AIR_M,
    steep: Math.max(...ends.map(Math.abs)) > MOST_RAD,
    leastArm: (values.fullM - values.emptyM) / (2 * Math.sin(MOST_RAD)),
  }
}
type Room = ReturnType<typeof roomOf>

function limitsOf(values: Values, { near, strikes, tight, steep, close, leastArm }: Room): string {
  if (near && (strikes === 'pump or baffle' || (tight && !strikes))) {
    const air = said(Math.abs(near.airM), 'mm')
    const lies = strikes ? `it lies ${air} in pump or baffle` : `${air} are left to pump or baffle`
    return `With the float ${said(near.heightM, 'mm')} over the floor ${lies}: ${said(AIR_M, 'mm')} of air is wanted. Turn its plane away from it, or shorten the arm.`
  }
  if (strikes) {
    const middle = armAngle(values, 0.5 * (values.emptyM + values.fullM))!
    const bend = 0.001 / (values.armM * Math.cos(middle))
    return `Bend the arm: each millimetre at the float is ${degrees(bend).toFixed(2)}° at the pivot, half way up.`
  }
  if (steep)
    return `It stands steep at an end: an arm of ${said(leastArm, 'mm')} swings within 60°, its pivot half way between empty and full.`
  if (close)
    return `Too close: ${said(ROOF_M, 'mm')} under the roof, ${said(FLOOR_M, 'mm', 1)} over the floor.`
  return near
    ? 'The arm itself and its wires: swing it by hand from end to end before it goes in.'
    : 'Pump and baffle: {10 mm} of air round the whole swing; say what stands in its plane.'
}

function tableOf(values: Values): AnswerTable {
  const { emptyM, fullM } = values
  const levels = Array.from({ length: LEVELS + 1 }, (_, k) => emptyM + (k / LEVELS) * (fullM - emptyM))
  return {
    columns: [
      { name: 'Middle of the float', unit: 'mm', digits: 0 },
      { name: 'Arm, °', unit: null, digits: 1 },
      { name: 'Ohms', unit: 'ohm', digits: 0 },
      { name: 'In the tank', unit: 'L', digits: 1 },
    ],
    rows: levels.map((height) => [
      height,
      degrees(armAngle(values, height)!),
      senderOhm(values, height),
      litresAt(values, height),
    ]),
  }
}

function work(values: Values): Answer {
  askBack(values)
  const room = roomOf(values)
  const { ends, near, roof, floor, least, strikes, leastArm } = room
  const [empty, full] = ends
  const middle = 0.5 * (values.emptyM + values.fullM)
  return {
    says: strikes
      ? `The float strikes the ${strikes}: ${said(-least, 'mm')} too far.`
      : `It swings from ${angleText(empty)} to ${angleText(full)}, clear of roof and floor by ${said(Math.min(roof, floor), 'mm')}.`,
    verdict: strikes ? 'no' : room.close || room.tight || room.steep ? 'doubt' : 'good',
    limits: limitsOf(values, room),
    figures: [
      { id: 'roof', name: 'Under the roof', si: roof, unit: 'mm', digits: 1 },
      { id: 'floor', name: 'Over the floor', si: floor, unit: 'mm', digits: 1 },
      ...(near
        ? [{ id: 'near', name: 'From pump or baffle', si: near.airM, unit: 'mm' as const, digits: 0 }]
        : []),
      { id: 'arm', name: 'Arm, at least', si: leastArm, unit: 'mm', digits: 0 },
      { id: 'half', name: 'Half way up it shows', si: senderOhm(values, middle), unit: 'ohm', digits: 0 },
    ],
    table: tableOf(values),
    drawing: drawn(values, [values.emptyM, middle, values.fullM], strikes),
    sure: 'For a track that is even with the angle and a float half in the fuel. Between petrol and diesel it floats 1 to 3 mm otherwise. For a display take two dips, and look with a third whether they hold.',
  }
}

const FLOATS = ['empty', 'half', 'full'] as const
const STRIKING = { empty: 'floor', full: 'roof' } as const
function drawn(values: Values, heights: number[], strikes: string | null): Drawing {
  const { pivotM, armM, depthM, floatM, nearAtM, nearWideM, nearFootM, nearTopM } = values
  const wide = Math.max(armM + floatM, values.near === 'yes' ? nearAtM + nearWideM : 0)
  const pivot: [number, number] = [0, pivotM]
  const floats = heights.map((height): [number, number] => [
    armM * Math.cos(armAngle(values, height)!),
    height,
  ])
  const half = 0.5 * floatM
  return {
    shapes: [
      {
        id: 'tank',
        name: '',
        closed: true,
        fouls: false,
        points: boxOf(-0.25 * wide, 1.15 * wide, 0, depthM),
      },
      ...(values.near === 'yes'
        ? [
            {
              ...{ id: 'near', name: 'pump or baffle', closed: true, fouls: strikes === 'pump or baffle' },
              points: boxOf(nearAtM, nearAtM + nearWideM, nearFootM, Math.min(nearTopM, depthM)),
            },
          ]
        : []),
      ...floats.map((float, k) => ({
        id: `arm${k}`,
        name: '',
        closed: false,
        fouls: false,
        points: [pivot, float],
      })),
      ...floats.map(([x, y], k) => ({
        id: `float${k}`,
        name: FLOATS[k]!,
        closed: true,
        fouls: strikes !== null && strikes === STRIKING[FLOATS[k] as keyof typeof STRIKING],
        points: boxOf(x - half, x + half, y - half, y + half),
      })),
    ],
  }
}

export const sender = calculator({
  id: 'sender',
  title: 'Level sender',
  question: 'How does this arm swing, and what does it show?',
  fields,
  work,
  caution: {
    text: 'The tank is open: no spark, no lamp but one made for it. An ohmmeter is put on before fuel is near, or at the plug outside.',
    stopWhen: 'Stop when the meter shows vapour.',
  },
  formula: [
    'sin of the arm’s angle = (middle of the float − pivot) ÷ arm',
    'Ohms run evenly with the angle; litres by the tank’s shape, or straight between the points of its table',
    'Air to pump or baffle: the float’s box against theirs, over the whole swing',
  ],
  source: 'EQ18, EQ21; clearances typical',
})
