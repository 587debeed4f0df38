<script setup lang="ts">
/** In the file now, to be written, cannot hold, foreign and kept. Only differences by default. */
import { computed, ref } from 'vue'
import type { FileView } from '../../api/types'

const props = defineProps<{ lines: FileView['lines'] }>()
const all = ref(false)
const shown = computed(() =>
  props.lines.filter((line) => line.state !== 'CANNOT' && (all.value || line.state !== 'SAME')),
)
const cannot = computed(() => {
  const by = new Map<string, string[]>()
  for (const line of props.lines.filter((each) => each.state === 'CANNOT'))
    by.set(line.container, [...(by.get(line.container) ?? []), line.fact])
  return [...by]
})
const WORDS: Record<string, string> = {
  SAME: 'the same',
  NEW: 'to be written',
  REPLACED: 'to be replaced',
  REMOVED: 'to be removed',
  FOREIGN: 'foreign, kept',
}
</script>

<template>
  <div class="lines">
    <table>
      <thead>
        <tr>
          <th>Fact</th>
          <th>Where</th>
          <th>In the master now</th>
          <th>In the copy</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(line, i) in shown" :key="i" :class="line.state.toLowerCase()">
          <td>{{ line.fact }}</td>
          <td class="quiet">
            {{ line.container }} <span class="mono">{{ line.id }}</span>
          </td>
          <td>{{ line.now.join(' / ') || '–' }}</td>
          <td>{{ line.state === 'FOREIGN' ? line.now.join(' / ') : line.planned.join(' / ') || '–' }}</td>
          <td class="quiet">{{ WORDS[line.state] }}</td>
        </tr>
      </tbody>
    </table>
    <p v-for="[container, facts] in cannot" :key="container" class="quiet">
      <b>{{ container }}</b> cannot hold: {{ facts.join(', ') }}.
    </p>
    <button class="act" type="button" @click="all = !all">{{ all ? 'Only differences' : 'All entries' }}</button>
  </div>
</template>

<style scoped>
.lines {
  padding: 2px 0 10px 32px;
  font-size: 14px;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th {
  font-weight: 500;
  font-size: 13px;
  color: var(--quiet);
}
th,
td {
  padding: 2px 8px 2px 0;
  border-bottom: 1px solid var(--line);
  vertical-align: top;
  overflow-wrap: anywhere;
}
.removed td:nth-child(3) {
  text-decoration: line-through;
}
p {
  margin: 4px 0 0;
}
</style>
