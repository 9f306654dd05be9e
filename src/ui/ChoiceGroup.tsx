'use client'
import { ToggleGroup } from 'radix-ui'

interface Option {
  id: string
  label: string
}
interface Props {
  label: string
  options: Option[]
  value: string | null
  onChange: (id: string) => void
  tall?: boolean
}

/** Two to six joined buttons, one of them taken; the taken one is inverted, never coloured alone. */
export function ChoiceGroup({ label, options, value, onChange, tall = false }: Props) {
  return (
    <ToggleGroup.Root type="single" aria-label={label} value={value ?? ''} onValueChange={(id) => id && onChange(id)} className="flex flex-wrap border-2 border-ink">
      {options.map((option) => (
        <ToggleGroup.Item
          key={option.id}
          value={option.id}
          className={`${tall ? 'min-h-[64px]' : 'min-h-[48px]'} flex-1 border-r border-ink px-2 text-main font-semibold last:border-r-0 data-[state=on]:bg-ink data-[state=on]:text-ground`}
        >
          {option.label}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  )
}

interface ManyProps {
  label: string
  options: Option[]
  value: string[]
  onChange: (ids: string[]) => void
  columns?: 2 | 3
}

/** Any number of them, set apart; a taken one is inverted and ticked. */
export function ManyChoices({ label, options, value, onChange, columns = 2 }: ManyProps) {
  return (
    <ToggleGroup.Root type="multiple" aria-label={label} value={value} onValueChange={onChange} className={columns === 2 ? 'grid grid-cols-2 gap-2' : 'grid grid-cols-3 gap-2'}>
      {options.map((option) => (
        <ToggleGroup.Item key={option.id} value={option.id} className="min-h-[48px] border-2 border-ink-3 px-3 text-left text-main leading-tight data-[state=on]:border-ink data-[state=on]:bg-ink data-[state=on]:text-ground">
          {option.label}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  )
}
