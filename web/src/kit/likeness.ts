import type { Weight } from '../api/types'

const WEIGHTS: Record<string, Weight> = { same: 'risk', 'other-version': 'note', excerpt: 'note' }

/** How heavy it is that one sound is like another: the same sound under two codes is a risk, the rest is worth knowing. */
export const weightOf = (verdict: string): Weight => WEIGHTS[verdict] ?? 'note'
