<script setup lang="ts">
/** What somebody did, in full or cut short: a ring for a featured artist, a bar for a main one. */
import type { CreditCell } from '../../api/types'

const props = defineProps<{ cell: CreditCell; short: boolean }>()
</script>

<template>
  <span class="did">
    <svg v-if="props.cell.featured" viewBox="0 0 12 12" width="11" height="11" role="img" aria-label="featured">
      <circle cx="6" cy="6" r="4.500" fill="none" stroke="currentColor" stroke-width="1.800" />
    </svg>
    <svg v-if="props.cell.main" viewBox="0 0 4 12" width="4" height="12" role="img" aria-label="main artist">
      <rect width="3" height="12" fill="currentColor" />
    </svg>
    <span class="words">{{ props.short ? props.cell.briefs.join(' ') : props.cell.detail }}</span>
  </span>
</template>

<style scoped>
.did {
  display: flex;
  gap: var(--space-2);
  align-items: center;
  max-width: 100%;
}
.words {
  line-height: 1.15;
}
svg {
  flex: none;
  color: var(--madder);
}
</style>
