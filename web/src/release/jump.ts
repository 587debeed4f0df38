import { useRoute, useRouter } from 'vue-router'

/** Where a finding is mended. */
export interface Place {
  panel: string
  track: number
  column: string
}

/** Goes to the very cell, or to the panel where a fact is seen that has no cell. */
export function useJump() {
  const route = useRoute()
  const router = useRouter()
  return (to: Place) =>
    void router.push(
      to.panel === 'sheet'
        ? { name: 'sheet', params: route.params, query: { at: `${to.track}.${to.column}` } }
        : { name: to.panel, params: route.params },
    )
}
