/** Is the network in one piece with something that holds its pressure? Asked before anything is solved. */
import type { Network } from './network'

/**
 * The first junction that no chain of links ties to a boundary, by id; null where every one is tied.
 * Time grows with nodes and links alone.
 */
export function untiedJunction({ nodes, links }: Pick<Network, 'nodes' | 'links'>): string | null {
  const beside = new Map<string, string[]>(nodes.map(({ id }) => [id, []]))
  for (const { from, to } of links) {
    beside.get(from)?.push(to)
    beside.get(to)?.push(from)
  }
  const tied = new Set(nodes.filter(({ kind }) => kind === 'boundary').map(({ id }) => id))
  const open = [...tied]
  for (let at = open.pop(); at !== undefined; at = open.pop())
    for (const next of beside.get(at) ?? [])
      if (!tied.has(next)) {
        tied.add(next)
        open.push(next)
      }
  return nodes.find(({ id }) => !tied.has(id))?.id ?? null
}
