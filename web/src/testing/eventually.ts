import { vi } from 'vitest'

/** Waits until what is asserted holds; on a machine that others use this may take its time. */
export const eventually = (holds: () => void) => vi.waitFor(holds, { timeout: 30_000 })
