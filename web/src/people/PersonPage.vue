<script setup lang="ts">
/** Somebody: names and identifiers, groups and members, who may be the same, everything they are on. Boxes come when edited. */
import { computed, ref } from 'vue'
import { api, got } from '../api/client'
import { useSession } from '../api/session'
import type { MergeLine, PersonFact, PersonView } from '../api/types'
import ErrorNote from '../kit/ErrorNote.vue'
import LoadingLine from '../kit/LoadingLine.vue'
import Mark from '../kit/Mark.vue'
import TypeAhead from '../kit/TypeAhead.vue'
import { within } from '../kit/words'
import { useLoad } from '../kit/useLoad'
import { findPeople } from './find'
import MergeDialog from './MergeDialog.vue'
import PersonFacts from './PersonFacts.vue'
import PersonReleases from './PersonReleases.vue'
import PersonYears from './PersonYears.vue'

const props = defineProps<{ id: number }>()
const emit = defineEmits<{ changed: [] }>()
const session = useSession()
const params = () => ({ path: { id: props.id } })
const {
  value: person,
  problem,
  failed,
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
const put = (fact: PersonFact, after: string | null) =>
  run(
    api.POST('/api/people/{id}/changes', {
      params: params(),
      body: { field: fact.field, before: fact.value, after },
    }),
  )
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
/** What is said above, or below in a line of years. */
const ELSEWHERE = ['party.name', 'party.kind', 'party.members']
const said = computed(() =>
  (person.value?.facts ?? []).filter(
    (each) => !ELSEWHERE.includes(each.field) && (each.value != null || each.asked || each.problem),
  ),
)
const kind = computed(() => person.value?.facts.find((each) => each.field === 'party.kind')?.value ?? '')
const CODES = ['ipi', 'isni']
/** The box in which one begins to edit; nothing is edited while it is empty. */
const editing = ref('')
const count = computed(() => (person.value?.releases ?? []).reduce((sum, each) => sum + each.places.length, 0))
</script>

<template>
  <section class="person" aria-label="Person">
    <ErrorNote :says="problem" @close="problem = ''" />
    <LoadingLine v-if="!person" what="this page" doing="Looking up" :failed="failed" @again="look" />
    <p v-else-if="away" role="status">
      {{ person.name }} is hidden from all lists; nothing else changed.
      <button class="act" type="button" @click="shelve(true)">Restore</button>
    </p>
    <template v-else>
      <header>
        <h2>{{ person.name }}</h2>
        <span v-if="kind && kind !== 'person'" class="quiet">{{ kind }}</span>
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
            v-if="!person.releases.length && !person.groups.length"
            class="act"
            type="button"
            title="This name is not used anywhere. It can be restored later."
            @click="shelve(false)"
          >
            Dismiss
          </button>
          <button class="btn btn-sm btn-line" type="button" @click="editing = editing ? '' : 'party.name'">
            {{ editing ? 'Done' : 'Edit' }}
          </button>
        </template>
      </header>
      <PersonFacts v-if="editing" :facts="person.facts" :first="editing" @put="put" />
      <dl v-else class="said">
        <template v-for="fact in said" :key="fact.field">
          <dt>{{ fact.name }}</dt>
          <dd>
            <template v-if="fact.value != null || fact.problem">
              <span :class="{ mono: CODES.includes(fact.type) }">{{ fact.shown ?? fact.value }}</span>
              <template v-if="CODES.includes(fact.type)">
                <Mark :weight="fact.problem ? 'risk' : 'ready'" />
                <span v-if="!fact.problem" class="quiet">check digits match</span>
              </template>
              <span v-if="fact.problem" class="wrong">{{ fact.problem }}</span>
            </template>
            <template v-else>
              <span class="quiet">not entered</span>
              <button v-if="!readOnly" class="act" type="button" @click="editing = fact.field">
                Add {{ within(fact.name) }}
              </button>
            </template>
          </dd>
        </template>
      </dl>
      <PersonYears v-if="person.members.length" :all="person.members" :year="person.year" says="Members" />
      <PersonYears v-if="person.groups.length" :all="person.groups" :year="person.year" says="Member of" />
      <div v-if="!readOnly && (person.alike.length || editing)" class="same">
        <h3>{{ person.alike.length ? 'Possible duplicates' : 'Merge with another person' }}</h3>
        <p v-for="each in person.alike" :key="each.id">
          {{ each.name }} <span class="quiet">{{ each.why }}</span>
          <button class="act" type="button" @click="preview(each.id, each.name)">Merge into this one…</button>
        </p>
        <form v-if="editing" class="other" @submit.prevent="previewTyped">
          <TypeAhead
            v-model="other"
            label="Another person"
            :find="findPeople"
            placeholder="Another person…"
            @enter="previewTyped"
          />
        </form>
      </div>
      <p v-if="!person.releases.length" class="quiet unused">Not on any release, track or work.</p>
      <template v-else>
        <h3>
          On {{ person.releases.length }} {{ person.releases.length === 1 ? 'release' : 'releases' }}
          <span class="quiet">{{ count }} {{ count === 1 ? 'place' : 'places' }}</span>
        </h3>
        <PersonReleases :releases="person.releases" />
      </template>
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
.said {
  display: grid;
  grid-template-columns: 180px 1fr;
  gap: var(--space-2) var(--space-5);
  margin: var(--space-5) 0 0;
  font-size: var(--type-row);
}
dt {
  font-weight: 400;
  color: var(--quiet);
}
dd {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--space-4);
  align-items: baseline;
  margin: 0;
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
h3 .quiet {
  margin-left: var(--space-3);
  font:
    400 var(--type-note) Barlow,
    sans-serif;
}
</style>
