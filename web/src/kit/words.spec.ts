import { afterEach, describe, expect, it, vi } from 'vitest'
import { findWord } from './words'

const WORDS = {
  language: [
    { text: 'el', means: 'Greek' },
    { text: 'en', means: 'English' },
    { text: 'zxx', means: 'no words at all' },
  ],
  territories: [
    { text: 'DE', means: 'Germany' },
    { text: 'AT', means: 'Austria' },
  ],
}
afterEach(() => vi.unstubAllGlobals())

describe('codes with names', () => {
  it('are found by name or code, the last of several, and asked for once', async () => {
    const fetched = vi.fn(async () => new Response(JSON.stringify(WORDS)))
    vi.stubGlobal('fetch', fetched)
    expect(await findWord('language', 'gre')).toEqual([{ text: 'el', more: 'Greek' }])
    expect(await findWord('language', 'en')).toEqual([{ text: 'en', more: 'English' }])
    expect(await findWord('territories', 'DE aus')).toEqual([{ text: 'DE AT', more: 'Austria' }])
    expect(await findWord('territories', 'DE ')).toEqual([])
    expect(fetched).toHaveBeenCalledTimes(1)
  })
})
