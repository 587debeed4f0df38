import type { Desk, MoveView, Stands } from '../api/types'

const WEIGHTS = ['note', 'risk', 'stop']

/** Where a release stands among the blocks: the heaviest first, then the one that gets late first. */
interface Rank {
  release: number
  weight: number
  lateOn: string | null
}
function rankOf(moves: MoveView[]): Rank {
  const late = moves.flatMap((move) => move.lateOn ?? []).sort()
  return {
    release: moves[0]!.releaseId,
    weight: Math.max(...moves.map((move) => WEIGHTS.indexOf(move.weight))),
    lateOn: late[0] ?? null,
  }
}
function before(a: Rank, b: Rank): boolean {
  if (a.weight !== b.weight) return a.weight > b.weight
  const [of, other] = [a.lateOn ?? '9999', b.lateOn ?? '9999']
  return of === other ? a.release < b.release : of < other
}

/**
 * Whether the Desk tells something else when a release stands otherwise: one that it names, or one that comes among those.
 *
 * @param most of how many releases it tells
 */
export function concerns(desk: Desk, said: Stands, most: number): boolean {
  const lines = [...desk.moves, ...desk.ahead, ...desk.wanting, ...desk.answers]
  const named = [...lines.map((line) => line.releaseId), ...desk.putOff.map((each) => each.release)]
  if (named.includes(said.release)) return true
  // another number of those on which something is to be done
  if (said.things > 0 !== (said.was ?? 0) > 0) return true
  const last = desk.moves.at(-1)
  const shown = new Set(desk.moves.map((move) => move.releaseId)).size
  if (said.things > 0) {
    const rank = { release: said.release, weight: said.weight, lateOn: said.lateOn }
    if (!last || shown < most) return true
    if (before(rank, rankOf(desk.moves.filter((move) => move.releaseId === last.releaseId)))) return true
  }
  const dates = desk.ahead.map((date) => date.date)
  if (said.aheadOn === null) return false
  return new Set(desk.ahead.map((date) => date.releaseId)).size < most || said.aheadOn <= dates.sort().at(-1)!
}
