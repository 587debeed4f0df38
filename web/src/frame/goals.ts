import type { Router } from 'vue-router'
import { useSession } from '../api/session'
import type { JumpGoal } from '../api/types'
import { switchTheme } from '../kit/theme'
import type { useReleaseStore } from '../release/store'
import { screensFor } from '../screens'

/** Something that can be gone to or done. */
export interface Goal {
  /** What kind of thing it is, in a word. */
  kind: string
  says: string
  /** What tells it from others, or where it acts. */
  more: string
  fit: number
  go: () => unknown
  /** As the server told it, to be offered again later. */
  thing?: JumpGoal
}

/** Where a thing is shown. */
export function addressOf(goal: JumpGoal): string {
  switch (goal.kind) {
    case 'track':
      return `/releases/${goal.id}/sheet?at=${goal.track}.title`
    case 'work':
      return `/releases/${goal.id}/works`
    case 'person':
      return `/people/${goal.id}`
    case 'delivery':
      return `/releases/${goal.id}/send`
    case 'file':
      return `/releases/${goal.id}/masters`
    case 'destination':
      return `/destinations/${goal.address}`
    case 'view':
      return `/catalogue/${goal.address}`
    default:
      return `/releases/${goal.id}/sheet`
  }
}

/** A thing that the server found. */
export const found = (thing: JumpGoal, router: Router): Goal => ({
  kind: thing.kind,
  says: thing.says,
  more: thing.more,
  fit: thing.fit,
  go: () => router.push(addressOf(thing)),
  thing,
})

/** How well words fit what is said: 0 when one of them is nowhere. */
export function fitOf(goal: Omit<Goal, 'fit'>, typed: string): number {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean)
  const says = goal.says.toLowerCase()
  const all = `${says} ${goal.more.toLowerCase()}`
  if (!words.every((word) => all.includes(word))) return 0
  if (says === typed.toLowerCase().trim()) return 1
  if (says.startsWith(words[0] ?? '')) return 0.96
  return words.every((word) => says.split(/\s+/).some((each) => each.startsWith(word))) ? 0.9 : 0.7
}

/** Screens of the house, and what can be done from anywhere or with the release that is open. */
export function places(router: Router, release: ReturnType<typeof useReleaseStore>): Omit<Goal, 'fit'>[] {
  const screens = screensFor(useSession().who?.role)
    .flat()
    .flatMap((screen) => [
      { kind: 'page', says: screen.name, more: screen.more, go: () => router.push(screen.path) },
      ...(screen.within ?? []).flatMap(({ path, part }) =>
        part ? [{ kind: 'page', says: part.name, more: part.more, go: () => router.push(path) }] : [],
      ),
    ])
  return [
    { kind: 'action', says: 'New release', more: 'create one', go: () => router.push('/releases?new') },
    ...deeds(router, release),
    ...screens,
    { kind: 'action', says: 'Light or dark', more: 'switch', go: switchTheme },
  ]
}

/** What can be done with the release that is open; each says which that is. */
function deeds(router: Router, release: ReturnType<typeof useReleaseStore>): Omit<Goal, 'fit'>[] {
  if (!release.view) return []
  const { id, title } = release.view.head
  const deed = (says: string, go: () => unknown) => ({ kind: 'action', says, more: title, go })
  const reading = [
    deed('Show history', () => router.push(`/activity?release=${id}`)),
    deed('Download label copy (PDF)', () => location.assign(`/api/releases/${id}/label-copy`)),
    deed('Download document (JSON)', () => location.assign(`/api/releases/${id}/document`)),
    deed('Download table (CSV)', () => location.assign(`/api/releases/${id}/table`)),
  ]
  if (release.readOnly) return reading
  const { undo, redo } = release.view.stack
  const codeless = release.rows.filter((row) => row.track && row.cells.isrc && !row.cells.isrc.value).length
  return [
    ...(undo ? [deed(`Undo ${undo}`, () => release.undo())] : []),
    ...(redo ? [deed(`Redo ${redo}`, () => release.redo())] : []),
    ...(codeless
      ? [
          deed(`Allocate ${codeless} ${codeless === 1 ? 'ISRC' : 'ISRCs'} and other missing codes`, () =>
            release.giveCodes(),
          ),
        ]
      : []),
    deed('Write copies', () => router.push(`/releases/${id}/files`)),
    deed('Send', () => router.push(`/releases/${id}/send`)),
    deed('Read a track list', () => router.push(`/releases/${id}/sheet?read=1`)),
    ...reading,
  ]
}
