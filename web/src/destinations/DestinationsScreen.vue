<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { call } from '../api/client'
import type { DestinationView } from '../api/types'
import Mark from '../kit/Mark.vue'
import { day } from '../kit/dates'
import ConnectionForm from './ConnectionForm.vue'

const destinations = ref<DestinationView[] | null>(null)
const problem = ref('')

async function load() {
  try {
    destinations.value = await call<DestinationView[]>('GET', '/api/destinations')
  } catch (failure) {
    problem.value = (failure as Error).message
  }
}
onMounted(load)
const families = (destination: DestinationView) => [...new Set(destination.rules.map((rule) => rule.family))]
const limits = (rule: DestinationView['rules'][number]) =>
  Object.entries(rule.limits)
    .map(
      ([name, value]) =>
        `${name} ${/^\d{5,}$/.test(value) ? Number(value).toLocaleString('en-GB') : value.replace(/[[\]]/g, '')}`,
    )
    .join(', ')
</script>

<template>
  <div class="screen">
    <h1>Destinations</h1>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-if="!destinations" class="quiet">Reading the profiles…</p>
    <section v-for="destination in destinations" :key="destination.id" :aria-label="destination.name">
      <h2>{{ destination.name }}</h2>
      <p>
        {{ destination.kind }}. Takes: {{ destination.takes }}. Wants a release {{ destination.leadDays }} days before
        its date.
        <span class="quiet">Rules of {{ day(destination.dated) }}, version {{ destination.version }}.</span>
      </p>
      <ConnectionForm :destination="destination" @saved="load" />
      <h3>What it wants</h3>
      <div class="families">
        <div v-for="family in families(destination)" :key="family" class="family">
          <h4>{{ family }}</h4>
          <p v-for="rule in destination.rules.filter((each) => each.family === family)" :key="rule.id" class="rule">
            <Mark :weight="rule.weight" /><span class="hidden-text">{{ rule.weight }}</span>
            <span
              ><b>{{ rule.name }}</b
              ><template v-if="limits(rule)"> ({{ limits(rule) }})</template>.
              <span class="quiet">{{ rule.reason }}</span></span
            >
          </p>
        </div>
      </div>
    </section>
  </div>
</template>

<style scoped>
section {
  margin-top: 12px;
}
h2 {
  font-size: 1.2rem;
  margin: 0 0 4px;
}
h3 {
  font:
    600 15px 'Barlow',
    sans-serif;
  margin: 20px 0 6px;
  padding-bottom: 4px;
  border-bottom: 1px solid var(--ink);
}
h4 {
  font:
    600 14px 'Barlow',
    sans-serif;
  margin: 6px 0 2px;
  color: var(--quiet);
}
.families {
  columns: 2;
  column-gap: 32px;
}
.rule {
  display: flex;
  gap: 8px;
  align-items: baseline;
  margin: 0;
  padding: 3px 0;
  border-bottom: 1px solid var(--line);
  font-size: 14px;
  break-inside: avoid;
}
.problem {
  color: var(--stop);
}
</style>
