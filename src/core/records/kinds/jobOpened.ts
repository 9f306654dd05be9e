import { z } from 'zod'
import { id, text } from '../fields'
import { defineKind } from '../kind'

export interface OpenedSlice {
  vehicleId: string
  unit: string
  vehicleName: string
  words: string
  openedAt: number
  neededBy: string | null
}

export const jobOpened = defineKind({
  kind: 'job-opened',
  version: 1,
  body: z.object({
    vehicleId: id,
    unit: text,
    vehicleName: text,
    words: text,
    neededBy: z.string().max(40).nullable(),
  }),
  keeps: (): OpenedSlice => ({
    vehicleId: '',
    unit: '',
    vehicleName: '',
    words: '',
    openedAt: 0,
    neededBy: null,
  }),
  apply(job: OpenedSlice, { body, at }) {
    Object.assign(job, { ...body, openedAt: at })
  },
})
