<script setup lang="ts">
/** A field that proposes what may be meant: words of a list, or whatever is looked up. What is typed always holds. */
import { computed, nextTick, onUnmounted, ref, useId, watch } from 'vue'

export interface Suggestion {
  text: string
  more?: string
}
const props = defineProps<{
  label: string
  /** Looks up what a typed piece may mean. */
  find?: (typed: string) => Suggestion[] | Promise<Suggestion[]>
  /** Several, with semicolons between them: the last one is completed. */
  many?: boolean
  placeholder?: string
}>()
const text = defineModel<string>({ required: true })
const emit = defineEmits<{ enter: [event: KeyboardEvent]; tab: [event: KeyboardEvent]; leave: []; blur: [] }>()
const input = ref<HTMLInputElement>()
const found = ref<Suggestion[]>([])
const chosen = ref(-1)
const id = useId()
const WAIT = 120

const piece = computed(() => {
  const last = props.many ? text.value.slice(text.value.lastIndexOf(';') + 1) : text.value
  return last.trim()
})
const open = computed(() => found.value.length > 0)
let timer = 0
let asked = 0
let quiet = true

watch(piece, (typed) => {
  clearTimeout(timer)
  chosen.value = -1
  if (quiet || !typed || !props.find) {
    found.value = []
    return
  }
  timer = window.setTimeout(() => void look(typed), WAIT)
})
async function look(typed: string) {
  const mine = ++asked
  const all = await props.find!(typed)
  if (mine !== asked || quiet) return
  found.value = all.filter((each) => each.text !== typed).slice(0, 8)
}
function take(suggestion: Suggestion) {
  quiet = true
  const kept = props.many ? text.value.slice(0, text.value.lastIndexOf(';') + 1) : ''
  text.value = (kept ? kept + ' ' : '') + suggestion.text
  found.value = []
  void nextTick(() => input.value?.focus())
}
function enter(event: KeyboardEvent) {
  const suggestion = found.value[chosen.value]
  if (suggestion) take(suggestion)
  else emit('enter', event)
}
function tab(event: KeyboardEvent) {
  const suggestion = found.value[chosen.value]
  if (suggestion) take(suggestion)
  emit('tab', event)
}
function move(by: number) {
  if (open.value) chosen.value = Math.max(-1, Math.min(found.value.length - 1, chosen.value + by))
}
function leave() {
  if (open.value) found.value = []
  else emit('leave')
}
onUnmounted(() => clearTimeout(timer))
defineExpose({
  focus: () => input.value?.focus(),
  select: () => input.value?.select(),
})
</script>

<template>
  <span class="ahead">
    <input
      ref="input"
      v-model="text"
      type="text"
      autocomplete="off"
      :role="props.find ? 'combobox' : undefined"
      :aria-label="props.label"
      :aria-expanded="props.find ? open : undefined"
      :aria-controls="props.find && open ? id : undefined"
      :aria-activedescendant="chosen >= 0 ? `${id}-${chosen}` : undefined"
      :placeholder="props.placeholder"
      @input="quiet = false"
      @keydown.stop
      @keydown.down.prevent="move(1)"
      @keydown.up.prevent="move(-1)"
      @keydown.enter.prevent="enter"
      @keydown.tab="tab"
      @keydown.esc.prevent="leave"
      @blur="((found = []), emit('blur'))"
    />
    <span v-if="open" :id="id" class="list" role="listbox" :aria-label="`What “${props.label}” may be`">
      <span
        v-for="(each, i) in found"
        :id="`${id}-${i}`"
        :key="each.text"
        class="option"
        role="option"
        tabindex="-1"
        :aria-selected="i === chosen"
        @mousedown.prevent="take(each)"
      >
        {{ each.text }} <span v-if="each.more" class="quiet">{{ each.more }}</span>
      </span>
    </span>
  </span>
</template>

<style scoped>
.ahead {
  position: relative;
  display: block;
  width: 100%;
}
input {
  width: 100%;
  height: 26px;
  padding: 0 var(--space-2);
  font: inherit;
}
.list {
  position: absolute;
  z-index: 20;
  top: 100%;
  left: 0;
  min-width: 100%;
  max-width: 420px;
  border: 1px solid var(--ink);
  background: var(--card);
  font:
    400 var(--type-row) Barlow,
    sans-serif;
  color: var(--ink);
}
.option {
  display: block;
  padding: var(--space-2) var(--space-4);
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  cursor: default;
}
.option[aria-selected='true'],
.option:hover {
  background: var(--madder-wash);
}
</style>
