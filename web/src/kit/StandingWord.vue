<script setup lang="ts">
/** How a delivery stands, in a word; nothing when nothing was sent. */
const props = defineProps<{ standing: string }>()
const WORDS: Record<string, string> = {
  ON_ITS_WAY: 'on its way',
  ACCEPTED: 'accepted',
  REJECTED: 'rejected',
  FAILED: 'not handed over',
}
</script>

<template>
  <span v-if="WORDS[props.standing]" class="standing" :class="props.standing">{{ WORDS[props.standing] }}</span>
</template>

<style scoped>
.standing {
  margin-left: 6px;
  padding: 0 5px;
  border: 1px solid currentColor;
  font-size: 12px;
  color: var(--note);
}
.ACCEPTED {
  color: var(--ready);
}
.REJECTED,
.FAILED {
  color: var(--stop);
}
</style>
