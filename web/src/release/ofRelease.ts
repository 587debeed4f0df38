import { computed, onMounted, ref, watch } from 'vue'
import { call } from '../api/client'
import { useReleaseStore } from './store'

/**
 * A view of the open release beside its sheet: looked up when shown, and again whenever the release has changed.
 *
 * @param what last part of its address
 */
export function useOfRelease<T extends object>(what: string) {
  const release = useReleaseStore()
  const view = ref<T | null>(null)
  const problem = ref<string | null>(null)
  const path = computed(() => `/api/releases/${release.view!.head.id}/${what}`)

  async function load() {
    try {
      view.value = await call<T>('GET', path.value)
    } catch (failure) {
      problem.value = (failure as Error).message
    }
  }
  /** Changes something there; the answer is the view as it is then. */
  async function change(below: string, body?: unknown) {
    try {
      view.value = await call<T>('POST', path.value + below, body)
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
