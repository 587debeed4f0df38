<script setup lang="ts">
/** Who changed or sent what, when, and what was answered: newest first, by release and by person, with before and after. */
import { computed, onMounted, onUnmounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, got } from '../api/client'
import { useSession } from '../api/session'
import type { Deed, Undoable } from '../api/types'
import { moment } from '../kit/dates'
import { soon } from '../kit/soon'
import { toggled } from '../kit/toggled'

const session = useSession()
const route = useRoute()
const router = useRouter()
const deeds = ref<Deed[] | null>(null)
const people = ref<string[]>([])
const next = ref(0)
const problem = ref('')
const open = ref<Set<number>>(new Set())
const release = computed(() => Number(route.query.release ?? 0))
const who = computed(() => String(route.query.who ?? ''))

async function load(before = 0) {
  try {
    const page = await got(
      api.GET('/api/activity', { params: { query: { release: release.value, who: who.value, before } } }),
    )
    deeds.value = before ? [...(deeds.value ?? []), ...page.deeds] : page.deeds
    people.value = page.people
    next.value = page.next
    problem.value = ''
  } catch (failure) {
    problem.value = (failure as Error).message
  }
}
watch([release, who], () => load())
const again = soon(() => load())
const stops = ['release', 'people', 'delivery'].map((kind) => session.on(kind, again.ask))
onMounted(() => load())
onUnmounted(() => (again.cancel(), stops.forEach((stop) => stop())))
/** What taking an earlier deed back would change: looked at first, then done. */
const looked = ref<Undoable | null>(null)
async function look(id: number) {
  try {
    looked.value = await got(api.GET('/api/activity/{batch}/undo', { params: { path: { batch: id } } }))
    problem.value = ''
  } catch (failure) {
    problem.value = (failure as Error).message
  }
}
async function takeBack(id: number) {
  try {
    await got(api.POST('/api/activity/{batch}/undo', { params: { path: { batch: id } } }))
    problem.value = ''
    await load()
  } catch (failure) {
    problem.value = (failure as Error).message
  } finally {
    looked.value = null
  }
}
const pick = (query: Record<string, string | number>) => router.replace({ query: { ...route.query, ...query } })
const mayEdit = computed(() => session.who?.role !== 'reader')
const WAYS: Record<string, string> = { edit: '', undo: 'taken back: ', redo: 'done again: ' }
</script>

<template>
  <div class="screen">
    <div class="title">
      <h1>Activity</h1>
      <label>
        By
        <select :value="who" @change="pick({ who: ($event.target as HTMLSelectElement).value })">
          <option value="">everybody</option>
          <option v-for="name in people" :key="name" :value="name">{{ name }}</option>
        </select>
      </label>
      <button v-if="release" class="act" type="button" @click="pick({ release: 0 })">All releases</button>
    </div>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-if="!deeds" class="quiet">Looking up what was done…</p>
    <p v-else-if="!deeds.length" class="quiet">
      Nothing was done yet. Every change will stand here, with before and after.
    </p>
    <ol v-else>
      <li v-for="deed in deeds" :key="deed.id" :class="{ undone: deed.undone }">
        <button type="button" class="deed" :aria-expanded="open.has(deed.id)" @click="open = toggled(open, deed.id)">
          <span class="quiet at">{{ moment(deed.at) }}</span>
          <span class="who">{{ deed.who }}</span>
          <span class="says">{{ WAYS[deed.kind] }}{{ deed.says }}</span>
          <span class="quiet">{{ deed.source }}</span>
          <span v-if="deed.kind !== 'delivery'" class="quiet">{{
            deed.facts.length + deed.more === 1 ? '1 fact' : `${deed.facts.length + deed.more} facts`
          }}</span>
        </button>
        <RouterLink
          v-if="deed.release"
          :to="`/releases/${deed.release}/${deed.kind === 'delivery' ? 'send' : 'sheet'}`"
          >{{ deed.title }}</RouterLink
        >
        <RouterLink v-else to="/people">{{ deed.title }}</RouterLink>
        <table v-if="open.has(deed.id)" class="narrow">
          <tbody>
            <tr v-for="(fact, i) in deed.facts" :key="i">
              <td class="quiet">{{ fact.where }}</td>
              <td>{{ fact.before ?? '' }}</td>
              <td>
                <b>{{ fact.after ?? 'emptied' }}</b>
              </td>
            </tr>
            <tr v-if="deed.more">
              <td colspan="3" class="quiet">and {{ deed.more }} more</td>
            </tr>
          </tbody>
        </table>
        <div v-if="open.has(deed.id) && deed.kind === 'edit' && !deed.undone && mayEdit" class="back">
          <template v-if="looked?.id === deed.id">
            <p v-for="(each, i) in looked.changes" :key="i">
              {{ each.field }}, {{ each.where }}: {{ each.now || 'empty' }} becomes
              <b>{{ each.restored || 'empty' }}</b>
              <template v-if="each.standsInTheWay"> · changed since, so it would stay as it is now</template>
            </p>
            <button class="act" type="button" @click="takeBack(deed.id)">Take it back</button>
            <button class="act" type="button" @click="looked = null">Leave it</button>
          </template>
          <button v-else class="act" type="button" @click="look(deed.id)">Take back…</button>
        </div>
      </li>
    </ol>
    <button v-if="next" class="act" type="button" @click="load(next)">Earlier</button>
  </div>
</template>

<style scoped>
.title {
  display: flex;
  gap: var(--space-6);
  align-items: baseline;
  padding-bottom: var(--space-4);
  border-bottom: 1px solid var(--ink);
}
h1 {
  margin: 0 auto 0 0;
}
select {
  height: 28px;
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--card);
  color: var(--ink);
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 1fr 230px;
  gap: var(--space-5);
  align-items: baseline;
  border-bottom: 1px solid var(--line);
}
.deed {
  display: grid;
  grid-template-columns: 110px 150px 1fr 170px 70px;
  gap: var(--space-5);
  min-height: 32px;
  padding: var(--space-2) 0;
  border: 0;
  background: none;
  color: var(--ink);
  text-align: left;
}
.deed > * {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.undone .says {
  text-decoration: line-through;
}
table {
  grid-column: 1 / 3;
  margin: 0 0 var(--space-4) 122px;
  font-size: var(--type-row);
}
td {
  padding: var(--space-1) var(--space-5) var(--space-1) 0;
  vertical-align: top;
  white-space: pre-wrap;
}
.problem {
  color: var(--stop);
}
.back {
  grid-column: 1 / -1;
  padding: var(--space-2) 0 var(--space-4);
}
.back p {
  margin: 0 0 var(--space-2);
}
.back .act {
  margin-right: var(--space-6);
}
</style>
