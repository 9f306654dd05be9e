/** What the primitives say to whoever does not see them, and what they show: read from their markup. */
import { createElement as h, type ReactElement } from 'react'
import { renderToStaticMarkup } from 'react-dom/server'
import { describe, expect, it } from 'vitest'
import { Button } from './Button'
import { ChoiceGroup, ManyChoices } from './ChoiceGroup'
import { Fold } from './Fold'
import { Figure, Notice } from './Notice'
import { shapeOf } from './Shape'
import { WordChoice, WordToggle } from './WordToggle'

const markup = (element: ReactElement) => renderToStaticMarkup(element)
const count = (text: string, part: string) => text.split(part).length - 1
const nothing = () => undefined
const WORDS = [
  { id: 'on', label: 'on' },
  { id: 'off', label: 'off' },
]
const options = (many: number) => Array.from({ length: many }, (_, k) => ({ id: `${k}`, label: `Word ${k}` }))

describe('a button', () => {
  it('sends no form unless it is told to, and is 48 px high, 72 on the main act', () => {
    expect(markup(h(Button, null, 'Go'))).toContain('type="button"')
    expect(markup(h(Button, { type: 'submit' }, 'Go'))).toContain('type="submit"')
    expect(markup(h(Button, null, 'Go'))).toContain('min-h-[48px]')
    expect(markup(h(Button, { tall: true }, 'Go'))).toContain('min-h-[72px]')
  })
  it('that is held is dashed, not only paler', () =>
    expect(markup(h(Button, { variant: 'held', disabled: true }, 'Go'))).toContain('border-dashed'))
})

describe('a choice', () => {
  it('has a name, and says which one is taken', () => {
    const said = markup(h(ChoiceGroup, { label: 'Rust', options: WORDS, value: 'off', onChange: nothing }))
    expect(said).toContain('aria-label="Rust"')
    expect(count(said, 'data-state="on"')).toBe(1)
    expect(said.indexOf('data-state="on"')).toBeGreaterThan(said.indexOf('data-state="off"'))
  })
  it('of more than six stands in two rows', () => {
    const of = (many: number) =>
      markup(h(ChoiceGroup, { label: 'L', options: options(many), value: null, onChange: nothing }))
    expect(of(6)).not.toContain('grid-cols-5')
    expect(of(7)).toContain('grid-cols-5')
  })
  it('of many takes any number', () => {
    const said = markup(
      h(ManyChoices, { label: 'Ways', options: options(5), value: ['1', '3'], onChange: nothing }),
    )
    expect(count(said, 'data-state="on"')).toBe(2)
  })
})

describe('a fold', () => {
  it('hides what is behind it until it is opened, and says so', () => {
    const shut = markup(h(Fold, { line: 'Suspects', children: 'pump' }))
    expect(shut).toContain('aria-expanded="false"')
    expect(shut).not.toContain('pump')
    expect(markup(h(Fold, { line: 'Suspects', open: true, children: 'pump' }))).toContain('pump')
  })
  it('is no fold where there is room', () => {
    const flat = markup(h(Fold, { line: 'Suspects', flat: true, children: 'pump' }))
    expect(flat).toContain('pump')
    expect(flat).not.toContain('<button')
  })
})

describe('words that are true or not', () => {
  it('the true one is pressed; a conflict is said by more than its colour', () => {
    const props = { label: 'Battery', words: WORDS, value: 'on', onChange: nothing }
    const said = markup(h(WordToggle, props))
    expect(count(said, 'aria-pressed="true"')).toBe(1)
    expect(markup(h(WordToggle, { ...props, conflict: true }))).toContain('font-semibold bg-danger')
  })
  it('what nobody knows is said to be not known', () =>
    expect(
      markup(h(WordChoice, { label: 'Line', words: WORDS, value: undefined, onChange: nothing })),
    ).toContain('not known'))
})

it('a notice is announced, and a figure keeps its unit beside it', () => {
  expect(markup(h(Notice, { title: 'Kept.' }))).toContain('role="status"')
  expect(markup(h(Figure, { value: '304', unit: 'kPa', size: 'main' }))).toMatch(/304<span[^>]*>kPa<\/span>/)
})

it('the shape of a page follows its room alone', () =>
  expect([360, 719, 720, 1263, 1264, 2560].map(shapeOf)).toEqual([
    'narrow',
    'narrow',
    'medium',
    'medium',
    'wide',
    'wide',
  ]))
