<script setup lang="ts">
/** A block of codes drawn as a strip: used, kept, spent; free is what is left white. */
import { computed, ref } from 'vue'
import type { StripView } from '../api/types'

const props = defineProps<{ strip: StripView; readOnly: boolean }>()
const emit = defineEmits<{ reserve: [count: number, reservedFor: string]; free: [code: string] }>()
const count = ref(1)
const reservedFor = ref('')
/** The part of a large block that is worth drawing: what is in use, and as much again. */
const end = computed(() => {
  const last = Math.max(props.strip.first, ...props.strip.runs.map((run) => run.to))
  return Math.min(props.strip.size, Math.max(100, Math.ceil((last * 1.4) / 50) * 50))
})
const x = (number: number) => ((number - props.strip.first) / (end.value - props.strip.first)) * 1000
const free = computed(
  () => props.strip.size - props.strip.first - props.strip.used - props.strip.spent - props.strip.kept.length,
)
function reserve() {
  emit('reserve', count.value, reservedFor.value)
  reservedFor.value = ''
}
</script>

<template>
  <section class="block" :aria-label="strip.name">
    <header>
      <h2>{{ props.strip.name }}</h2>
      <span class="mono quiet">{{ props.strip.block }}</span>
      <span class="push" />
      <span
        >next <span class="mono">{{ props.strip.next }}</span></span
      >
    </header>
    <svg
      viewBox="0 0 1000 22"
      preserveAspectRatio="none"
      role="img"
      :aria-label="`${props.strip.used} used, ${free} free`"
    >
      <rect x="0" y="0" width="1000" height="22" class="free" />
      <rect
        v-for="run in props.strip.runs"
        :key="run.from"
        :class="run.state"
        :x="x(run.from)"
        y="0"
        :width="Math.max(1.5, x(run.to + 1) - x(run.from))"
        height="22"
      />
    </svg>
    <p class="counts">
      <i class="used" /> {{ props.strip.used }} used <i class="reserved" /> {{ props.strip.kept.length }} reserved
      <i class="spent" /> {{ props.strip.spent }} retired <i class="free" /> {{ free.toLocaleString('en-GB') }} free
      <span class="quiet">shown up to {{ end.toLocaleString('en-GB') }}</span>
    </p>
    <p v-for="kept in props.strip.kept" :key="kept.code" class="kept">
      <span class="mono">{{ kept.display }}</span> reserved for {{ kept.reservedFor }}
      <button v-if="!props.readOnly" class="act" type="button" @click="emit('free', kept.code)">Make available</button>
    </p>
    <form v-if="!props.readOnly" @submit.prevent="reserve">
      Reserve
      <input v-model.number="count" type="number" min="1" max="100" :aria-label="`How many of ${props.strip.name}`" />
      for
      <input
        v-model="reservedFor"
        class="for"
        placeholder="the next album"
        :aria-label="`What ${props.strip.name} are reserved for`"
      />
      <button class="act" type="submit" :disabled="!reservedFor.trim()">Reserve</button>
    </form>
  </section>
</template>

<style scoped>
.block {
  padding: var(--space-5) 0;
  border-bottom: 1px solid var(--line);
}
header {
  display: flex;
  gap: var(--space-5);
  align-items: baseline;
}
h2 {
  margin: 0;
}
.push {
  flex: 1;
}
svg {
  width: 100%;
  height: 22px;
  margin: var(--space-3) 0 var(--space-2);
  border: 1px solid var(--line);
}
.free {
  fill: var(--card);
  background: var(--card);
}
.used {
  fill: var(--madder);
  background: var(--madder);
}
.reserved {
  fill: var(--note);
  background: var(--note);
}
.spent {
  fill: var(--wave);
  background: var(--wave);
}
.counts,
.kept,
form {
  margin: var(--space-1) 0;
  font-size: var(--type-row);
}
i {
  display: inline-block;
  width: 10px;
  height: 10px;
  margin-left: var(--space-4);
  border: 1px solid var(--line);
}
i:first-child {
  margin-left: 0;
}
.act {
  margin-left: var(--space-4);
}
input {
  width: 62px;
  height: 26px;
  padding: 0 var(--space-2);
}
input.for {
  width: 240px;
}
</style>
