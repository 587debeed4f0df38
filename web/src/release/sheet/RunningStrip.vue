<script setup lang="ts">
/** The running order drawn to time: one block a track, as wide as it is long. */
import { computed, ref } from 'vue'
import type { Row } from '../rows'

const props = defineProps<{ rows: Row[]; at: number; readOnly: boolean }>()
const emit = defineEmits<{ pick: [row: number]; move: [from: number, to: number] }>()

/** A track without sound gets the room of a short one, hatched. */
const UNKNOWN = 60_000
const GAP_BETWEEN_SIDES = 1.4

interface Block {
  row: Row
  x: number
  width: number
  path: string
}

const blocks = computed<Block[]>(() => {
  const lengths = props.rows.map((row) => row.master.milliseconds || UNKNOWN)
  const sides = props.rows.map((row) => row.cells.side?.value ?? '')
  const gaps = sides.filter((side, i) => i > 0 && side !== sides[i - 1]).length
  const silences = props.rows.map((row, i) => (i ? pause(row.cells.gap?.value) : 0))
  const total = [...lengths, ...silences].reduce((sum, length) => sum + length, 0)
  const scale = (100 - gaps * GAP_BETWEEN_SIDES) / total
  let x = 0
  return props.rows.map((row, i) => {
    if (i > 0 && sides[i] !== sides[i - 1]) x += GAP_BETWEEN_SIDES
    x += silences[i]! * scale
    const block = { row, x, width: lengths[i]! * scale, path: outline(row.master.envelope) }
    x += block.width
    return block
  })
})

/** The silence in front of a track, m:ss as the core writes it, in milliseconds. */
function pause(written: string | null | undefined): number {
  const [minutes, seconds] = (written ?? '0:00').split(':').map(Number)
  return ((minutes ?? 0) * 60 + (seconds ?? 0)) * 1000
}
function outline(envelope: number[]): string {
  if (!envelope.length) return ''
  const points = envelope.map((peak, i) => `${(i * 100) / (envelope.length - 1)} ${100 - peak * 0.95}`)
  return `M0 100L${points.join('L')}L100 100z`
}

/** Share of the strip from which on a number can be read in a block; two hundred tracks have no room for theirs. */
const LEGIBLE = 1.5
const sides = computed(() => {
  const found = new Map<string, { x: number; milliseconds: number }>()
  for (const block of blocks.value) {
    const side = block.row.cells.side?.value ?? ''
    const known = found.get(side) ?? { x: block.x, milliseconds: 0 }
    found.set(side, { x: known.x, milliseconds: known.milliseconds + block.row.master.milliseconds })
  }
  return [...found].filter(([side]) => side)
})
const total = computed(() => props.rows.reduce((sum, row) => sum + row.master.milliseconds, 0))
function time(milliseconds: number) {
  const seconds = Math.round(milliseconds / 1000)
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`
}

const dragged = ref(-1)
const target = ref(-1)
function drop(event: DragEvent, to: number) {
  if (dragged.value < 0) return
  event.stopPropagation()
  if (to !== dragged.value) emit('move', dragged.value, to)
  dragged.value = target.value = -1
}
</script>

<template>
  <div class="strip" role="list" aria-label="Running order, drawn to time">
    <div class="blocks">
      <button
        v-for="(block, i) in blocks"
        :key="block.row.trackId"
        type="button"
        role="listitem"
        class="block"
        :class="{
          here: props.at === block.row.track,
          none: !block.path,
          bad: block.row.master.state === 'damaged',
          target: target === i,
        }"
        :style="{ left: `${block.x}%`, width: `calc(${block.width}% - 2px)` }"
        :draggable="!props.readOnly"
        :data-track-id="block.row.trackId"
        :aria-label="`Track ${block.row.track}, ${block.row.cells.title?.shown ?? 'no title'}, ${block.row.master.time ?? 'no master'}`"
        @click="emit('pick', block.row.track)"
        @dragstart="dragged = i"
        @dragend="dragged = target = -1"
        @dragover="target = dragged >= 0 ? i : -1"
        @drop="drop($event, i)"
      >
        <svg v-if="block.path" viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden="true">
          <path :d="block.path" />
        </svg>
        <span v-if="block.width >= LEGIBLE" class="narrow"
          >{{ block.row.track }} {{ block.row.cells.title?.shown ?? '' }}</span
        >
      </button>
    </div>
    <div class="scale mono">
      <span v-if="!sides.length">0:00</span>
      <span v-for="[side, known] in sides" :key="side" class="side" :style="{ left: `${known.x}%` }">
        side {{ side }} {{ time(known.milliseconds) }}
      </span>
      <span class="end">{{ time(total) }}</span>
    </div>
  </div>
</template>

<style scoped>
.blocks {
  position: relative;
  height: 46px;
}
.block {
  position: absolute;
  top: 0;
  bottom: 0;
  padding: var(--space-1) var(--space-2);
  border: 0;
  background: var(--block);
  color: var(--ink);
  text-align: left;
  overflow: hidden;
}
.block.none {
  background: repeating-linear-gradient(135deg, transparent 0 4px, var(--line) 4px 5px);
}
.block.bad {
  box-shadow: inset 0 -3px 0 var(--stop);
}
.block.here {
  background: var(--madder-wash);
  outline: 2px solid var(--madder);
  outline-offset: -1px;
  z-index: 1;
}
.block.target {
  box-shadow: inset 3px 0 0 var(--madder);
}
.block span {
  position: relative;
  display: block;
  font-size: var(--type-small);
  font-weight: 500;
  line-height: 1.2;
  white-space: nowrap;
}
svg {
  position: absolute;
  inset: 18px 0 0;
  width: 100%;
  height: calc(100% - 18px);
}
path {
  fill: var(--wave);
}
.here path {
  fill: var(--madder);
  opacity: 0.55;
}
.scale {
  position: relative;
  height: 20px;
  font-size: var(--type-small);
  color: var(--quiet);
}
.side {
  position: absolute;
}
.end {
  position: absolute;
  right: 0;
}
</style>
