import { z } from 'zod'
import { id, text } from '../fields'
import { defineKind } from '../kind'

const body = z.object({ item: id, finding: z.enum(['good', 'doubtful', 'bad', 'cannot']), note: text })

export interface SurveySlice {
  /** Findings of a survey of a vehicle that stood for years, the last of each item. */
  survey: Map<string, z.infer<typeof body> & { at: number }>
}

export const surveyNoted = defineKind({
  kind: 'survey-noted',
  version: 1,
  body,
  keeps: (): SurveySlice => ({ survey: new Map() }),
  apply(job: SurveySlice, entry) {
    job.survey.set(entry.body.item, { ...entry.body, at: entry.at })
  },
})
