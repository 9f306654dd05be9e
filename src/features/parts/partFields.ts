/** What is said of a part, as its page asks for it. */
import type { PartField } from '@/core/parts'

export const PART_FIELDS: { field: PartField; label: string; list?: string }[] = [
  { field: 'name', label: 'Name' },
  { field: 'number', label: 'Number' },
  { field: 'maker', label: 'Maker' },
  { field: 'piece', label: 'What plans call it', list: 'pieces' },
  { field: 'place', label: 'Place' },
  { field: 'least', label: 'Least that should lie there' },
  { field: 'note', label: 'Note' },
]
