<script setup lang="ts">
/** A destination of one's own: its kind, its name and a few questions, or the file of somebody who has it already. */
import { BButton, BForm, BFormInput, BModal } from 'bootstrap-vue-next'
import { computed, ref, watch } from 'vue'
import { api, got } from '../api/client'
import { useLoad } from '../kit/useLoad'
import { linesOf, wordsOf } from './captions'

const emit = defineEmits<{ close: []; added: [id: string] }>()
const open = ref(true)
const { value: patterns, problem: away } = useLoad(() => got(api.GET('/api/destinations/patterns')))
const pattern = ref('')
const name = ref('')
const leadDays = ref(0)
const featuredInTitle = ref(false)
const version = ref<'PARENTHESES' | 'DASH' | 'APART'>('PARENTHESES')
const usual = ref(false)
const faster = ref('')
const fee = ref('')
const problem = ref('')
const busy = ref(false)
const { value: recipes } = useLoad(() => got(api.GET('/api/recipes')))
const recipe = ref('')
const longestTitle = ref<number | ''>('')
const sells = ref('')
const genres = ref('')
const outlets = ref('')
const chosen = computed(() => patterns.value?.find((each) => each.id === pattern.value) ?? null)
// what receivers of the kind usually answer stands there until somebody knows better
watch(chosen, (now) => {
  if (!now) return
  leadDays.value = now.leadDays
  featuredInTitle.value = now.featuredInTitle
  version.value = now.version
  recipe.value = now.recipe
  longestTitle.value = now.longestTitle ?? ''
})
async function added(adding: Promise<{ data?: { id: string } }>) {
  busy.value = true
  problem.value = ''
  try {
    const { id } = await got(adding)
    open.value = false
    emit('added', id)
  } catch (failure) {
    problem.value = (failure as Error).message
  } finally {
    busy.value = false
  }
}
const add = () =>
  added(
    api.POST('/api/destinations', {
      body: {
        pattern: pattern.value,
        name: name.value,
        leadDays: Number(leadDays.value),
        featuredInTitle: featuredInTitle.value,
        version: version.value,
        usual: usual.value,
        expressDays: faster.value === '' ? null : Number(faster.value),
        expressFee: fee.value || null,
        genreWords: wordsOf(genres.value.replaceAll('\n', ';')),
        recipe: recipe.value,
        longestTitle: longestTitle.value === '' ? null : Number(longestTitle.value),
        sells: sells.value || null,
        outlets: chosen.value?.passesOn ? linesOf(outlets.value) : null,
      },
    }),
  )
async function read(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (file) await added(api.POST('/api/destinations/file', { body: { text: await file.text() } }))
  input.value = ''
}
</script>

<template>
  <BModal v-model="open" title="Add a destination" no-footer @hidden="emit('close')">
    <p v-if="problem || away" class="problem" role="alert">{{ problem || away }}</p>
    <BForm @submit.prevent="add">
      <label for="pattern">What it is</label>
      <select id="pattern" v-model="pattern" class="form-select form-select-sm">
        <option value="" disabled>choose…</option>
        <option v-for="each in patterns" :key="each.id" :value="each.id">{{ each.kind }}</option>
      </select>
      <template v-if="chosen">
        <p class="quiet">{{ chosen.explains }} Usually takes: {{ chosen.takes }}.</p>
        <label for="destination-name">Name</label>
        <BFormInput id="destination-name" v-model="name" size="sm" maxlength="100" autocomplete="off" />
        <span class="row">
          <label for="lead">Lead time in days</label>
          <input id="lead" v-model="leadDays" type="number" min="0" max="400" />
        </span>
        <span class="row">
          <label for="faster">Lead time with express service</label>
          <input id="faster" v-model="faster" type="number" min="0" max="400" placeholder="none" />
          <label for="fee">for</label>
          <input id="fee" v-model="fee" class="wide" maxlength="40" placeholder="40 EUR" :disabled="faster === ''" />
        </span>
        <span class="row">
          <label for="version">Version of a title</label>
          <select id="version" v-model="version">
            <option value="PARENTHESES">Slack Water (Live)</option>
            <option value="DASH">Slack Water – Live</option>
            <option value="APART">in a field of its own</option>
          </select>
        </span>
        <label class="tick">
          <input v-model="featuredInTitle" type="checkbox" /> Featured artists go into the title
        </label>
        <template v-if="chosen.passesOn">
          <label for="outlets">Outlets, one per line; chosen for each release</label>
          <textarea
            id="outlets"
            v-model="outlets"
            class="form-control form-control-sm"
            rows="3"
            placeholder="none yet"
          />
        </template>
        <details>
          <summary>Files, limits, countries, genres</summary>
          <label for="recipe">File formats it accepts</label>
          <select id="recipe" v-model="recipe" class="form-select form-select-sm">
            <option value="">none</option>
            <option v-for="each in recipes ?? []" :key="each.id" :value="each.id">{{ each.name }}</option>
          </select>
          <span class="row">
            <label for="longest">Maximum title length</label>
            <input id="longest" v-model="longestTitle" type="number" min="1" max="1000" placeholder="any" />
          </span>
          <label for="sells">Countries it sells in</label>
          <BFormInput id="sells" v-model="sells" size="sm" placeholder="all, or DE, AT, CH" autocomplete="off" />
          <label for="genres">Its genre names, one per line</label>
          <textarea
            id="genres"
            v-model="genres"
            class="form-control form-control-sm"
            rows="2"
            placeholder="Folk = Singer-songwriter"
          />
        </details>
        <label class="tick"> <input v-model="usual" type="checkbox" /> A default destination of every release </label>
        <p class="quiet last">
          It starts with the rules common to destinations of this kind; they can be adjusted later.
        </p>
      </template>
      <div class="dialog-end">
        <label class="act aside"
          >Import from a file…<input
            class="hidden-text"
            type="file"
            accept=".yaml,.yml"
            :disabled="busy"
            @change="read"
        /></label>
        <button class="act" type="button" @click="open = false">Cancel</button>
        <BButton type="submit" variant="primary" :disabled="busy || !chosen || !name.trim()">Add</BButton>
      </div>
    </BForm>
  </BModal>
</template>

<style scoped>
form > label:not(.tick) {
  display: block;
  margin-top: var(--space-4);
}
details {
  margin-top: var(--space-4);
}
details label {
  display: block;
  margin-top: var(--space-3);
}
.row {
  display: flex;
  align-items: center;
  gap: var(--space-3);
  margin-top: var(--space-4);
}
.row input {
  width: 84px;
}
.row .wide {
  width: 120px;
}
input[type='number'],
.row input,
.row select {
  height: 28px;
  padding: 0 var(--space-2);
  border: 1px solid var(--line);
  background: var(--card);
  color: var(--ink);
}
.tick {
  display: block;
  margin-top: var(--space-4);
}
.last {
  margin-top: var(--space-4);
}
.problem {
  color: var(--stop);
}
</style>
