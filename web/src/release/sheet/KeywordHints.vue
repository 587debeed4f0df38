<script setup lang="ts">
/** Keywords that what is known of a track suggests; one click takes one, the reason stands with it. */
import { ref, watch } from 'vue'
import { api, got } from '../../api/client'
import type { SuggestedKeyword } from '../../api/types'

const props = defineProps<{ release: number; track: number; value: string | null | undefined }>()
const emit = defineEmits<{ take: [word: string] }>()
const hints = ref<SuggestedKeyword[]>([])
watch(
  () => [props.release, props.track, props.value],
  async () => {
    hints.value = await got(
      api.GET('/api/releases/{id}/tracks/{number}/keywords', {
        params: { path: { id: props.release, number: props.track } },
      }),
    ).catch(() => [])
  },
  { immediate: true },
)
</script>

<template>
  <p v-if="hints.length" class="hints">
    Suggested:
    <button v-for="hint in hints" :key="hint.word" type="button" :title="hint.reason" @click="emit('take', hint.word)">
      {{ hint.word }} <span class="quiet">{{ hint.reason }}</span>
    </button>
  </p>
</template>

<style scoped>
.hints {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-4);
  align-items: baseline;
  margin: var(--space-2) 0 0;
}
button {
  min-height: 24px;
  padding: 1px var(--space-3);
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--card);
  color: var(--ink);
  font-size: var(--type-note);
}
button:hover {
  border-color: var(--madder);
}
</style>
