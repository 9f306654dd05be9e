import { boxOf, calculator, said, type Answer, type Drawing, type ValuesOf } from '../terms'

/** A sock lies so far over the floor (EQ18), and a hose goes so far over each pipe; typical. */
const GAP_M = { least: 0.003, most: 0.008 }
const OVER_PIPE_M = 0.022
/** Between two pipe ends a hose bends and a clamp sits. */
const BETWEEN_M = 0.01
/** Free hose over so many of its own diameters swings the pump about. */
const LONG_M = 0.12

const mm = (label: string, usual: number, low: number, high: number, why: string) =>
  ({ kind: 'number', label, unit: 'mm', low, high, step: 1, usual, why }) as const
const fields = {
  depthM: mm('Flange to floor', 240, 60, 900, 'At the hole, the ring and its seal seated.'),
  hangerM: mm('Pipe of the hanger, under the flange', 60, 5, 700, 'Its end, where the hose goes on.'),
  pumpM: mm('Pump with its outlet', 115, 30, 400, 'From its foot to the end of its outlet.'),
  sockM: mm('Sock under the pump', 12, 0, 80, 'Fitted, flat.'),
  gapM: mm('Sock over the floor', 5, 0, 40, '{3 to 8 mm}: lower it stirs dirt, higher more cannot be used.'),
  areaM2: {
    kind: 'number',
    label: 'The tank holds, a centimetre of it',
    unit: 'L',
    low: 0.05,
    high: 40,
    step: 0.1,
    usual: 2.5,
    why: 'A fill of one centimetre near the floor: its area.',
  },
} as const
type Values = ValuesOf<typeof fields>

/** Between the pipe of the hanger and the outlet of the pump, m. */
export const betweenPipes = ({ depthM, hangerM, pumpM, sockM, gapM }: Omit<Values, 'areaM2'>) =>
  depthM - gapM - sockM - pumpM - hangerM

function work(values: Values): Answer {
  const between = betweenPipes(values)
  const hose = between + 2 * OVER_PIPE_M
  const unusable = (values.gapM + 0.01) * values.areaM2 * 100
  const fouls = between < BETWEEN_M
  return {
    says: fouls
      ? `It is ${said(BETWEEN_M - between, 'mm')} too tall: the pump meets the pipe before the sock is off the floor.`
      : `The hose is cut at ${said(hose, 'mm')}.`,
    verdict: fouls
      ? 'no'
      : between > LONG_M || values.gapM < GAP_M.least || values.gapM > GAP_M.most
        ? 'doubt'
        : 'good',
    limits: fouls
      ? 'A shorter pump, or the hanger’s pipe cut back and its end rolled.'
      : between > LONG_M
        ? 'So much free hose swings the pump: a stay or a bracket holds it.'
        : values.gapM > GAP_M.most
          ? 'The sock hangs high: fuel is left that is never used.'
          : values.gapM < GAP_M.least
            ? 'The sock lies on the floor: it closes on dirt.'
            : 'Sock, pump and hose stand one on the other.',
    figures: [
      { id: 'hose', name: 'Hose, cut', si: Math.max(0, hose), unit: 'mm', digits: 0 },
      { id: 'between', name: 'free between the pipes', si: between, unit: 'mm', digits: 0 },
      { id: 'unusable', name: 'Cannot be used', si: unusable, unit: 'L', digits: 1 },
    ],
    drawing: drawn(values, fouls),
    sure: 'A tank’s floor bends: measure at the hole, empty and with the ring seated.',
  }
}

/** Half widths of what stands there, m: for the eye alone. */
const HALF_M = { pipe: 0.004, hose: 0.007, pump: 0.02, sock: 0.032, tank: 0.09 }
function drawn(values: Values, fouls: boolean): Drawing {
  const { depthM, hangerM, pumpM, sockM, gapM } = values
  const box = (id: keyof typeof HALF_M, name: string, low: number, high: number, bad = false) => ({
    ...{ id, name, closed: true, fouls: bad },
    points: boxOf(-HALF_M[id], HALF_M[id], low, high),
  })
  const foot = gapM + sockM
  return {
    shapes: [
      box('tank', '', 0, depthM),
      box('sock', 'sock', gapM, foot),
      box('pump', 'pump', foot, foot + pumpM, fouls),
      ...(fouls ? [] : [box('hose', 'hose', foot + pumpM - OVER_PIPE_M, depthM - hangerM + OVER_PIPE_M)]),
      box('pipe', 'pipe', depthM - hangerM, depthM),
    ],
  }
}

export const stack = calculator({
  id: 'stack',
  title: 'Stack in the tank',
  question: 'Does it reach the floor, and how long is the hose?',
  fields,
  work,
  caution: {
    text: 'In the tank: hose that is marked for immersion alone, clamps without zinc, wire made for it. Any other hose splits, and the engine stops on the road.',
    stopWhen: 'Stop when the print on a hose does not say so.',
  },
  formula: ['Hose = flange to floor − gap − sock − pump − pipe + 2 × what goes over a pipe ({22 mm})'],
  source: 'EQ18; overlaps typical, ours',
})
