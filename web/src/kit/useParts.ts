import { computed, onUnmounted, ref, watch } from 'vue'
import { soon } from './soon'
import { useLoad, type Announced } from './useLoad'

const PART = 100
/** The server tells no more of a list at once. */
const MOST = 500

/** Which part of a list is wanted. */
export interface Part {
  find: string
  count: number
  after?: number
}

/**
 * A long list that is shown in parts, found by what is typed into its filter: as many as are shown are asked for anew when
 * something is announced, more of them when somebody wants them.
 *
 * @param ask the server
 * @param lines those in its answer
 * @param announced what makes it ask again
 */
export function useParts<List extends object, Line extends { id: number }>(
  ask: (part: Part) => Promise<List>,
  lines: (list: List) => Line[],
  announced: Announced,
) {
  const filter = ref('')
  const wanted = ref(PART)
  const part = (which: Omit<Part, 'find'>) => ask({ find: filter.value.trim(), ...which })
  const { value, problem, failed, load, attempt } = useLoad(() => part({ count: wanted.value }), { announced })
  const list = value
  const shown = computed(() => (list.value ? lines(list.value) : []))
  const looking = soon(() => ((wanted.value = PART), load()), 150)
  watch(filter, looking.ask)
  onUnmounted(looking.cancel)

  /** Puts those behind that come after the last. */
  const more = () =>
    attempt(async () => {
      const before = shown.value
      const behind = await part({ count: PART, after: before.at(-1)!.id })
      lines(behind).unshift(...before)
      list.value = behind
      wanted.value = Math.min(MOST, before.length + PART)
    })
  return { filter, list, shown, problem, failed, load, attempt, more }
}
