<script setup lang="ts">
/** How a thing stands: a shape, never colour alone. The word or number stands beside it. */
import type { Readiness } from '../api/types'

defineProps<{ weight: Readiness }>()
</script>

<template>
  <svg class="mark" :class="weight" viewBox="0 0 12 12" width="12" height="12" aria-hidden="true">
    <rect v-if="weight === 'stop'" x="1.500" y="1.500" width="9" height="9" fill="currentColor" />
    <path v-else-if="weight === 'risk'" d="M6 1 11.500 11H.5z" fill="currentColor" />
    <circle v-else-if="weight === 'note'" cx="6" cy="6" r="4.200" fill="none" stroke="currentColor" stroke-width="2" />
    <path
      v-else-if="weight === 'measuring'"
      d="M1 6h2M5 6h2M9 6h2"
      fill="none"
      stroke="currentColor"
      stroke-width="2"
    />
    <path v-else d="M1.500 6.500 5 10l6-7.500" fill="none" stroke="currentColor" stroke-width="2" />
  </svg>
</template>

<style scoped>
.mark {
  flex: none;
  vertical-align: -1px;
}
.stop {
  color: var(--stop);
}
.risk {
  color: var(--risk);
}
.note,
.measuring {
  color: var(--note);
}
.ready {
  color: var(--ready);
}
</style>
