/** What it is made of, how it is held and where it runs: hoses, clamps, ends, filters, tank, vent, wires (EQ15, 16, 20; handbook 5, 7, 8). */
import { lineFor } from '../../library'
import type { FuelGradeId } from '../../physics'
import { LICENSED } from '../../vehicle'
import {
  hoseOnPipe,
  MATERIALS,
  senderOnGauge,
  standingOf,
  type FitVerdict,
  type Stands,
  type Verdict,
} from '../../sizing'
import type { FieldId } from '../fields'
import { demandOfBuild } from '../design'
import { num, word } from '../terms'
import { byDesk, judged, type Check, type Judged, type Whole } from './terms'

const BY_STAND: Record<Stands, Verdict> = { good: 'good', limited: 'doubt', unknown: 'doubt', not: 'no' }
const BY_FIT: Record<FitVerdict, Verdict> = { fits: 'good', doubt: 'doubt', no: 'no' }
const upperFirst = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
const fuelOf = ({ becomes }: Whole): FuelGradeId => becomes.fuel

/** A material that was chosen, where it lies. */
const material =
  (field: FieldId, place: { immersed: boolean; celsius: number; pressurePa?: number }) =>
  (whole: Whole): Judged => {
    const name = word(whole.chosen, field)
    const found = MATERIALS.find((one) => one.name === name)
    if (!found) return judged('doubt', `Nothing is known of ${name}.`, field)
    const pressurePa = place.pressurePa ?? Number(whole.chosen['railPa'] ?? 0)
    const { stands, why } = standingOf(found, {
      ...{ fuel: fuelOf(whole), immersed: place.immersed, pressurePa },
      fuelK: 273.15 + place.celsius,
    })
    return judged(BY_STAND[stands], `${name}: ${why}.`, field)
  }

const NAMES: Record<string, string> = {
  ear: 'Ear clamp, stepless',
  bolt: 'Bolt clamp, rolled edge',
  lined: 'Lined worm clamp',
  spring: 'Spring clamp',
}
/** Nylon, braid and pipe take ends of their own. */
const OWN_ENDS = /Nylon|PTFE|pipe/
const clamp =
  (field: FieldId, hose: FieldId, place: 'inTank' | 'feed') =>
  (whole: Whole): Judged => {
    const line = word(whole.chosen, hose)
    if (OWN_ENDS.test(line)) return judged('good', `${line} takes ends of its own: no clamp on it.`, field)
    const { clamps } = lineFor(place, num(whole.chosen, 'railPa'), fuelOf(whole))
    const name = NAMES[word(whole.chosen, field)]
    const found = clamps.find((one) => one.name === name)
    if (found) return judged('good', `${found.name}: ${found.says}.`, field)
    const may = clamps
      .filter((one) => Object.values(NAMES).includes(one.name))
      .map((one) => one.name.toLowerCase())
    return judged(
      'no',
      `${name ?? 'Worm clamp with slots'}: not ${place === 'inTank' ? 'inside a tank' : 'at this pressure'}. ${upperFirst(may.join(' or '))}.`,
      field,
    )
  }

function ends({ chosen }: Whole): Judged {
  const { verdict, says } = hoseOnPipe({
    boreM: num(chosen, 'hoseBoreM'),
    pipeOuterM: num(chosen, 'pipeOuterM'),
  })
  return judged(BY_FIT[verdict], says, 'hoseBoreM')
}

/** Nearer than this a line wants a shield, nearer than half of it nothing helps. */
const EXHAUST_M = 0.05
function routing({ chosen }: Whole): Judged {
  if (word(chosen, 'route') === 'cabin')
    return judged('no', 'Never through the cabin: one joint, and people sit in it.', 'route')
  const away = num(chosen, 'exhaustM')
  if (away < EXHAUST_M / 2)
    return judged('no', 'That near to the exhaust no line lives: another way.', 'exhaustM')
  if (away < EXHAUST_M)
    return judged(
      'doubt',
      'Under {50 mm} from the exhaust: a shield with an air gap, no joint there.',
      'exhaustM',
    )
  return word(chosen, 'route') === 'sill'
    ? judged('doubt', 'Where nobody sees it: no joint inside, its ends in grommets.', 'route')
    : judged('good', 'Clipped under the floor and clear of the exhaust.', 'route')
}

function filters({ chosen }: Whole): Judged {
  if (word(chosen, 'fineAt') === 'before')
    return judged(
      'no',
      'A fine filter before the pump starves it: vapour first, then a dead pump. Behind the pump.',
      'fineAt',
    )
  return word(chosen, 'sock') === 'none'
    ? judged(
        'no',
        'Nothing before the pump: the first grain ends it. A sock, or a coarse filter with its area.',
        'sock',
      )
    : judged('good', 'Coarse before the pump, fine behind it.', 'sock')
}
const fineLoss = ({ chosen }: Whole): Judged =>
  byDesk(
    'filter',
    {
      place: 'fine',
      fuel: word(chosen, 'fuel'),
      flowM3PerS: num(chosen, 'flowM3PerS') * num(chosen, 'pumps'),
      newPa: num(chosen, 'newPa'),
      newM3PerS: num(chosen, 'newM3PerS'),
      readPa:
        num(chosen, 'newPa') *
        ((num(chosen, 'flowM3PerS') * num(chosen, 'pumps')) / num(chosen, 'newM3PerS')) ** 1.5,
    },
    'newPa',
  )

function returnEnds({ chosen, after }: Whole): Judged | null {
  if (!after.parts.some(({ kind }) => kind === 'returnLine')) return null
  return word(chosen, 'returnEnds') === 'above'
    ? judged(
        'no',
        'Above the fuel it falls as a jet: foam for the pump, and it charges itself. Its end under the surface, off the sock.',
        'returnEnds',
      )
    : judged(
        'good',
        'Under the surface: no foam, no charge. Off the sock, so that its bubbles rise elsewhere.',
        'returnEnds',
      )
}

function held({ chosen }: Whole): Judged {
  if (word(chosen, 'held') === 'ties')
    return judged('no', 'It falls, or hangs on its hose: a carrier or a bracket, isolated.', 'held')
  return word(chosen, 'held') === 'bracket'
    ? judged('doubt', 'A bracket holds; look that it is not of zinc-plated steel, and isolated.', 'held')
    : judged('good', 'In its carrier, isolated.', 'held')
}

function tankWall(whole: Whole): Judged {
  const name = word(whole.chosen, 'inside')
  const base = material('inside', { immersed: true, celsius: 40, pressurePa: 0 })(whole)
  if (name !== 'Epoxy tank liner') return base
  return word(whole.chosen, 'linerRated') === 'no'
    ? judged(
        'no',
        'Its sheet does not name this fuel: it comes off in sheets, into sock and injectors.',
        'linerRated',
      )
    : judged(
        base.verdict === 'no' ? 'no' : 'good',
        'Its sheet names this fuel, on bare clean metal: what it says of cure and thickness holds.',
        'linerRated',
      )
}

const RELAY_SHARE = 0.75
function relay({ chosen }: Whole): Judged {
  const [runs, bears] = [num(chosen, 'currentA'), Number(word(chosen, 'relay'))]
  const works = `The pump draws ${runs.toFixed(1)} A, the relay is for ${bears} A.`
  return runs <= RELAY_SHARE * bears
    ? judged(
        'good',
        'Its contact carries it; coil with a diode or a resistor, and look which way round.',
        'relay',
        works,
      )
    : judged('no', 'Its contact burns in time: the next larger, with a base for its pins.', 'relay', works)
}
function cutOff({ chosen }: Whole): Judged {
  return word(chosen, 'cutOff') === 'kept'
    ? judged('good', 'Controller and crash switch still end the pump.', 'cutOff')
    : judged(
        'no',
        'After a crash the pump goes on with the key: controller and crash switch stay in its feed.',
        'cutOff',
      )
}
const wires = ({ chosen }: Whole): Judged =>
  byDesk(
    'wire',
    {
      currentA: num(chosen, 'currentA'),
      supplyV: num(chosen, 'supplyV'),
      outM: Math.max(0.2, num(chosen, 'wireM') - 1),
      groundM: Math.min(1, num(chosen, 'wireM') / 2),
      wire: word(chosen, 'wire'),
      fuse: word(chosen, 'fuse'),
    },
    'wire',
  )

/** What a station's nozzle gives, m3/s; typical. */
const FILLED_AT = 2400e-3 / 3600
const vent = (whole: Whole): Judged =>
  byDesk(
    'vent',
    {
      outM3PerS:
        whole.chosen['powerW'] === undefined
          ? whole.specification.peakDemandM3PerS.value
          : demandOfBuild(whole.chosen),
      inM3PerS: FILLED_AT,
      boreM: num(whole.chosen, 'ventBoreM'),
      filterShare: num(whole.chosen, 'filterShare'),
      airM3: 0.5 * num(whole.chosen, 'tankM3'),
    },
    'ventBoreM',
  )

function gauge({ chosen }: Whole): Judged {
  const { verdict, says, by } = senderOnGauge(
    { emptyOhm: num(chosen, 'emptyOhm'), fullOhm: num(chosen, 'fullOhm') },
    { emptyOhm: num(chosen, 'gaugeEmptyOhm'), fullOhm: num(chosen, 'gaugeFullOhm') },
  )
  return judged(BY_FIT[verdict], says, 'emptyOhm', `Off by ${Math.abs(by.value).toFixed(0)} ohm at most.`)
}
const licence = ({ chosen, after }: Whole): Judged | null =>
  !LICENSED.includes(after.id)
    ? null
    : word(chosen, 'approved') === 'yes'
      ? judged('good', 'The change is named by approved data, and signed for by whoever may.', 'approved')
      : judged(
          'no',
          'No data, no change: a licensed person finds what is approved, or it stays as it is.',
          'approved',
        )

export const LYING: Check[] = [
  {
    id: 'passage',
    title: 'Through the opening',
    of: 'hang',
    judge: ({ chosen }) => byDesk('passage', { ...chosen, depthM: num(chosen, 'depthM') }, 'bodyM'),
  },
  {
    id: 'stack',
    title: 'From flange to floor',
    of: 'hang',
    judge: ({ chosen }) => byDesk('stack', chosen, 'hangerM'),
  },
  { id: 'held', title: 'How the pump is held', of: 'hang', judge: held },
  {
    id: 'tankHose',
    title: 'Hose in the tank',
    of: 'hang',
    judge: material('tankHose', { immersed: true, celsius: 40 }),
  },
  {
    id: 'tankClamp',
    title: 'Clamps in the tank',
    of: 'hang',
    judge: clamp('tankClamp', 'tankHose', 'inTank'),
  },
  { id: 'wire', title: 'Wire and fuse', of: 'wire', judge: wires },
  { id: 'relay', title: 'Relay', of: 'wire', judge: relay },
  { id: 'cutOff', title: 'Cut-off', of: 'wire', judge: cutOff },
  {
    id: 'feedHose',
    title: 'Hose of the feed',
    of: 'feed',
    judge: material('feedHose', { immersed: false, celsius: 60 }),
  },
  { id: 'feedClamp', title: 'Clamps of the feed', of: 'feed', judge: clamp('feedClamp', 'feedHose', 'feed') },
  { id: 'line', title: 'Hard line', of: 'feed', judge: material('line', { immersed: false, celsius: 60 }) },
  { id: 'ends', title: 'Hose on its pipe', of: 'feed', judge: ends },
  { id: 'routing', title: 'Where lines run', of: 'feed', judge: routing },
  { id: 'filters', title: 'Filters, which where', of: 'filters', judge: filters },
  { id: 'fineLoss', title: 'What the fine filter takes', of: 'filters', judge: fineLoss },
  {
    id: 'returnHose',
    title: 'Hose of the return',
    of: 'back',
    judge: (whole) =>
      whole.after.parts.some(({ kind }) => kind === 'returnLine')
        ? material('returnHose', { immersed: false, celsius: 90, pressurePa: 100e3 })(whole)
        : null,
  },
  { id: 'returnEnds', title: 'Where the return ends', of: 'back', judge: returnEnds },
  { id: 'inside', title: 'Wall of the tank', of: 'tank', judge: tankWall },
  {
    id: 'seal',
    title: 'Seals',
    of: 'tank',
    judge: material('seal', { immersed: true, celsius: 40, pressurePa: 0 }),
  },
  { id: 'vent', title: 'Vent', of: 'tank', judge: vent },
  { id: 'gauge', title: 'Sender and gauge', of: 'sender', judge: gauge },
  {
    id: 'arm',
    title: 'Arm in the tank',
    of: 'sender',
    judge: ({ chosen, specification }) =>
      byDesk('sender', { ...chosen, capacityM3: specification.tankCapacityM3.value }, 'armM'),
  },
  { id: 'licence', title: 'Approved data', of: 'licence', judge: licence },
]
