<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next'
import { ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, got } from '../api/client'
import { useSession } from '../api/session'
import type { Head, ReleaseList, Stands } from '../api/types'
import LoadingLine from '../kit/LoadingLine.vue'
import LookedOver from '../kit/LookedOver.vue'
import Cover from '../kit/Cover.vue'
import Mark from '../kit/Mark.vue'
import StandingWord from '../kit/StandingWord.vue'
import { day, distance } from '../kit/dates'
import { useParts } from '../kit/useParts'
import ReleaseShelf from './ReleaseShelf.vue'
import { placed } from './stands'
import NewRelease from './NewRelease.vue'

const session = useSession()
const route = useRoute()
const router = useRouter()
const { filter, list, shown, problem, failed, load, more } = useParts<ReleaseList, Head>(
  (part) => got(api.GET('/api/releases', { params: { query: part } })),
  (list) => list.releases,
  {
    standing: 'always',
    stands: unplaced,
  },
)
/** Puts what is announced in its place; whether the list has to be asked for instead. */
function unplaced(said: Record<string, unknown>): boolean {
  const fresh = list.value && placed(list.value, said as unknown as Stands, filter.value.trim() !== '')
  if (fresh) list.value = fresh
  return !fresh
}
const making = ref(false)
watch(
  () => route.query.new,
  (wanted) => wanted !== undefined && (making.value = true),
  { immediate: true },
)
watch(
  making,
  (open) => !open && route.name === 'releases' && route.query.new !== undefined && router.replace('/releases'),
)
</script>

<template>
  <div class="screen">
    <div class="title">
      <h1>Releases</h1>
      <input v-model="filter" type="search" placeholder="Title, artist, number…" aria-label="Filter releases" />
      <BButton v-if="session.who?.role !== 'reader'" variant="primary" size="sm" @click="making = true"
        >New release</BButton
      >
    </div>
    <p v-if="problem" role="alert" class="problem">{{ problem }}</p>
    <LoadingLine v-if="!list" what="releases" :failed="failed" @again="load" />
    <p v-else-if="!list.total && filter.trim()" class="quiet">No release matches “{{ filter }}”.</p>
    <p v-else-if="!list.total" class="quiet">
      {{ list.lookedOver ? '' : 'No releases yet. Create one with “New release”; the label’s defaults are filled in.' }}
    </p>
    <LookedOver :count="list?.lookedOver ?? 0" />
    <ul>
      <li v-for="head in shown" :key="head.id">
        <RouterLink :to="`/releases/${head.id}/sheet`">
          <Cover :head="head" :side="40" />
          <span class="what">
            <b>{{ head.title }}</b>
            <span class="quiet">{{
              [head.artists, head.kind, head.tracks === 1 ? '1 track' : `${head.tracks} tracks`]
                .filter(Boolean)
                .join(' · ')
            }}</span>
          </span>
          <span class="mono number">{{ head.catalogueNumber }}</span>
          <span class="date">
            <template v-if="head.date && head.days !== null"
              >{{ day(head.date) }}<span class="quiet"> {{ distance(head.days) }}</span></template
            >
            <span v-else class="quiet">no date</span>
          </span>
          <span class="stands">
            <span v-for="mark in head.marks" :key="mark.destination" class="stand">
              {{ mark.name }} <Mark :weight="mark.readiness" /> {{ mark.count || mark.says }}
              <span v-if="mark.count" class="hidden-text">{{ mark.says }}</span>
              <StandingWord :standing="mark.standing" />
            </span>
          </span>
        </RouterLink>
      </li>
    </ul>
    <p v-if="list && shown.length < list.total" class="quiet">
      {{ shown.length }} of {{ list.total }}.
      <button class="act" type="button" @click="more">Show more</button>
    </p>
    <ReleaseShelf @back="load" />
    <NewRelease v-model="making" :from="route.query.new === 'document' ? 'document' : ''" />
  </div>
</template>

<style scoped>
.title {
  display: flex;
  gap: var(--space-6);
  align-items: center;
  padding-bottom: var(--space-5);
  border-bottom: 1px solid var(--ink);
}
h1 {
  margin: 0;
}
input {
  flex: 1;
  max-width: 360px;
  height: 30px;
  margin-right: auto;
  padding: 0 var(--space-4);
}
.problem {
  color: var(--stop);
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li a {
  display: flex;
  align-items: center;
  gap: var(--space-5);
  padding: var(--space-3) 0;
  border-bottom: 1px solid var(--line);
  color: var(--ink);
  text-decoration: none;
}
li a:hover {
  background: var(--card);
}
.what {
  flex: 1;
  min-width: 0;
}
.what b {
  display: block;
  font:
    600 var(--type-text) Bitter,
    serif;
}
.number {
  width: 70px;
}
.date {
  width: 130px;
  font-size: var(--type-row);
}
.date .quiet {
  display: block;
}
.stands {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--space-6);
  width: 400px;
  font-size: var(--type-row);
}
.stand {
  white-space: nowrap;
}
p {
  margin-top: var(--space-6);
}
</style>
