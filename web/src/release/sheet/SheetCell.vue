<script setup lang="ts">
/** One fact in the sheet: shown, carried or being typed. */
import { nextTick, ref, watch } from 'vue'
import type { Cell, Column, FindingView } from '../../api/types'
import Mark from '../../kit/Mark.vue'

const props = defineProps<{
  cell: Cell | undefined
  column: Column | undefined
  finding: FindingView | undefined
  here: boolean
  editing: string | null
  options: string
}>()
const emit = defineEmits<{ save: [text: string, by: string]; leave: [] }>()
const input = ref<HTMLInputElement>()
const typed = ref('')
let closed = true

watch(
  () => props.editing,
  async (begin) => {
    if (begin === null) return
    typed.value = begin
    closed = false
    await nextTick()
    input.value?.focus()
    if (begin === props.cell?.value) input.value?.select()
  },
  { immediate: true },
)
function save(by: string) {
  if (closed) return
  closed = true
  emit('save', typed.value, by)
}
function leave() {
  closed = true
  emit('leave')
}
</script>

<template>
  <input
    v-if="props.editing !== null"
    ref="input"
    v-model="typed"
    class="edit"
    :list="props.options"
    :aria-label="props.column?.name"
    autocomplete="off"
    @keydown.enter.stop.prevent="save('enter')"
    @keydown.tab.stop.prevent="save($event.shiftKey ? 'back' : 'tab')"
    @keydown.esc.stop.prevent="leave"
    @keydown.stop
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
  width: 100%;
  height: 24px;
  margin: -2px 0;
  padding: 0 3px;
  border: 0;
  outline: 2px solid var(--madder);
  background: var(--card);
  color: var(--ink);
  font: inherit;
}
.carried {
  color: var(--quiet);
  margin: 0 auto 0 2px;
}
.text {
  overflow: hidden;
  text-overflow: ellipsis;
}
.found {
  margin-left: auto;
}
</style>
