<script setup lang="ts">
/** What happened, what is safe, what to do. */
import Mark from './Mark.vue'

defineProps<{ says: string | null }>()
defineEmits<{ close: [] }>()
</script>

<template>
  <div v-if="says" class="error" role="alert">
    <Mark weight="stop" />
    <span>{{ says }}</span>
    <button class="act" type="button" @click="$emit('close')">Close</button>
  </div>
</template>

<style scoped>
.error {
  display: flex;
  gap: var(--space-4);
  align-items: baseline;
  padding: var(--space-4) var(--space-5);
  border: 1px solid var(--stop);
  background: var(--card);
}
.error span {
  flex: 1;
}
</style>
