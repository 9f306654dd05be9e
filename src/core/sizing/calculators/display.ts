import { AskBack, calculator, fromSheet, said, type Answer, type ValuesOf } from '../terms'

const litres = (label: string, usual: number, why: string) =>
  ({ kind: 'number', label, unit: 'L', low: 0, high: 1000, step: 0.5, usual, why }) as const
const ohm = (label: string, usual: number, why: string) =>
  ({ kind: 'number', label, unit: 'ohm', low: 0, high: 1000, step: 0.5, usual, why }) as const

const fields = {
  lowOhm: {
    ...ohm('Read nearly empty', 240, 'At the sender’s plug, the display off.'),
    from: fromSheet('senderEmptyOhm'),
  },
  lowM3: litres('with in the tank', 5, 'Filled by a measure from dry, or dipped.'),
  highOhm: {
    ...ohm('Read nearly full', 33, 'At the sender’s plug, the display off.'),
    from: fromSheet('senderFullOhm'),
  },
  highM3: { ...litres('with in the tank', 65, 'As filled or dipped.'), from: fromSheet('tankCapacityM3') },
  dipOhm: ohm('Between them it reads', 140, 'A third dip, about half way: it says whether two points do.'),
  dipM3: litres('with in the tank', 33, 'As filled or dipped.'),
  capacityM3: { ...litres('The tank holds', 70, 'To the brim.'), from: fromSheet('tankCapacityM3') },
} as const
type Values = ValuesOf<typeof fields>

/** So much of the tank is seen on a display. */
const SEEN = 0.05
/** A point so near the ends tells nothing of what lies between. */
const BETWEEN = 0.15

/** What a display with two points shows at so many ohms, m3: straight between them, no less than nothing. */
export const shownAt = (
  { lowOhm, highOhm, lowM3, highM3 }: Pick<Values, 'lowOhm' | 'highOhm' | 'lowM3' | 'highM3'>,
  ohms: number,
): number => Math.max(0, lowM3 + ((highM3 - lowM3) * (ohms - lowOhm)) / (highOhm - lowOhm))

function work(values: Values): Answer {
  const { lowOhm, highOhm, lowM3, highM3, dipOhm, dipM3, capacityM3 } = values
  if (Math.abs(highOhm - lowOhm) < 5)
    throw new AskBack('highOhm', 'Five ohms apart at least: closer, no display tells them apart.')
  if (highM3 <= lowM3) throw new AskBack('highM3', 'More than nearly empty.')
  if (highM3 > capacityM3) throw new AskBack('highM3', 'No more than the tank holds.')
  if (dipM3 > capacityM3) throw new AskBack('dipM3', 'No more than the tank holds.')
  const shown = shownAt(values, dipOhm)
  const off = shown - dipM3
  const share = off / capacityM3
  const along = (dipOhm - lowOhm) / (highOhm - lowOhm)
  const tells = along > BETWEEN && along < 1 - BETWEEN
  const verdict = Math.abs(share) > 2 * SEEN ? 'no' : Math.abs(share) > SEEN || !tells ? 'doubt' : 'good'
  const ends = [lowOhm, highOhm].sort((one, other) => one - other) as [number, number]
  return {
    says: `Where it was dipped it shows ${said(shown, 'L')}; ${said(dipM3, 'L')} are in the tank.`,
    verdict,
    limits: !tells
      ? 'The third dip lies too near an end: half way says more.'
      : Math.abs(share) <= SEEN
        ? 'Two points do for this tank.'
        : `Off by ${Math.round(100 * Math.abs(share))} % of the tank: a table with more points, or the two moved to where it matters, the last quarter.`,
    figures: [
      { id: 'shown', name: 'Shown at the dip', si: shown, unit: 'L', digits: 1 },
      {
        id: 'off',
        name: off >= 0 ? 'too much by' : 'too little by',
        si: Math.abs(off),
        unit: 'L',
        digits: 1,
      },
      {
        id: 'reserve',
        name: 'Ohms where a tenth is left',
        si: ohmAt(values, 0.1 * capacityM3),
        unit: 'ohm',
        digits: 0,
      },
      { id: 'open', name: 'A wire that is off reads over', si: ends[1] + 20, unit: 'ohm', digits: 0 },
    ],
    curve: {
      x: { name: 'Sender', unit: 'ohm' },
      y: { name: 'Shown', unit: 'L' },
      lines: [
        {
          name: 'the display',
          points: Array.from({ length: 21 }, (_, k): [number, number] => {
            const at = ends[0] + (k / 20) * (ends[1] - ends[0])
            return [at, shownAt(values, at)]
          }),
        },
      ],
      hand: [dipOhm, dipM3],
    },
    sure: 'As sure as the dips: level ground, fuel at rest, two minutes for a slow display. A sender that was swept first, without dead spots.',
  }
}
/** The ohms at which it shows so much. */
const ohmAt = ({ lowOhm, highOhm, lowM3, highM3 }: Values, volumeM3: number): number =>
  Math.max(0, lowOhm + ((highOhm - lowOhm) * (volumeM3 - lowM3)) / (highM3 - lowM3))

export const display = calculator({
  id: 'display',
  title: 'Display of two points',
  question: 'Do two points make this display tell the truth?',
  fields,
  work,
  caution: {
    text: 'Ohms are read at the plug outside, the key off; fuel is filled with the nozzle bonded.',
    stopWhen: 'Stop when fuel is spilt.',
  },
  formula: ['Shown = straight between the two points that were typed into it', 'The third dip is the proof'],
  source: 'EQ21; limits ours, typical',
})
