<script setup lang="ts">
/** What a new house needs, one step after the other: it leads to the next that is open, and is gone when all is done. */
import { computed } from 'vue'
import { useSession } from '../api/session'
import type { Desk } from '../api/types'
import Mark from '../kit/Mark.vue'

const props = defineProps<{ steps: NonNullable<Desk['firstSteps']> }>()
const session = useSession()
const manager = computed(() => session.who?.role === 'manager')

interface Step {
  done: boolean
  name: string
  says: string
  /** Only managers may. */
  managers: boolean
  ways: { to: string; says: string }[]
}
const all = computed<Step[]>(() => [
  {
    done: true,
    name: 'Your account',
    says: 'Others who work here get accounts of their own.',
    managers: true,
    ways: [{ to: '/accounts', says: 'Add people' }],
  },
  {
    done: props.steps.label,
    name: 'The label',
    says: 'Its name goes into every new release, with the P-line and the C-line.',
    managers: true,
    ways: [{ to: '/settings', says: 'Enter the label' }],
  },
  {
    done: props.steps.codes,
    name: 'Its codes',
    says: 'With prefixes of its own, ISRCs, barcodes and catalogue numbers are allocated here. Without any, enter the codes that others assign.',
    managers: true,
    ways: [{ to: '/settings', says: 'Enter prefixes' }],
  },
  {
    done: props.steps.destination,
    name: 'A destination',
    says: 'A store, a society, a plant: its rules say what a release still needs. Nothing is checked without one.',
    managers: true,
    ways: [{ to: '/destinations', says: 'Add a destination' }],
  },
  {
    done: props.steps.release,
    name: 'The first release',
    says: 'From a folder of masters, a table, or typed in.',
    managers: false,
    ways: [
      { to: '/intake', says: 'From files' },
      { to: '/releases?new=document', says: 'From a table' },
      { to: '/releases?new', says: 'By hand' },
    ],
  },
])
/** The first that is open and has to be done; codes are not for every label. */
const next = computed(() => all.value.find((step) => !step.done && step.name !== 'Its codes'))
const may = (step: Step) => session.who?.role !== 'reader' && (manager.value || !step.managers)
</script>

<template>
  <section class="steps" aria-label="First steps">
    <p>
      {{ all.filter((step) => step.done).length }} of {{ all.length }} steps done. After the last one this list makes
      way for what your releases need.
    </p>
    <ol>
      <li v-for="(step, i) in all" :key="step.name" :class="{ next: step === next, done: step.done }">
        <span class="number">
          <Mark v-if="step.done" weight="ready" />
          <template v-else>{{ i + 1 }}</template>
        </span>
        <div>
          <h3>{{ step.name }} <span v-if="step.done" class="hidden-text">done</span></h3>
          <p v-if="!step.done || i === 0" class="quiet">{{ step.says }}</p>
          <p v-if="!may(step) && !step.done" class="quiet">A manager does this.</p>
        </div>
        <span v-if="may(step) && (!step.done || i === 0)" class="ways">
          <RouterLink
            v-for="(way, j) in step.ways"
            :key="way.to + way.says"
            class="btn btn-sm"
            :class="step === next && j === 0 ? 'btn-primary' : 'btn-line'"
            :to="way.to"
            >{{ way.says }}</RouterLink
          >
        </span>
      </li>
    </ol>
  </section>
</template>

<style scoped>
ol {
  margin: 0;
  padding: 0;
  list-style: none;
  border-top: 1px solid var(--ink);
}
li {
  display: grid;
  grid-template-columns: 20px 1fr auto;
  gap: var(--space-4);
  align-items: start;
  padding: var(--space-4) var(--space-4);
  border-bottom: 1px solid var(--line);
}
li.next {
  background: var(--madder-wash);
}
.number {
  font-weight: 600;
}
h3 {
  margin: 0;
}
.done h3 {
  color: var(--quiet);
}
p {
  margin: 0;
}
.steps > p {
  margin-bottom: var(--space-4);
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3);
}
</style>
