<script setup lang="ts">
import { computed } from 'vue'
import type { DeliveryView } from '../../api/types'
import { bytes, moment } from '../../kit/dates'

const props = defineProps<{ delivery: DeliveryView }>()
defineEmits<{ again: [] }>()
/** The same words again and again are one line with a count. */
const events = computed(() => {
  const lines: { at: string; state: string; says: string; times: number }[] = []
  for (const event of props.delivery.events) {
    const last = lines[lines.length - 1]
    if (last && last.says === event.says) last.times++
    else lines.push({ ...event, times: 1 })
  }
  return lines
})
</script>

<template>
  <article class="delivery" :data-delivery="props.delivery.id" :data-state="props.delivery.state">
    <h3>
      Delivery {{ props.delivery.id }} · {{ props.delivery.state }}
      <span class="quiet">
        sealed by {{ props.delivery.by
        }}<template v-if="props.delivery.packageBytes">, {{ bytes(props.delivery.packageBytes) }}</template>
        <span v-if="props.delivery.packageSha256" class="mono">
          sha256 {{ props.delivery.packageSha256.slice(0, 16) }}…</span
        >
      </span>
    </h3>
    <ol>
      <li v-for="(event, i) in events" :key="i" :class="event.state.replace(' ', '-')">
        <span class="at quiet">{{ moment(event.at) }}</span>
        <b>{{ event.state }}</b>
        <span
          >{{ event.says }}<template v-if="event.times > 1"> ({{ event.times }} times)</template></span
        >
      </li>
      <li v-if="props.delivery.underWay" class="waiting">
        <span class="at" /><b class="quiet">waiting for an answer…</b>
      </li>
    </ol>
    <button v-if="props.delivery.state === 'failed'" class="act" type="button" @click="$emit('again')">
      Try again with the same seal
    </button>
  </article>
</template>

<style scoped>
.delivery {
  margin-top: 16px;
}
h3 {
  font:
    600 14.5px 'Barlow',
    sans-serif;
  margin: 0 0 4px;
}
h3 span {
  font-weight: 400;
}
ol {
  list-style: none;
  margin: 0 0 0 5px;
  padding: 0;
  border-left: 1px solid var(--line);
}
li {
  position: relative;
  display: flex;
  gap: 10px;
  padding: 3px 0 3px 16px;
  color: var(--note);
}
li span:not(.at) {
  color: var(--ink);
}
li::before {
  content: '';
  position: absolute;
  left: -5px;
  top: 9px;
  width: 9px;
  height: 9px;
  background: var(--card);
  border: 2px solid currentColor;
}
.accepted {
  color: var(--ready);
}
.rejected,
.failed {
  color: var(--stop);
}
.waiting {
  color: var(--line);
}
.at {
  width: 104px;
  flex: none;
}
b {
  width: 78px;
  flex: none;
  font-weight: 500;
}
.waiting b {
  width: auto;
}
</style>
