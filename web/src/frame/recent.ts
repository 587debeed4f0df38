import type { JumpGoal } from '../api/types'

const MOST = 8
const keyOf = (who: string) => `entrada.recent.${who}`
const same = (one: JumpGoal, other: JumpGoal) =>
  one.kind === other.kind && one.id === other.id && one.track === other.track && one.address === other.address

/** What somebody opened last, the latest first. */
export function recent(who: string): JumpGoal[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(keyOf(who)) ?? '[]')
    return Array.isArray(kept) ? (kept as JumpGoal[]).filter((each) => typeof each?.says === 'string') : []
  } catch {
    // what was kept by an earlier version, or spoilt, is no reason to fail
    return []
  }
}

/** Notes that somebody opened something. */
export function opened(who: string, thing: JumpGoal) {
  const others = recent(who).filter((each) => !same(each, thing))
  localStorage.setItem(keyOf(who), JSON.stringify([thing, ...others].slice(0, MOST)))
}

/** Whether somebody opened it of late. */
export const isRecent = (who: string, thing: JumpGoal) => recent(who).some((each) => same(each, thing))
