<script setup lang="ts">
/** The right edge of a column's head: dragged, or moved by arrow keys, it makes the column wider; a double click gives the usual width. */
import { ref } from 'vue'
import { bounded } from './filter'

defineProps<{ name: string }>()
const emit = defineEmits<{ drag: [width: number]; drop: [width: number | null] }>()
const STEP = 16
const edge = ref<HTMLElement>()
let began: { x: number; width: number } | null = null
let to: number | null = null
const now = () => edge.value!.parentElement!.getBoundingClientRect().width

function begin(event: PointerEvent) {
  began = { x: event.clientX, width: now() }
  to = null
  edge.value!.setPointerCapture(event.pointerId)
}
function move(event: PointerEvent) {
  if (!began) return
  to = bounded(began.width + event.clientX - began.x)
  emit('drag', to)
}
function end() {
  if (began && to !== null) emit('drop', to)
  began = null
}
function key(event: KeyboardEvent) {
  const by = { ArrowLeft: -STEP, ArrowRight: STEP }[event.key]
  if (!by) return
  event.preventDefault()
  event.stopPropagation()
  emit('drop', bounded(now() + by))
}
</script>

<template>
  <span
    ref="edge"
    class="edge"
    role="button"
    tabindex="0"
    :aria-label="`Width of ${name}: arrow keys, or drag; double click for the usual width`"
    @pointerdown.prevent="begin"
    @pointermove="move"
    @pointerup="end"
    @pointercancel="end"
    @dblclick="emit('drop', null)"
    @keydown="key"
  />
</template>

<style scoped>
.edge {
  position: absolute;
  top: 0;
  right: 0;
  width: 7px;
  height: 27px;
  cursor: col-resize;
  touch-action: none;
}
.edge:hover,
.edge:focus-visible {
  border-right: 2px solid var(--madder);
  outline: none;
}
</style>
