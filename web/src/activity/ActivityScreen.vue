<script setup lang="ts">
/** Who changed or sent what, when, and what was answered: newest first, in one line what was done in one go. */
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, got } from '../api/client'
import { useSession } from '../api/session'
import type { ActivityView } from '../api/types'
import LoadingLine from '../kit/LoadingLine.vue'
import { useLoad } from '../kit/useLoad'
import SittingRow from './SittingRow.vue'

const session = useSession()
const route = useRoute()
const router = useRouter()
const text = (name: string) => String(route.query[name] ?? '')
const asked = computed(() => ({
  release: Number(route.query.release ?? 0),
  who: text('who'),
  field: text('field'),
  source: text('source'),
  day: text('day'),
}))
const narrowed = computed(() => Object.values(asked.value).some(Boolean))

const part = (before: number) => got(api.GET('/api/activity', { params: { query: { ...asked.value, before } } }))
const {
  value: page,
  problem,
  failed,
  load,
  take,
  attempt,
} = useLoad<ActivityView>(() => part(0), {
  announced: { release: 'always', people: 'always', delivery: 'always' },
  when: () => JSON.stringify(asked.value),
})
const earlier = (shown: ActivityView) =>
  attempt(async () => {
    const next = await part(shown.next)
    // what is shown meanwhile may be another list
    if (page.value === shown) take({ ...next, sittings: [...shown.sittings, ...next.sittings] })
  })
const pick = (name: string, event: Event) =>
  router.replace({
    query: { ...route.query, [name]: (event.target as HTMLInputElement | HTMLSelectElement).value || undefined },
  })
const readOnly = computed(() => session.who?.role === 'reader')
</script>

<template>
  <div class="screen">
    <div class="title">
      <h1>Activity</h1>
      <button v-if="narrowed" class="act" type="button" @click="router.replace({ query: {} })">Show all</button>
    </div>
    <div v-if="page" class="narrowing">
      <label>
        By
        <select :value="asked.who" @change="pick('who', $event)">
          <option value="">everyone</option>
          <option v-for="name in page.people" :key="name" :value="name">{{ name }}</option>
        </select>
      </label>
      <label>
        Fact
        <select :value="asked.field" @change="pick('field', $event)">
          <option value="">any</option>
          <option v-for="field in page.fields" :key="field.id" :value="field.id">{{ field.name }}</option>
        </select>
      </label>
      <label>
        From
        <select :value="asked.source" @change="pick('source', $event)">
          <option value="">anywhere</option>
          <option v-for="source in page.sources" :key="source.id" :value="source.id">{{ source.name }}</option>
        </select>
      </label>
      <label>
        On
        <input type="date" :value="asked.day" @change="pick('day', $event)" />
      </label>
    </div>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <LoadingLine v-if="!page" what="activity" :failed="failed" @again="load" />
    <p v-else-if="!page.sittings.length && narrowed" class="quiet">No changes match this filter.</p>
    <p v-else-if="!page.sittings.length" class="quiet">
      No changes yet. Every change is listed here with its old and new value.
    </p>
    <ol v-else>
      <SittingRow
        v-for="sitting in page.sittings"
        :key="sitting.deeds.at(-1)!.id"
        :sitting="sitting"
        :read-only="readOnly"
        @taken-back="load()"
        @problem="problem = $event"
      />
    </ol>
    <button v-if="page?.next" class="act" type="button" @click="earlier(page)">Earlier</button>
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
.narrowing {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3) var(--space-6);
  padding: var(--space-4) 0;
  border-bottom: 1px solid var(--line);
}
label {
  display: flex;
  gap: var(--space-3);
  align-items: center;
}
select,
input {
  height: 28px;
  max-width: 220px;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
.problem {
  color: var(--stop);
}
</style>
