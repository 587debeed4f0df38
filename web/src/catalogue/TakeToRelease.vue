<script setup lang="ts">
/** Takes recordings to a release: a new one, or one that is there. They keep their codes and masters. */
import { BButton, BModal } from 'bootstrap-vue-next'
import { ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, got } from '../api/client'
import type { Head } from '../api/types'
import { KINDS } from '../releases/kinds'

const props = defineProps<{ recordings: number[] }>()
const emit = defineEmits<{ close: [] }>()
const router = useRouter()
const open = ref(true)
const fresh = ref(true)
const kind = ref('compilation')
const title = ref('')
const find = ref('')
const found = ref<Head[]>([])
const chosen = ref<number | null>(null)
const problem = ref('')
const busy = ref(false)
const count = () => (props.recordings.length === 1 ? '1 recording' : `${props.recordings.length} recordings`)

let asked = 0
watch([find, fresh], async () => {
  if (fresh.value) return
  const mine = ++asked
  try {
    const list = await got(api.GET('/api/releases', { params: { query: { find: find.value, count: 8 } } }))
    if (mine !== asked) return
    found.value = list.releases
    if (!found.value.some((each) => each.id === chosen.value)) chosen.value = found.value[0]?.id ?? null
  } catch (failure) {
    problem.value = (failure as Error).message
  }
})

/** The release that was made, so that trying again makes no second one. */
let made: number | null = null
async function take() {
  busy.value = true
  problem.value = ''
  try {
    if (fresh.value && made === null) {
      const body = { kind: kind.value, title: title.value, template: null, from: null }
      made = (await got(api.POST('/api/releases', { body }))).head.id
    }
    const id = (fresh.value ? made : chosen.value)!
    await got(
      api.POST('/api/releases/{id}/recordings', {
        params: { path: { id } },
        body: { tracks: [], recordings: props.recordings },
      }),
    )
    open.value = false
    await router.push({ name: 'sheet', params: { id } })
  } catch (failure) {
    problem.value = (failure as Error).message
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <BModal v-model="open" :title="`Add ${count()} to a release`" no-footer @hidden="emit('close')">
    <form @submit.prevent="take">
      <label class="way"><input v-model="fresh" type="radio" :value="true" /> A new release</label>
      <div v-if="fresh" class="fields">
        <label
          >Title
          <input v-model="title" class="form-control form-control-sm" maxlength="200" autofocus />
        </label>
        <label
          >Kind
          <select v-model="kind" class="form-select form-select-sm">
            <option v-for="each in KINDS" :key="each">{{ each }}</option>
          </select>
        </label>
      </div>
      <label class="way"><input v-model="fresh" type="radio" :value="false" /> Existing release</label>
      <div v-if="!fresh" class="fields there">
        <label
          >Find
          <input v-model="find" class="form-control form-control-sm" maxlength="200" autofocus />
        </label>
        <ul>
          <li v-for="each in found" :key="each.id">
            <label
              ><input v-model="chosen" type="radio" name="release" :value="each.id" /> {{ each.title }}
              <span class="quiet">{{ [each.artists, each.catalogueNumber].filter(Boolean).join(' · ') }}</span></label
            >
          </li>
        </ul>
        <p v-if="!found.length" class="quiet">No release matches.</p>
      </div>
      <p class="quiet">After the last track, in the order you selected them.</p>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <div class="dialog-end">
        <button class="act" type="button" @click="open = false">Cancel</button>
        <BButton type="submit" variant="primary" :disabled="busy || (!fresh && chosen === null)"
          >Add {{ count() }}</BButton
        >
      </div>
    </form>
  </BModal>
</template>

<style scoped>
.way {
  display: block;
  margin: var(--space-3) 0;
}
.fields {
  display: grid;
  grid-template-columns: 1fr 170px;
  gap: var(--space-5);
  margin: 0 0 var(--space-5) var(--space-7);
}
.there {
  grid-template-columns: 1fr;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
.problem {
  color: var(--stop);
}
</style>
