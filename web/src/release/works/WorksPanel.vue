<script setup lang="ts">
/** Works: one card a composition. Below them, who has which part of each recording's income, and who can license it. */
import { api } from '../../api/client'
import type { FactCell, IncomeCard, PersonShare, WorkCard } from '../../api/types'
import ErrorNote from '../../kit/ErrorNote.vue'
import Mark from '../../kit/Mark.vue'
import { useOfRelease } from '../ofRelease'
import PermissionList from './PermissionList.vue'
import WorkCardView from './WorkCardView.vue'

const { release, view, problem, load, change } = useOfRelease((id) =>
  api.GET('/api/releases/{id}/works', { params: { path: { id } } }),
)

async function put(cell: FactCell, wanted: { after?: string | null; people?: PersonShare[] }, of: string) {
  await release.writeAll(
    [{ entity: cell.entity, target: cell.target, field: cell.field, before: cell.value, ...wanted }],
    `${cell.name} of ${of}`,
  )
  await load()
}
const write = (cell: FactCell, after: string | null, of: string) => put(cell, { after }, of)
/** The recordings of this work become recordings of the other one; its own facts stay where they are, for undo. */
async function same(work: WorkCard, other: number) {
  await release.writeAll(
    work.recorded.map((cell) => ({
      entity: cell.entity,
      target: cell.target,
      field: cell.field,
      before: cell.value!,
      after: String(other),
    })),
    `“${work.title}” is one work`,
  )
  await load()
}
function divide(income: IncomeCard, event: Event) {
  const typed = (event.target as HTMLInputElement).value.trim() || null
  if (typed !== (income.splits.value ?? null)) void write(income.splits, typed, `track ${income.track}`)
}
const equal = (work: number) =>
  change((id) => api.POST('/api/releases/{id}/works/{work}/equal', { params: { path: { id, work } } }))
</script>

<template>
  <div class="works">
    <ErrorNote :says="problem" @close="problem = null" />
    <p v-if="!view" class="quiet" role="status">Looking up the works…</p>
    <p v-else-if="!view.works.length" class="quiet">No track yet, so there is no work. Begin in the Sheet.</p>
    <template v-else>
      <WorkCardView
        v-for="work in view.works"
        :key="work.id"
        :work="work"
        :writer-roles="view.writerRoles"
        :publisher-roles="view.publisherRoles"
        :read-only="release.readOnly"
        @write="(cell, text) => write(cell, text, work.title)"
        @shares="(cell, people) => put(cell, { people }, work.title)"
        :others="view.works.filter((each) => each.id !== work.id)"
        @equal="equal(work.id)"
        @same="(other) => same(work, other)"
      />
      <PermissionList />
      <h2>Income of the recordings</h2>
      <p class="quiet">
        Who has which part: a name, what for, a share. Mira Tollgate: artist 60; Ninth Weir Records: label 40
      </p>
      <div v-for="income in view.incomes" :key="income.track" class="income">
        <span class="track"
          ><b>{{ income.track }}</b> {{ income.title }}</span
        >
        <input
          :value="income.splits.value ?? ''"
          :aria-label="`Income split of track ${income.track}`"
          :disabled="release.readOnly"
          @change="divide(income, $event)"
        />
        <span class="mono total">{{ income.total }}</span>
        <span :class="['verdict', { yes: income.oneStop }]">
          <Mark :weight="income.oneStop ? 'ready' : 'note'" />
          {{ income.oneStop ? 'One stop' : 'Not one stop' }}
          <span class="quiet reasons">{{ income.reasons.join('. ') }}.</span>
        </span>
      </div>
    </template>
  </div>
</template>

<style scoped>
.works {
  padding: var(--space-2) var(--space-6) var(--space-7);
}
h2 {
  margin: var(--space-6) 0 var(--space-1);
}
.income {
  display: grid;
  grid-template-columns: 150px 1fr 60px;
  gap: var(--space-1) var(--space-5);
  padding: var(--space-3) 0;
  border-bottom: 1px solid var(--line);
  font-size: var(--type-row);
}
.track {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
input {
  height: 26px;
  padding: 0 var(--space-2);
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--card);
  color: var(--ink);
}
.total {
  text-align: right;
}
.verdict {
  grid-column: 2 / 4;
  font-size: var(--type-note);
}
</style>
