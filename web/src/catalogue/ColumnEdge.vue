<script setup lang="ts">
/** The right edge of a column's head: dragged, it makes the column wider; a double click gives the usual width. Keys do it on the head. */
import { ref } from 'vue'
import { bounded } from './filter'

const emit = defineEmits<{ drag: [width: number]; drop: [width: number | null] }>()
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
</script>

<template>
  <span
    ref="edge"
    class="edge"
    aria-hidden="true"
    @pointerdown.prevent="begin"
    @pointermove="move"
    @pointerup="end"
    @pointercancel="end"
    @dblclick="emit('drop', null)"
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
.edge:hover {
  border-right: 2px solid var(--madder);
}
</style>
