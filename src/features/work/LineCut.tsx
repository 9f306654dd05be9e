'use client'
import { lineFor, type LinePlace } from '@/core/library'
import type { LineProblem, LineSurvey } from '@/core/line'
import type { LineCopy as Copy } from '@/core/line'
import { figureShown, inUnits, siText, unitShown } from '../frame/quantities'
import { lowerFirst } from '../frame/words'
import { LineDrawing } from './LineDrawing'

/** Where the copy is cut, marked and bent, and the line drawn. */
export function CutList({ copy, survey }: { copy: Copy; survey: LineSurvey }) {
  const mm = (metre: number) => Math.round(1e3 * metre)
  return (
    <section
      aria-label="Cut and bend"
      data-cut={mm(copy.cutM)}
      className="grid grid-cols-[1fr_300px] gap-6 narrow:grid-cols-1 border-t border-rule pt-3"
    >
      <div>
        <p className="text-step">
          Cut <b>{siText(copy.cutM, 'mm', 0)}</b>, square, free of burrs. Nuts on before the second flare.
        </p>
        <table className="mt-1 w-full text-main">
          <thead>
            <tr className="text-left text-second text-ink-2">
              <th className="font-normal">Bend</th>
              <th className="text-right font-normal">Mark at, {unitShown('mm')}</th>
              <th className="text-right font-normal">Angle</th>
              <th className="text-right font-normal">Turn first</th>
            </tr>
          </thead>
          <tbody>
            {copy.marks.map((mark, at) => (
              <tr key={at} data-mark-at={mm(mark.atM)} className="border-t border-rule-2">
                <td className="py-1">{at + 1}</td>
                <td className="text-right font-semibold">{figureShown(mark.atM, 'mm', 0)}</td>
                <td className="text-right">{Math.round((mark.bendRad * 180) / Math.PI)}°</td>
                <td className="text-right">
                  {mark.twistRad === 0 ? 'none' : `${Math.round((mark.twistRad * 180) / Math.PI)}°`}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="pt-2 text-second text-ink-2">
          {copy.clips} clips, every {siText(copy.clipSpacingM, 'mm', 0)} or less. Flare lengths are typical:
          make one for trial. Label both ends before they leave the hand: feed or return.
        </p>
      </div>
      <LineDrawing survey={survey} />
    </section>
  )
}

export function Hose({
  place,
  pressurePa,
  fuel,
}: {
  place: LinePlace
  pressurePa: number
  fuel: Parameters<typeof lineFor>[2]
}) {
  const { use, never, clamps, why } = lineFor(place, pressurePa, fuel)
  return (
    <section aria-label="Hose and clamp" className="border-t border-rule pt-3 text-second">
      <h3 className="text-main font-semibold">
        Where hose joins it: {siText(pressurePa, 'kPa', 0)}, {lowerFirst(inUnits(why))}
      </h3>
      <p>
        {use.map((choice) => `${choice.name}${choice.says ? ` (${inUnits(choice.says)})` : ''}`).join('; ')}.
      </p>
      <p>
        Clamps:{' '}
        {clamps
          .map((clamp) => `${clamp.name.toLowerCase()}${clamp.says ? ` (${inUnits(clamp.says)})` : ''}`)
          .join('; ')}
        . {inUnits('{3 mm}')} from the hose end, behind the bead.
      </p>
      <p className="text-danger">Never: {never}.</p>
    </section>
  )
}

export function problemText(problem: LineProblem): string {
  switch (problem.kind) {
    case 'no-legs':
      return 'Measure the first leg.'
    case 'bad-figure':
      return `Leg ${problem.leg + 1}: ${problem.what === 'length' ? 'its length is missing or not over zero.' : 'the bend after it must lie between 1° and 179°.'}`
    case 'radius-too-small':
      return `That radius kinks the tube: ${siText(problem.leastM, 'mm', 0)} at least.`
    case 'leg-too-short':
      return `Leg ${problem.leg + 1} leaves the bender too little straight tube: it must be ${siText(problem.needsM, 'mm', 0)} at least. Measure again, or take a bender of a smaller radius.`
  }
}
