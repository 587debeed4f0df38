<script setup lang="ts">
/** A document as it will leave, read in place: tables as tables, the society's records under a ruler. */
import { computed } from 'vue'
import LoadingLine from '../../kit/LoadingLine.vue'
import { useLoad } from '../../kit/useLoad'
import RecordRuler from './RecordRuler.vue'
import { cells } from './tables'

const props = defineProps<{ kind: string; path: string; text?: string; from?: () => Promise<string> }>()
const { value, problem, failed, load } = useLoad<string>(() => Promise.resolve(props.text ?? props.from!()), {
  when: () => [props.path, props.text],
})
const loaded = computed(() => value.value ?? props.text ?? '')
const table = computed(() => (props.kind === 'csv' ? cells(loaded.value) : []))
</script>

<template>
  <div class="reader">
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-if="props.kind === 'bytes'" class="quiet">Binary data; see the disc layout under Files.</p>
    <LoadingLine v-else-if="!loaded && value === null" what="the document" :failed="failed" @again="load" />
    <RecordRuler v-else-if="props.kind === 'works'" :text="loaded" />
    <div v-else-if="props.kind === 'csv'" class="table" tabindex="0" role="region" :aria-label="props.path">
      <table>
        <thead>
          <tr>
            <th v-for="(name, i) in table[0]" :key="i" scope="col">{{ name }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, i) in table.slice(1)" :key="i">
            <td v-for="(cell, j) in row" :key="j">{{ cell }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <pre v-else class="mono" tabindex="0" :aria-label="props.path">{{ loaded }}</pre>
  </div>
</template>

<style scoped>
.reader {
  margin: var(--space-3) 0 var(--space-4);
}
.problem {
  color: var(--stop);
}
pre,
.table {
  max-height: 320px;
  overflow: auto;
  margin: 0;
  padding: var(--space-4);
  border: 1px solid var(--line);
  background: var(--bs-body-bg);
  font-size: var(--type-small);
}
th,
td {
  padding: var(--space-1) var(--space-5) var(--space-1) 0;
  border-bottom: 1px solid var(--line);
  white-space: nowrap;
  max-width: 260px;
  overflow: hidden;
  text-overflow: ellipsis;
}
</style>
