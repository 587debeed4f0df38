<script setup lang="ts">
/**
 * Stands in the place of what the server was asked for, until it is there; where asking failed, it is asked again from here.
 * What takes longer says what is being done.
 */
defineProps<{ what: string; doing?: string; failed: boolean }>()
const emit = defineEmits<{ again: [] }>()
</script>

<template>
  <p v-if="failed" class="quiet" role="status">
    Could not load {{ what }}. <button class="act" type="button" @click="emit('again')">Try again</button>
  </p>
  <p v-else class="quiet" role="status">{{ doing ?? `Loading ${what}` }}…</p>
</template>
