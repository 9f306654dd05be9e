/**
 * What stands up to a fuel, by family: general knowledge and no approval (handbook 5). Grade matters more than
 * family, and the print on the part and the maker's data govern. Judged for standing in the liquid up to 60 °C.
 */
import type { FuelGradeId } from '../physics'
import { CLAMPS } from '../library'
import { KELVIN_AT_0_C, type Kelvin, type PaGauge } from '../shared'

export const MATERIAL_GROUPS = {
  hose: 'hose',
  tube: 'tube and pipe',
  clamp: 'clamp',
  metal: 'metal',
  plastic: 'plastic',
  seal: 'seal',
  sealant: 'sealant and tape',
  electrical: 'wire and sleeve',
  solvent: 'solvent and cleaner',
  glove: 'glove',
} as const
export type MaterialGroup = keyof typeof MATERIAL_GROUPS

/** Good, within limits, not, nobody knows. */
export type Stands = 'good' | 'limited' | 'not' | 'unknown'
const STANDS: Record<string, Stands> = { S: 'good', L: 'limited', U: 'not', '?': 'unknown' }
const ORDER: FuelGradeId[] = [
  'petrolE0',
  'petrolE10',
  'petrolE25',
  'petrolE85',
  'methanol',
  'diesel',
  'dieselB100',
  'avgas',
  'twoStroke',
]

export interface Material {
  name: string
  group: MaterialGroup
  stands: Record<FuelGradeId, Stands>
  says: string
  /** It may lie in the fuel. */
  immersed: boolean
  /** Outside the tank it stands within limits alone, and why; null where it stands as well. */
  outside: string | null
  /** What it bears for long, K; null where nothing is known. */
  hotK: Kelvin | null
  /** Working pressure of its class, Pa; null where that is not what limits it. */
  mostPa: PaGauge | null
}
interface More {
  immersed?: boolean
  outside?: string
  hotC?: number
  mostKpa?: number
}
/** `codes` in the order of the fuels above. */
const row = (
  group: MaterialGroup,
  name: string,
  codes: string,
  says: string,
  { immersed = true, outside, hotC, mostKpa }: More = {},
): Material => ({
  ...{ name, group, says, immersed },
  stands: Object.fromEntries(ORDER.map((fuel, k) => [fuel, STANDS[codes[k]!]!])) as Record<
    FuelGradeId,
    Stands
  >,
  outside: outside ?? null,
  hotK: hotC === undefined ? null : KELVIN_AT_0_C + hotC,
  mostPa: mostKpa === undefined ? null : 1e3 * mostKpa,
})
const OUTSIDE = { immersed: false }
/** Fuel does nothing to a clamp; where it lies and what it holds does. */
const clamps: Material[] = [
  ...CLAMPS.map(({ name, upToPa, on, says }) =>
    row('clamp', name, 'SSSSSSSSS', says, { immersed: on.includes('inTank'), mostKpa: upToPa / 1e3 }),
  ),
  row('clamp', 'Worm clamp with slots', 'SSSSSSSSS', 'cuts the hose: drains and vents alone', {
    ...OUTSIDE,
    mostKpa: 50,
  }),
  row(
    'clamp',
    'Crimped end or quick connector',
    'SSSSSSSSS',
    'nylon, PTFE and braid: no clamp on any of them; pressure by its design',
  ),
]

export const MATERIALS: readonly Material[] = [
  row('hose', 'R6 hose', 'SLUUULULS', 'plain rubber for low pressure; much goes through its wall', {
    ...OUTSIDE,
    hotC: 100,
    mostKpa: 50,
  }),
  row(
    'hose',
    'R7 hose',
    'SLLUUSULS',
    'carburettor and vapour, outside the tank; no injection, feed or return',
    {
      ...OUTSIDE,
      hotC: 100,
      mostKpa: 100,
    },
  ),
  row('hose', 'R9 hose', 'SSSLLSSSS', 'injection; its cover swells in fuel: never submerged', {
    ...OUTSIDE,
    hotC: 125,
    mostKpa: 690,
  }),
  row(
    'hose',
    'R10 hose',
    'SSSLLSLSS',
    'tube and cover both stand in fuel: the rubber for inside; look for its ethanol rating',
    { outside: 'not made for sun and rubbing', hotC: 100, mostKpa: 690 },
  ),
  row(
    'hose',
    'R14 hose',
    'SSSLLSLSS',
    'little goes through its wall; that is no pressure rating and no licence to lie in fuel',
    { ...OUTSIDE, hotC: 100, mostKpa: 50 },
  ),
  row('hose', 'R11 and R12 hose', 'SSS?US??S', 'filler, vent, low feed; look at the pressure printed on it', {
    ...OUTSIDE,
    hotC: 100,
    mostKpa: 50,
  }),
  row(
    'hose',
    'Marine hose A1, B1',
    'SSLLUSL?S',
    'A passed the fire test, B did not; 1 lets less through than 2',
    { ...OUTSIDE, hotC: 100, mostKpa: 50 },
  ),
  row('hose', 'PTFE in steel braid', 'SSSSSSSSS', 'a core that conducts, its own ends, no tight bend', {
    hotC: 200,
    mostKpa: 3000,
  }),
  row('hose', 'Clear PVC tube', 'LLUUULULL', 'hardens: minutes to look through, nothing more', {
    ...OUTSIDE,
    hotC: 50,
    mostKpa: 20,
  }),
  row('hose', 'Clear polyurethane tube', 'SLUUUSLSS', 'for the test, not to stay', {
    ...OUTSIDE,
    hotC: 60,
    mostKpa: 100,
  }),
  row('tube', 'Nylon 12 tube', 'SSSSLSSSS', 'quick connectors; no clamp on it, away from the exhaust', {
    hotC: 90,
    mostKpa: 1000,
  }),
  row('tube', 'Steel pipe', 'SSLLLSSSS', 'rusts with water: better coated'),
  row('tube', 'Stainless pipe', 'SSSSSSSSS', 'hardens as it is worked: its own flaring die'),
  row('tube', 'Copper pipe', 'LLUUUUULL', 'cracks by shaking, makes gum of fuel; some rules forbid it'),
  row('tube', 'Copper-nickel pipe', 'SSLLLLUSS', 'bends by hand; its copper ages biodiesel'),
  row('tube', 'Aluminium pipe', 'SSLLUSSSS', 'dry hot alcohol eats it; anodised is better'),
  ...clamps,
  row('metal', 'Brass', 'SLLUULUSS', 'well in short fittings and dry petrol'),
  row(
    'metal',
    'Zinc, galvanised',
    'SLUUUUUSS',
    'dissolves with alcohol and water, makes soap in diesel: bolts and clamps too',
    OUTSIDE,
  ),
  row('metal', 'Terne plate', 'SLUUULUSS', 'old tanks, lead in it: no acid, no caustic when it is cleaned'),
  row('plastic', 'Nylon 6 and 66', 'SLLLUSLSS', 'swells with alcohol and water; road salt cracks it'),
  row(
    'plastic',
    'HDPE tank',
    'SSSSLSSSS',
    'petrol goes through unless it has a barrier; welded by its own trade alone',
    { hotC: 80 },
  ),
  row('plastic', 'POM', 'SSSSSSLSS', 'no acid, no chlorine; hot diesel ages it', { hotC: 85 }),
  row('plastic', 'PPS', 'SSSSSSSSS', 'good, and brittle'),
  row('plastic', 'PBT', 'SLLLUSUSS', 'plugs; hot and wet it falls apart'),
  row(
    'plastic',
    'ABS, polycarbonate',
    'UUUUULUUU',
    'crazes and cracks: not even where it is splashed',
    OUTSIDE,
  ),
  row(
    'plastic',
    'Foam float, closed-cell nitrile',
    'SSSLLSLSS',
    'cheap foam soaks and sinks: the graded one',
  ),
  row(
    'plastic',
    'Epoxy tank liner',
    'SSLLUSL?S',
    'only one that is rated for the alcohol, on a rough clean wall; not in aircraft',
  ),
  row('seal', 'Nitrile (NBR)', 'SLLULSUSS', 'swells with alcohol, then hardens', { hotC: 100 }),
  row('seal', 'HNBR', 'SSLLLSLSS', 'as nitrile, and ages slower', { hotC: 150 }),
  row(
    'seal',
    'FKM',
    'SSSSUSLSS',
    'stiff in the cold: leaks under −15 °C and heals when it is hot; not for methanol',
    { hotC: 200 },
  ),
  row('seal', 'FKM of high fluorine', 'SSSSSSSSS', 'dear, and stiff from about −5 °C down', { hotC: 200 }),
  row('seal', 'Fluorosilicone', 'SSSLLSLSS', 'the cold does nothing to it; tears: where nothing moves', {
    hotC: 175,
  }),
  row('seal', 'EPDM', 'UUUUSUUUU', 'brakes and coolant: swells away in fuel', OUTSIDE),
  row('seal', 'Cork and nitrile gasket', 'SLLUUSUSS', 'shrinks as it dries: new at every opening'),
  row(
    'sealant',
    'Silicone sealant',
    'UUUUUUUUU',
    'comes off in strips into sock and injectors, and ends the oxygen sensor',
    OUTSIDE,
  ),
  row(
    'sealant',
    'Polysulfide',
    'SLLLUSLSS',
    'tanks that are their own skin; cures for days; aircraft by approved data',
  ),
  row(
    'sealant',
    'Anaerobic thread sealant',
    'SSSLLSSSS',
    'metal threads; cracks plastics; not on flares and rings',
  ),
  row('sealant', 'PTFE tape', 'LLLLLLLUL', 'its strings jam needle and pump; never on flare, olive or banjo'),
  row('electrical', 'Fluoropolymer sleeve and wire', 'SSSSSSSSS', 'what lies in fuel', { hotC: 150 }),
  row('electrical', 'Polyolefin shrink sleeve', 'LLLUULLLL', 'outside, where it is splashed at most', {
    ...OUTSIDE,
    hotC: 125,
  }),
  row(
    'electrical',
    'Solder joint',
    'SSLLLSLSS',
    'flux eats, strands break at its edge: crimped where it lies in fuel',
    OUTSIDE,
  ),
  row('electrical', 'PVC tape', 'UUUUULUUU', 'its glue dissolves', OUTSIDE),
  row('glove', 'Thin nitrile glove', 'LLLLULLLL', 'splashes only: off at once when it is wet', OUTSIDE),
  row('glove', 'Neoprene glove', 'LLLLLSSLL', 'acid and caustic; petrol for moments', OUTSIDE),
  row('glove', 'PVA glove', 'SLUUUSSSS', 'dry fuel alone: water and alcohol dissolve it', OUTSIDE),
  row('glove', 'Laminate glove', 'SSSSSSSSS', 'holds longest; stiff: under a sturdy one', OUTSIDE),
  row('glove', 'Latex glove', 'UUUUUUUUU', 'never', OUTSIDE),
]

export interface Standing {
  material: Material
  stands: Stands
  why: string
}
const LESS: Record<Stands, Stands> = { good: 'limited', limited: 'not', not: 'not', unknown: 'unknown' }
/** Over this everything stands less well, K. */
const HOT_K = KELVIN_AT_0_C + 90

/** What a material is worth in one place: in the fuel or outside it, at a pressure, at a warmth. */
export function standingOf(
  material: Material,
  {
    fuel,
    immersed,
    pressurePa,
    fuelK,
  }: { fuel: FuelGradeId; immersed: boolean; pressurePa: PaGauge; fuelK: Kelvin },
): Standing {
  const refuse = (why: string): Standing => ({ material, stands: 'not', why })
  const { stands: byFuel, says, hotK, mostPa } = material
  if (byFuel[fuel] === 'not') return refuse(says)
  if (immersed && !material.immersed) return refuse(`not in the fuel: ${says}`)
  if (hotK !== null && fuelK > hotK)
    return refuse(`too hot for it: {${(hotK - KELVIN_AT_0_C).toFixed(0)} °C} for long`)
  if (mostPa !== null && pressurePa > mostPa)
    return refuse(`its class bears {${(mostPa / 1e3).toFixed(0)} kPa}; only more where more is printed on it`)
  const stands = fuelK > HOT_K && hotK === null ? LESS[byFuel[fuel]] : byFuel[fuel]
  if (!immersed && material.outside !== null)
    return { material, stands: stands === 'good' ? 'limited' : stands, why: `${material.outside}; ${says}` }
  return { material, stands, why: says }
}
