/**
 * The rules of the safety case as the monitor knows them: each a predicate of its own over its idea of the
 * vehicle before and after a step (idea.ts). None is derived from the table that the planner goes by.
 */
import { HAND_PRIMED, HIGH_SIDE, LICENSED, TAPPED, type LayoutId, type VehicleState } from '../vehicle'
import type { Doing } from '../library'
import { isFirst, movesFuel, openNow, partsFuel, turnsEngine, type Idea, type WatchedStep } from './idea'

interface Moment {
  layout: LayoutId
  step: WatchedStep
  before: Idea
  now: Idea
}
type Predicate = { rule: number; says: string; broken: (moment: Moment) => boolean }

const some = (step: WatchedStep, test: (doing: Doing) => boolean) => step.does.some(test)
const switches = (doing: Doing) =>
  doing.does === 'powers' &&
  doing.near === 'vehicle' &&
  doing.what !== 'lock out' &&
  doing.what !== 'own plug'
const electrical = (doing: Doing) =>
  switches(doing) || turnsEngine(doing) || ['runsPump', 'sparks', 'heats', 'flames'].includes(doing.does)
const opensAny = (doing: Doing) => doing.does === 'opens'
const powersWhat =
  (...what: string[]) =>
  (doing: Doing) =>
    doing.does === 'powers' && doing.near === 'vehicle' && what.includes(doing.what)
const moves = (what: string) => (doing: Doing) =>
  (doing.does === 'lifts' || doing.does === 'lowers') && doing.what === what
const known = (said: VehicleState, variable: keyof VehicleState) => said[variable] !== undefined
const runs = (doing: Doing) => turnsEngine(doing) || doing.does === 'runsPump'
const anyFirst = (step: WatchedStep) =>
  isFirst(step, 'prime') || isFirst(step, 'leak') || isFirst(step, 'high')
const tankOpens = (doing: Doing) => doing.does === 'opens' && (doing.what === 'unit' || doing.what === 'tank')

export const PREDICATES: Predicate[] = [
  {
    rule: 1,
    says: 'fuel is opened with the key on, the area not safe or the pump not locked',
    broken: ({ step, before: { said } }) =>
      some(step, partsFuel) &&
      (said.ignition !== 'off' ||
        said.area !== 'safe' ||
        (known(said, 'pumpCircuit') && said.pumpCircuit !== 'locked')),
  },
  {
    rule: 1,
    says: 'a joint is opened under pressure',
    broken: ({ step, before }) =>
      before.linePressure &&
      some(
        step,
        (doing) =>
          partsFuel(doing) &&
          doing.does === 'opens' &&
          (doing.under === 'none' || doing.under === 'high') &&
          doing.behind !== 'vapour',
      ),
  },
  {
    rule: 2,
    says: 'the exhaust is hot where fuel is opened, moved, first put under pressure or a leak is looked for',
    broken: ({ step, before }) =>
      before.exhaustHot &&
      (some(step, (doing) => opensAny(doing) || movesFuel(doing) || doing.does === 'seeks') ||
        anyFirst(step)),
  },
  {
    rule: 3,
    says: 'the engine is turned on a raised vehicle',
    broken: ({ step, before: { said } }) => said.height === 'raised' && some(step, turnsEngine),
  },
  {
    rule: 3,
    says: 'the words start, crank or run what the step does not declare',
    broken: ({ step }) =>
      !some(step, turnsEngine) &&
      /\b(start the engine|start, let it stall|crank \d|let it idle)/i.test(step.words),
  },
  {
    rule: 4,
    says: 'fuel is opened beside a high-pressure side that was not read low',
    broken: ({ layout, step, before }) =>
      HIGH_SIDE.includes(layout) &&
      before.highPressure &&
      some(
        step,
        (doing) =>
          doing.does === 'opens' &&
          partsFuel(doing) &&
          doing.behind !== 'vapour' &&
          (layout === 'A09' || doing.under === 'high' || (doing.near === 'engine' && doing.what !== 'port')),
      ),
  },
  {
    rule: 5,
    says: 'something is switched, connected, turned, lifted or filled in beside an opening',
    broken: ({ step, before }) =>
      openNow(before).length > 0 &&
      some(step, (doing) => electrical(doing) || moves('vehicle')(doing) || doing.does === 'fills'),
  },
  {
    rule: 5,
    says: 'something sparks where the meter has not read clear',
    broken: ({ step, before }) =>
      !before.vapourClear &&
      (some(step, (doing) => electrical(doing) && !powersWhat('own plug')(doing)) || anyFirst(step)),
  },
  {
    rule: 5,
    says: 'a repair is done beside an opening that it does not need',
    broken: ({ step, before }) => {
      const repair = step.does.find((doing) => doing.does === 'repairs')
      if (!repair || repair.does !== 'repairs') return false
      const open = openNow(before)
      if (repair.beside === 'shut') return open.length > 0
      if (repair.beside === 'way in') return open.some((what) => what !== 'tank off its place')
      return repair.beside === 'open tank'
        ? open.some((what) => what.endsWith('joint'))
        : open.some((what) => what === 'tank' || what === 'unit' || what === 'relief joint')
    },
  },
  {
    rule: 5,
    says: 'wires at the tank are worked with the battery on, or where the meter has not read clear',
    broken: ({ step, before }) =>
      (!before.vapourClear || before.said.battery !== 'off') &&
      step.does.some((doing) => doing.does === 'repairs' && doing.beside === 'way in'),
  },
  {
    rule: 5,
    says: 'another joint is opened while the one that let the pressure off stands open',
    broken: ({ step, before: { said } }) =>
      said.reliefJoint === 'parted' &&
      some(
        step,
        (doing) =>
          doing.does === 'opens' &&
          (doing.under === 'none' || doing.under === 'high') &&
          partsFuel(doing) &&
          doing.behind !== 'vapour',
      ),
  },
  {
    rule: 9,
    says: 'another repair is done before what was opened was seen dry',
    broken: ({ step, before }) =>
      before.unseen && step.does.some((doing) => doing.does === 'repairs' && doing.aside),
  },
  {
    rule: 6,
    says: 'the battery is moved with the key on',
    broken: ({ step, before: { said } }) =>
      some(step, powersWhat('battery off', 'battery on')) && said.ignition !== 'off',
  },
  {
    rule: 6,
    says: 'the battery goes on with the pump live, its plug or a restraint plug parted',
    broken: ({ step, before: { said } }) =>
      some(step, powersWhat('battery on')) &&
      ((known(said, 'pumpCircuit') && said.pumpCircuit !== 'locked') ||
        said.plug === 'parted' ||
        said.restraints === 'parted'),
  },
  {
    rule: 6,
    says: 'a restraint plug, or a terminal that is live, is touched with the battery on',
    broken: ({ step, before: { said } }) =>
      said.battery !== 'off' &&
      some(step, (doing) => doing.does === 'loosensRestraint' || powersWhat('source')(doing)),
  },
  {
    rule: 7,
    says: 'the cap is relieved with the battery on, or a tank opened that was not relieved since the engine turned',
    broken: ({ step, before: { said } }) =>
      (some(step, (doing) => doing.does === 'opens' && doing.relief === true) && said.battery !== 'off') ||
      (some(step, (doing) => tankOpens(doing) || (doing.does === 'opens' && doing.what === 'access')) &&
        said.tankVapour !== 'relieved'),
  },
  {
    rule: 7,
    says: 'the way to the tank is opened where the meter has not read clear',
    broken: ({ step, before }) =>
      !before.vapourClear && some(step, (doing) => doing.does === 'opens' && doing.what === 'access'),
  },
  {
    rule: 7,
    says: 'a cap is opened in an area that is not safe',
    broken: ({ step, before: { said } }) =>
      said.area !== 'safe' && some(step, (doing) => doing.does === 'opens' && doing.what === 'cap'),
  },
  {
    rule: 7,
    says: 'the tank, or the way to it, is opened with the battery on or fuel above the opening',
    broken: ({ step, before: { said } }) =>
      (some(step, (doing) => tankOpens(doing) || (doing.does === 'opens' && doing.what === 'access')) &&
        said.battery !== 'off') ||
      (some(step, tankOpens) && said.fuelLevel !== 'below flange'),
  },
  {
    rule: 8,
    says: 'a joint is pulled under pressure',
    broken: ({ step, before }) =>
      before.linePressure &&
      some(step, (doing) => doing.does === 'pulls' && doing.what !== 'the filler hose'),
  },
  {
    rule: 8,
    says: 'fuel is moved in an area that is not safe, or with the key on',
    broken: ({ step, before: { said } }) =>
      (some(step, movesFuel) && said.area !== 'safe') ||
      (some(step, (doing) => doing.does === 'pours' || doing.does === 'fills') && said.ignition !== 'off'),
  },
  {
    rule: 8,
    says: 'the tank is drained with the battery on',
    broken: ({ step, before: { said } }) =>
      said.battery !== 'off' &&
      some(
        step,
        (doing) =>
          doing.does === 'drains' && doing.from === 'tank' && (doing.litres === 'all' || doing.litres > 1),
      ),
  },
  {
    rule: 8,
    says: 'the area is stood down before the meter read clear after the last opening',
    broken: ({ step, before }) => step.sets.area === 'open' && !before.vapourClear,
  },
  {
    rule: 9,
    says: 'switched on, turned, closed, lowered or filled before what was opened was seen dry',
    broken: ({ step, before }) =>
      before.unseen &&
      !isFirst(step, 'leak') &&
      !isFirst(step, 'prime') &&
      (some(step, (doing) => runs(doing) || powersWhat('key on', 'jumper', 'lamp')(doing)) ||
        some(step, (doing) => doing.does === 'closes' && doing.what === 'access') ||
        some(step, (doing) => doing.does === 'lowers' && doing.what === 'vehicle') ||
        some(step, (doing) => doing.does === 'fills' && !doing.empty) ||
        some(step, (doing) => doing.does === 'certifies' && doing.what === 'release')),
  },
  {
    rule: 9,
    says: 'the leak check has no source of pressure on this vehicle, or its source is off',
    broken: ({ layout, step, before: { said } }) =>
      isFirst(step, 'leak') &&
      (some(step, (doing) => doing.does === 'runsPump')
        ? HAND_PRIMED.includes(layout) || said.battery !== 'on' || said.pumpCircuit === 'locked'
        : !some(
            step,
            (doing) => doing.does === 'pressurises' && (doing.by === 'hand' || doing.by === 'gravity'),
          )),
  },
  {
    rule: 9,
    says: 'the engine turns before the high-pressure side was seen dry',
    broken: ({ step, before }) => before.highUnseen && some(step, turnsEngine) && !isFirst(step, 'high'),
  },
  {
    rule: 11,
    says: 'the vehicle is raised or lowered with bed, filler or way in open',
    broken: ({ step, before: { said } }) =>
      some(step, moves('vehicle')) &&
      (said.wayIn === 'open' ||
        (known(said, 'bed') && said.bed !== 'down') ||
        said.filler === 'plugged' ||
        said.exhaustPath === 'out'),
  },
  {
    rule: 11,
    says: 'a tank or bed is moved with a joint open, or the battery on',
    broken: ({ step, before }) =>
      some(step, (doing) => moves('tank')(doing) || moves('bed')(doing)) &&
      (before.said.battery !== 'off' || openNow(before).some((what) => what !== 'tank off its place')),
  },
  {
    rule: 11,
    says: 'fuel is filled in on a raised vehicle',
    broken: ({ step, before: { said } }) =>
      said.height === 'raised' && some(step, (doing) => doing.does === 'fills'),
  },
  {
    rule: 12,
    says: 'a pump or the engine runs without fuel, with air in the feed or the feed shut',
    broken: ({ step, before: { said } }) =>
      some(step, (doing) => runs(doing) || (doing.does === 'pressurises' && isFirst(step, 'leak'))) &&
      ((known(said, 'tankInside') && said.tankInside !== 'fuel') ||
        said.feedTap === 'shut' ||
        (said.feed === 'air' && !isFirst(step, 'prime'))),
  },
  {
    rule: 12,
    says: 'a pump is run with the battery off, or by a circuit that is locked',
    broken: ({ step, before: { said } }) =>
      some(
        step,
        (doing) =>
          doing.does === 'runsPump' &&
          (said.battery !== 'on' ||
            (known(said, 'pumpCircuit') && (doing.by === 'key') === (said.pumpCircuit === 'locked'))),
      ),
  },
  {
    rule: 13,
    says: 'the engine is turned with fuel in its cylinders',
    broken: ({ step, before }) => before.cylindersWet && some(step, turnsEngine),
  },
  {
    rule: 14,
    says: 'chemistry in a tank that is on the vehicle, or on an aircraft',
    broken: ({ layout, step, before: { said } }) =>
      some(step, (doing) => doing.does === 'chemicals' && doing.kind !== 'sealant') &&
      (LICENSED.includes(layout) || said.tank !== 'lowered' || said.module !== 'out'),
  },
  {
    rule: 15,
    says: 'hands on an aircraft without the authority',
    broken: ({ layout, step, before: { said } }) =>
      LICENSED.includes(layout) && said.authority !== 'given' && step.does.length > 0,
  },
  {
    rule: 15,
    says: 'an aircraft is stood down or released before flow and gauge were proven',
    broken: ({ layout, step, before }) =>
      LICENSED.includes(layout) &&
      (step.sets.area === 'open' ||
        some(step, (doing) => doing.does === 'certifies' && doing.what === 'release')) &&
      (before.flowUnproven || before.said.gaugeMarks === 'due'),
  },
  {
    rule: 16,
    says: 'fewer people than the work takes',
    broken: ({ step }) =>
      step.people < Math.max(1, ...step.does.map((doing) => ('people' in doing ? doing.people : 1))) ||
      (step.people < 2 && /\b(by two|with two|two people|second person)\b/i.test(step.words)),
  },
  {
    rule: 17,
    says: 'a joint below the tank is opened with the feed not stopped',
    broken: ({ layout, step, before: { said } }) =>
      TAPPED.includes(layout) &&
      said.feedTap !== 'shut' &&
      some(
        step,
        (doing) =>
          doing.does === 'opens' && doing.under === 'none' && partsFuel(doing) && doing.behind !== 'vapour',
      ),
  },
  {
    rule: 0,
    says: 'the step cannot be done as the vehicle stands',
    broken: ({ step, before: { said } }) =>
      (Object.keys(step.purpose) as (keyof VehicleState)[]).some(
        (variable) => said[variable] !== step.purpose[variable],
      ),
  },
]
