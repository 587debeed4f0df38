<script setup lang="ts">
/** Releases that were deleted or archived; each can be taken back. Nothing is shown where there is none. */
import { ref } from 'vue'
import { api, got } from '../api/client'
import { useSession } from '../api/session'
import type { Shelved } from '../api/types'
import ErrorNote from '../kit/ErrorNote.vue'
import { moment } from '../kit/dates'
import { useLoad } from '../kit/useLoad'

const emit = defineEmits<{ back: [] }>()
const {
  value: shelved,
  problem,
  load,
  attempt,
} = useLoad<Shelved[]>(() => got(api.GET('/api/shelf')), {
  // what has a revision is an edit, and puts nothing here
  announced: { release: (data) => data.revision === undefined },
})
const session = useSession()
const restored = ref('')
const restore = (one: Shelved) =>
  attempt(async () => {
    const lost = await got(api.POST('/api/releases/{id}/restore', { params: { path: { id: one.id } } }))
    restored.value = lost.length
      ? `“${one.name}” is back without ${lost.join(', ')}, assigned elsewhere in the meantime.`
      : ''
    await load()
    emit('back')
  })
</script>

<template>
  <ErrorNote :says="problem || restored" @close="problem = restored = ''" />
  <details v-if="shelved?.length">
    <summary>{{ shelved.length }} deleted or archived</summary>
    <p v-for="one in shelved" :key="one.id">
      <b>{{ one.name }}</b>
      <span class="quiet">{{ one.deleted ? 'deleted' : 'archived' }} {{ moment(one.at) }}</span>
      <button v-if="session.who?.role !== 'reader'" class="act" type="button" @click="restore(one)">Restore</button>
    </p>
  </details>
</template>

<style scoped>
details {
  margin-top: var(--space-6);
}
summary {
  color: var(--quiet);
}
p {
  display: flex;
  gap: var(--space-6);
  align-items: baseline;
  margin: 0;
  padding: var(--space-2) 0;
  border-bottom: 1px solid var(--line);
}
p span {
  flex: 1;
}
</style>
