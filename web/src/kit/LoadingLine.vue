<script setup lang="ts">
/** Stands in the place of what the server was asked for, until it is there; where asking failed, it is asked again from here. */
import { ref, watch } from 'vue'

const props = defineProps<{ what: string; problem: string }>()
const emit = defineEmits<{ again: [] }>()

/** A problem that was read and closed has not brought what was asked for. */
const failed = ref(false)
watch(
  () => props.problem,
  (says) => (failed.value ||= !!says),
  { immediate: true },
)
function again() {
  failed.value = false
  emit('again')
}
</script>

<template>
  <p v-if="failed" class="quiet" role="status">
    Could not load {{ what }}. <button class="act" type="button" @click="again">Try again</button>
  </p>
  <p v-else class="quiet" role="status">Loading {{ what }}…</p>
</template>
