<script setup lang="ts">
/** Who belonged to a group, or to which groups somebody belonged, along the years. */
import { computed } from 'vue'
import type { Belonging } from '../api/types'

const props = defineProps<{ all: Belonging[]; year: number; says: string }>()

const first = computed(() => Math.min(props.year, ...props.all.map((each) => each.since ?? each.until ?? props.year)))
const span = computed(() => Math.max(1, props.year - first.value + 1))
const at = (year: number) => `${(((year - first.value) / span.value) * 100).toFixed(2)}%`
/** At most six years are written under the line, the first always. */
const marks = computed(() => {
  const step = Math.max(1, Math.ceil(span.value / 6))
  return Array.from({ length: Math.ceil(span.value / step) }, (_, i) => first.value + i * step)
})
const left = (each: Belonging) => at(each.since ?? first.value)
const right = (each: Belonging) => `${(((props.year - (each.until ?? props.year)) / span.value) * 100).toFixed(2)}%`
const words = (each: Belonging) => {
  if (each.since == null && each.until == null) return 'years not known'
  if (each.since === each.until) return String(each.since)
  return `${each.since ?? ''}–${each.until ?? ''}`
}
</script>

<template>
  <section class="years" :aria-label="says">
    <h3>{{ says }}</h3>
    <ul>
      <li v-for="each in all" :key="each.id">
        <RouterLink :to="`/people/${each.id}`">{{ each.name }}</RouterLink>
        <span class="quiet">{{ words(each) }}</span>
        <span class="line" aria-hidden="true"
          ><i
            :class="{ open: each.until == null, unknown: each.since == null && each.until == null }"
            :style="{ left: left(each), right: right(each) }"
        /></span>
      </li>
    </ul>
    <div class="scale quiet" aria-hidden="true">
      <span v-for="mark in marks" :key="mark" :style="{ left: at(mark) }">{{ mark }}</span>
    </div>
  </section>
</template>

<style scoped>
h3 {
  margin: var(--space-6) 0 var(--space-2);
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li,
.scale {
  max-width: 720px;
}
li {
  display: grid;
  grid-template-columns: 180px 110px 1fr;
  gap: var(--space-5);
  align-items: center;
  height: 28px;
  font-size: var(--type-row);
}
.line {
  position: relative;
  height: 100%;
  border-bottom: 1px solid var(--line);
}
i {
  position: absolute;
  top: 9px;
  height: 10px;
  background: var(--note);
  border-radius: 3px;
}
.open {
  border-radius: 3px 0 0 3px;
}
.unknown {
  opacity: 0.35;
}
.scale {
  position: relative;
  height: 18px;
  margin-left: 314px;
  max-width: 406px;
  font-size: var(--type-small);
}
.scale span {
  position: absolute;
  padding-left: var(--space-1);
  border-left: 1px solid var(--line);
}
</style>
