<script setup lang="ts">
/** What speaks for a placement: four small bars with figures; where there is nothing to go by, a dash. */
import { computed } from 'vue'
import type { ProposalView } from '../../api/types'
import Mark from '../../kit/Mark.vue'

const props = defineProps<{ proposal: ProposalView }>()
const bars = computed(() => [
  { name: 'sound', share: props.proposal.sound },
  { name: 'time', share: props.proposal.time },
  { name: 'tags', share: props.proposal.tags },
  { name: 'name', share: props.proposal.name },
])
</script>

<template>
  <div class="evidence">
    <div v-for="bar in bars" :key="bar.name" class="bar">
      <span>{{ bar.name }}</span>
      <span class="track"><i v-if="bar.share != null" :style="{ width: `${bar.share * 100}%` }" /></span>
      <span class="mono figure">{{ bar.share == null ? '–' : Math.round(bar.share * 100) }}</span>
    </div>
    <p>
      <Mark :weight="proposal.certain ? 'ready' : 'risk'" />
      {{ proposal.certain ? 'certain' : `doubtful: ${proposal.doubt}` }}
    </p>
  </div>
</template>

<style scoped>
.bar {
  display: grid;
  grid-template-columns: 40px 1fr 26px;
  gap: var(--space-3);
  align-items: center;
  line-height: 16px;
  font-size: var(--type-small);
}
.track {
  height: 6px;
  border: 1px solid var(--line);
  background: var(--paper);
}
.track i {
  display: block;
  height: 100%;
  background: var(--note);
}
.figure {
  text-align: right;
}
p {
  margin: var(--space-1) 0;
}
</style>
