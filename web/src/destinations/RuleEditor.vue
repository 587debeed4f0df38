<script setup lang="ts">
/** Adjusted rules of a destination: weights and limits, from a day on. Those that it began with stay. */
import { BButton } from 'bootstrap-vue-next'
import { reactive, ref } from 'vue'
import { api, got } from '../api/client'
import type { DestinationView, Weight } from '../api/types'

const props = defineProps<{ destination: DestinationView }>()
const emit = defineEmits<{ saved: []; leave: [] }>()
const rules = reactive(
  [...props.destination.rules, ...props.destination.others].map((rule) => ({
    ...rule,
    limits: { ...rule.limits },
  })),
)
const from = ref(new Date().toISOString().slice(0, 10))
const lead = ref(props.destination.leadDays)
const problem = ref('')
const WEIGHTS: Weight[] = ['stop', 'risk', 'note']
const params = { path: { id: props.destination.id } }

async function send(method: 'PUT' | 'DELETE') {
  try {
    await got(
      method === 'PUT'
        ? api.PUT('/api/destinations/{id}/rules', {
            params,
            body: {
              dated: from.value,
              leadDays: lead.value,
              rules: rules.map((rule) => ({ id: rule.id, weight: rule.weight, limits: rule.limits })),
            },
          })
        : api.DELETE('/api/destinations/{id}/rules', { params }),
    )
    emit('saved')
  } catch (failure) {
    problem.value = (failure as Error).message
  }
}
</script>

<template>
  <form @submit.prevent="send('PUT')">
    <p class="quiet">
      “Off” means not checked. Separate list items with semicolons. The rules apply to every release from their date on.
    </p>
    <div class="row">
      <label>Valid from <input v-model="from" type="date" required /></label>
      <label>Days before the release <input v-model.number="lead" type="number" min="0" max="400" required /></label>
    </div>
    <div v-for="rule in rules" :key="rule.id" class="rule" :class="{ off: !rule.weight }">
      <select v-model="rule.weight" :aria-label="`Weight of: ${rule.name}`">
        <option v-for="weight in WEIGHTS" :key="weight">{{ weight }}</option>
        <option :value="null">off</option>
      </select>
      <span
        >{{ rule.name }} <span class="quiet">{{ rule.family }}</span></span
      >
      <span class="limits">
        <label v-for="(_, name) in rule.limits" :key="name"
          >{{ name }}
          <input
            v-model="rule.limits[name]"
            :class="{ wide: String(rule.limits[name]).length > 10 }"
            :disabled="!rule.weight"
        /></label>
      </span>
    </div>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <div class="end">
      <button v-if="props.destination.ownFrom" class="act" type="button" @click="send('DELETE')">
        Restore the original rules
      </button>
      <button class="act" type="button" @click="emit('leave')">Cancel</button>
      <BButton variant="primary" type="submit">Save as our own</BButton>
    </div>
  </form>
</template>

<style scoped>
.row,
.end {
  display: flex;
  gap: var(--space-6);
  align-items: center;
  margin: var(--space-4) 0;
}
.end {
  position: sticky;
  bottom: 0;
  justify-content: flex-end;
  padding: var(--space-4) 0;
  background: var(--paper);
}
.rule {
  display: grid;
  grid-template-columns: 76px 1fr 1.2fr;
  gap: var(--space-5);
  align-items: baseline;
  padding: var(--space-1) 0;
  border-bottom: 1px solid var(--line);
  font-size: var(--type-row);
}
.off {
  color: var(--quiet);
}
.limits {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-5);
}
.limits input {
  width: 84px;
}
.limits .wide {
  width: 220px;
}
.problem {
  color: var(--stop);
}
</style>
