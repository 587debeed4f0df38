import { onMounted, onUnmounted, ref, watch, type Ref, type WatchSource } from 'vue'
import { useSession } from '../api/session'
import { soon } from './soon'

/**
 * What a screen shows of the server: asked for when it is shown, and again when something says that it may be different.
 *
 * @param ask asks for it; what fails is said in {@link problem}, and what was shown before stays
 * @param again kinds of announcements that make it different, and what else it depends on
 */
export function useLoad<T>(
  ask: () => Promise<T>,
  again: { announced?: string[]; when?: WatchSource | WatchSource[] } = {},
): { value: Ref<T | null>; problem: Ref<string>; load: () => Promise<void> } {
  const value = ref(null) as Ref<T | null>
  const problem = ref('')
  async function load() {
    try {
      value.value = await ask()
      problem.value = ''
    } catch (failure) {
      problem.value = (failure as Error).message
    }
  }
  const later = soon(load)
  const stops = (again.announced ?? []).map((kind) => useSession().on(kind, later.ask))
  onMounted(load)
  onUnmounted(() => (later.cancel(), stops.forEach((stop) => stop())))
  if (again.when) watch(again.when, load)
  return { value, problem, load }
}
