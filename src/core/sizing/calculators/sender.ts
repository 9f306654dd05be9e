import {
  AskBack,
  boxOf,
  calculator,
  fromSheet,
  said,
  type Answer,
  type Drawing,
  type ValuesOf,
} from '../terms'

/** Clear of roof and floor; over so much tilt the scale is crowded (EQ18). */
const ROOF_M = 0.004
const FLOOR_M = 0.0025
const MOST_RAD = (60 * Math.PI) / 180
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
    options: { box: 'upright walls', lying: 'a lying round one' },
    usual: 'box',
  },
  pivotM: mm('Pivot over the floor', 180, 5, 1200, 'Where the arm turns.'),
  armM: mm('Arm', 160, 20, 700, 'From pivot to the middle of the float, as the crow flies.'),
  emptyM: mm('Float over the floor, empty', 40, 1, 1100, 'Its middle, where the gauge shall show empty.'),
  fullM: mm('and full', 310, 10, 1190, 'Its middle, where the gauge shall show full.'),
  floatM: mm('Float is high', 30, 5, 120, 'Along the way that it rises.'),
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
  },
} as const
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
export const filledShare = (shape: Values['shape'], level: number): number => {
  if (shape === 'box') return level
  const up = 1 - 2 * level
  return (Math.acos(up) - up * Math.sqrt(1 - up * up)) / Math.PI
}

const degrees = (rad: number) => (180 * rad) / Math.PI
const angleText = (rad: number) => `${degrees(rad).toFixed(0).replace('-', '−')}°`

function work(values: Values): Answer {
  if (values.fullM <= values.emptyM) throw new AskBack('fullM', 'Full lies over empty.')
  if (values.fullM >= values.depthM) throw new AskBack('fullM', 'It lies over the roof of the tank.')
  for (const field of ['emptyM', 'fullM'] as const)
    if (armAngle(values, values[field]) === null)
      throw new AskBack(
        'armM',
        `The arm does not reach that far: ${said(Math.abs(values[field] - values.pivotM), 'mm')} at least.`,
      )
  const [empty, full] = [armAngle(values, values.emptyM)!, armAngle(values, values.fullM)!]
  const roof = values.depthM - values.fullM - 0.5 * values.floatM
  const floor = values.emptyM - 0.5 * values.floatM
  const steepest = Math.max(Math.abs(empty), Math.abs(full))
  const leastArm = (values.fullM - values.emptyM) / (2 * Math.sin(MOST_RAD))
  const strikes = roof < 0 ? 'roof' : floor < 0 ? 'floor' : null
  const close = roof < ROOF_M || floor < FLOOR_M
  const middle = 0.5 * (values.emptyM + values.fullM)
  const bend = 0.001 / (values.armM * Math.cos(armAngle(values, middle)!))
  const levels = Array.from(
    { length: LEVELS + 1 },
    (_, k) => values.emptyM + (k / LEVELS) * (values.fullM - values.emptyM),
  )
  return {
    says: strikes
      ? `The float strikes the ${strikes}: ${said(-Math.min(roof, floor), 'mm')} too far.`
      : `It swings from ${angleText(empty)} to ${angleText(full)}, clear of roof and floor by ${said(Math.min(roof, floor), 'mm')}.`,
    verdict: strikes ? 'no' : close || steepest > MOST_RAD ? 'doubt' : 'good',
    limits: strikes
      ? `Bend the arm: each millimetre at the float is ${degrees(bend).toFixed(2)}° at the pivot, half way up.`
      : steepest > MOST_RAD
        ? `It stands steep at an end: an arm of ${said(leastArm, 'mm')} swings within 60°, its pivot half way between empty and full.`
        : close
          ? `Too close: ${said(ROOF_M, 'mm')} under the roof, ${said(FLOOR_M, 'mm', 1)} over the floor.`
          : 'Pump and baffle: {10 mm} of air round the whole swing; look, no figure knows them.',
    figures: [
      { id: 'roof', name: 'Under the roof', si: roof, unit: 'mm', digits: 1 },
      { id: 'floor', name: 'Over the floor', si: floor, unit: 'mm', digits: 1 },
      { id: 'arm', name: 'Arm, at least', si: leastArm, unit: 'mm', digits: 0 },
      { id: 'half', name: 'Half way up it shows', si: senderOhm(values, middle), unit: 'ohm', digits: 0 },
    ],
    table: {
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
        values.capacityM3 * filledShare(values.shape, height / values.depthM),
      ]),
    },
    drawing: drawn(values, [values.emptyM, middle, values.fullM], strikes !== null),
    sure: 'For a track that is even with the angle and a float half in the fuel. Between petrol and diesel it floats 1 to 3 mm otherwise. For a display take two dips, and look with a third whether they hold.',
  }
}

function drawn(values: Values, heights: number[], fouls: boolean): Drawing {
  const { pivotM, armM, depthM, floatM } = values
  const wide = armM + floatM
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
      ...floats.map((float, k) => ({
        id: `arm${k}`,
        name: '',
        closed: false,
        fouls: false,
        points: [pivot, float],
      })),
      ...floats.map(([x, y], k) => ({
        id: `float${k}`,
        name: ['empty', 'half', 'full'][k]!,
        closed: true,
        fouls: fouls && k !== 1,
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
    'Ohms run evenly with the angle; litres by the tank’s shape',
  ],
  source: 'EQ18, EQ21; clearances typical',
})
