/** The messages of a consultation (docs/formats/consult.md): what comes in, checked, and what goes out. */
import { z } from 'zod'
import { UNIT_NAMES, fromSi, toSi, unitKind, type UnitName } from '@/core/shared'
import { RAISERS, libraryOf, scopeOf, type RaiserId, type SymptomId, type Test } from '@/core/library'
import {
  LAYOUTS,
  LAYOUT_IDS,
  SCENE,
  SCOPES,
  editProblem,
  editSchema,
  layoutOf,
  type Layout,
  SPECIFICATION_FIELDS,
  STATE_VARIABLES,
  specificationOf,
  specificationSchema,
  type Specification,
  type SpecificationField,
  type VehicleState,
} from '@/core/vehicle'
import { KNOWN_HOW, type Complaint, type Suspect } from '@/core/diagnosis'
import type { Act, Consultation } from '@/core/practice'

const present = z.enum(['yes', 'no', 'unknown'])
const complaintSchema = z.object({
  symptoms: z.array(z.string()).min(1),
  raisers: z.array(z.string()).default([]),
  failingNow: present.default('yes'),
  known: z.array(z.object({ repair: z.string(), how: z.enum(KNOWN_HOW) }).strict()).default([]),
})

export const vehicleFileSchema = z
  .object({
    layout: z.enum(LAYOUT_IDS),
    /** Figures that are known, SI, by field of the specification; the rest is generic. */
    specification: z.record(z.string(), z.number()).default({}),
    /** Where it differs from its layout, as a vehicle record keeps it. */
    edits: z.array(editSchema).max(40).default([]),
    complaint: complaintSchema,
    state: z.record(z.string(), z.string()).default({}),
    workshop: z
      .object({ ratePerMinute: z.number().positive(), comebackMoney: z.number().nonnegative() })
      .default({ ratePerMinute: 1.2, comebackMoney: 60 }),
  })
  .superRefine((file, check) => {
    const problem = editProblem(file.layout, file.edits)
    if (problem) check.addIssue({ code: 'custom', path: ['edits', problem.edit], message: problem.problem })
  })
export type VehicleFile = z.infer<typeof vehicleFileSchema>

export const replySchema = z.union([
  z.object({ reading: z.number(), unit: z.string(), faultPresent: present.default('yes') }).strict(),
  z.object({ observation: z.string(), faultPresent: present.default('yes') }).strict(),
  z.object({ notPossible: z.union([z.string(), z.literal(true)]) }).strict(),
  z
    .object({
      repaired: z
        .object({
          cured: z.boolean(),
          partWasBad: present.default('unknown'),
          complaint: complaintSchema.optional(),
        })
        .strict(),
    })
    .strict(),
  z.object({ stop: z.literal(true) }).strict(),
])

export class Refusal extends Error {}

/** Symptoms and raisers by their ids; an unknown one is refused with those that this layout has. */
export function complaintOf(
  { layout: layoutId, edits }: VehicleFile,
  given: z.infer<typeof complaintSchema>,
): Complaint {
  const libraries = SCOPES.map((scope) => libraryOf(layoutOf({ layoutId, edits, scope })))
  const symptoms = libraries.flatMap((library) => library.symptoms)
  const unknown = given.symptoms.find((id) => !symptoms.some((symptom) => symptom.id === id))
  if (unknown)
    throw new Refusal(
      `No symptom "${unknown}" on layout ${layoutId}. It has: ${symptoms.map((symptom) => symptom.id).join(', ')}.`,
    )
  const raiser = given.raisers.find((id) => !(id in RAISERS))
  if (raiser) throw new Refusal(`No raiser "${raiser}". There are: ${Object.keys(RAISERS).join(', ')}.`)
  const repairs = [...new Set(libraries.flatMap((library) => library.repairs.map(({ id }) => id)))]
  const noRepair = given.known.find(({ repair }) => !repairs.includes(repair))
  if (noRepair)
    throw new Refusal(`No repair "${noRepair.repair}" on layout ${layoutId}. It has: ${repairs.join(', ')}.`)
  return {
    symptoms: given.symptoms as SymptomId[],
    raisers: given.raisers as RaiserId[],
    failingNow: given.failingNow,
    known: given.known.map(({ repair, how }) => ({ repairId: repair, how })),
  }
}

/** What is consulted: the engine, the gauge loop or the places where fuel escapes, by the complaint. */
export function layoutFrom(file: VehicleFile, { symptoms }: Complaint): Layout {
  return layoutOf({ layoutId: file.layout, edits: file.edits, scope: scopeOf(symptoms) })
}

export function specificationFrom(file: VehicleFile): Specification {
  const unknown = Object.keys(file.specification).find((field) => !(field in SPECIFICATION_FIELDS))
  if (unknown)
    throw new Refusal(
      `No figure "${unknown}" in a specification. There are: ${Object.keys(SPECIFICATION_FIELDS).join(', ')}, all SI.`,
    )
  const known = Object.fromEntries(
    Object.entries(file.specification).map(([field, value]) => [field, { value, source: 'maker' as const }]),
  ) as Partial<Record<SpecificationField, { value: number; source: 'maker' }>>
  const made = specificationSchema.safeParse(specificationOf(known, LAYOUTS[file.layout]))
  if (!made.success)
    throw new Refusal(`${made.error.issues[0]!.message}. Figures are SI: Pa, m3/s, A, m, m3.`)
  return made.data as Specification
}

export function stateFrom(file: VehicleFile): VehicleState {
  for (const [variable, value] of Object.entries(file.state)) {
    const values = (STATE_VARIABLES as Record<string, readonly string[]>)[variable]
    if (!values)
      throw new Refusal(
        `No state variable "${variable}". There are: ${Object.keys(STATE_VARIABLES).join(', ')}.`,
      )
    if (!values.includes(value)) throw new Refusal(`"${variable}" is one of: ${values.join(', ')}.`)
  }
  return file.state as VehicleState
}

/** A reading in any unit of the test's kind, in the test's own unit; refused when the kind differs. */
export function inTestUnit(test: Test, value: number, unit: string): { value: number; unit: UnitName } {
  if (test.reading.kind !== 'number')
    throw new Refusal(`${test.id} is an observation: answer with "observation" and one of its choices.`)
  const own = test.reading.unit
  const known = UNIT_NAMES.find((name) => name === unit)
  if (!known || unitKind(known) !== unitKind(own))
    throw new Refusal(
      `${test.id} is read in ${own}; "${unit}" does not measure that. Units: ${UNIT_NAMES.filter((name) => unitKind(name) === unitKind(own)).join(', ')}.`,
    )
  return { value: fromSi(toSi({ value, unit: known }), own), unit: own }
}

const round = (value: number, digits = 4) => Number(value.toFixed(digits))
/** Handbook id of a test or fault: the figure before any letter of ours. */
const handbook = (id: string) => /^[TF]\d+/.exec(id)?.[0] ?? null

export const oddsOf = (suspects: Suspect[]) =>
  suspects.slice(0, 6).map((suspect) => ({
    repair: suspect.id,
    fault: suspect.leadFault || null,
    name: suspect.name,
    probability: round(Math.min(suspect.probability, 0.99)),
  }))

/** The act as one JSON line. */
export function actMessage(consultation: Consultation, act: Act, suspects: Suspect[]): object {
  const { layout } = consultation.table.model
  const common = { epoch: consultation.epoch, odds: oddsOf(suspects) }
  if (act.kind === 'stuck') return { act: 'none', why: act.why, ...common }
  if (act.kind === 'repair')
    return {
      act: 'repair',
      id: act.repairId,
      title: act.title,
      probability: round(act.probability),
      minutes: round(act.minutes, 1),
      money: round(act.money, 1),
      ...common,
    }
  const { test } = act
  const station = [...layout.stations, ...layout.segments, ...layout.beside].find(
    (place) => place.id === test.at,
  )
  const quantity = test.reading.kind === 'number' ? test.reading.quantity : null
  return {
    act: 'test',
    id: test.id,
    handbook: handbook(test.id),
    title: test.title,
    where: test.where,
    steps: test.steps,
    confirms: act.confirms,
    condition: SCENE[test.scene].words,
    scene: test.scene,
    rig: SCENE[test.scene].rig,
    at: { id: test.at, name: station?.name ?? test.at },
    ...(quantity?.of === 'volts' ? { leads: { red: quantity.red, black: quantity.black } } : {}),
    ...(test.reading.kind === 'number'
      ? { unit: test.reading.unit, range: [test.reading.low, test.reading.high] }
      : { choices: test.reading.outcomes.map(({ id, label }) => ({ id, label })) }),
    instrument: test.instrument,
    caution: test.caution ?? null,
    minutes: round(act.workMinutes, 1),
    wayMinutes: round(act.reachMinutes, 1),
    money: round(act.money, 1),
    needs: test.needs,
    leaves: act.leaves,
    ...common,
  }
}
