<script setup lang="ts">
/** The coming year on one sheet: what comes out when, and until when it has to be delivered to whom. For a wall. */
import { BButton } from 'bootstrap-vue-next'
import { computed } from 'vue'
import { api, got } from '../api/client'
import LoadingLine from '../kit/LoadingLine.vue'
import { useLoad } from '../kit/useLoad'
import { yearOf } from './year'

const {
  value: year,
  problem,
  failed,
  load,
} = useLoad(() => got(api.GET('/api/year')), {
  announced: { stands: 'always', standing: 'always' },
})
const months = computed(() => (year.value ? yearOf(year.value.today, year.value.dates) : []))
const WEEKDAY = new Intl.DateTimeFormat('en-GB', { weekday: 'short', timeZone: 'UTC' })
const weekday = (iso: string) => WEEKDAY.format(new Date(iso + 'T00:00:00Z'))
const print = () => window.print()
</script>

<template>
  <main class="year">
    <header>
      <h1>{{ year?.label || 'Releases' }}</h1>
      <span v-if="months.length" class="quiet">{{ months[0]!.name }} to {{ months.at(-1)!.name }}</span>
      <span class="legend quiet"><i class="release" /> comes out <i class="deliver" /> last day to deliver</span>
      <RouterLink to="/" class="act aside">Desk</RouterLink>
      <BButton v-if="year" class="aside" variant="primary" size="sm" @click="print">Print</BButton>
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <LoadingLine v-if="!year" what="dates" :failed="failed" @again="load" />
    <div v-else class="months">
      <section v-for="month in months" :key="month.key" :aria-label="month.name">
        <h2>{{ month.name }}</h2>
        <ul>
          <li v-for="(entry, i) in month.entries" :key="i" :class="entry.kind">
            <span class="day mono"
              ><span class="quiet">{{ weekday(entry.date) }}</span> {{ Number(entry.date.slice(8)) }}</span
            >
            <i :class="entry.kind" aria-hidden="true" />
            <RouterLink :to="{ name: entry.kind === 'deliver' ? 'send' : 'sheet', params: { id: entry.releaseId } }">
              <span v-if="entry.kind === 'deliver'" class="hidden-text">last day to deliver </span>
              <b>{{ entry.release }}</b>{{ ' ' }}
              <span v-if="entry.destinations.length" class="quiet">{{ entry.destinations.join(', ') }}</span>
            </RouterLink>
          </li>
        </ul>
      </section>
    </div>
  </main>
</template>

<style scoped>
.year {
  max-width: 1500px;
  margin: 0 auto;
  padding: var(--space-6) var(--space-7);
}
header {
  display: flex;
  gap: var(--space-6);
  align-items: baseline;
  padding-bottom: var(--space-4);
  border-bottom: 1px solid var(--ink);
}
h1 {
  margin: 0;
}
.legend {
  margin-left: auto;
}
.months {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  grid-auto-rows: minmax(200px, auto);
  gap: var(--space-5) var(--space-7);
  margin-top: var(--space-5);
}
h2 {
  margin: 0;
  padding-bottom: var(--space-2);
  border-bottom: 1px solid var(--line);
  font:
    600 var(--type-text) Barlow,
    sans-serif;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 58px 14px 1fr;
  gap: var(--space-2);
  align-items: baseline;
  font-size: var(--type-row);
  break-inside: avoid;
}
li a {
  min-height: 24px;
  color: var(--ink);
}
li.deliver b {
  font-weight: 500;
}
.day {
  text-align: right;
  white-space: nowrap;
}
i {
  display: inline-block;
  width: 9px;
  height: 9px;
}
i.release {
  background: var(--madder);
}
i.deliver {
  clip-path: polygon(0 0, 100% 0, 50% 100%);
  background: var(--risk);
}
.problem {
  color: var(--stop);
}
@media print {
  .aside {
    display: none;
  }
  .year {
    max-width: none;
    padding: 0;
    print-color-adjust: exact;
  }
  @page {
    size: a4 landscape;
    margin: 10mm;
  }
}
</style>
