'use client'
import { Rows, type PathRow } from '../frame/tracks/Rows'
import { LABEL, inkOf, type SurveyPathProps } from './SurveyTrack'

const INK = {
  good: 'cleared',
  doubtful: 'suspect',
  bad: 'first',
  cannot: 'open',
  open: 'open',
  held: 'open',
} as const

/** The survey turned to run down: an item a row, the fuel's path and what lies beside it. */
export function SurveyDown({ items, standing, shownId, onChoose }: SurveyPathProps) {
  const groups = (['fuel', 'beside'] as const).map((track) => ({
    title: track === 'fuel' ? 'Fuel path' : 'Beside it',
    rows: items
      .filter(
        (item) =>
          item.track === track &&
          standing.get(item.id)!.kind !== 'not needed' &&
          (!item.halfOf || standing.get(item.id)!.kind !== 'held'),
      )
      .map((item): PathRow => {
        const found = inkOf(standing.get(item.id)!)
        return {
          id: item.id,
          name: item.name,
          says: LABEL[found],
          ink: INK[found],
          share: found === 'bad' ? 1 : 0.5,
          read: [],
          next: item.id === shownId,
        }
      }),
  }))
  return <Rows label="Path from tank to engine, with what was found" groups={groups} onOpen={onChoose} />
}
