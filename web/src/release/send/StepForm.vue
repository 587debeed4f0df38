<script setup lang="ts">
/** What somebody knows of a delivery whose destination does not tell by itself: how it stands, its number there, why not. */
import { BButton } from 'bootstrap-vue-next'
import { computed, ref } from 'vue'
import { api, got } from '../../api/client'
import type { DeliveryView } from '../../api/types'
import { useReleaseStore } from '../store'

const props = defineProps<{ delivery: DeliveryView }>()
const emit = defineEmits<{ changed: [] }>()
const release = useReleaseStore()
const path = { id: release.view!.head.id, delivery: props.delivery.id }
const state = ref<DeliveryView['state'] | ''>('')
const number = ref('')
const day = ref('')
const reasons = ref([{ says: '', place: '' }])
const problem = ref('')
const objects = computed(() => state.value === 'rejected' || state.value === 'questions')
const WORDS: Partial<Record<DeliveryView['state'], string>> = { received: 'handed over', questions: 'has questions' }
const word = (each: DeliveryView['state']) => WORDS[each] ?? each

/** Every cell that something can be said of: track and fact. */
const places = computed(() =>
  release.rows.flatMap((row) =>
    release
      .view!.columns.filter((column) => row.cells[column.key])
      .map((column) => ({
        value: `${row.track} ${row.cells[column.key]!.field}`,
        says: `${row.track ? `Track ${row.track}` : 'Release'}: ${column.name}`,
      })),
  ),
)

async function attempt(deed: Promise<unknown>) {
  problem.value = ''
  try {
    await deed
    emit('changed')
  } catch (failure) {
    problem.value = (failure as Error).message
  }
}
function note() {
  if (!state.value) return
  const said = reasons.value.filter((reason) => reason.says.trim())
  void attempt(
    got(
      api.POST('/api/releases/{id}/deliveries/{delivery}/steps', {
        params: { path },
        body: {
          state: state.value,
          number: number.value || null,
          day: day.value || null,
          reasons: objects.value
            ? said.map((reason) => {
                const [track, field] = reason.place.split(' ')
                return { says: reason.says, track: Number(track || 0), field: field ?? null }
              })
            : [],
        },
      }),
    ),
  )
}
const back = () => attempt(got(api.POST('/api/releases/{id}/deliveries/{delivery}/steps/back', { params: { path } })))
</script>

<template>
  <form class="steps" @submit.prevent="note">
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <template v-if="props.delivery.steps.length">
      <label
        >Status
        <select v-model="state" class="form-select form-select-sm">
          <option value="" disabled>choose…</option>
          <option v-for="each in props.delivery.steps" :key="each" :value="each">{{ word(each) }}</option>
        </select>
      </label>
      <template v-if="state">
        <label>their number <input v-model="number" class="form-control form-control-sm" maxlength="100" /></label>
        <label>on <input v-model="day" class="form-control form-control-sm" type="date" /></label>
        <fieldset v-if="objects">
          <legend>{{ state === 'questions' ? 'Their question' : 'Why' }}</legend>
          <div v-for="(reason, i) in reasons" :key="i" class="reason">
            <input
              v-model="reason.says"
              class="form-control form-control-sm"
              maxlength="2000"
              :aria-label="`Reason ${i + 1}`"
              placeholder="in their words"
            />
            <select
              v-model="reason.place"
              class="form-select form-select-sm"
              :aria-label="`Where reason ${i + 1} belongs`"
            >
              <option value="">the release as a whole</option>
              <option v-for="each in places" :key="each.value" :value="each.value">{{ each.says }}</option>
            </select>
          </div>
          <button class="act" type="button" @click="reasons.push({ says: '', place: '' })">Another one</button>
        </fieldset>
        <BButton type="submit" variant="primary" size="sm">Save</BButton>
      </template>
    </template>
    <button v-if="props.delivery.takesBack" class="act" type="button" @click="back">Undo the last step</button>
  </form>
</template>

<style scoped>
.steps {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3) var(--space-5);
  align-items: end;
  margin-top: var(--space-3);
}
.steps > label {
  display: flex;
  align-items: center;
  gap: var(--space-3);
  white-space: nowrap;
}
fieldset {
  flex-basis: 100%;
}
legend {
  font-size: var(--type-row);
  margin: 0;
}
.reason {
  display: flex;
  gap: var(--space-4);
  margin-bottom: var(--space-2);
}
.reason select {
  max-width: 240px;
}
.problem {
  flex-basis: 100%;
  margin: 0;
  color: var(--stop);
}
</style>
