<script setup lang="ts">
/** Stands where findings would: that there are none, or none so far. */
import Mark from '../kit/Mark.vue'

defineProps<{ measuring: boolean }>()
</script>

<template>
  <p v-if="measuring" class="quiet" role="status">
    <Mark weight="measuring" /> Files are still being measured; findings may follow.
  </p>
  <p v-else class="none"><Mark weight="ready" /> No findings.</p>
</template>

<style scoped>
.none {
  color: var(--ready);
}
</style>
