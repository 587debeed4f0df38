<script setup lang="ts">
/** What was found, drawn where it is; and the stretch to keep, moved with the mouse or the arrow keys. */
import { computed, ref } from 'vue'
import type { ArtworkView } from '../../api/types'

const props = defineProps<{ view: ArtworkView }>()
const crop = defineModel<{ x: number; y: number; size: number } | null>('crop', { required: true })
const frame = ref<SVGSVGElement>()
let from: { x: number; y: number } | null = null

const thin = computed(() => Math.max(2, props.view.width / 400))
const clamp = (value: number, most: number) => Math.round(Math.min(Math.max(0, value), Math.max(0, most)))
function move(x: number, y: number) {
  const now = crop.value!
  crop.value = {
    ...now,
    x: clamp(x, props.view.width - now.size),
    y: clamp(y, props.view.height - now.size),
  }
}
function point(event: PointerEvent) {
  const box = frame.value!.getBoundingClientRect()
  return {
    x: ((event.clientX - box.left) / box.width) * props.view.width,
    y: ((event.clientY - box.top) / box.height) * props.view.height,
  }
}
function down(event: PointerEvent) {
  const at = point(event)
  from = { x: at.x - crop.value!.x, y: at.y - crop.value!.y }
  ;(event.target as Element).setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent) {
  if (!from) return
  const at = point(event)
  move(at.x - from.x, at.y - from.y)
}
const STEPS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
function key(event: KeyboardEvent) {
  const step = STEPS[event.key]
  if (!step || !crop.value) return
  event.preventDefault()
  const by = event.shiftKey ? props.view.width / 20 : 1
  move(crop.value.x + step[0] * by, crop.value.y + step[1] * by)
}
</script>

<template>
  <svg ref="frame" :viewBox="`0 0 ${props.view.width} ${props.view.height}`">
    <template v-if="props.view.look">
      <g v-for="line in props.view.look.lines" :key="line.text + line.box.y" class="text">
        <rect v-bind="line.box" :stroke-width="thin">
          <title>{{ line.text }}</title>
        </rect>
      </g>
      <rect
        v-for="code in props.view.look.codes"
        :key="code.text"
        class="code"
        v-bind="code.box"
        :stroke-width="2 * thin"
      >
        <title>{{ code.text }}</title>
      </rect>
      <rect v-if="props.view.look.advisory" class="advisory" v-bind="props.view.look.advisory" :stroke-width="2 * thin">
        <title>Advisory mark</title>
      </rect>
      <rect
        v-if="props.view.look.border.colour"
        class="border"
        :x="props.view.look.border.left"
        :y="props.view.look.border.top"
        :width="props.view.width - props.view.look.border.left - props.view.look.border.right"
        :height="props.view.height - props.view.look.border.top - props.view.look.border.bottom"
        :stroke-width="thin"
      />
    </template>
    <rect
      v-if="crop"
      class="crop"
      :x="crop.x"
      :y="crop.y"
      :width="crop.size"
      :height="crop.size"
      :stroke-width="2 * thin"
      tabindex="0"
      role="slider"
      aria-label="Area to keep; arrow keys move it"
      :aria-valuenow="crop.x"
      :aria-valuetext="`${crop.x} from the left, ${crop.y} from the top`"
      @pointerdown="down"
      @pointermove="drag"
      @pointerup="from = null"
      @keydown="key"
    />
  </svg>
</template>

<style scoped>
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
rect {
  fill: none;
}
.text rect {
  stroke: var(--on-picture-light);
  stroke-dasharray: 24 12;
  outline: 1px solid var(--on-picture-dark);
}
.code,
.advisory {
  stroke: var(--on-picture-good);
}
.border {
  stroke: var(--on-picture-risk);
  stroke-dasharray: 40 20;
}
.crop {
  stroke: var(--on-picture-good);
  fill: color-mix(in srgb, var(--on-picture-light) 13%, transparent);
  cursor: move;
}
</style>
