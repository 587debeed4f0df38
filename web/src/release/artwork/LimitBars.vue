<script setup lang="ts">
/** The cover against each destination's limits, as bars from nothing to well beyond the limit. */
import type { LimitBar } from '../../api/types'
import { bytes } from '../../kit/dates'
import Mark from '../../kit/Mark.vue'

const props = defineProps<{ limits: LimitBar[] }>()
const says = (limit: LimitBar, n: number) => (limit.what === 'pixels' ? `${n.toLocaleString('en-GB')} px` : bytes(n))
// the limit stands at two thirds of the bar; what lies beyond is cut off
const part = (limit: LimitBar, n: number) => `${Math.min(100, (n / limit.max) * 66.7)}%`
</script>

<template>
  <p v-if="!props.limits.length" class="quiet">No destination of this release limits its cover.</p>
  <div v-for="limit in props.limits" :key="limit.destination + limit.what" class="limit">
    <span class="name">{{ limit.name }}</span>
    <span class="bar" aria-hidden="true">
      <span class="fill" :class="{ over: !limit.within }" :style="{ width: part(limit, limit.value) }"></span>
      <span v-if="limit.min" class="edge" :style="{ left: part(limit, limit.min) }"></span>
      <span class="edge" style="left: 66.7%"></span>
    </span>
    <span class="words"
      ><Mark :weight="limit.within ? 'ready' : limit.weight" /> {{ says(limit, limit.value) }}
      <span class="quiet"
        >of {{ limit.min ? `${says(limit, limit.min)} to ` : '' }}{{ says(limit, limit.max) }}</span
      ></span
    >
  </div>
</template>

<style scoped>
.limit {
  display: grid;
  grid-template-columns: 112px 1fr;
  gap: var(--space-1) var(--space-5);
  align-items: center;
  padding: var(--space-1) 0;
  font-size: var(--type-note);
}
.name {
  grid-row: span 2;
}
.bar {
  position: relative;
  height: 7px;
  background: var(--paper);
  border: 1px solid var(--line);
}
.fill {
  position: absolute;
  inset: 0 auto 0 0;
  background: var(--ready);
}
.fill.over {
  background: var(--stop);
}
.edge {
  position: absolute;
  top: -3px;
  bottom: -3px;
  width: 2px;
  background: var(--ink);
}
</style>
