/** Does it feed the engine: pump, what is left of it when one dies, heat, lines, regulator, jet, check valves (EQ01, 03, 07, 08, 12, 13). */
import { solveNetwork, type Solution } from '../../physics'
import { said } from '../../sizing'
import {
  REGULATED_IN_TANK,
  SPECIFICATION_FIELDS,
  buildNetwork,
  vehicleModel,
  type Layout,
  type SceneId,
  type Specification,
} from '../../vehicle'
import { demandOfBuild } from '../design'
import { num, word, type Chosen } from '../terms'
import { byDesk, figureOf, judged, type Check, type Judged, type Whole } from './terms'

const pumpAsked = (chosen: Chosen): Chosen => ({ ...chosen, boostPa: 0 })
/** The desk’s answer for the pumps that were chosen. */
const pumpAnswer = ({ chosen }: Whole) => byDesk('pump', pumpAsked(chosen), 'flowM3PerS')
/** What all pumps give at the rail, m3/s. */
const given = (whole: Whole): number => figureOf(pumpAnswer(whole).answer, 'flow') ?? 0

function spare(whole: Whole): Judged {
  const { chosen } = whole
  if (num(chosen, 'pumps') < 2)
    return judged('good', 'One pump: when it dies the engine stops, and nothing runs lean.', 'pumps')
  const { answer } = pumpAnswer(whole)
  const left = figureOf(answer, 'without') ?? 0
  const share = left / demandOfBuild(chosen)
  const works =
    `With one dead {flow} are left, ${Math.round(100 * share)} % of what it drinks at most.`.replace(
      '{flow}',
      said(left, 'L/h'),
    )
  if (share >= 1)
    return judged('good', 'With one dead it still has enough: a lamp on its current tells.', 'cutBy', works)
  return word(chosen, 'cutBy') === 'nothing'
    ? judged(
        'no',
        `With one dead it runs lean from ${Math.round(100 * share)} % on, and nothing sees it: it burns the engine.`,
        'cutBy',
        works,
      )
    : judged(
        'good',
        `With one dead the power is cut before it runs lean, from ${Math.round(100 * share)} % on.`,
        'cutBy',
        works,
      )
}

/** Driven by what the engine wants, it turns so much of the time; typical of a road. */
const DRIVEN = 0.65
function heat(whole: Whole): Judged {
  const { chosen, was } = whole
  const asked = (currentA: number, returns: boolean): Chosen => ({
    fuel: word(chosen, 'fuel'),
    volts: num(chosen, 'supplyV'),
    currentA,
    volumeM3: TANK_SHARE * whole.specification.tankCapacityM3.value,
    lossWPerK: AIRED_W_PER_K,
    bayW: returns ? BAY_W : 0,
  })
  const running = num(chosen, 'currentA') * num(chosen, 'pumps') * runsShare(chosen)
  const then = byDesk('heat', asked(running, hasReturn(whole.after)), 'control')
  const before = byDesk(
    'heat',
    asked(was.specification.pumpCurrentA.value, hasReturn(whole.before)),
    'control',
  )
  const more = (figureOf(then.answer, 'settles') ?? 0) - (figureOf(before.answer, 'settles') ?? 0)
  return then.verdict === 'good' || more > WARMER_K
    ? then
    : {
        ...then,
        verdict: 'doubt',
        says: 'No warmer than it was, but warm: the pump under fuel, and no long idling in summer.',
      }
}
/** What of a pump's time it turns on the road: in stages one of them, else as it is driven. */
const runsShare = (chosen: Chosen): number =>
  chosen['control'] === 'full'
    ? 1
    : chosen['control'] === 'stages' && num(chosen, 'pumps') > 1
      ? 1 / num(chosen, 'pumps')
      : DRIVEN
/** Half a tank, in the wind of the road; what a return brings from the engine's bay. Typical. */
const TANK_SHARE = 0.5
const AIRED_W_PER_K = 12
const BAY_W = 100
/** Less than this is no change. */
const WARMER_K = 1
const hasReturn = (layout: Layout) => layout.parts.some(({ kind }) => kind === 'returnLine')

const feedLine = (whole: Whole): Judged =>
  byDesk(
    'line',
    {
      kind: 'feed',
      flowM3PerS: given(whole) / Number(whole.chosen['feeds'] ?? 1),
      fuel: word(whole.chosen, 'fuel'),
      lengthM: num(whole.chosen, 'lineM'),
      boreM: num(whole.chosen, 'boreM'),
    },
    'boreM',
  )

/** The vehicle as it shall be, sound, in one scene; null where these figures cannot be solved together. */
export function solvedIn(after: Layout, specification: Specification, scene: SceneId): Solution | null {
  const model = vehicleModel(after, specification)
  if (!model.ok) return null
  const solved = solveNetwork(buildNetwork(model.value, model.value.nominal, scene))
  return solved.ok ? solved.value : null
}
/** Its rail pressure at idle, Pa. */
const railAtIdle = (after: Layout, specification: Specification): number | null =>
  solvedIn(after, specification, 'idle')?.nodes[after.gaugeAt]?.pressurePa ?? null

/** So much over what the regulator holds is seen by nobody, so much more runs rich at idle. */
const HELD_WITHIN = 0.04
const RICH_FROM = 0.12
function returnBore(whole: Whole): Judged | null {
  const { after, specification } = whole
  if (!hasReturn(after)) return null
  const rail = railAtIdle(after, specification)
  const free = railAtIdle(after, {
    ...specification,
    returnBoreM: { value: SPECIFICATION_FIELDS.returnBoreM.high, source: 'maker' },
  })
  if (rail === null || free === null)
    return judged('doubt', 'The vehicle as it shall be cannot be solved with these figures.', 'returnBoreM')
  const over = Math.max(0, rail / free - 1)
  const works = `At idle the rail stands at ${said(rail, 'kPa')}; with a free return it would be ${said(free, 'kPa')}.`
  if (over <= HELD_WITHIN)
    return judged('good', 'The return takes at idle all that the pumps move.', 'returnBoreM', works)
  return judged(
    over <= RICH_FROM ? 'doubt' : 'no',
    `The return is too narrow for so much pump: ${Math.round(100 * over)} % over what is set, rich at idle. A wider bore.`,
    'returnBoreM',
    works,
  )
}

function regulator(whole: Whole): Judged {
  const { after, chosen } = whole
  const at = word(chosen, 'regulatorAt')
  if (!hasReturn(after)) {
    if (REGULATED_IN_TANK.includes(after.id) && at !== 'tank')
      return judged('no', 'Without a return from the rail it sits in the tank, nowhere else.', 'regulatorAt')
    return judged('good', 'In the tank: the rail is dead-ended, as it was made.', 'regulatorAt')
  }
  if (at === 'behind')
    return judged(
      'good',
      'Behind the rail: fuel runs past every injector and keeps them cool.',
      'regulatorAt',
    )
  return at === 'before'
    ? judged(
        'doubt',
        'Before the rail: what stands in the rail grows hot and holds air. Behind it is better.',
        'regulatorAt',
      )
    : judged(
        'no',
        'In the tank and with a return from the rail: nothing holds the rail’s pressure. One place, and one regulator.',
        'regulatorAt',
      )
}

/** A jet that carries fuel over lives on a flow: lost with it, half the tank is never drawn. */
function jet({ before, after }: Whole): Judged {
  const drives = (layout: Layout) => layout.parts.some(({ kind }) => kind === 'jet')
  if (!drives(before)) return judged('good', 'No jet in the tank lives on a flow that goes.')
  return drives(after)
    ? judged('good', 'The jet keeps the flow that drives it.')
    : judged(
        'no',
        'The transfer jet loses the flow that drives it: the far half of the tank is not drawn any more. Feed it from the return, or keep it on the feed.',
        'returnEnds',
      )
}

function checkValves({ chosen }: Whole): Judged {
  const valves = word(chosen, 'checkValves')
  const several = num(chosen, 'pumps') > 1
  if (several && valves !== 'each')
    return judged(
      'no',
      'A pump that died lets the others pump back through it: a check valve behind each.',
      'checkValves',
    )
  return valves === 'none'
    ? judged(
        'doubt',
        'Nothing holds the line when it stands: long on the starter, hot above all.',
        'checkValves',
      )
    : judged(
        'good',
        several ? 'One behind each: a dead pump is shut off by it.' : 'It holds the line when it stands.',
        'checkValves',
      )
}

/** More than the main pump takes has to arrive in the surge tank (T79). */
const LIFT_MORE = 1.25
function lift({ chosen }: Whole): Judged {
  const wants = LIFT_MORE * demandOfBuild(chosen)
  const gives = num(chosen, 'liftM3PerS')
  const works = `It gives ${said(gives, 'L/h')}; a quarter over what the engine drinks is ${said(wants, 'L/h')}.`
  return gives >= wants
    ? judged('good', 'The surge tank overflows at full load: it is never drawn dry.', 'liftM3PerS', works)
    : judged(
        gives >= demandOfBuild(chosen) ? 'doubt' : 'no',
        'The surge tank is drawn dry on a long pull: a stronger lift pump.',
        'liftM3PerS',
        works,
      )
}

function duty(whole: Whole): Judged {
  const { chosen } = whole
  if (chosen['control'] === 'full')
    return judged(
      'doubt',
      'At full speed all the time: louder, hotter, sooner worn. The desk has its table.',
      'control',
    )
  return byDesk(
    'duty',
    {
      railPa: num(chosen, 'railPa'),
      kind: chosen['kind'] === 'turbine' ? 'turbine' : 'roller',
      flowM3PerS: num(chosen, 'flowM3PerS'),
      currentA: num(chosen, 'currentA'),
      pumps: num(chosen, 'pumps'),
      injectors: 6,
      injectorM3PerS: demandOfBuild(chosen) / 6,
      way: chosen['control'] === 'stages' ? 'stepped' : 'smooth',
    },
    'control',
  )
}

export const FEEDING: Check[] = [
  { id: 'pump', title: 'Pump', of: 'pump', judge: pumpAnswer },
  { id: 'spare', title: 'When one pump dies', of: 'pump', judge: spare },
  { id: 'checkValve', title: 'Check valve', of: 'pump', judge: checkValves },
  { id: 'heat', title: 'Heat', of: 'pump', judge: heat },
  { id: 'lift', title: 'Lift pump', of: 'surge', judge: lift },
  { id: 'duty', title: 'Duty table', of: 'surge', judge: duty },
  { id: 'feedLine', title: 'Bore of the feed', of: 'feed', judge: feedLine },
  { id: 'returnBore', title: 'Bore of the return', of: 'back', judge: returnBore },
  { id: 'regulator', title: 'Place of the regulator', of: 'back', judge: regulator },
  { id: 'jet', title: 'Jet in the tank', of: 'back', judge: jet },
]
