import type { SurveyFinding, SurveyItem } from '@/core/library'
import type { SurveyStanding } from '@/core/procedure'
import { lowerFirst, minutesText } from '../frame/words'

/** Where the survey stands: what was found first, what is left after. */
export function surveyFinding(
  items: SurveyItem[],
  standing: Map<string, SurveyStanding>,
  findings: Map<string, SurveyFinding>,
  minutesLeft: number | null,
): { title: string; detail: string } {
  const named = (finding: SurveyFinding) =>
    items
      .filter((item) => findings.get(item.id) === finding && standing.get(item.id)?.kind === 'done')
      .map((item) => lowerFirst(item.name))
  const bad = named('bad')
  const open = items.some((item) => standing.get(item.id)?.kind === 'open')
  const left =
    minutesLeft === null ? '' : `About ${minutesText(minutesLeft)} of looking left, the way to it included.`
  if (findings.get('cranks') === 'good')
    return {
      title: 'It starts.',
      detail: 'Run it warm outdoors, look along every joint again, then prove it.',
    }
  if (findings.get('cranks') && !open)
    return {
      title: 'All was seen, and it does not run.',
      detail: 'What is left is a fault like any other: trace it.',
    }
  if (findings.size === 0)
    return {
      title: 'No single fault: look along the whole path.',
      detail: `${left} Nothing is switched on and nothing is cranked before its turn.`,
    }
  if (!open && bad.length > 0)
    return { title: `First put right: ${bad.join(', ')}.`, detail: 'What is held comes after it.' }
  const doubtful = named('doubtful')
  const title =
    bad.length > 0
      ? `Bad so far: ${bad.join(', ')}.`
      : doubtful.length > 0
        ? `Doubtful so far: ${doubtful.join(', ')}.`
        : 'Good so far.'
  return { title, detail: left }
}
