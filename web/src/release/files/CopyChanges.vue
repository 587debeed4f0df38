<script setup lang="ts">
/** What changed since a copy was written, fact by fact. */
import { api, got } from '../../api/client'
import { useLoad } from '../../kit/useLoad'
import { useReleaseStore } from '../store'

const props = defineProps<{ recipe: string; trackId: number }>()
const release = useReleaseStore()
const { value: changes, problem } = useLoad(
  () =>
    got(
      api.GET('/api/releases/{id}/copies/{recipe}/{trackId}/changed', {
        params: { path: { id: release.view!.head.id, recipe: props.recipe, trackId: props.trackId } },
      }),
    ),
  { when: () => [props.recipe, props.trackId, release.view?.revision] },
)
const words = (values: string[]) => values.join(' / ') || 'nothing'
</script>

<template>
  <div class="changes">
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-else-if="!changes" class="quiet" role="status">Reading the copy…</p>
    <template v-else>
      <b>Changed since it was written</b>
      <ul>
        <li v-for="change in changes" :key="change.fact">
          {{ change.fact }}: <span class="quiet">{{ words(change.now) }}</span> is now {{ words(change.planned) }}
        </li>
        <li v-if="!changes.length" class="quiet">How it is written, not what: no fact is different.</li>
      </ul>
    </template>
  </div>
</template>

<style scoped>
.changes {
  margin: 0 0 var(--space-3) var(--space-8);
  font-size: var(--type-row);
}
ul {
  margin: 0;
  padding-left: var(--space-6);
}
.problem {
  color: var(--stop);
}
</style>
