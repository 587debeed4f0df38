<script setup lang="ts">
/**
 * What the master has and what the copy gets, what it cannot hold, what is foreign and kept. Only differences by default. What the file says otherwise can
 * be taken into the release.
 */
import { computed, ref } from 'vue'
import { api, got } from '../../api/client'
import { useLoad } from '../../kit/useLoad'
import type { LineView } from '../../api/types'
import { useReleaseStore } from '../store'

const props = defineProps<{ recipe: string; trackId: number; cannot: Record<string, string[]> }>()
const release = useReleaseStore()
const { value: lines, problem } = useLoad(
  () =>
    got(
      api.GET('/api/releases/{id}/copies/{recipe}/{trackId}/comparison', {
        params: { path: { id: release.view!.head.id, recipe: props.recipe, trackId: props.trackId } },
      }),
    ),
  { when: () => [props.recipe, props.trackId, release.view?.revision] },
)
const all = ref(false)
const shown = computed(() =>
  (lines.value ?? []).filter((line) => line.state !== 'CANNOT' && (all.value || line.state !== 'SAME')),
)
const WORDS: Record<string, string> = {
  SAME: 'the same',
  NEW: 'added',
  REPLACED: 'replaced',
  REMOVED: 'removed',
  FOREIGN: 'unknown, kept',
  LEFT_BEHIND: 'not copied',
}

function take(line: LineView) {
  const found = line.take!
  void release.writeAll(
    [
      {
        entity: found.entity,
        target: found.target,
        field: found.field,
        before: found.before,
        after: found.value,
      },
    ],
    `${found.name} from the file`,
    found.source,
  )
}
const after = (line: LineView) => (line.state === 'FOREIGN' ? line.now : line.planned).join(' / ') || '–'
</script>

<template>
  <div class="lines">
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-else-if="!lines" class="quiet" role="status">Reading the master…</p>
    <template v-else>
      <table v-if="shown.length">
        <thead>
          <tr>
            <th scope="col">Fact</th>
            <th scope="col">Where</th>
            <th scope="col">Master</th>
            <th scope="col">In the copy</th>
            <th scope="col"><span class="hidden-text">Change</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(line, i) in shown" :key="i" :class="line.state.toLowerCase()">
            <td>{{ line.fact }}</td>
            <td class="quiet">
              {{ line.container }} <span class="mono">{{ line.id }}</span>
              <template v-if="line.language"> {{ line.language }}</template>
            </td>
            <td>{{ line.now.join(' / ') || '–' }}</td>
            <td>{{ after(line) }}</td>
            <td class="quiet">
              {{ WORDS[line.state] }}
              <button
                v-if="line.take && !release.readOnly"
                class="act"
                type="button"
                :title="`${line.take.name}: ${line.take.value}`"
                @click="take(line)"
              >
                Use in the release
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-else class="quiet">The master already has the same tags.</p>
      <p v-for="(facts, container) in props.cannot" :key="container" class="quiet">
        <b>{{ container }}</b> cannot hold: {{ facts.join(', ') }}.
      </p>
      <button class="act" type="button" @click="all = !all">{{ all ? 'Only differences' : 'All entries' }}</button>
    </template>
  </div>
</template>

<style scoped>
.lines {
  padding: var(--space-1) 0 var(--space-4) var(--space-8);
  font-size: var(--type-row);
}
table {
  width: 100%;
  border-collapse: collapse;
  table-layout: fixed;
}
th {
  font-weight: 500;
  font-size: var(--type-note);
  color: var(--quiet);
}
th:nth-child(1) {
  width: 16%;
}
th:nth-child(2) {
  width: 31%;
}
th:nth-child(5) {
  width: 13%;
}
th,
td {
  padding: var(--space-1) var(--space-4) var(--space-1) 0;
  border-bottom: 1px solid var(--line);
  vertical-align: top;
  overflow-wrap: anywhere;
}
.removed td:nth-child(3),
.left_behind td:nth-child(3) {
  text-decoration: line-through;
}
td .mono {
  font-size: var(--type-small);
}
.problem {
  color: var(--stop);
}
p {
  margin: var(--space-2) 0 0;
}
</style>
