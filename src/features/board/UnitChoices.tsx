'use client'
import { UNIT_CHOICES, UNIT_SYSTEMS, type PreferredQuantity, type UnitPreference } from '@/core/shared'
import { ChoiceGroup } from '@/ui/ChoiceGroup'
import { Fold } from '@/ui/Fold'

const SYSTEM_WORDS: Record<keyof typeof UNIT_SYSTEMS, string> = {
  kPa: 'kPa, L, °C',
  bar: 'bar, L, °C',
  customary: 'psi, gal, °F',
}
const QUANTITY_WORDS: Record<PreferredQuantity, string> = {
  pressure: 'Pressure',
  flow: 'Flow',
  volume: 'Volume',
  length: 'Length',
  temperature: 'Temperature',
  torque: 'Torque',
}
const QUANTITIES = Object.keys(QUANTITY_WORDS) as PreferredQuantity[]
const SYSTEMS = Object.keys(SYSTEM_WORDS) as (keyof typeof UNIT_SYSTEMS)[]

/** In which units this person reads: a whole set, or each quantity by itself. */
export function UnitChoices({
  units,
  onUnits,
}: {
  units: UnitPreference
  onUnits: (units: UnitPreference) => void
}) {
  const whole = SYSTEMS.find((system) =>
    QUANTITIES.every((quantity) => UNIT_SYSTEMS[system][quantity] === units[quantity]),
  )
  return (
    <section aria-label="Units">
      <p className="pb-1 text-second text-ink-2">Units, on this device</p>
      <ChoiceGroup
        label="Units"
        options={SYSTEMS.map((id) => ({ id, label: SYSTEM_WORDS[id] }))}
        value={whole ?? null}
        onChange={(id) => onUnits(UNIT_SYSTEMS[id as keyof typeof UNIT_SYSTEMS])}
      />
      <Fold line={whole ? 'Each by itself' : 'Each by itself, so chosen'}>
        <div className="grid grid-cols-1 gap-2 pt-2">
          {QUANTITIES.map((quantity) => (
            <div key={quantity} className="grid grid-cols-[110px_1fr] items-center gap-3">
              <span className="text-main">{QUANTITY_WORDS[quantity]}</span>
              <ChoiceGroup
                label={QUANTITY_WORDS[quantity]}
                options={UNIT_CHOICES[quantity].map((unit) => ({ id: unit, label: unit }))}
                value={units[quantity]}
                onChange={(unit) => onUnits({ ...units, [quantity]: unit })}
              />
            </div>
          ))}
        </div>
      </Fold>
    </section>
  )
}
