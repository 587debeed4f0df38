<script setup lang="ts">
import type { MarkView } from '../api/types'

/** How a delivery stands, in a word; nothing when nothing was sent. */
const props = defineProps<{ standing: MarkView['standing'] }>()
const WORDS: Record<MarkView['standing'], string> = {
  NOT_SENT: '',
  ON_ITS_WAY: 'under way',
  ACCEPTED: 'accepted',
  REJECTED: 'rejected',
  FAILED: 'not submitted',
  ASKED: 'has questions',
  TAKEN_DOWN: 'taken down',
}
</script>

<template>
  <span v-if="WORDS[props.standing]" class="standing" :class="props.standing">{{ WORDS[props.standing] }}</span>
</template>

<style scoped>
.standing {
  margin-left: var(--space-3);
  padding: 0 var(--space-2);
  border: 1px solid currentcolor;
  font-size: var(--type-small);
  color: var(--note);
}
.ACCEPTED {
  color: var(--ready);
}
.ASKED {
  color: var(--risk);
}
.REJECTED,
.FAILED {
  color: var(--stop);
}
</style>
