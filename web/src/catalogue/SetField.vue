<script setup lang="ts">
/** One field over many rows: what would change is seen before anything is written. */
import { BButton, BModal } from 'bootstrap-vue-next'
import { computed, onUnmounted, ref, watch } from 'vue'
import { api, got } from '../api/client'
import type { EditPreview } from '../api/types'
import TypeAhead from '../kit/TypeAhead.vue'
import { soon } from '../kit/soon'
import { completion } from '../release/sheet/cells'
import type { Catalogue } from './useCatalogue'

const props = defineProps<{
  catalogue: Catalogue
  /** Ids of those that are selected; none for all that the filter finds. */
  rows: number[]
  /** Column and value to begin with. */
  begin?: { column: string; value: string }
}>()
const emit = defineEmits<{ close: [] }>()
const SHOWN = 200
const open = ref(true)
const fields = computed(() => props.catalogue.columns.value.filter((column) => column.entity))
const key = ref(props.begin?.column ?? '')
const column = computed(() => fields.value.find((each) => each.key === key.value))
const value = ref(props.begin?.value ?? '')
/** That nothing is to stand there any more has to be said: an empty line may only be one that was not filled in yet. */
const emptied = ref(false)
const carried = ref(false)
const complete = computed(() => !!column.value && (!!value.value.trim() || emptied.value))
const preview = ref<EditPreview | null>(null)
const problem = ref('')
let asked = 0

async function look() {
  const mine = ++asked
  if (!complete.value) return
  try {
    const found = await got(
      api.POST('/api/catalogue/{subject}/preview', {
        params: { path: { subject: props.catalogue.subject.value } },
        body: {
          column: key.value,
          value: emptied.value ? '' : value.value,
          find: props.catalogue.find.value,
          rows: props.rows,
          carried: carried.value,
        },
      }),
    )
    if (mine !== asked) return
    preview.value = found
    problem.value = ''
  } catch (failure) {
    preview.value = null
    problem.value = (failure as Error).message
  }
}
const looking = soon(look, 250)
watch([key, value, emptied, carried], () => ((preview.value = null), looking.ask()), { immediate: true })
onUnmounted(looking.cancel)

async function apply() {
  const { field, after, places } = preview.value!
  if (await props.catalogue.write(field, after ?? null, places)) open.value = false
  else problem.value = props.catalogue.problem.value
}
const many = (count: number, what: string) => `${count.toLocaleString('en')} ${what}${count === 1 ? '' : 's'}`
const what = computed(() =>
  column.value?.entity === 'release' ? 'release' : props.catalogue.subject.value.slice(0, -1),
)
</script>

<template>
  <BModal v-model="open" title="Set a field" size="lg" no-footer @hidden="emit('close')">
    <div class="what">
      <label>
        Field
        <select v-model="key" class="form-select form-select-sm">
          <option value="" disabled>Choose a field…</option>
          <option v-for="each in fields" :key="each.key" :value="each.key">{{ each.name }}</option>
        </select>
      </label>
      <div>
        New value
        <TypeAhead
          :key="key"
          v-model="value"
          label="New value"
          :find="completion(column?.type ? { type: column.type } : undefined, column?.words ?? []).find"
          :many="completion(column?.type ? { type: column.type } : undefined, column?.words ?? []).many"
        />
      </div>
    </div>
    <p v-if="column">
      <label><input v-model="emptied" type="checkbox" /> Clear the field</label>
    </p>
    <p v-if="column?.help" class="quiet">{{ column.help }}</p>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <template v-if="preview">
      <p role="status">
        <b>{{ many(preview.places.length, what) }}</b> on {{ many(preview.releases, 'release') }} will change.
        <span v-if="preview.same" class="quiet">{{ many(preview.same, 'row') }} already have this value.</span>
      </p>
      <p v-if="preview.carried || carried">
        <label>
          <input v-model="carried" type="checkbox" />
          {{
            carried
              ? 'Rows that carry the release’s value get their own.'
              : `${many(preview.carried, 'row')} carry the release’s value and stay as they are; give them their own.`
          }}
        </label>
      </p>
      <div v-if="preview.places.length" class="places">
        <table class="narrow">
          <thead>
            <tr>
              <th scope="col">{{ what === 'release' ? 'Release' : 'Title' }}</th>
              <th v-if="what !== 'release'" scope="col">Release</th>
              <th scope="col">Before</th>
              <th scope="col">After</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="place in preview.places.slice(0, SHOWN)" :key="place.target">
              <td>{{ what === 'release' ? place.release : place.title }}</td>
              <td v-if="what !== 'release'" class="quiet">{{ place.release }}</td>
              <td>{{ place.before ?? '' }}</td>
              <td>
                <b>{{ preview.after ?? 'empty' }}</b>
              </td>
            </tr>
          </tbody>
        </table>
        <p v-if="preview.places.length > SHOWN" class="quiet">
          and {{ (preview.places.length - SHOWN).toLocaleString('en') }} more.
        </p>
      </div>
    </template>
    <p v-else-if="complete && !problem" class="quiet">Working out the changes…</p>
    <p v-else-if="!problem" class="quiet">Changes are previewed here before anything is written.</p>
    <div class="dialog-end">
      <button class="act" type="button" @click="open = false">Cancel</button>
      <BButton variant="primary" :disabled="!preview?.places.length" @click="apply"
        >Change {{ preview ? many(preview.places.length, what) : '' }}</BButton
      >
    </div>
  </BModal>
</template>

<style scoped>
.what {
  display: grid;
  grid-template-columns: 220px 1fr;
  gap: var(--space-6);
}
.places {
  max-height: 300px;
  overflow: auto;
}
table {
  width: 100%;
  font-size: var(--type-row);
}
th {
  position: sticky;
  top: 0;
  background: var(--card);
  font-weight: 500;
  color: var(--quiet);
}
td,
th {
  padding: var(--space-1) var(--space-4) var(--space-1) 0;
  border-bottom: 1px solid var(--line);
}
p {
  margin: var(--space-4) 0 0;
}
.problem {
  color: var(--stop);
}
</style>
