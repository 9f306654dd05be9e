import { boxOf, calculator, said, type Answer, type Drawing, type ValuesOf } from '../terms'
import { heldOpening, leastOpening, wayThrough, type Passage, type Way } from '../passage'

const mm = (label: string, usual: number, low: number, high: number, why: string) =>
  ({ kind: 'number', label, unit: 'mm', low, high, step: 1, usual, why }) as const

const fields = {
  bodyM: mm('Widest body', 60, 10, 300, 'Its diameter, or the diagonal of its section.'),
  clampM: mm('Clamp or lug sticks out', 0, 0, 60, 'The screw of a clamp, a plug, a lug: beyond the body.'),
  lengthM: mm(
    'Stiff length',
    300,
    20,
    900,
    'What does not bend: from foot to flange, hose and float arm off.',
  ),
  openingM: mm('Opening', 70, 15, 400, 'Its clear diameter, the seal’s lip in it.'),
  clearM: mm('Clear on each side', 1, 0, 5, 'A millimetre or two, so that no seal and no wire is cut.'),
  neckM: mm('Depth of the neck', 15, 0, 120, 'From its top to where the tank opens.'),
  headroomM: mm('Free above it', 250, 10, 5000, 'To the floor, the seat’s frame, the boot’s lid.'),
  depthM: mm('Depth of the tank there', 320, 20, 1500, 'From the top of the neck to the floor.'),
} as const
type Values = ValuesOf<typeof fields>

const passageOf = (values: Values, clamp = values.clampM): Passage => ({
  widthM: values.bodyM + clamp,
  lengthM: values.lengthM,
  openingM: values.openingM - 2 * values.clearM,
  neckM: values.neckM,
  headroomM: values.headroomM,
  depthM: values.depthM,
})
/** From so much tilt on it is said to be tilted, rad. */
const UPRIGHT = 0.03

function work(values: Values): Answer {
  const passage = passageOf(values)
  const way = wayThrough(passage)
  const least = leastOpening(passage)
  const needs = least === null ? null : least + 2 * values.clearM
  const tilt = way ? Math.max(...way.steps.map((step) => step.tilt)) : 0
  const clampAlone = !way && values.clampM > 0 && wayThrough(passageOf(values, 0)) !== null
  const held = heldOpening(passage)
  const straightened = held === null || held > passage.openingM
  const degrees = Math.round((180 * tilt) / Math.PI)
  return {
    says: way
      ? tilt < UPRIGHT
        ? 'It goes straight through.'
        : `It goes through, tilted by ${degrees}°${straightened ? ' and straightened as it enters' : ''}.`
      : needs === null
        ? 'It does not go in at all: too long for what is above and below the opening.'
        : `It does not go through: it needs an opening of ${said(needs, 'mm')}.`,
    verdict: way ? (tilt < UPRIGHT ? 'good' : 'doubt') : 'no',
    limits: limitsOf(values, passage, way, clampAlone),
    figures: [
      ...(needs === null
        ? []
        : [{ id: 'needs', name: 'Opening that it needs', si: needs, unit: 'mm' as const, digits: 0 }]),
      {
        id: 'spare',
        name: 'The opening, straight, has to spare',
        si: passage.openingM - passage.widthM,
        unit: 'mm',
        digits: 0,
      },
    ],
    drawing: drawn(values, passage, way),
    sure: 'By its stiff outline in the plane that it is tilted in. Take a disc of card with the opening’s size along to the part: a hose, a plug or a float arm fouls where no drawing says so.',
  }
}

function limitsOf(values: Values, passage: Passage, way: Way | null, clampAlone: boolean): string {
  if (clampAlone) return 'The clamp fouls: turn its screw along the body, or take an ear clamp.'
  if (values.lengthM > values.depthM) return 'It is longer than the tank is deep there.'
  if (passage.widthM > passage.openingM) return 'The body: it is wider than the opening leaves.'
  if (way)
    return way.steps.some(({ tilt }) => tilt > UPRIGHT)
      ? 'What is above it: with its whole length free it goes in straight.'
      : 'Nothing.'
  return passage.headroomM < passage.lengthM
    ? `What is above it: ${said(passage.lengthM, 'mm')} free would let it in straight.`
    : 'The neck: it is too deep for the tilt that it takes.'
}

/** How it stands where it is tilted most: the neck, what is above it, the body. */
function drawn(values: Values, passage: Passage, way: Way | null): Drawing {
  const step = way?.steps.reduce((most, one) => (one.tilt > most.tilt ? one : most)) ?? { tilt: 0, depthM: 0 }
  const [sin, cos] = [Math.sin(step.tilt), Math.cos(step.tilt)]
  const { widthM: w, lengthM: l, neckM, openingM } = passage
  const half = 0.5 * openingM
  const low: [number, number] = [half - step.depthM * (cos === 0 ? 0 : sin / cos), -step.depthM]
  const at = (along: number, across: number): [number, number] => [
    low[0] - across * cos + along * sin,
    low[1] + across * sin + along * cos,
  ]
  const wide = Math.max(2.2 * half, 0.6 * l)
  const top = passage.headroomM
  const wall = (id: string, name: string, from: number, to: number) => ({
    ...{ id, name, closed: true, fouls: false },
    points: boxOf(from, to, -neckM, 0),
  })
  const level = (id: string, name: string, y: number) => ({
    ...{ id, name, closed: false, fouls: false },
    points: [
      [-wide, y],
      [wide, y],
    ] as [number, number][],
  })
  return {
    shapes: [
      wall('left', '', -wide, -half),
      wall('right', 'neck', half, wide),
      ...(top < 2.5 * l ? [level('above', 'above it', top)] : []),
      level('floor', 'floor', -values.depthM),
      {
        id: 'body',
        name: 'part',
        closed: true,
        fouls: way === null,
        points: [at(0, 0), at(0, w), at(l, w), at(l, 0)],
      },
    ],
  }
}

export const passage = calculator({
  id: 'passage',
  title: 'Through the opening',
  question: 'Does this module go through the opening?',
  fields,
  work,
  caution: {
    text: 'No hole in a tank is made larger on the vehicle, and nothing is forced: a torn float or a cut wire lies in the fuel.',
    stopWhen: 'Stop when it binds: out again, look what fouls.',
  },
  formula: [
    'In a neck so deep a body tilted by φ takes width ÷ cos φ + depth × tan φ',
    'Above it stand length × cos φ + width × sin φ, less what is in',
    'Looked for: a way from outside to upright, by half degrees',
  ],
  source: 'EQ20',
})
