'use client'
import { inUnits, keptText, typedAs, unitShown, unitText } from './quantities'
import { useState } from 'react'
import type { InputOf } from '@/core/acts'
import { partsOfJob, type Part } from '@/core/parts'
import type { Fit } from '@/core/sizing'
import { UNIT_NAMES, figureOf, plainWords, type UnitName } from '@/core/shared'
import { Button } from '@/ui/Button'
import { Panel } from '@/ui/Panel'
import { FIT_FORMS, isWord, type FitForm } from './fitForms'
import { partTitle } from './partStockText'
import { sayOfPart } from './pieceActs'
import type { JobInHand } from './useJob'
import { useParts } from './useParts'

const VERDICT_WORDS: Record<Fit['verdict'], string> = { fits: 'Fits', doubt: 'Doubtful', no: 'Does not fit' }

/** Does the new part fit: measured on the bench while the old one still holds the vehicle together. */
export function FitPanel({
  hand,
  open,
  onOpenChange,
}: {
  hand: JobInHand
  open: boolean
  onOpenChange: (open: boolean) => void
}) {
  const parts = useParts()
  const own = partsOfJob(parts ?? [], hand.job.id)
  const [partId, setPartId] = useState('')
  return (
    <Panel open={open} onOpenChange={onOpenChange} title="Does it fit?">
      <div className="space-y-4" data-sheet="fit">
        <p className="text-second text-ink-2">
          Rule, gauge and ohmmeter on the bench. Limits are typical; the maker’s drawing governs.
        </p>
        {own.length > 0 && <WhichPart parts={own} partId={partId} onChoose={setPartId} />}
        {FIT_FORMS.map((form) => (
          <Check key={form.id} hand={hand} form={form} partId={partId} />
        ))}
      </div>
    </Panel>
  )
}

/** What does not fit is kept of the part too: it is not ordered for that kind of vehicle again. */
async function keepFit(hand: JobInHand, partId: string, fit: InputOf<'keepFit'>): Promise<void> {
  const { kept } = await hand.act('keepFit', fit)
  if (!kept || partId === '' || fit.verdict !== 'no') return
  const { job, vehicle } = hand
  await sayOfPart(partId, {
    says: 'fit',
    fits: false,
    vehicleName: vehicle.name,
    layout: vehicle.layout,
    why: `${fit.title}: ${plainWords(fit.says)}`.slice(0, 200),
    jobId: job.id,
    unit: job.unit,
  })
}

function WhichPart({
  parts,
  partId,
  onChoose,
}: {
  parts: Part[]
  partId: string
  onChoose: (id: string) => void
}) {
  return (
    <label className="block text-second text-ink-2">
      Which part is it? What does not fit is not ordered again.
      <select
        name="fit-part"
        value={partId}
        onChange={(event) => onChoose(event.target.value)}
        className="mt-1 block h-[48px] w-full border-2 border-ink-3 bg-sheet px-2 text-main text-ink"
      >
        <option value="">none that was ordered or taken</option>
        {parts.map((part) => (
          <option key={part.id} value={part.id}>
            {partTitle(part)}
          </option>
        ))}
      </select>
    </label>
  )
}

/** The unit of a field that has one of ours: it is typed in the one that is shown. */
const unitOf = (form: FitForm, id: string): UnitName | null => {
  const unit = form.fields.find((field) => field.id === id)?.unit
  return UNIT_NAMES.find((name) => name === unit) ?? null
}
const fieldUnit = ({ unit }: FitForm['fields'][number]): string =>
  UNIT_NAMES.includes(unit as UnitName) ? unitText(unitShown(unit as UnitName)) : unit
const keptFigure = (form: FitForm, id: string, text: string): number | null => {
  const unit = unitOf(form, id)
  return unit ? typedAs(text, unit) : figureOf(text)
}
const turnedBy = (
  form: FitForm,
  figures: Record<string, string>,
  turn: (text: string, unit: UnitName) => string,
): Record<string, string> =>
  Object.fromEntries(
    Object.entries(figures).map(([id, text]) => {
      const unit = unitOf(form, id)
      return [id, unit && figureOf(text) !== null && unitShown(unit) !== unit ? turn(text, unit) : text]
    }),
  )
const keptFigures = (form: FitForm, figures: Record<string, string>) =>
  turnedBy(form, figures, (text, unit) => String(typedAs(text, unit)))
const shownFigures = (form: FitForm, figures: Record<string, string>) =>
  turnedBy(form, figures, (text, unit) => keptText(figureOf(text)!, unit, 1))

function Check({ hand, form, partId }: { hand: JobInHand; form: FitForm; partId: string }) {
  const kept = hand.job.fits.get(form.id)
  const facts = { layout: hand.vehicle.layout, specification: hand.vehicle.specification }
  const [typed, setTyped] = useState<Record<string, string>>(() =>
    shownFigures(
      form,
      kept?.figures ??
        Object.fromEntries(
          form.fields.map((field) => [field.id, field.given?.(facts) ?? field.options?.(facts)[0]?.id ?? '']),
        ),
    ),
  )
  const number = (id: string) => keptFigure(form, id, typed[id] ?? '') ?? NaN
  const whole = form.fields.every((field) =>
    (typed[field.id] ?? '').trim() === ''
      ? field.optional === true
      : isWord(form, field.id) || Number.isFinite(number(field.id)),
  )
  const fit = whole ? form.work(number, (id) => typed[id] ?? '', facts) : null
  const set = (id: string, value: string) => setTyped({ ...typed, [id]: value.slice(0, 60) })
  const box = 'block h-[48px] w-full border-2 border-ink-3 bg-sheet px-2 text-main text-ink'
  return (
    <section
      aria-label={form.title}
      data-fit={form.id}
      data-verdict={fit?.verdict ?? 'open'}
      className="border-t border-rule pt-2"
    >
      <h3 className="text-main font-semibold">{form.title}</h3>
      <div className="flex items-end gap-2">
        {form.fields.map((field) => (
          <label key={field.id} className="flex-1 text-second leading-tight text-ink-2">
            {field.label}
            {field.unit ? `, ${fieldUnit(field)}` : ''}
            {field.options ? (
              <select
                value={typed[field.id]}
                onChange={(event) => set(field.id, event.target.value)}
                className={box}
              >
                {field.options(facts).map((option) => (
                  <option key={option.id} value={option.id}>
                    {option.label}
                  </option>
                ))}
              </select>
            ) : (
              <input
                name={`${form.id}-${field.id}`}
                inputMode={isWord(form, field.id) ? 'text' : 'decimal'}
                value={typed[field.id]}
                onChange={(event) => set(field.id, event.target.value)}
                className={`${box} ${isWord(form, field.id) ? '' : 'text-right'}`}
              />
            )}
          </label>
        ))}
        <Button
          variant={fit ? 'plain' : 'held'}
          disabled={!fit}
          data-act={`fit-${form.id}`}
          onClick={() =>
            fit &&
            void keepFit(hand, partId, {
              check: form.id,
              title: form.title,
              figures: keptFigures(form, typed),
              verdict: fit.verdict,
              says: plainWords(fit.says),
            })
          }
        >
          Keep
        </Button>
      </div>
      {fit && (
        <p className={`pt-1 text-main ${fit.verdict === 'no' ? 'text-danger' : ''}`}>
          <b>{VERDICT_WORDS[fit.verdict]}.</b> {inUnits(fit.says)}
          {kept?.verdict === fit.verdict ? <span className="text-second text-ink-2"> Kept.</span> : ''}
        </p>
      )}
    </section>
  )
}
