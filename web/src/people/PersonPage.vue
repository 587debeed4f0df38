<script setup lang="ts">
/** Somebody: facts to edit, where they appear, who may be the same. */
import { ref } from 'vue'
import { api, got } from '../api/client'
import { useSession } from '../api/session'
import type { MergeLine, PersonFact, PersonView } from '../api/types'
import ErrorNote from '../kit/ErrorNote.vue'
import Mark from '../kit/Mark.vue'
import TypeAhead from '../kit/TypeAhead.vue'
import { useLoad } from '../kit/useLoad'
import { findPeople } from './find'
import MergeDialog from './MergeDialog.vue'

const props = defineProps<{ id: number }>()
const emit = defineEmits<{ changed: [] }>()
const session = useSession()
const params = () => ({ path: { id: props.id } })
const {
  value: person,
  problem,
  load: look,
  attempt,
} = useLoad<PersonView>(() => got(api.GET('/api/people/{id}', { params: params() })))
const merging = ref<{ id: number; name: string; lines: MergeLine[] } | null>(null)
const other = ref('')
/** Dismiss a moment ago, and can be brought back from here. */
const away = ref(false)

const run = (asked: Promise<{ data?: PersonView }>) =>
  attempt(async () => {
    person.value = await got(asked)
    emit('changed')
  })
function put(fact: PersonFact, event: Event) {
  const typed = (event.target as HTMLInputElement).value.trim() || null
  if (typed !== (fact.value ?? null))
    void run(
      api.POST('/api/people/{id}/changes', {
        params: params(),
        body: { field: fact.field, before: fact.value, after: typed },
      }),
    )
}
const undo = (way: 'undo' | 'redo') =>
  attempt(async () => {
    await got<unknown>(way === 'undo' ? api.POST('/api/people/undo') : api.POST('/api/people/redo'))
    await look()
    emit('changed')
  })
const shelve = (back: boolean) =>
  attempt(async () => {
    await got<unknown>(
      back
        ? api.POST('/api/people/{id}/restore', { params: params() })
        : api.DELETE('/api/people/{id}', { params: params() }),
    )
    away.value = !back
    emit('changed')
  })
const preview = (id: number, name: string) =>
  attempt(async () => {
    const lines = await got(api.GET('/api/people/{id}/merge', { params: { path: { id }, query: { into: props.id } } }))
    merging.value = { id, name, lines }
  })
async function previewTyped() {
  const found = await got(api.GET('/api/people/find', { params: { query: { typed: other.value } } })).catch(() => [])
  const exact = found.find((each) => each.name === other.value.trim())
  if (exact) await preview(exact.id, exact.name)
  else problem.value = `There is no “${other.value}”. Choose a name from the list.`
}
async function merge() {
  const from = merging.value!.id
  merging.value = null
  other.value = ''
  try {
    person.value = await got(
      api.POST('/api/people/{id}/merge', { params: { path: { id: from } }, body: { into: props.id } }),
    )
    emit('changed')
  } catch (failure) {
    problem.value = (failure as Error).message
  }
}
const readOnly = session.who?.role === 'reader'
</script>

<template>
  <section class="person" aria-label="Person">
    <ErrorNote :says="problem" @close="problem = ''" />
    <p v-if="!person" class="quiet">Looking up…</p>
    <p v-else-if="away" role="status">
      {{ person.name }} is hidden from all lists; nothing else changed.
      <button class="act" type="button" @click="shelve(true)">Restore</button>
    </p>
    <template v-else>
      <header>
        <h2>{{ person.name }}</h2>
        <span v-if="person.groups.length" class="quiet">member of {{ person.groups.join(', ') }}</span>
        <span class="push" />
        <template v-if="!readOnly">
          <button
            class="act"
            type="button"
            :disabled="!person.stack.undo"
            :title="person.stack.undo ?? undefined"
            @click="undo('undo')"
          >
            Undo
          </button>
          <button
            class="act"
            type="button"
            :disabled="!person.stack.redo"
            :title="person.stack.redo ?? undefined"
            @click="undo('redo')"
          >
            Redo
          </button>
          <button
            v-if="!person.appears.length && !person.groups.length"
            class="act"
            type="button"
            title="This name is not used anywhere. It can be restored later."
            @click="shelve(false)"
          >
            Dismiss
          </button>
        </template>
      </header>
      <div class="facts">
        <label v-for="fact in person.facts" :key="fact.field" :title="fact.help">
          <span>{{ fact.name }}</span>
          <select v-if="fact.words.length" :value="fact.value ?? ''" :disabled="readOnly" @change="put(fact, $event)">
            <option value=""></option>
            <option v-for="word in fact.words" :key="word" :value="word">{{ word }}</option>
          </select>
          <input
            v-else
            :value="fact.type === 'members' ? (fact.value ?? '') : (fact.shown ?? '')"
            :disabled="readOnly"
            :class="{ mono: ['ipi', 'isni'].includes(fact.type) }"
            @change="put(fact, $event)"
          />
          <span v-if="fact.problem" class="wrong"><Mark weight="risk" /> {{ fact.problem }}</span>
        </label>
      </div>
      <div v-if="!readOnly" class="same">
        <h3>Possible duplicates</h3>
        <p v-for="each in person.alike" :key="each.id">
          {{ each.name }} <span class="quiet">{{ each.why }}</span>
          <button class="act" type="button" @click="preview(each.id, each.name)">Merge into this one…</button>
        </p>
        <form class="other" @submit.prevent="previewTyped">
          <TypeAhead
            v-model="other"
            label="Another person"
            :find="findPeople"
            placeholder="Another person…"
            @enter="previewTyped"
          />
        </form>
      </div>
      <p v-if="!person.appears.length" class="quiet unused">Not on any release, track or work.</p>
      <h3 v-else>Appears in {{ person.appears.length }} {{ person.appears.length === 1 ? 'place' : 'places' }}</h3>
      <ul>
        <li v-for="(each, i) in person.appears" :key="i">
          <RouterLink :to="`/releases/${each.release}/sheet?at=${each.track}.${each.column}`">{{
            each.title
          }}</RouterLink>
          <span class="quiet">{{ each.track ? `track ${each.track}` : 'release' }}</span>
          <span>{{ each.says }}</span>
        </li>
      </ul>
    </template>
    <MergeDialog
      v-if="merging && person"
      :from="merging.name"
      :into="person.name"
      :lines="merging.lines"
      @merge="merge"
      @close="merging = null"
    />
  </section>
</template>

<style scoped>
.person {
  padding: var(--space-6) var(--space-7);
  overflow: auto;
  background: var(--card);
}
header {
  display: flex;
  gap: var(--space-5);
  align-items: baseline;
}
h2 {
  margin: 0;
  font-size: var(--type-title);
}
h3 {
  margin: var(--space-6) 0 var(--space-2);
}
.unused {
  margin: var(--space-5) 0 0;
}
.push {
  flex: 1;
}
.facts {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--space-3) var(--space-6);
  margin-top: var(--space-5);
}
label {
  font-size: var(--type-note);
  color: var(--quiet);
}
input,
select {
  display: block;
  width: 100%;
  height: 28px;
  padding: 0 var(--space-2);
}
.wrong {
  color: var(--risk);
}
.same p {
  margin: 0;
}
.same .act {
  margin-left: var(--space-4);
}
.other {
  width: 260px;
  margin-top: var(--space-2);
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 220px 80px 1fr;
  gap: var(--space-5);
  padding: var(--space-2) 0;
  border-bottom: 1px solid var(--line);
  font-size: var(--type-row);
}
</style>
