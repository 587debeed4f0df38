<script setup lang="ts">
/** One fact in the sheet: shown, carried or being typed. */
import { computed, nextTick, ref, watch } from 'vue'
import type { Column, FindingView } from '../../api/types'
import type { Ending } from '../../kit/grid/useGrid'
import type { Cell } from '../rows'
import Mark from '../../kit/Mark.vue'
import TypeAhead from '../../kit/TypeAhead.vue'
import { completion } from './cells'

const props = defineProps<{
  cell: Cell | undefined
  column: Column | undefined
  finding: FindingView | undefined
  here: boolean
  editing: string | null
  words: string[]
}>()
const emit = defineEmits<{ 'update:editing': [typed: string]; save: [by: Ending]; leave: [] }>()
const line = ref<InstanceType<typeof TypeAhead>>()
const lines = ref<HTMLTextAreaElement>()
const typed = computed({ get: () => props.editing ?? '', set: (text) => emit('update:editing', text) })

watch(
  () => props.editing !== null,
  async (open) => {
    if (!open) return
    const whole = props.editing === props.cell?.value
    await nextTick()
    const input = lines.value ?? line.value
    input?.focus()
    if (whole) input?.select()
  },
  { immediate: true },
)
const save = (by: Ending) => emit('save', by)
const tab = (event: KeyboardEvent) => (event.preventDefault(), save(event.shiftKey ? 'back' : 'tab'))
const enter = (event: KeyboardEvent) => save(event.ctrlKey ? 'all' : 'enter')
function areaKeys(event: KeyboardEvent) {
  if (event.key === 'Tab') tab(event)
  else if (event.key === 'Escape') emit('leave')
  else if (event.key === 'Enter' && event.altKey) newLine(event)
  else if (event.key === 'Enter') enter(event)
  else return
  event.preventDefault()
}
function newLine(event: KeyboardEvent) {
  const area = event.target as HTMLTextAreaElement
  area.setRangeText('\n', area.selectionStart, area.selectionEnd, 'end')
  typed.value = area.value
}
</script>

<template>
  <textarea
    v-if="props.editing !== null && props.column?.type === 'long-text'"
    ref="lines"
    v-model="typed"
    class="lines"
    :aria-label="props.column.name"
    title="Enter saves, Alt Enter starts a new line"
    @keydown.stop="areaKeys"
    @blur="save('blur')"
  />
  <TypeAhead
    v-else-if="props.editing !== null"
    ref="line"
    v-model="typed"
    class="edit"
    :label="props.column?.name ?? ''"
    :find="completion(props.column, props.words).find"
    :many="completion(props.column, props.words).many"
    @enter="enter"
    @tab="tab"
    @leave="emit('leave')"
    @blur="save('blur')"
  />
  <template v-else>
    <svg
      v-if="props.cell?.carried && !props.here"
      class="carried"
      viewBox="0 0 8 10"
      width="8"
      height="10"
      aria-hidden="true"
    >
      <path d="M2 1v8M6 1v8" stroke="currentColor" stroke-width="1.300" />
    </svg>
    <span v-if="props.cell?.carried && !props.here" class="hidden-text"
      >{{ props.cell.shown }}, carried from the release</span
    >
    <span v-else class="text" :class="{ quiet: props.cell?.carried }">{{ props.cell?.shown ?? '' }}</span>
    <Mark v-if="props.finding" class="found" :weight="props.finding.weight" />
    <span v-if="props.finding" class="hidden-text">{{ props.finding.weight }}: {{ props.finding.says }}</span>
  </template>
</template>

<style scoped>
.edit {
  margin: calc(-1 * var(--space-1)) 0;
}
.edit :deep(input) {
  height: 24px;
  padding: 0 var(--space-1);
  border: 0;
  outline: 2px solid var(--madder);
}
.lines {
  position: absolute;
  z-index: 20;
  width: 340px;
  height: 120px;
  padding: var(--space-2) var(--space-3);
  border: 0;
  outline: 2px solid var(--madder);
  background: var(--card);
  color: var(--ink);
  font:
    400 var(--type-row) Barlow,
    sans-serif;
  white-space: pre-wrap;
}
.carried {
  color: var(--quiet);
  margin: 0 auto 0 var(--space-1);
}
.text {
  overflow: hidden;
  text-overflow: ellipsis;
}
.found {
  margin-left: auto;
}
</style>
