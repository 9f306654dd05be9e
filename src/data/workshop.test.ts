import { describe, expect, it } from 'vitest'
import { NO_WORKSHOP, readWorkshop } from './workshop'

describe('the workshop as kept', () => {
  it('is read as it was said', () =>
    expect(readWorkshop('{"name":"Hill garage","currency":"kr"}')).toEqual({
      name: 'Hill garage',
      currency: 'kr',
    }))
  it.each([null, '', '{', '[]', '{"name":7,"currency":""}', `{"name":"${'x'.repeat(61)}","currency":""}`])(
    'what cannot be read is as if nothing was said: %.20s',
    (kept) => expect(readWorkshop(kept)).toEqual(NO_WORKSHOP),
  )
})
