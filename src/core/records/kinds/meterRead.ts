import { z } from 'zod'
import { text } from '../fields'
import { defineKind } from '../kind'
import { readMeter, type StandSlice } from '../slices/stand'

export const meterRead = defineKind({
  kind: 'meter-read',
  version: 1,
  body: z.object({ lelPercent: z.number().finite().min(0).max(100), where: text }),
  apply(job: StandSlice, entry) {
    const { lelPercent, where } = entry.body
    readMeter(job, { at: entry.at, lelFraction: lelPercent / 100, where, placed: entry })
  },
})
