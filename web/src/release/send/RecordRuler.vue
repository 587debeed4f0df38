<script setup lang="ts">
/** Records of fixed columns: ruled off, the field under the cursor named, and all fields of the line that is chosen. */
import { computed, ref } from 'vue'
import { api, got } from '../../api/client'
import type { Ruled } from '../../api/types'
import { useLoad } from '../../kit/useLoad'

const props = defineProps<{ text: string }>()
// without the layouts the lines are shown as they are
const { value: layouts } = useLoad<Record<string, Ruled[]>>(() => got(api.GET('/api/records')))
const chosen = ref(0)
const over = ref('')
const lines = computed(() => props.text.split(/\r?\n/).filter(Boolean))
const fields = (line: string) => {
  const layout = layouts.value?.[line.slice(0, 3)] ?? []
  if (!layout.length) return [{ name: 'not known', text: line }]
  return layout.map((column) => ({ name: column.name, text: line.slice(column.at, column.at + column.width) }))
}
const said = computed(() => fields(lines.value[chosen.value] ?? '').filter((field) => field.text.trim()))

function walk(event: KeyboardEvent) {
  const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0
  if (!by) return
  event.preventDefault()
  chosen.value = Math.min(lines.value.length - 1, Math.max(0, chosen.value + by))
}
</script>

<template>
  <div class="ruler">
    <p class="quiet name" aria-live="polite">
      {{ over || 'Point at a field to read its name; arrow keys walk through the records.' }}
    </p>
    <div class="lines mono" tabindex="0" role="listbox" aria-label="Records" @keydown="walk" @mouseleave="over = ''">
      <!-- the list around it is walked with the arrows -->
      <!-- eslint-disable-next-line vuejs-accessibility/click-events-have-key-events, vuejs-accessibility/interactive-supports-focus -->
      <div
        v-for="(line, i) in lines"
        :key="i"
        role="option"
        :aria-selected="i === chosen"
        :class="{ here: i === chosen }"
        @click="chosen = i"
      >
        <span
          v-for="(field, j) in fields(line)"
          :key="j"
          :title="field.name"
          @mouseenter="over = `${line.slice(0, 3)} · ${field.name}`"
          >{{ field.text }}</span
        >
      </div>
    </div>
    <dl>
      <div v-for="field in said" :key="field.name">
        <dt>{{ field.name }}</dt>
        <dd class="mono">{{ field.text.trim() }}</dd>
      </div>
    </dl>
  </div>
</template>

<style scoped>
.name {
  margin: 0 0 var(--space-1);
  font-size: var(--type-note);
}
.lines {
  max-height: 240px;
  overflow: auto;
  border: 1px solid var(--line);
  background: var(--bs-body-bg);
  font-size: var(--type-small);
}
.lines > div {
  width: max-content;
  min-width: 100%;
  white-space: pre;
  padding: 0 var(--space-2);
}
.lines span {
  border-right: 1px solid var(--line);
}
.lines span:hover {
  background: var(--madder-wash);
}
.here {
  background: var(--madder-wash);
}
dl {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-6);
  margin: var(--space-3) 0 0;
}
dt {
  font-size: var(--type-small);
  font-weight: 500;
  color: var(--quiet);
}
dd {
  margin: 0;
  font-size: var(--type-note);
}
</style>
