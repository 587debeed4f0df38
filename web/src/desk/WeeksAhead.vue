<script setup lang="ts">
/** The coming weeks as a line: release dates below, last days to deliver above; the list under it says each in words. */
import { computed } from 'vue'
import type { Desk } from '../api/types'
import { day } from '../kit/dates'

const props = defineProps<{ today: string; weeks: number; dates: Desk['ahead'] }>()
const DAY = 86_400_000
const start = computed(() => Date.parse(props.today))
const x = (date: string) => ((Date.parse(date) - start.value) / DAY / (props.weeks * 7)) * 376 + 2
const months = computed(() => {
  const marks: { x: number; name: string }[] = []
  const at = new Date(start.value)
  for (at.setUTCDate(1), at.setUTCMonth(at.getUTCMonth() + 1); ; at.setUTCMonth(at.getUTCMonth() + 1)) {
    const iso = at.toISOString().slice(0, 10)
    if (x(iso) > 376) break
    marks.push({ x: x(iso), name: at.toLocaleDateString('en-GB', { month: 'short', timeZone: 'UTC' }) })
  }
  return marks
})
</script>

<template>
  <svg
    viewBox="0 0 380 58"
    width="380"
    height="58"
    role="img"
    aria-label="Dates ahead; the list below gives the same dates in words"
  >
    <line x1="0" y1="30" x2="380" y2="30" class="line" />
    <g v-for="month in months" :key="month.name">
      <line :x1="month.x" y1="26" :x2="month.x" y2="34" class="line" />
      <text :x="month.x + 3" y="54">{{ month.name }}</text>
    </g>
    <template v-for="(date, i) in props.dates" :key="i">
      <path v-if="date.kind === 'deliver'" :d="`M${x(date.date) - 5} 12h10l-5 12z`" class="deliver" />
      <rect v-else :x="x(date.date) - 4" y="26" width="8" height="8" class="release" />
    </template>
  </svg>
  <ul>
    <li v-for="(date, i) in props.dates" :key="i">
      <svg width="12" height="12" viewBox="0 0 12 12" aria-hidden="true">
        <path v-if="date.kind === 'deliver'" d="M1 1h10L6 11z" class="deliver" />
        <rect v-else x="2" y="2" width="8" height="8" class="release" />
      </svg>
      <span class="date">{{ day(date.date) }}</span>
      <RouterLink :to="{ name: date.kind === 'deliver' ? 'send' : 'sheet', params: { id: date.releaseId } }">
        {{ date.kind === 'deliver' ? `last day for ${date.destination}:` : '' }} <b>{{ date.release }}</b>{{
          date.kind === 'release' ? ' is released' : ''
        }}
      </RouterLink>
    </li>
  </ul>
  <p v-if="!props.dates.length" class="quiet">No date ahead.</p>
</template>

<style scoped>
.line {
  stroke: var(--quiet);
}
text {
  font-size: var(--type-small);
  fill: var(--quiet);
}
.deliver {
  fill: var(--risk);
}
.release {
  fill: var(--madder);
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  gap: var(--space-4);
  align-items: baseline;
  font-size: var(--type-row);
}
li svg {
  flex: none;
}
a {
  min-height: 24px;
  color: var(--ink);
}
.date {
  width: 104px;
  flex: none;
  color: var(--quiet);
}
</style>
