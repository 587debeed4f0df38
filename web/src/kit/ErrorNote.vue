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
  gap: 8px;
  align-items: baseline;
  padding: 8px 12px;
  border: 1px solid var(--stop);
  background: var(--card);
}
.error span {
  flex: 1;
}
</style>
