import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { soon } from './soon'

describe('Looking again', () => {
  beforeEach(() => vi.useFakeTimers())
  afterEach(() => vi.useRealTimers())

  it('happens once for many reasons, and again for a later one', () => {
    const act = vi.fn()
    const { ask } = soon(act, 100)
    ask()
    ask()
    vi.advanceTimersByTime(100)
    expect(act).toHaveBeenCalledTimes(1)
    ask()
    vi.advanceTimersByTime(100)
    expect(act).toHaveBeenCalledTimes(2)
  })

  it('does not happen once it is called off', () => {
    const act = vi.fn()
    const { ask, cancel } = soon(act, 100)
    ask()
    cancel()
    vi.advanceTimersByTime(100)
    expect(act).not.toHaveBeenCalled()
  })
})
