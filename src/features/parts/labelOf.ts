/** A label of a part: its place large, and a square that opens its page. */
import type { Part } from '@/core/parts'
import { partHref } from '../frame/partStockText'
import type { Label } from '../frame/Labels'

export const labelOf = (part: Part): Label => ({
  key: part.id,
  mark: part.place || '—',
  title: part.name,
  under: [part.number, part.maker].filter(Boolean).join(', '),
  href: partHref(part.id),
})
