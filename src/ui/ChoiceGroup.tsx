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

/** More than these stand in two rows of five, in second text. */
const MOST_IN_A_ROW = 6

/** Joined buttons, one of them taken; the taken one is inverted, never coloured alone. Up to six in one row, up to ten in two. */
export function ChoiceGroup({ label, options, value, onChange, tall = false }: Props) {
  const many = options.length > MOST_IN_A_ROW
  const size = many
    ? 'min-h-[50px] border-b px-1 text-second leading-[18px]'
    : `${tall ? 'min-h-[64px]' : 'min-h-[48px]'} min-w-[44px] flex-1 px-2 text-main last:border-r-0`
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value ?? ''}
      onValueChange={(id) => id && onChange(id)}
      className={`${many ? 'grid grid-cols-5 border-b border-r' : 'flex flex-wrap border-b-2 border-r-2'} shrink-0 border-l-2 border-t-2 border-ink`}
    >
      {options.map((option) => (
        <ToggleGroup.Item
          key={option.id}
          value={option.id}
          className={`${size} border-r border-ink font-semibold data-[state=on]:bg-ink data-[state=on]:text-ground`}
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
  /** Four are set in second text. */
  columns?: 2 | 3 | 4
  /** 44 px high, closer together, where many have to be in sight. */
  dense?: boolean
}

const COLUMNS = {
  2: 'grid grid-cols-1 medium:grid-cols-2 wide:grid-cols-2',
  3: 'grid grid-cols-1 medium:grid-cols-2 wide:grid-cols-3',
  4: 'grid grid-cols-2 medium:grid-cols-3 wide:grid-cols-4',
} as const

/** Any number of them, set apart; a taken one is inverted and ticked. */
export function ManyChoices({ label, options, value, onChange, columns = 2, dense = false }: ManyProps) {
  return (
    <ToggleGroup.Root
      type="multiple"
      aria-label={label}
      value={value}
      onValueChange={onChange}
      className={`${COLUMNS[columns]} ${dense ? 'gap-1.5' : 'gap-2'}`}
    >
      {options.map((option) => (
        <ToggleGroup.Item
          key={option.id}
          value={option.id}
          className={`${dense ? 'min-h-[44px]' : 'min-h-[48px]'} border-2 border-ink-3 text-left leading-tight ${columns === 4 ? 'px-2 text-second' : 'px-3 text-main'} data-[state=on]:border-ink data-[state=on]:bg-ink data-[state=on]:text-ground`}
        >
          {option.label}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  )
}
