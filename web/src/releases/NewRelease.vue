<script setup lang="ts">
import { BButton, BForm, BFormInput, BModal } from 'bootstrap-vue-next'
import { ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, got } from '../api/client'
import type { Head, ReleaseView, Template } from '../api/types'
import { KINDS } from './kinds'

const open = defineModel<boolean>({ required: true })
const props = defineProps<{ from?: 'document' | '' }>()
const router = useRouter()
const kind = ref('single')
const title = ref('')
const problem = ref('')
/** Where the facts come from: the label's defaults, a template, another release, a document. */
const source = ref('')
const templates = ref<Template[]>([])
const heads = ref<Head[]>([])
const text = ref('')
watch(open, async (shown) => {
  if (!shown) return
  source.value = props.from ?? ''
  templates.value = await got(api.GET('/api/templates')).catch(() => [])
  heads.value = await got(api.GET('/api/releases', { params: { query: { count: 500 } } })).then(
    (list) => list.releases,
    () => [],
  )
})
/** What a document says of people and recordings that are known otherwise; nothing of it was written. */
const left = ref<string[]>([])
async function make(): Promise<ReleaseView> {
  if (source.value === 'document') {
    const read = await got(api.POST('/api/documents', { body: { text: text.value } }))
    left.value = read.left
    return read.release
  }
  const [way, name] = [source.value[0], source.value.slice(1)]
  return got(
    api.POST('/api/releases', {
      body: {
        kind: kind.value,
        title: title.value,
        template: way === 't' ? name : null,
        from: way === 'r' ? Number(name) : null,
      },
    }),
  )
}
async function read(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (file) text.value = await file.text()
}
const busy = ref(false)

async function begin() {
  busy.value = true
  problem.value = ''
  try {
    const made = await make()
    text.value = ''
    title.value = ''
    await router.push(`/releases/${made.head.id}/sheet`)
    open.value = left.value.length > 0
  } catch (failure) {
    problem.value = (failure as Error).message
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <BModal v-model="open" title="New release" no-footer>
    <template v-if="left.length">
      <p>The release was created. Where the document differs from the catalogue, the catalogue’s value was kept:</p>
      <ul>
        <li v-for="line in left" :key="line">{{ line }}</li>
      </ul>
      <div class="dialog-end">
        <BButton variant="primary" @click="((left = []), (open = false))">OK</BButton>
      </div>
    </template>
    <BForm v-else @submit.prevent="begin">
      <label class="title" for="new-source">Start from</label>
      <select id="new-source" v-model="source" class="form-select form-select-sm">
        <option value="">the label’s defaults</option>
        <option v-for="{ name } in templates" :key="name" :value="`t${name}`">template {{ name }}</option>
        <option v-for="head in heads" :key="head.id" :value="`r${head.id}`">{{ head.title }}</option>
        <option value="document">a document or a table</option>
      </select>
      <template v-if="source === 'document'">
        <label class="title" for="new-document">JSON document or table, pasted or from a file</label>
        <textarea id="new-document" v-model="text" class="form-control mono" rows="7" spellcheck="false" />
        <input type="file" accept=".json,.csv,.tsv,.txt" aria-label="Document file" @change="read" />
      </template>
      <template v-else>
        <fieldset>
          <legend>Kind</legend>
          <label v-for="each in KINDS" :key="each"
            ><input v-model="kind" type="radio" name="kind" :value="each" /> {{ each }}</label
          >
        </fieldset>
        <label class="title" for="new-title">Title (optional)</label>
        <BFormInput id="new-title" v-model="title" autocomplete="off" />
        <p class="quiet">
          Label, P- and C-line, territories, catalogue number and barcode come from the label’s defaults and blocks; a
          single gets its one track with an ISRC. Everything can be changed later.
        </p>
      </template>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <div class="dialog-end">
        <button class="act" type="button" @click="open = false">Cancel</button>
        <BButton type="submit" variant="primary" :disabled="busy || (source === 'document' && !text.trim())"
          >Create</BButton
        >
      </div>
    </BForm>
  </BModal>
</template>

<style scoped>
fieldset {
  margin-top: var(--space-5);
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-6);
}
legend,
.title {
  font-size: var(--type-text);
  font-weight: 500;
  margin: 0 0 var(--space-2);
}
.title {
  display: block;
  margin-top: var(--space-5);
}
.title:first-child {
  margin-top: 0;
}
p {
  margin: var(--space-5) 0 0;
}
.problem {
  color: var(--stop);
}
</style>
