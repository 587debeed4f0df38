<script setup lang="ts">
/** Spoken series: facts, the one lasting feed with what it holds, and where a new episode begins. */
import { BButton } from 'bootstrap-vue-next'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, got, send } from '../api/client'
import { useSession } from '../api/session'
import type { SeriesFact, SeriesView } from '../api/types'
import LoadingLine from '../kit/LoadingLine.vue'
import ErrorNote from '../kit/ErrorNote.vue'
import { day } from '../kit/dates'
import { useLoad } from '../kit/useLoad'

const session = useSession()
const router = useRouter()
const {
  value: all,
  problem,
  failed,
  load,
  attempt,
} = useLoad<SeriesView[]>(() => got(api.GET('/api/series')), { announced: { delivery: 'always', people: 'elsewhere' } })
const title = ref('')
const readOnly = () => session.who?.role === 'reader'

const begin = () =>
  attempt(async () => {
    all.value = await got(api.POST('/api/series', { body: { title: title.value } }))
    title.value = ''
  })
const changed = (fresh: SeriesView) => (all.value = all.value!.map((each) => (each.id === fresh.id ? fresh : each)))
function put(of: SeriesView, fact: SeriesFact, event: Event) {
  const after = (event.target as HTMLInputElement).value.trim() || null
  if (after === (fact.value ?? null)) return
  void attempt(async () => {
    const body = { field: fact.field, before: fact.value, after }
    changed(await got(api.POST('/api/series/{id}/changes', { params: { path: { id: of.id } }, body })))
  })
}
function picture(of: SeriesView, event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (file) void attempt(async () => void changed(await send<SeriesView>(`/api/series/${of.id}/cover`, file, () => {})))
}
const next = (of: SeriesView) =>
  attempt(async () => {
    const begun = await got(api.POST('/api/series/{id}/episodes', { params: { path: { id: of.id } } }))
    await router.push(`/releases/${begun.release}/sheet`)
  })
const numbers = (each: { season: number; number: number }) =>
  each.season ? `season ${each.season}, ${each.number}` : String(each.number)
</script>

<template>
  <div class="screen">
    <div class="title">
      <h1>Series</h1>
      <form v-if="!readOnly()" @submit.prevent="begin">
        <input v-model="title" placeholder="Title of a new series…" aria-label="Title of a new series" />
        <button class="act" type="submit" :disabled="!title.trim()">Add</button>
      </form>
    </div>
    <ErrorNote :says="problem" @close="problem = ''" />
    <LoadingLine v-if="!all" what="series" :failed="failed" @again="load" />
    <p v-else-if="!all.length" class="quiet">
      No series yet. Name one here, or type its title into “Series” of a spoken episode.
    </p>
    <section v-for="of in all" :key="of.id" :aria-label="of.title">
      <header>
        <img v-if="of.cover" :src="`/api/files/${of.cover}/picture?side=160`" alt="" />
        <span v-else class="none">no picture</span>
        <div>
          <h2>{{ of.title }}</h2>
          <p class="mono">{{ of.feed }}</p>
          <p class="quiet">Directories are given this address once; it stays the same if the server moves.</p>
        </div>
        <template v-if="!readOnly()">
          <label class="act pick"
            >Picture…<input class="hidden-text" type="file" accept="image/*" @change="picture(of, $event)"
          /></label>
          <BButton variant="primary" size="sm" @click="next(of)">New episode</BButton>
        </template>
      </header>
      <div class="facts">
        <label v-for="fact in of.facts" :key="fact.field" :title="fact.help">
          <span>{{ fact.name }}</span>
          <input :value="fact.value ?? ''" :disabled="readOnly()" @change="put(of, fact, $event)" />
        </label>
      </div>
      <h3>{{ of.episodes.length === 1 ? '1 episode' : `${of.episodes.length} episodes` }} in the feed</h3>
      <p v-if="!of.episodes.length" class="quiet">Episodes appear here once a directory has accepted them.</p>
      <ol>
        <li v-for="(each, i) in of.episodes" :key="i">
          <span class="number">{{ numbers(each) }}</span> <b>{{ each.title }}</b>
          <span class="quiet">{{ day(each.published) }}</span>
        </li>
      </ol>
    </section>
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
.title form {
  display: flex;
  gap: var(--space-5);
  align-items: baseline;
}
section {
  padding: var(--space-6) 0;
  border-bottom: 1px solid var(--line);
}
header {
  display: flex;
  gap: var(--space-6);
  align-items: flex-start;
}
header > div {
  flex: 1;
  min-width: 0;
}
header img,
.none {
  display: grid;
  place-items: center;
  width: 72px;
  height: 72px;
  border: 1px solid var(--line);
  color: var(--quiet);
  font-size: var(--type-small);
}
h2 {
  margin: 0;
}
h3 {
  margin: var(--space-5) 0 var(--space-2);
}
p {
  margin: 0;
  overflow-wrap: anywhere;
}
.facts {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--space-2) var(--space-7);
  margin-top: var(--space-5);
}
.facts label {
  display: grid;
  grid-template-columns: 110px 1fr;
  align-items: center;
}
input {
  height: 28px;
  padding: 0 var(--space-3);
}
.pick {
  cursor: pointer;
}
.pick:focus-within {
  outline: 2px solid var(--madder);
}
ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  gap: var(--space-6);
  padding: var(--space-1) 0;
}
.number {
  min-width: 90px;
}
</style>
