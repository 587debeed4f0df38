<script setup lang="ts">
import type { Readiness } from '../../api/types'
/** The board: what rules are about downwards, destinations across. */
import { api } from '../../api/client'
import { BButton } from 'bootstrap-vue-next'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import ErrorNote from '../../kit/ErrorNote.vue'
import LoadingLine from '../../kit/LoadingLine.vue'
import Mark from '../../kit/Mark.vue'
import { useOfRelease } from '../ofRelease'
import BoardFindings from './BoardFindings.vue'
import DestinationPicker from './DestinationPicker.vue'
import FixPlanDialog from './FixPlanDialog.vue'
import SocietyNeeds from './SocietyNeeds.vue'

const { release, view, problem, failed, load, change } = useOfRelease((id) =>
  api.GET('/api/releases/{id}/readiness', { params: { path: { id } } }),
)
const opened = ref<{ family: string | null; destination: string | null }>({ family: null, destination: null })
const fixing = ref<string[] | null>(null)
const route = useRoute()
const router = useRouter()
// from the Desk one comes for this
watch(
  view,
  (now) => {
    if (!now || !('fix' in route.query)) return
    void router.replace({ query: {} })
    if (now.fixable.length && !release.readOnly) fixing.value = now.fixable
  },
  { immediate: true },
)

const meant = computed(() => view.value?.destinations.filter((each) => each.meant) ?? [])
const rows = computed(() => view.value?.families.filter((row) => Object.keys(row.cells).length) ?? [])
const measuring = computed(() =>
  rows.value.some((row) => Object.values(row.cells).some((cell) => cell.readiness === 'measuring')),
)
const shown = computed(() =>
  (view.value?.findings ?? []).filter(
    (finding) =>
      (!opened.value.family || finding.family === opened.value.family) &&
      (!opened.value.destination || finding.weights[opened.value.destination]),
  ),
)
const title = computed(() => {
  const name = meant.value.find((each) => each.id === opened.value.destination)?.name
  return [opened.value.family ?? 'Everything', name ? `for ${name}` : null].filter(Boolean).join(' ')
})
const isOpen = (family: string | null, destination: string | null) =>
  opened.value.family === family && opened.value.destination === destination
function open(family: string | null, destination: string | null) {
  opened.value = isOpen(family, destination) ? { family: null, destination: null } : { family, destination }
}
const says = (readiness: Readiness, count: number) => {
  if (readiness === 'measuring') return 'being measured'
  return readiness === 'ready' ? 'ready' : `${count} ${readiness}${count === 1 ? '' : 's'}`
}
const takeRisk = (findings: string[], reason: string) =>
  change((id) =>
    api.POST('/api/releases/{id}/readiness/risks', { params: { path: { id } }, body: { findings, reason } }),
  )
const withdraw = (findings: string[]) =>
  change((id) =>
    api.POST('/api/releases/{id}/readiness/risks/withdraw', {
      params: { path: { id } },
      body: { findings, reason: null },
    }),
  )
</script>

<template>
  <div class="readiness">
    <ErrorNote :says="problem" @close="problem = ''" />
    <LoadingLine v-if="!view" what="the findings" doing="Checking every destination" :failed="failed" @again="load" />
    <template v-else>
      <header>
        <h2>Readiness</h2>
        <DestinationPicker :destinations="view.destinations" :meant="view.meant ?? null" />
        <BButton
          v-if="view.fixable.length && !release.readOnly"
          variant="primary"
          size="sm"
          @click="fixing = view.fixable"
        >
          Fix {{ view.fixable.length }} safe {{ view.fixable.length === 1 ? 'one' : 'ones' }}…
        </BButton>
      </header>
      <p v-if="!view.destinations.length" class="quiet">
        There is no destination yet, so nothing is checked.
        <RouterLink to="/destinations">Add your destinations</RouterLink>.
      </p>
      <p v-else-if="!meant.length" class="quiet">No destinations yet. Choose destinations.</p>
      <div v-else class="scroll">
        <table>
          <thead>
            <tr>
              <th scope="col" class="family"><span class="hidden-text">Area</span></th>
              <th v-for="each in meant" :key="each.id" scope="col">
                <button type="button" :class="{ open: isOpen(null, each.id) }" @click="open(null, each.id)">
                  <span class="name">{{ each.name }}</span>
                  <span class="kind quiet">{{ each.kind }}</span>
                  <span class="sum"
                    ><Mark :weight="each.readiness" />
                    {{ says(each.readiness, each.stops || each.risks || each.notes) }}</span
                  >
                </button>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in rows" :key="row.family">
              <th scope="row" class="family">
                <button type="button" :class="{ open: isOpen(row.family, null) }" @click="open(row.family, null)">
                  {{ row.family }}
                </button>
              </th>
              <td v-for="each in meant" :key="each.id">
                <span v-if="!row.cells[each.id]" class="not quiet" title="no rules here">no rules</span>
                <button
                  v-else
                  type="button"
                  class="cell"
                  :class="[row.cells[each.id]!.readiness, { open: isOpen(row.family, each.id) }]"
                  :data-cell="`${row.family}.${each.id}`"
                  @click="open(row.family, each.id)"
                >
                  <Mark :weight="row.cells[each.id]!.readiness" />
                  <b v-if="row.cells[each.id]!.count">{{ row.cells[each.id]!.count }}</b>
                  <span class="hidden-text">{{ says(row.cells[each.id]!.readiness, row.cells[each.id]!.count) }}</span>
                  <span v-if="row.cells[each.id]!.all > row.cells[each.id]!.count" class="quiet"
                    >+{{ row.cells[each.id]!.all - row.cells[each.id]!.count }}</span
                  >
                  <span v-if="row.cells[each.id]!.accepted" class="quiet"
                    >{{ row.cells[each.id]!.accepted }} accepted</span
                  >
                </button>
              </td>
            </tr>
            <tr class="time">
              <th scope="row" class="family">Deadline</th>
              <td v-for="each in meant" :key="each.id" :class="each.standing.toLowerCase()">{{ each.says }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <BoardFindings
        v-if="meant.length"
        :title="title"
        :findings="shown"
        :destinations="meant"
        :measuring="measuring"
        @accept="(findings, reason) => takeRisk(findings, reason)"
        @withdraw="(findings) => withdraw(findings)"
        @fix="(findings) => (fixing = findings)"
      />
      <SocietyNeeds :societies="view.societies" />
      <FixPlanDialog v-if="fixing" :findings="fixing" @close="fixing = null" />
    </template>
  </div>
</template>

<style scoped>
.readiness {
  padding: var(--space-5) var(--space-6) var(--space-7);
}
header {
  display: flex;
  align-items: center;
  gap: var(--space-5);
  margin-bottom: var(--space-4);
}
h2 {
  font:
    600 var(--type-head) Barlow,
    sans-serif;
  margin: 0;
}
header > :last-child {
  margin-left: auto;
}
.scroll {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  width: 100%;
}
th,
td {
  border: 1px solid var(--line);
  padding: 0;
  vertical-align: middle;
  font-weight: 400;
}
.family {
  width: 128px;
  text-align: left;
}
th button,
.cell {
  display: flex;
  align-items: center;
  gap: var(--space-3);
  width: 100%;
  min-height: 32px;
  padding: var(--space-2) var(--space-4);
  border: 0;
  background: none;
  color: var(--ink);
  text-align: left;
}
thead button {
  flex-direction: column;
  align-items: flex-start;
  gap: 0;
  min-width: 104px;
}
.name {
  font-weight: 600;
}
.kind {
  font-size: var(--type-small);
}
.sum {
  display: flex;
  align-items: center;
  gap: var(--space-2);
  font-size: var(--type-note);
}
button:hover,
button.open {
  background: var(--madder-wash);
}
button.open {
  box-shadow: inset 0 0 0 2px var(--madder);
}
.cell.stop b {
  color: var(--stop);
}
.cell.risk b {
  color: var(--risk);
}
.cell.note b {
  color: var(--note);
}
.cell .quiet,
.not {
  font-size: var(--type-small);
}
.not {
  padding: 0 var(--space-4);
}
.time td,
.time th {
  padding: var(--space-2) var(--space-4);
  font-size: var(--type-small);
  vertical-align: top;
}
.time .lost {
  color: var(--stop);
}
.time .express {
  color: var(--risk);
}
</style>
