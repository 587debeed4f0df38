<script setup lang="ts">
/** Views under a name: one's own, and those for everyone. */
import { BButton, BModal } from 'bootstrap-vue-next'
import { computed, onMounted, ref } from 'vue'
import { api, got } from '../api/client'
import type { SavedView } from '../api/types'
import type { Catalogue } from './useCatalogue'

const props = defineProps<{ catalogue: Catalogue; readOnly: boolean }>()
const views = ref<SavedView[]>([])
const saving = ref(false)
const name = ref('')
const forAll = ref(false)
const problem = ref('')
const load = () => props.catalogue.attempt(async () => (views.value = await got(api.GET('/api/catalogue/views'))))
onMounted(load)

const here = computed(() =>
  views.value.find(
    (view) =>
      view.subject === props.catalogue.subject.value &&
      view.find === props.catalogue.find.value &&
      view.sort === props.catalogue.sort.value &&
      view.columns === props.catalogue.shown.value,
  ),
)
function choose(id: string) {
  const view = views.value.find((each) => String(each.id) === id)
  if (view) void props.catalogue.go({ subject: view.subject, find: view.find, sort: view.sort, columns: view.columns })
}
async function save() {
  problem.value = ''
  try {
    await got(
      api.POST('/api/catalogue/views', {
        body: {
          name: name.value,
          subject: props.catalogue.subject.value,
          find: props.catalogue.find.value,
          sort: props.catalogue.sort.value,
          columns: props.catalogue.shown.value,
          forAll: forAll.value,
        },
      }),
    )
    saving.value = false
    await load()
  } catch (failure) {
    problem.value = (failure as Error).message
  }
}
async function remove(id: number) {
  await props.catalogue.attempt(() => got(api.DELETE('/api/catalogue/views/{id}', { params: { path: { id } } })))
  await load()
}
</script>

<template>
  <span class="views">
    <label v-if="views.length">
      View
      <select
        class="form-select form-select-sm"
        :value="here?.id ?? ''"
        @change="choose(($event.target as HTMLSelectElement).value)"
      >
        <option value="">not saved</option>
        <option v-for="view in views" :key="view.id" :value="view.id">
          {{ view.name }}{{ view.own ? '' : ` (${view.by})` }}
        </option>
      </select>
    </label>
    <button v-if="!here" class="act" type="button" @click="saving = true">Save view…</button>
    <button v-else-if="here?.own" class="act" type="button" @click="remove(here.id)">Delete view</button>
    <BModal v-model="saving" title="Save this view" no-footer>
      <form @submit.prevent="save">
        <label
          >Name
          <input v-model="name" class="form-control form-control-sm" maxlength="80" required autofocus />
        </label>
        <p class="quiet">Filter, order and columns are saved. A view of yours with the same name is replaced.</p>
        <label v-if="!readOnly"><input v-model="forAll" type="checkbox" /> for everyone</label>
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <div class="dialog-end">
          <button class="act" type="button" @click="saving = false">Cancel</button>
          <BButton type="submit" variant="primary" :disabled="!name.trim()">Save</BButton>
        </div>
      </form>
    </BModal>
  </span>
</template>

<style scoped>
.views,
.views > label {
  display: flex;
  gap: var(--space-4);
  align-items: center;
  white-space: nowrap;
}
select {
  width: 200px;
}
.problem {
  color: var(--stop);
}
p {
  margin: var(--space-4) 0;
}
</style>
