<script setup lang="ts">
/** The captions of a web form, typed once in its order: which fact goes into each, and how it is written there. */
import { BButton } from 'bootstrap-vue-next'
import { computed, nextTick, ref } from 'vue'
import { api, got } from '../api/client'
import { useSession } from '../api/session'
import type { CaptionChoices, CaptionTyped, DestinationView } from '../api/types'
import ErrorNote from '../kit/ErrorNote.vue'
import { useLoad } from '../kit/useLoad'
import { linesOf, usual, wordsOf, wordsText } from './captions'

const props = defineProps<{ destination: DestinationView }>()
const emit = defineEmits<{ saved: [] }>()
const session = useSession()
const path = { params: { path: { id: props.destination.id } } }
const { value: choices } = useLoad<CaptionChoices>(() => got(api.GET('/api/destinations/captions')))
const {
  value: captions,
  problem,
  attempt,
} = useLoad<CaptionTyped[]>(async () => (await got(api.GET('/api/destinations/{id}/captions', path))).map(usual))
const pasted = ref('')
const saved = ref('')
const open = ref(-1)
const facts = (per: string) => (choices.value?.facts ?? []).filter((fact) => fact.per.includes(per))
const mayWrite = computed(() => session.who?.role === 'manager')
const parts = computed(() => choices.value?.choices)
/** Facts whose writing can be chosen; the others are written as they stand. */
const written = computed(() => parts.value && (['date', 'names', 'list', 'time'] as const))

function move(from: number, by: number) {
  const list = captions.value!
  const [one] = list.splice(from, 1)
  list.splice(from + by, 0, one!)
  open.value = -1
}
async function add(names: string[]) {
  const fresh = names.map((caption) => usual({ caption, fact: guess(caption) } as CaptionTyped))
  captions.value = [...(captions.value ?? []), ...fresh]
  pasted.value = ''
  await nextTick()
  document.querySelector<HTMLElement>('.captions tr.line:last-of-type select')?.focus()
}
/** A fact of the same name is what is meant more often than not. */
function guess(caption: string) {
  const plain = (text: string) => text.toLowerCase().replace(/[^a-z]/g, '')
  const named = facts('release').find((fact) => plain(fact.name.replace(/\(.*/, '')) === plain(caption))
  return named?.id ?? ''
}
const lines = computed(() => linesOf(pasted.value))

async function save() {
  saved.value = ''
  const done = await attempt(async () => {
    captions.value = (await got(api.PUT('/api/destinations/{id}/captions', { ...path, body: captions.value! }))).map(
      usual,
    )
  })
  if (!done) return
  saved.value = 'Saved.'
  emit('saved')
}
</script>

<template>
  <section class="form">
    <header>
      <h3>Captions of the form</h3>
      <span class="quiet">{{ captions?.length ? `${captions.length}, in the form's order` : 'none yet' }}</span>
    </header>
    <ErrorNote :says="problem" @close="problem = ''" />
    <table v-if="captions?.length && choices" class="captions">
      <thead>
        <tr>
          <th>Caption</th>
          <th>Asked per</th>
          <th>What goes into it</th>
          <th>Is</th>
          <th>At most</th>
          <th>Needed</th>
          <th v-if="mayWrite"><span class="hidden-text">Change</span></th>
        </tr>
      </thead>
      <tbody v-for="(caption, i) in captions" :key="i">
        <tr class="line">
          <td><input v-model="caption.caption" aria-label="Caption" maxlength="100" :disabled="!mayWrite" /></td>
          <td>
            <select v-model="caption.per" :aria-label="`${caption.caption}: asked per`" :disabled="!mayWrite">
              <option v-for="per in choices.choices.per" :key="per" :value="per">{{ per }}</option>
            </select>
          </td>
          <td>
            <select v-model="caption.fact" :aria-label="`${caption.caption}: what goes into it`" :disabled="!mayWrite">
              <option value="" disabled>choose…</option>
              <option v-for="fact in facts(caption.per!)" :key="fact.id" :value="fact.id">{{ fact.name }}</option>
            </select>
          </td>
          <td>
            <select v-model="caption.entered" :aria-label="`${caption.caption}: is`" :disabled="!mayWrite">
              <option v-for="way in choices.choices.entered" :key="way" :value="way">{{ way }}</option>
            </select>
          </td>
          <td>
            <input
              v-model.number="caption.limit"
              class="number"
              type="number"
              min="0"
              max="100000"
              :aria-label="`${caption.caption}: characters at most, 0 for any`"
              :disabled="!mayWrite"
            />
          </td>
          <td>
            <input
              v-model="caption.needed"
              type="checkbox"
              :aria-label="`${caption.caption}: needed`"
              :disabled="!mayWrite"
            />
          </td>
          <td v-if="mayWrite" class="deeds">
            <button class="act" type="button" :aria-expanded="open === i" @click="open = open === i ? -1 : i">
              Writing
            </button>
            <button
              class="act"
              type="button"
              :disabled="i === 0"
              :aria-label="`${caption.caption} up`"
              @click="move(i, -1)"
            >
              ↑
            </button>
            <button
              class="act"
              type="button"
              :disabled="i === captions.length - 1"
              :aria-label="`${caption.caption} down`"
              @click="move(i, 1)"
            >
              ↓
            </button>
            <button class="act" type="button" :aria-label="`Remove ${caption.caption}`" @click="captions.splice(i, 1)">
              Remove
            </button>
          </td>
        </tr>
        <tr v-if="open === i && written">
          <td colspan="7" class="writing">
            <label v-for="key in written" :key="key"
              >{{ { date: 'Days', names: 'Names', list: 'Several', time: 'Times' }[key] }}
              <select v-model="caption[key]">
                <option v-for="word in choices.choices[key]" :key="word" :value="word">{{ word }}</option>
              </select>
            </label>
            <label
              >Shares
              <select v-model.number="caption.decimals">
                <option :value="2">50.00</option>
                <option :value="0">50</option>
              </select>
            </label>
            <label
              >Their words
              <input
                :value="wordsText(caption.words)"
                placeholder="yes = 1; no = 0"
                @change="caption.words = wordsOf(($event.target as HTMLInputElement).value)"
              />
            </label>
          </td>
        </tr>
      </tbody>
    </table>
    <template v-if="mayWrite">
      <label class="paste"
        >{{ captions?.length ? 'More captions' : 'Enter or paste the captions of the form' }}, one per line
        <textarea v-model="pasted" class="form-control form-control-sm" rows="3" />
      </label>
      <p class="end">
        <button class="act" type="button" :disabled="!lines.length" @click="add(lines)">
          Add {{ lines.length || '' }}
        </button>
        <BButton variant="primary" size="sm" :disabled="!captions" @click="save">Save captions</BButton>
        <span role="status">{{ saved }}</span>
      </p>
    </template>
  </section>
</template>

<style scoped>
.form {
  margin-top: var(--space-6);
}
header {
  display: flex;
  align-items: baseline;
  gap: var(--space-6);
  margin-bottom: var(--space-2);
  padding-bottom: var(--space-2);
  border-bottom: 1px solid var(--ink);
}
h3 {
  font:
    600 var(--type-text) Barlow,
    sans-serif;
  margin: 0;
}
table {
  width: 100%;
  font-size: var(--type-row);
}
th {
  text-align: left;
  font-weight: 500;
  color: var(--quiet);
  font-size: var(--type-note);
}
td {
  padding: var(--space-1) var(--space-3) var(--space-1) 0;
}
input:not([type='checkbox']),
select {
  height: 28px;
  max-width: 220px;
  padding: 0 var(--space-2);
  border: 1px solid var(--line);
  background: var(--card);
  color: var(--ink);
}
.number {
  width: 76px;
}
.deeds {
  white-space: nowrap;
}
.deeds .act {
  min-width: 24px;
  margin-right: var(--space-2);
}
.writing label {
  display: inline-block;
  margin: var(--space-1) var(--space-5) var(--space-4) 0;
  color: var(--quiet);
}
.paste {
  display: block;
  max-width: 480px;
  margin-top: var(--space-4);
}
.end {
  display: flex;
  align-items: center;
  gap: var(--space-5);
  margin: var(--space-3) 0 0;
}
</style>
