/** Tests as they stand on a layout: what the scene and the test itself do, with what the rules ask of it. */
import {
  LICENSED,
  only,
  variablesOf,
  type LayoutId,
  type SceneId,
  type VehicleState,
  STANDS,
} from '../vehicle'
import { cranks, powers, runsEngine, runsPump, type Doing } from './doings'
import { derive } from './rules'
import { testById, type Test } from './tests'

/** What is going on while a scene is read; a test that does more or otherwise says so itself. */
const SCENE_DOINGS: Record<SceneId, readonly Doing[]> = {
  rest: [],
  keyOn: [runsPump(3)],
  idle: [runsEngine(3)],
  load: [runsEngine(5)],
  cranking: [powers('key on'), cranks(5)],
  deadhead: [runsPump(3)],
  openLine: [runsPump(15)],
  pinched: [runsPump(3)],
  noReference: [runsEngine(3)],
  capOff: [cranks(5)],
  canFed: [runsEngine(10)],
  hotRestart: [runsEngine(20), cranks(5)],
  jumpered: [powers('jumper'), runsPump(3, 'jumper')],
  lampLoad: [powers('lamp')],
  filterBypassed: [runsEngine(20, 'road')],
  gaugeOn: [powers('key on')],
  senderParted: [powers('plug'), powers('key on')],
  senderWireGrounded: [powers('plug'), powers('key on')],
  knownResistor: [powers('plug'), powers('key on')],
  primed: [powers('key on'), runsPump(6)],
  pumpAlone: [runsPump(15)],
  pump2Alone: [runsPump(15)],
  pump3Alone: [runsPump(15)],
}
export const testDoings = (test: Test): readonly Doing[] => test.does ?? SCENE_DOINGS[test.scene]

/** A meter held into the air touches nothing. */
const isMeter = (test: Test) => test.instrument === 'gasMeter'

/** On a motorcycle the unit's plug is reached under the side cover, the tank in its place. */
const reachedOn = (layout: LayoutId, needs: VehicleState): VehicleState => {
  const { wayIn, ...rest } = needs
  return STANDS.includes(layout) && wayIn === 'open' ? { ...rest, stepTrim: 'off' } : needs
}

/** A test as it stands on a layout: needs and leavings on what the vehicle has, and the cautions of all that is done. */
export function testOn(layout: LayoutId, test: Test): Test {
  const variables = variablesOf(layout)
  const ruled = derive(layout, testDoings(test))
  const needs: VehicleState = {
    ...ruled.needs,
    ...reachedOn(layout, test.needs),
    ...(LICENSED.includes(layout) && !isMeter(test) ? { authority: 'given' } : {}),
  }
  const caution = test.caution ?? ruled.cautions[0]
  return {
    ...test,
    does: testDoings(test),
    needs: only(needs, variables),
    leaves: only({ ...ruled.sets, ...test.leaves }, variables),
    ...(caution && { caution }),
    cautions: [...(test.caution ? [test.caution] : []), ...ruled.cautions],
    people: ruled.people,
    rules: ruled.rules.map((rule) => rule.id),
  }
}

/** The test of this id as it stands on a layout; throws where there is none. */
export const testFor = (layout: LayoutId, id: string): Test => testOn(layout, testById(id))
