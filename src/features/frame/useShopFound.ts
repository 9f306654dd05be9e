'use client'
import { useEffect, useRef, useState } from 'react'
import type { AnswerOf, ShopQuery } from '@/workers/protocol'
import { findInShop } from './shopSearch'

export type ShopFound = AnswerOf<'shopFind'>

/** What fits in the shop as it is typed: the last question counts, and what it gave stays until the next answer. Null asks nothing. */
export function useShopFound(query: ShopQuery | null): ShopFound | null {
  const [found, setFound] = useState<ShopFound | null>(null)
  const asked = useRef(0)
  const key = JSON.stringify(query)
  useEffect(() => {
    const id = (asked.current += 1)
    if (query === null) return
    void findInShop(query).then((answer) => {
      if (id === asked.current) setFound(answer)
    })
    // The key says all of the query.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key])
  return query === null ? null : found
}
