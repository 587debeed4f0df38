import { onMounted, onUnmounted, ref, watch, type Ref, type WatchSource } from 'vue'
import { useSession } from '../api/session'
import { soon } from './soon'

/**
 * What a screen shows of the server: asked for when it is shown, and again when something says that it may be different.
 *
 * @param ask asks for it; what fails is said in {@link problem}, and what was shown before stays. An answer that comes after a
 *   later question was asked is not taken
 * @param again kinds of announcements that make it different, and what else it depends on
 */
export function useLoad<T>(
  ask: () => Promise<T>,
  again: { announced?: string[]; when?: WatchSource | WatchSource[] } = {},
): {
  value: Ref<T | null>
  problem: Ref<string>
  load: () => Promise<void>
  attempt: (deed: () => Promise<unknown>) => Promise<boolean>
} {
  const value = ref(null) as Ref<T | null>
  const problem = ref('')
  /** Does something; what fails is said in the same place. Whether it was done. */
  async function attempt(deed: () => Promise<unknown>) {
    // at the beginning: what is asked for within a deed may fail by itself, and is said then
    problem.value = ''
    try {
      await deed()
      return true
    } catch (failure) {
      problem.value = (failure as Error).message
      return false
    }
  }
  let asked = 0
  const load = async () => {
    const mine = ++asked
    await attempt(async () => {
      try {
        const answer = await ask()
        if (mine === asked) value.value = answer
      } catch (failure) {
        // of a question that nobody asks any more nothing is said
        if (mine === asked) throw failure
      }
    })
  }
  const later = soon(load)
  const stops = (again.announced ?? []).map((kind) => useSession().on(kind, later.ask))
  onMounted(load)
  onUnmounted(() => (later.cancel(), stops.forEach((stop) => stop())))
  if (again.when) watch(again.when, load)
  return { value, problem, load, attempt }
}
