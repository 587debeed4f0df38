import { ref } from 'vue'
import { useLoad } from '../kit/useLoad'

/** Facts that are typed into a form and saved together: what is there, what is wrong with it, and whether it was saved. */
export function useSaved<T>(read: () => Promise<T>, write: (facts: T) => Promise<T>) {
  const { value: facts, problem, failed, load, take, attempt } = useLoad<T>(read)
  const saved = ref('')
  async function save() {
    saved.value = ''
    const done = await attempt(async () => take(await write(facts.value!)))
    if (done) saved.value = 'Saved.'
  }
  return { facts, problem, failed, load, saved, save }
}
