<script setup lang="ts">
/** Releases that were deleted or archived; each can be taken back. Nothing is shown where there is none. */
import { onMounted, onUnmounted, ref } from 'vue'
import { api, got } from '../api/client'
import { useSession } from '../api/session'
import type { Shelved } from '../api/types'
import ErrorNote from '../kit/ErrorNote.vue'
import { moment } from '../kit/dates'

const emit = defineEmits<{ back: [] }>()
const session = useSession()
const shelved = ref<Shelved[]>([])
const problem = ref<string | null>(null)
async function load() {
  shelved.value = await got(api.GET('/api/shelf')).catch(() => shelved.value)
}
async function restore(one: Shelved) {
  try {
    const lost = await got(api.POST('/api/releases/{id}/restore', { params: { path: { id: one.id } } }))
    problem.value = lost.length
      ? `“${one.name}” is back without ${lost.join(', ')}: given to something else meanwhile.`
      : null
    await load()
    emit('back')
  } catch (failure) {
    problem.value = (failure as Error).message
  }
}
const stop = session.on('release', () => void load())
onMounted(load)
onUnmounted(stop)
</script>

<template>
  <ErrorNote :says="problem" @close="problem = null" />
  <details v-if="shelved.length">
    <summary>{{ shelved.length }} deleted or archived</summary>
    <p v-for="one in shelved" :key="one.id">
      <b>{{ one.name }}</b>
      <span class="quiet">{{ one.deleted ? 'deleted' : 'archived' }} {{ moment(one.at) }}</span>
      <button v-if="session.who?.role !== 'reader'" class="act" type="button" @click="restore(one)">Take back</button>
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
