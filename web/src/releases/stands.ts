import type { Head, ReleaseList, Stands } from '../api/types'

/** The newest first, those without a date before all; as the server sorts them. */
function before(a: Head, b: Head): boolean {
  const [of, other] = [a.date ?? '9999', b.date ?? '9999']
  return of === other ? a.id > b.id : of > other
}

/**
 * What becomes of a list when a release stands otherwise.
 *
 * @param filtered whether the list shows only what fits a filter
 * @return the list as it is then; null when it has to be asked for, because what is announced does not say it
 */
export function placed(list: ReleaseList, said: Stands, filtered: boolean): ReleaseList | null {
  const at = list.releases.findIndex((each) => each.id === said.release)
  const whole = list.releases.length === list.total
  if (said.gone) {
    if (at < 0 && filtered) return null
    return { ...list, releases: list.releases.filter((each) => each.id !== said.release), total: list.total - 1 }
  }
  const head = said.head
  if (!head || filtered) return null
  if (at >= 0) {
    if (list.releases[at]!.date !== head.date) return null
    return { ...list, releases: list.releases.with(at, head) }
  }
  const behind = list.releases.findIndex((each) => before(head, each))
  if (said.was !== null)
    // it may have come among those that are shown from further down
    return behind < 0 && !whole ? list : null
  const total = list.total + 1
  if (behind >= 0) return { ...list, releases: list.releases.toSpliced(behind, 0, head), total }
  return { ...list, releases: whole ? [...list.releases, head] : list.releases, total }
}
