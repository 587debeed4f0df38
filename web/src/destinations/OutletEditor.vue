<script setup lang="ts">
/** The stores and shops that a distributor passes releases on to. */
import { BButton } from 'bootstrap-vue-next'
import { computed, ref, watch } from 'vue'
import { api, got } from '../api/client'
import { useSession } from '../api/session'
import type { DestinationView } from '../api/types'
import ErrorNote from '../kit/ErrorNote.vue'
import { linesOf } from './captions'

const props = defineProps<{ destination: DestinationView }>()
const emit = defineEmits<{ saved: [] }>()
const session = useSession()
const names = computed(() => props.destination.outlets ?? [])
const editing = ref(false)
const typed = ref('')
const problem = ref('')
watch(editing, () => (typed.value = names.value.join('\n')))

async function save() {
  problem.value = ''
  try {
    await got(
      api.PUT('/api/destinations/{id}/outlets', {
        params: { path: { id: props.destination.id } },
        body: { names: linesOf(typed.value) },
      }),
    )
    editing.value = false
    emit('saved')
  } catch (failure) {
    problem.value = (failure as Error).message
  }
}
</script>

<template>
  <section class="outlets">
    <header>
      <h3>Outlets</h3>
      <span class="quiet">{{ names.length ? `${names.length}, chosen for each release under Send` : 'none yet' }}</span>
      <button v-if="session.who?.role === 'manager' && !editing" class="act" type="button" @click="editing = true">
        {{ names.length ? 'Change' : 'Add outlets' }}
      </button>
    </header>
    <ErrorNote :says="problem" @close="problem = ''" />
    <form v-if="editing" @submit.prevent="save">
      <label
        >One per line
        <textarea v-model="typed" class="form-control form-control-sm" rows="8" />
      </label>
      <p class="end">
        <BButton type="submit" variant="primary" size="sm">Save outlets</BButton>
        <button class="act" type="button" @click="editing = false">Cancel</button>
      </p>
    </form>
    <p v-else-if="names.length" class="names">{{ names.join(', ') }}</p>
  </section>
</template>

<style scoped>
.outlets {
  margin-top: var(--space-6);
}
header {
  display: flex;
  align-items: baseline;
  gap: var(--space-6);
  padding-bottom: var(--space-2);
  border-bottom: 1px solid var(--ink);
}
h3 {
  margin: 0;
  font:
    600 var(--type-text) Barlow,
    sans-serif;
}
label {
  display: block;
  max-width: 360px;
  margin-top: var(--space-3);
}
.names {
  margin: var(--space-3) 0 0;
}
.end {
  display: flex;
  align-items: center;
  gap: var(--space-6);
  margin: var(--space-4) 0 0;
}
</style>
