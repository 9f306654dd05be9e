'use client'
import { useState } from 'react'
import { SKILLS, floorSchema, type Floor, type Person, type Skill } from '@/core/days'
import { changeFloor } from '@/data/floor'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Panel } from '@/ui/Panel'
import { FewTools } from './FewTools'
import { skillWord } from './daysText'

const DAY_NAMES = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']
const FIELD = 'mt-1 block h-[48px] border-2 border-ink-3 bg-ground px-3 text-main text-ink'
const typed = (minutes: number) =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`
const minutesOf = (text: string, before: number): number => {
  const clock = /^(\d{2}):(\d{2})$/.exec(text)
  return clock ? 60 * Number(clock[1]) + Number(clock[2]) : before
}

/** Who is in when and may do what, and how many vehicles find a place. */
export function FloorPanel({
  floor,
  open,
  onOpenChange,
}: {
  floor: Floor
  open: boolean
  onOpenChange: (open: boolean) => void
}) {
  return (
    <Panel open={open} onOpenChange={onOpenChange} title="People and places">
      {open && <FloorForm floor={floor} onDone={() => onOpenChange(false)} />}
    </Panel>
  )
}

function FloorForm({ floor: known, onDone }: { floor: Floor; onDone: () => void }) {
  const [floor, setFloor] = useState(known)
  const [problem, setProblem] = useState<string | null>(null)
  const change = (next: Partial<Floor>) => setFloor({ ...floor, ...next })
  const changePerson = (at: number, next: Partial<Person>) =>
    change({ people: floor.people.map((person, k) => (k === at ? { ...person, ...next } : person)) })
  const add = () =>
    change({
      people: [
        ...floor.people,
        {
          ...floor.people.at(-1)!,
          id: crypto.randomUUID(),
          name: `Person ${floor.people.length + 1}`,
          skills: [],
        },
      ],
    })
  const keep = () => {
    const read = floorSchema.safeParse(floor)
    if (!read.success) {
      const { path, message } = read.error.issues[0]!
      const who = path[0] === 'people' ? `${floor.people[Number(path[1])]?.name || 'A person'}: ` : ''
      return setProblem(`${who}${message}. Nothing was changed.`)
    }
    if (!changeFloor(read.data))
      return setProblem('This browser keeps nothing. Free some space and keep it again.')
    onDone()
  }
  return (
    <form
      // What is refused is said in our words, and where.
      noValidate
      className="space-y-5"
      onSubmit={(event) => {
        event.preventDefault()
        keep()
      }}
    >
      <Places floor={floor} onChange={change} />
      <FewTools tools={floor.tools} onChange={(tools) => change({ tools })} />
      {floor.people.map((person, at) => (
        <PersonFields
          key={person.id}
          person={person}
          onChange={(next) => changePerson(at, next)}
          onLeave={
            floor.people.length > 1 ? () => change({ people: floor.people.filter((_, k) => k !== at) }) : null
          }
        />
      ))}
      <Button variant="quiet" data-act="add-person" onClick={add}>
        One more person
      </Button>
      {problem && <Notice title={problem} />}
      <Button type="submit" variant="act" tall className="w-full" data-act="keep-floor">
        Keep it
      </Button>
    </form>
  )
}

function Places({ floor, onChange }: { floor: Floor; onChange: (next: Partial<Floor>) => void }) {
  const number = (name: 'bays' | 'lifts', label: string) => (
    <label className="text-second text-ink-2">
      {label}
      <input
        name={name}
        type="number"
        min={name === 'bays' ? 1 : 0}
        max={name === 'bays' ? 40 : 20}
        value={floor[name]}
        onChange={(event) => onChange({ [name]: Number(event.target.value) })}
        className={`${FIELD} w-[110px]`}
      />
    </label>
  )
  return (
    <fieldset className="flex flex-wrap items-end gap-4">
      <legend className="pb-1 text-main font-semibold">Places</legend>
      {number('bays', 'Bays')}
      {number('lifts', 'Lifts')}
      <label className="flex min-h-[48px] items-center gap-3 text-main">
        <input
          type="checkbox"
          name="oneRoom"
          checked={floor.oneRoom}
          onChange={(event) => onChange({ oneRoom: event.target.checked })}
          className="size-[28px] accent-accent"
        />
        They share one room
      </label>
      <label className="flex min-h-[48px] items-center gap-3 text-main">
        <input
          type="checkbox"
          name="heater"
          checked={floor.heater !== null}
          onChange={(event) => onChange({ heater: event.target.checked ? { from: 360, to: 480 } : null })}
          className="size-[28px] accent-accent"
        />
        Heated by a flame
      </label>
      {floor.heater && (
        <Hours label="Lit" name="heater" value={floor.heater} onChange={(heater) => onChange({ heater })} />
      )}
    </fieldset>
  )
}

function Hours({
  label,
  name,
  value,
  onChange,
}: {
  label: string
  name: string
  value: { from: number; to: number }
  onChange: (value: { from: number; to: number }) => void
}) {
  const field = (which: 'from' | 'to') => (
    <input
      type="time"
      name={`${name}-${which}`}
      aria-label={`${label} ${which}`}
      value={typed(value[which])}
      onChange={(event) => onChange({ ...value, [which]: minutesOf(event.target.value, value[which]) })}
      className={`${FIELD} w-[156px]`}
    />
  )
  return (
    <div className="text-second text-ink-2">
      {label}, from and to
      <div className="flex gap-2">
        {field('from')}
        {field('to')}
      </div>
    </div>
  )
}

const toggled = <T,>(list: T[], item: T): T[] =>
  list.includes(item) ? list.filter((one) => one !== item) : [...list, item]

interface PersonProps {
  person: Person
  onChange: (next: Partial<Person>) => void
  onLeave: (() => void) | null
}

function PersonFields({ person, onChange, onLeave }: PersonProps) {
  return (
    <fieldset className="border-t-2 border-ink pt-3" data-person={person.id}>
      <legend className="sr-only">{person.name}</legend>
      <PersonHours {...{ person, onChange, onLeave }} />
      <div className="flex flex-wrap gap-2 pt-3" role="group" aria-label={`Days of ${person.name}`}>
        {DAY_NAMES.map((name, day) => (
          <Toggle
            key={name}
            on={person.days.includes(day)}
            onClick={() => onChange({ days: toggled(person.days, day).sort() })}
          >
            {name}
          </Toggle>
        ))}
      </div>
      <div className="flex flex-wrap gap-2 pt-2" role="group" aria-label={`What ${person.name} may do`}>
        {SKILLS.map((skill: Skill) => (
          <Toggle
            key={skill}
            on={person.skills.includes(skill)}
            onClick={() => onChange({ skills: toggled(person.skills, skill) })}
          >
            {skillWord(skill)}
          </Toggle>
        ))}
      </div>
    </fieldset>
  )
}

function PersonHours({ person, onChange, onLeave }: PersonProps) {
  return (
    <div className="flex flex-wrap items-end gap-x-4 gap-y-3">
      <label className="text-second text-ink-2">
        Name
        <input
          name="name"
          value={person.name}
          maxLength={40}
          onChange={(event) => onChange({ name: event.target.value })}
          className={`${FIELD} w-[200px]`}
        />
      </label>
      <Hours label="In" name="hours" value={person.hours} onChange={(hours) => onChange({ hours })} />
      {person.pause ? (
        <Hours label="Pause" name="pause" value={person.pause} onChange={(pause) => onChange({ pause })} />
      ) : (
        <Button variant="quiet" onClick={() => onChange({ pause: { from: 720, to: 750 } })}>
          With a pause
        </Button>
      )}
      {person.pause && (
        <Button variant="quiet" onClick={() => onChange({ pause: null })}>
          No pause
        </Button>
      )}
      {onLeave && (
        <Button variant="quiet" onClick={onLeave}>
          Not here any more
        </Button>
      )}
    </div>
  )
}

function Toggle({ on, onClick, children }: { on: boolean; onClick: () => void; children: string }) {
  return (
    <button
      type="button"
      aria-pressed={on}
      onClick={onClick}
      className={`min-h-[48px] min-w-[52px] border-2 px-3 text-main ${on ? 'border-ink bg-ink text-ground' : 'border-ink-3'}`}
    >
      {children}
    </button>
  )
}
