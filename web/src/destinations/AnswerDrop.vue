<script setup lang="ts">
/** Takes an answer that came as a file: a society's acknowledgement, a table of verdicts. */
import { ref } from 'vue'
import { api, got } from '../api/client'
import type { TakenAnswer } from '../api/types'
import ErrorNote from '../kit/ErrorNote.vue'

const props = defineProps<{ id: string; name: string }>()
const emit = defineEmits<{ taken: [] }>()
const over = ref(false)
const problem = ref('')
const answers = ref<TakenAnswer[]>([])

async function take(files: Iterable<File>) {
  problem.value = ''
  for (const file of files)
    try {
      const taken = await got(
        api.POST('/api/destinations/{id}/answers', {
          params: { path: { id: props.id } },
          body: { name: file.name, text: await file.text() },
        }),
      )
      answers.value.push(taken)
      emit('taken')
    } catch (failure) {
      problem.value = (failure as Error).message
      return
    }
}
function picked(event: Event) {
  const input = event.target as HTMLInputElement
  void take([...(input.files ?? [])])
  input.value = ''
}
function drop(event: DragEvent) {
  over.value = false
  void take([...(event.dataTransfer?.files ?? [])])
}
</script>

<template>
  <div
    class="drop"
    :class="{ over }"
    @dragover.prevent.stop="over = true"
    @dragleave="over = false"
    @drop.prevent.stop="drop"
  >
    <label
      >Received an answer from {{ props.name }} as a file? Drop it here, or
      <span class="act">choose it</span>
      <input class="hidden-text answer" type="file" multiple @change="picked" />
    </label>
    <ErrorNote :says="problem" @close="problem = ''" />
    <ul v-if="answers.length" role="status">
      <li v-for="(each, i) in answers" :key="i">
        <RouterLink :to="{ name: 'send', params: { id: each.release } }">{{ each.title }}</RouterLink>:
        {{ each.state }}.
        <span v-if="each.unreadable.length" class="quiet">Not understood: {{ each.unreadable.join('; ') }}</span>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.drop {
  margin: var(--space-4) 0 0;
  padding: var(--space-4) var(--space-5);
  border: 1px dashed var(--line);
}
.over {
  border-color: var(--madder);
  background: var(--madder-wash);
}
ul {
  margin: var(--space-3) 0 0;
  padding-left: var(--space-6);
}
</style>
