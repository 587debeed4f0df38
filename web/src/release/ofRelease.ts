import { onMounted, ref, watch } from 'vue'
import { got } from '../api/client'
import { useReleaseStore } from './store'

/**
 * A view of the open release beside its sheet: looked up when shown, and again whenever the release has changed.
 *
 * @param look asks for it, by the release's id
 */
export function useOfRelease<T extends object>(look: (id: number) => Promise<{ data?: T }>) {
  const release = useReleaseStore()
  const view = ref<T | null>(null)
  const problem = ref<string | null>(null)
  const id = () => release.view!.head.id

  let asked = 0
  async function load() {
    const mine = ++asked
    try {
      const answer = await got(look(id()))
      if (mine === asked) view.value = answer
    } catch (failure) {
      problem.value = (failure as Error).message
    }
  }
  /** Changes something there; the answer is the view as it is then. */
  async function change(way: (id: number) => Promise<{ data?: T }>) {
    try {
      const answer = await got(way(id()))
      // what was asked for before it was done comes too late
      asked++
      view.value = answer
      problem.value = null
      await release.refresh()
    } catch (failure) {
      problem.value = (failure as Error).message
    }
  }
  onMounted(load)
  watch(
    () => release.view?.revision,
    (revision) => revision !== (view.value as { revision?: number } | null)?.revision && void load(),
  )
  return { release, view, problem, load, change }
}
