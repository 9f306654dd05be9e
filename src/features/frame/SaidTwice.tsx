'use client'
import { useState } from 'react'
import { dateText, clockText } from './words'

export interface TwiceSaid {
  thing: string
  label: string
  /** What counts now stands last. */
  choices: { says: string; by: string; at: number; settle: () => Promise<string | null> }[]
}

/** Things of which two tablets say different things: both stand, and one touch says which holds. */
export function SaidTwice({ things }: { things: readonly TwiceSaid[] }) {
  const [problem, setProblem] = useState<string | null>(null)
  if (things.length === 0) return null
  return (
    <section
      aria-label="Said otherwise on two tablets"
      data-said-twice={things.length}
      className="bg-wash p-3"
    >
      <h2 className="text-main font-semibold">Two tablets say otherwise</h2>
      <p className="text-second text-ink-2">Touch what holds. Until then the last word counts.</p>
      {things.map(({ thing, label, choices }) => (
        <div key={thing} role="group" aria-label={label} className="pt-2">
          <h3 className="text-second">{label}</h3>
          {choices.map(({ says, by, at, settle }, place) => (
            <button
              key={place}
              type="button"
              data-holds={`${thing} ${place}`}
              onClick={() => void settle().then(setProblem)}
              className="mt-1 block min-h-[52px] w-full border-2 border-ink-3 bg-sheet px-3 text-left text-main leading-tight"
            >
              {says}
              <span className="block text-second text-ink-2">
                {[by, `${dateText(at)}, ${clockText(at)}`, place === choices.length - 1 ? 'counts now' : '']
                  .filter(Boolean)
                  .join(' · ')}
              </span>
            </button>
          ))}
        </div>
      ))}
      {problem && <p className="text-second text-danger">{problem}</p>}
    </section>
  )
}
