import { watch } from 'vue'
import { got } from '../api/client'
import { useLoad } from '../kit/useLoad'
import { useReleaseStore } from './store'

/**
 * A view of the open release beside its sheet: looked up when shown, and again whenever the release has changed.
 *
 * @param look asks for it, by the release's id
 */
export function useOfRelease<T extends object>(look: (id: number) => Promise<{ data?: T }>) {
  const release = useReleaseStore()
  const id = () => release.view!.head.id
  const { value: view, problem, failed, load, take, attempt } = useLoad<T>(() => got(look(id())))

  /** Changes something there; the answer is the view as it is then. */
  const change = (way: (id: number) => Promise<{ data?: T }>) =>
    attempt(async () => {
      take(await got(way(id())))
      await release.refresh()
    })
  watch(
    () => release.view?.revision,
    (revision) => revision !== (view.value as { revision?: number } | null)?.revision && void load(),
  )
  return { release, view, problem, failed, load, change }
}
