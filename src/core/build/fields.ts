/** What is chosen of a build: the desk's own fields where it asks the same, and those that only the whole asks. */
import { MATERIALS, calculatorById, fromSheet, type ChoiceField, type NumberField } from '../sizing'

/** A build is asked with figures and choices. */
export type BuildField = NumberField | ChoiceField

const asked = (question: string, field: string, label?: string): BuildField => {
  const own = calculatorById(question).fields[field]
  if (!own || own.kind === 'points') throw new Error(`The desk asks no ${field} at ${question}`)
  return label ? { ...own, label } : own
}
const choice = <O extends string>(label: string, options: Record<O, string>, usual: NoInfer<O>): BuildField =>
  ({ kind: 'choice', label, options, usual }) as ChoiceField
const names = (...groups: string[]): Record<string, string> =>
  Object.fromEntries(MATERIALS.filter(({ group }) => groups.includes(group)).map(({ name }) => [name, name]))
const millimetre = (label: string, usual: number, low: number, high: number, why: string): BuildField => ({
  kind: 'number',
  label,
  unit: 'mm',
  low,
  high,
  step: 1,
  usual,
  why,
})

const CLAMPS = {
  ear: 'Ear clamp, stepless',
  bolt: 'Bolt clamp, rolled edge',
  lined: 'Lined worm clamp',
  worm: 'Worm clamp with slots',
  spring: 'Spring clamp',
} as const

export const FIELDS = {
  by: asked('pump', 'by'),
  powerW: asked('pump', 'powerW'),
  breath: asked('pump', 'breath'),
  fuel: asked('pump', 'fuel'),
  injectors: asked('pump', 'injectors'),
  injectorM3PerS: asked('pump', 'injectorM3PerS'),
  duty: asked('pump', 'duty'),
  railPa: asked('pump', 'railPa'),
  kind: choice(
    'Pump',
    { roller: 'roller or gear', turbine: 'turbine', own: 'two points of its sheet' },
    'roller',
  ),
  flowM3PerS: asked('pump', 'flowM3PerS'),
  currentA: asked('pump', 'currentA'),
  secondM3PerS: asked('pump', 'secondM3PerS'),
  secondA: asked('pump', 'secondA'),
  pumps: asked('pump', 'pumps'),
  checkValves: choice(
    'Check valves',
    { each: 'one behind each pump', one: 'one for all', none: 'none' },
    'each',
  ),
  cutBy: choice(
    'Sees a pump that died',
    { pressure: 'rail pressure cuts the power', current: 'its current cuts the power', nothing: 'nothing' },
    'pressure',
  ),
  bodyM: asked('passage', 'bodyM'),
  clampM: asked('passage', 'clampM'),
  lengthM: { ...asked('passage', 'lengthM'), usual: 220 } as BuildField,
  openingM: asked('passage', 'openingM'),
  clearM: asked('passage', 'clearM'),
  neckM: asked('passage', 'neckM'),
  headroomM: asked('passage', 'headroomM'),
  depthM: asked('stack', 'depthM'),
  hangerM: asked('stack', 'hangerM'),
  pumpM: asked('stack', 'pumpM'),
  sockM: asked('stack', 'sockM'),
  gapM: asked('stack', 'gapM'),
  held: choice(
    'Pump is held by',
    {
      carrier: 'its carrier, isolated',
      bracket: 'a bracket with two clamps',
      ties: 'cable ties or hose alone',
    },
    'carrier',
  ),
  supplyV: asked('pump', 'supplyV'),
  wire: asked('pump', 'wire'),
  wireM: asked('pump', 'wireM'),
  fuse: { ...asked('wire', 'fuse', 'Fuse of each'), usual: '7.5' } as BuildField,
  relay: choice('Relay of each', { '20': '20 A', '30': '30 A', '40': '40 A', '70': '70 A' }, '30'),
  cutOff: choice(
    'Ends the pump after a crash',
    { kept: 'controller and crash switch, kept', key: 'the key alone' },
    'kept',
  ),
  tankHose: choice('Hose in the tank', names('hose', 'tube'), 'R10 hose'),
  tankClamp: choice('Clamps in the tank', CLAMPS, 'ear'),
  feedHose: choice('Hose of the feed', names('hose', 'tube'), 'R9 hose'),
  feedClamp: choice('Clamps of the feed', CLAMPS, 'bolt'),
  hoseBoreM: { ...millimetre('Bore of the hose', 8, 3, 25, 'By its print.'), step: 0.1 } as BuildField,
  pipeOuterM: { ...millimetre('Outside of the pipe', 8, 3, 25, 'Over its bead.'), step: 0.1 } as BuildField,
  lineM: asked('pump', 'lineM'),
  boreM: asked('pump', 'boreM'),
  feeds: choice('Feeds to the rail', { '1': 'one', '2': 'two, meeting at the rail' }, '1'),
  returnHose: choice('Hose of the return', names('hose', 'tube'), 'R9 hose'),
  returnBoreM: {
    kind: 'number',
    label: 'Bore of the return',
    unit: 'mm',
    low: 2,
    high: 20,
    step: 0.1,
    usual: 6,
    why: 'Inside; at idle nearly all of the flow goes home through it.',
    from: fromSheet('returnBoreM'),
  } as BuildField,
  returnEnds: choice(
    'The return ends',
    { under: 'under the surface', pot: 'in the swirl pot of the pump', above: 'above the fuel' },
    'under',
  ),
  regulatorAt: choice(
    'The regulator sits',
    { behind: 'behind the rail', before: 'before the rail', tank: 'in the tank' },
    'behind',
  ),
  exhaustM: millimetre('Lines from the exhaust', 80, 0, 1000, 'The least distance through the whole travel.'),
  route: choice(
    'Lines go',
    { under: 'under the floor, in clips', sill: 'inside a sill', cabin: 'through the cabin' },
    'under',
  ),
  line: choice('Hard line', names('tube'), 'Steel pipe'),
  fineAt: choice('Fine filter', { behind: 'behind the pump', before: 'before the pump' }, 'behind'),
  sock: choice(
    'Before the pump',
    { sock: 'a sock, 50 to 100 µm', mesh: 'a coarse filter', none: 'nothing' },
    'sock',
  ),
  newPa: asked('filter', 'newPa', 'Fine filter, new, loses'),
  newM3PerS: asked('filter', 'newM3PerS'),
  ventBoreM: { ...asked('vent', 'boreM'), usual: 8 } as BuildField,
  filterShare: asked('vent', 'filterShare'),
  tankM3: {
    kind: 'number',
    label: 'The tank holds',
    unit: 'L',
    low: 8,
    high: 300,
    step: 1,
    usual: 70,
    why: 'To the full mark.',
    from: fromSheet('tankCapacityM3'),
  } as BuildField,
  inside: choice(
    'Inside, the tank is',
    {
      'HDPE tank': 'plastic',
      'Steel pipe': 'bare steel',
      'Stainless pipe': 'stainless steel',
      'Aluminium pipe': 'aluminium',
      'Terne plate': 'terne plate',
      'Zinc, galvanised': 'galvanised',
      'Epoxy tank liner': 'lined with epoxy',
    },
    'Steel pipe',
  ),
  linerRated: choice(
    'The liner’s sheet names this fuel',
    { yes: 'yes, with its alcohol', no: 'no, or nobody looked' },
    'yes',
  ),
  seal: choice('Seals', names('seal'), 'FKM'),
  control: choice(
    'The pump is driven',
    { full: 'at full speed', stages: 'in stages', smooth: 'smoothly by a driver' },
    'full',
  ),
  liftM3PerS: {
    kind: 'number',
    label: 'The lift pump gives, free',
    unit: 'L/h',
    low: 10,
    high: 800,
    step: 5,
    usual: 250,
    why: 'At next to no pressure, into the surge tank.',
  } as BuildField,
  emptyOhm: asked('sender', 'emptyOhm', 'New sender, empty'),
  fullOhm: asked('sender', 'fullOhm', 'full'),
  gaugeEmptyOhm: asked('sender', 'emptyOhm', 'The gauge wants, empty'),
  gaugeFullOhm: asked('sender', 'fullOhm', 'and full'),
  pivotM: asked('sender', 'pivotM'),
  armM: asked('sender', 'armM'),
  emptyM: asked('sender', 'emptyM'),
  fullM: asked('sender', 'fullM'),
  approved: choice('Approved data', { yes: 'name this change', no: 'do not, or nobody has them' }, 'no'),
} satisfies Record<string, BuildField>
export type FieldId = keyof typeof FIELDS

/** Fields that are asked together, and the checks that hang on them. */
export const GROUPS = {
  engine: {
    title: 'What it has to feed',
    fields: ['by', 'powerW', 'breath', 'fuel', 'injectors', 'injectorM3PerS', 'duty', 'railPa'],
  },
  pump: {
    title: 'Pump',
    fields: [
      'kind',
      'flowM3PerS',
      'currentA',
      'secondM3PerS',
      'secondA',
      'pumps',
      'control',
      'checkValves',
      'cutBy',
    ],
  },
  surge: { title: 'Surge tank', fields: ['liftM3PerS'] },
  hang: {
    title: 'In the tank',
    fields: [
      'depthM',
      'hangerM',
      'pumpM',
      'sockM',
      'gapM',
      'bodyM',
      'clampM',
      'lengthM',
      'openingM',
      'clearM',
      'neckM',
      'headroomM',
      'held',
      'tankHose',
      'tankClamp',
    ],
  },
  wire: { title: 'Wires', fields: ['supplyV', 'wire', 'wireM', 'fuse', 'relay', 'cutOff'] },
  feed: {
    title: 'Feed',
    fields: [
      'lineM',
      'boreM',
      'feeds',
      'line',
      'feedHose',
      'feedClamp',
      'hoseBoreM',
      'pipeOuterM',
      'exhaustM',
      'route',
    ],
  },
  filters: { title: 'Filters', fields: ['sock', 'fineAt', 'newPa', 'newM3PerS'] },
  back: { title: 'Return', fields: ['returnBoreM', 'returnHose', 'returnEnds', 'regulatorAt'] },
  tank: { title: 'Tank', fields: ['tankM3', 'inside', 'linerRated', 'seal', 'ventBoreM', 'filterShare'] },
  sender: {
    title: 'Level sender',
    fields: [
      'emptyOhm',
      'fullOhm',
      'gaugeEmptyOhm',
      'gaugeFullOhm',
      'depthM',
      'pivotM',
      'armM',
      'emptyM',
      'fullM',
    ],
  },
  licence: { title: 'Licence', fields: ['approved'] },
} as const satisfies Record<string, { title: string; fields: readonly FieldId[] }>
export type Group = keyof typeof GROUPS
