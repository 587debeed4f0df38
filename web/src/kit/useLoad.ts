import { onMounted, onUnmounted, ref, watch, type Ref, type WatchSource } from 'vue'
import { useSession } from '../api/session'
import { soon } from './soon'

/**
 * Kinds of announcements that make what is shown different: always, or only what was not done on this page, because it shows
 * that already, or those that say something which concerns it.
 */
export type Announced = Record<string, 'always' | 'elsewhere' | ((data: Record<string, unknown>) => boolean)>

/**
 * What a screen shows of the server: asked for when it is shown, and again when something says that it may be different.
 *
 * @param ask asks for it; what fails is said in {@link problem}, and what was shown before stays. An answer that comes after a
 *   later question was asked is not taken. Whether the last question failed is said by {@link failed}, also when the problem
 *   was read and closed
 * @param again announcements that make it different, and what else it depends on; it is asked for as well when announcements
 *   were missed
 */
export function useLoad<T>(
  ask: () => Promise<T>,
  again: { announced?: Announced; when?: WatchSource | WatchSource[] } = {},
): {
  value: Ref<T | null>
  problem: Ref<string>
  failed: Ref<boolean>
  load: () => Promise<void>
  take: (answer: T) => void
  attempt: (deed: () => Promise<unknown>) => Promise<boolean>
} {
  const value = ref(null) as Ref<T | null>
  const problem = ref('')
  const failed = ref(false)
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
  /** Shows what came in answer to a deed: what was asked for before it was done comes too late. */
  function take(answer: T) {
    asked++
    value.value = answer
  }
  const load = async () => {
    const mine = ++asked
    failed.value = false
    await attempt(async () => {
      try {
        const answer = await ask()
        if (mine === asked) value.value = answer
      } catch (failure) {
        // of a question that nobody asks any more nothing is said
        if (mine !== asked) return
        failed.value = true
        throw failure
      }
    })
  }
  const later = soon(load)
  const concerns = ([kind, when]: [string, Announced[string]]) =>
    useSession().on(kind, (data, ours) => {
      if (typeof when === 'function' ? when(data) : when === 'always' || !ours) later.ask()
    })
  const stops = again.announced ? Object.entries({ ...again.announced, missed: 'always' as const }).map(concerns) : []
  onMounted(load)
  onUnmounted(() => (later.cancel(), stops.forEach((stop) => stop())))
  if (again.when) watch(again.when, load)
  return { value, problem, failed, load, take, attempt }
}
