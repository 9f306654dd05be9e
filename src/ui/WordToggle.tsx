interface Props {
  label: string
  words: { id: string; label: string }[]
  value: string | undefined
  onChange: (id: string) => void
  /** The taken word is drawn in danger: it conflicts with what is to be done. */
  conflict?: boolean
  className?: string
}

/** A few words, the true one inverted; never a bare switch. Each word is a target of 44 px. */
export function WordToggle({ label, words, value, onChange, conflict = false, className = '' }: Props) {
  return (
    <div role="group" aria-label={label} className={`flex flex-col justify-center ${className}`}>
      <span className="whitespace-nowrap text-tick leading-5 text-ink-2">{label}</span>
      <span className="flex">
        {words.map((word) => (
          <button
            key={word.id}
            type="button"
            aria-pressed={word.id === value}
            onClick={() => word.id !== value && onChange(word.id)}
            className="-mb-2 -mt-3 flex min-h-[44px] min-w-[36px] items-center text-second"
          >
            <span
              className={`w-full whitespace-nowrap px-1.5 text-center ${word.id === value ? `font-semibold ${conflict ? 'bg-danger text-on-danger' : 'bg-ink text-ground'}` : 'text-ink-2'}`}
            >
              {word.label}
            </span>
          </button>
        ))}
      </span>
    </div>
  )
}

/** The same for more words than stand beside each other: the true one, the others one touch behind it. */
export function WordChoice({ label, words, value, onChange, conflict = false, className = '' }: Props) {
  return (
    <label className={`flex flex-col justify-center ${className}`}>
      <span className="whitespace-nowrap text-tick leading-5 text-ink-2">{label}</span>
      <select
        value={value ?? ''}
        onChange={(event) => event.target.value !== value && onChange(event.target.value)}
        className={`-mb-2 -mt-1 min-h-[44px] bg-transparent text-second font-semibold ${conflict ? 'text-danger' : ''}`}
      >
        {value === undefined && <option value="">not known</option>}
        {words.map((word) => (
          <option key={word.id} value={word.id}>
            {word.label}
          </option>
        ))}
      </select>
    </label>
  )
}
