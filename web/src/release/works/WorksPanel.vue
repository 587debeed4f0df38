<script setup lang="ts">
/** Works, one line each; opened, who has which share, of the recordings' income too, and who can license it. */
import { api } from '../../api/client'
import type { FactCell, IncomeCard, PersonShare, WorkCard } from '../../api/types'
import LoadingLine from '../../kit/LoadingLine.vue'
import ErrorNote from '../../kit/ErrorNote.vue'
import Mark from '../../kit/Mark.vue'
import { useOfRelease } from '../ofRelease'
import PermissionList from './PermissionList.vue'
import WorkCardView from './WorkCardView.vue'
import WorksTable from './WorksTable.vue'

const { release, view, problem, failed, load, change } = useOfRelease((id) =>
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
/** Recordings of these works become recordings of one; their own facts stay where they are, for undo. */
async function same(works: WorkCard[], one: number) {
  const others = works.filter((work) => work.id !== one)
  await release.writeAll(
    others.flatMap((work) =>
      work.recorded.map((cell) => ({
        entity: cell.entity,
        target: cell.target,
        field: cell.field,
        before: cell.value!,
        after: String(one),
      })),
    ),
    `“${others.map((work) => work.title).join('”, “')}” is one work`,
  )
  await load()
}
function divide(income: IncomeCard, event: Event) {
  const typed = (event.target as HTMLInputElement).value.trim() || null
  if (typed !== (income.splits.value ?? null)) void write(income.splits, typed, `track ${income.track}`)
}
async function equal(works: WorkCard[]) {
  for (const { id: work } of works)
    await change((id) => api.POST('/api/releases/{id}/works/{work}/equal', { params: { path: { id, work } } }))
}
</script>

<template>
  <div class="works">
    <ErrorNote :says="problem" @close="problem = ''" />
    <LoadingLine v-if="!view" what="works" :failed="failed" @again="load" />
    <p v-else-if="!view.works.length" class="quiet">No tracks yet, so there are no works. Add tracks in the Sheet.</p>
    <template v-else>
      <WorksTable
        :works="view.works"
        :incomes="view.incomes"
        :read-only="release.readOnly"
        @same="(works) => same(works, works[0]!.id)"
        @equal="equal"
      >
        <template #default="{ work, incomes }">
          <WorkCardView
            :work="work"
            :writer-roles="view.writerRoles"
            :publisher-roles="view.publisherRoles"
            :read-only="release.readOnly"
            :others="view.works.filter((each) => each.id !== work.id)"
            @write="(cell, text) => write(cell, text, work.title)"
            @shares="(cell, people) => put(cell, { people }, work.title)"
            @equal="equal([work])"
            @same="(other) => same([work], other)"
          >
            <h3>Income of the {{ incomes.length === 1 ? 'recording' : 'recordings' }}</h3>
            <div v-for="income in incomes" :key="income.track" class="income">
              <span class="track"
                ><b>{{ income.track }}</b> {{ income.title }}</span
              >
              <input
                :value="income.splits.value ?? ''"
                :aria-label="`Income split of track ${income.track}`"
                :disabled="release.readOnly"
                placeholder="Mira Tollgate: artist 60; Ninth Weir Records: label 40"
                @change="divide(income, $event)"
              />
              <span class="mono total">{{ income.total }}</span>
              <span :class="['verdict', { yes: income.oneStop }]">
                <Mark :weight="income.oneStop ? 'ready' : 'note'" />
                {{ income.oneStop ? 'One-stop' : 'Not one-stop' }}
                <span v-if="income.reasons.length" class="quiet reasons">{{ income.reasons.join('. ') }}.</span>
              </span>
            </div>
          </WorkCardView>
        </template>
      </WorksTable>
      <PermissionList />
    </template>
  </div>
</template>

<style scoped>
.works {
  padding: var(--space-2) var(--space-6) var(--space-7);
}
h3 {
  margin: var(--space-5) 0 0;
}
.income {
  display: grid;
  grid-template-columns: 150px 1fr 60px;
  gap: var(--space-1) var(--space-5);
  padding: var(--space-3) 0 0;
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
}
.total {
  text-align: right;
}
.verdict {
  grid-column: 2 / 4;
  font-size: var(--type-note);
}
</style>
