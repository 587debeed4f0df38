<script setup lang="ts">
/** Names and words that are probably the same: made one, or said to be different. */
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, got } from '../../api/client'
import { useSession } from '../../api/session'
import type { FamilyView, Stack } from '../../api/types'
import ErrorNote from '../../kit/ErrorNote.vue'
import { moment } from '../../kit/dates'
import LoadingLine from '../../kit/LoadingLine.vue'
import { useLoad } from '../../kit/useLoad'
import CatalogueTabs from '../CatalogueTabs.vue'
import FamilyBlock from './FamilyBlock.vue'
import { KINDS } from './kinds'

const session = useSession()
const route = useRoute()
const router = useRouter()
const readOnly = computed(() => session.who?.role === 'reader')
const kind = computed(() => (typeof route.query.kind === 'string' ? route.query.kind : ''))
const apart = ref(false)
const stack = ref<Stack>({ undo: null, redo: null })
const { value, problem, failed, load, attempt } = useLoad(
  async () => {
    stack.value = await got(api.GET('/api/catalogue/stack'))
    return got(api.GET('/api/families', { params: { query: kind.value ? { kind: kind.value } : {} } }))
  },
  { announced: { people: 'elsewhere', standing: 'always', families: 'elsewhere' }, when: kind },
)
const all = computed(() => value.value?.kinds.reduce((sum, each) => sum + each.families, 0) ?? 0)
const spellings = computed(() => value.value?.kinds.reduce((sum, each) => sum + each.spellings, 0) ?? 0)
const shown = computed(() => value.value?.kinds.filter((each) => each.families || each.id === kind.value) ?? [])
const go = (to: string) => router.push({ path: '/catalogue/families', query: to ? { kind: to } : {} })
const keyOf = (family: FamilyView) => `${family.kind} ${family.members.map((each) => each.id).join(' ')}`
const number = (count: number) => count.toLocaleString('en')

const back = (way: 'undo' | 'redo') =>
  attempt(async () => {
    stack.value = await got(way === 'undo' ? api.POST('/api/catalogue/undo') : api.POST('/api/catalogue/redo'))
    await load()
  })
const withdraw = (id: number) =>
  attempt(async () => {
    await got(api.DELETE('/api/families/apart/{id}', { params: { path: { id } } }))
    await load()
  })
</script>

<template>
  <section class="families" aria-label="Spelling families">
    <div class="title">
      <CatalogueTabs here="families" />
      <span class="undo">
        <button v-if="stack.undo" class="act" type="button" @click="back('undo')">Undo {{ stack.undo }}</button>
        <button v-if="stack.redo" class="act" type="button" @click="back('redo')">Redo {{ stack.redo }}</button>
      </span>
    </div>
    <ErrorNote :says="problem" @close="problem = ''" />
    <LoadingLine
      v-if="!value"
      what="what was compared"
      doing="Comparing all names and words of the catalogue"
      :failed="failed"
      @again="load"
    />
    <template v-if="value">
      <div class="kinds" role="group" aria-label="Kinds">
        <button type="button" :aria-pressed="!kind" @click="go('')">All {{ number(all) }}</button>
        <button
          v-for="each in shown"
          :key="each.id"
          type="button"
          :aria-pressed="kind === each.id"
          @click="go(each.id)"
        >
          {{ KINDS[each.id]?.many }} {{ number(each.families) }}
        </button>
        <button v-if="value.apart.length" type="button" class="apart" :aria-pressed="apart" @click="apart = !apart">
          {{ number(value.apart.length) }} marked as different
        </button>
      </div>
      <ul v-if="apart && value.apart.length" class="decided" aria-label="Marked as different">
        <li v-for="each in value.apart" :key="each.id">
          <span class="quiet">{{ KINDS[each.kind]?.many }}</span>
          <span
            ><b>{{ each.one }}</b> and <b>{{ each.other }}</b></span
          >
          <span class="quiet">{{ each.by }}, {{ moment(each.at) }}</span>
          <button v-if="!readOnly" class="act" type="button" @click="withdraw(each.id)">Withdraw</button>
        </li>
      </ul>
      <p v-if="!value.families.length" class="quiet">
        {{ number(spellings) }} names and words compared; no possible duplicates.
      </p>
      <FamilyBlock
        v-for="family in value.families"
        :key="keyOf(family)"
        :family="family"
        :read-only="readOnly"
        @stack="stack = $event"
        @changed="load"
      />
      <p v-if="value.total > value.families.length" class="quiet">
        {{ number(value.total - value.families.length) }} more families; they appear as these are resolved.
      </p>
    </template>
  </section>
</template>

<style scoped>
.families {
  padding: var(--space-6) var(--space-7);
}
.title {
  display: flex;
  gap: var(--space-5);
  align-items: baseline;
}
.undo {
  display: flex;
  gap: var(--space-5);
}
.kinds {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-6);
  margin-top: var(--space-4);
  padding-bottom: var(--space-2);
  border-bottom: 1px solid var(--ink);
}
.kinds button {
  min-height: 24px;
  padding: 0;
  color: var(--quiet);
  background: none;
  border: 0;
}
.kinds button[aria-pressed='true'] {
  color: var(--ink);
  font-weight: 600;
}
.kinds .apart {
  margin-left: auto;
}
.decided {
  margin: 0;
  padding: 0;
  list-style: none;
}
.decided li {
  display: grid;
  grid-template-columns: 104px 1fr auto auto;
  gap: var(--space-5);
  padding: var(--space-2) 0;
  border-bottom: 1px solid var(--line);
}
</style>
