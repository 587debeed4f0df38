<script setup lang="ts">
/**
 * The outline of a file: loud is dark, silence is hatched, clipping is ticked, a cut-off of a lossy codec is a line, the excerpt
 * is bracketed. A click is heard; a drag or the wheel with Ctrl looks closer, a double click shows the whole again.
 */
import { computed, onMounted, onUnmounted, ref, watch } from 'vue'
import { clock } from './clock'
import { between, outline, type Outline } from './waveforms'

const props = defineProps<{
  sha256: string
  name: string
  seconds: number
  head?: number
  tail?: number
  rests?: { at: number; seconds: number }[]
  clippings?: number[]
  /** Hertz above which nothing is, where a lossy codec is suspected. */
  above?: number | null
  excerpt?: { at: number; seconds: number } | null
  position?: number | null
  differs?: { from: number; to: number }[]
}>()
const emit = defineEmits<{ hear: [seconds: number]; excerpt: [seconds: number] }>()

const canvas = ref<HTMLCanvasElement>()
const found = ref<Outline | null>(null)
const missing = ref(false)
const from = ref(0)
const to = ref(props.seconds)
const zoomed = computed(() => to.value - from.value < props.seconds - 0.01)
const place = (seconds: number) => ((seconds - from.value) / (to.value - from.value)) * 100
const span = (at: number, seconds: number) => ({
  left: `${Math.max(0, place(at))}%`,
  width: `${Math.max(0, Math.min(100, place(at + seconds)) - Math.max(0, place(at)))}%`,
})
const silences = computed(() => [
  { at: 0, seconds: props.head ?? 0 },
  ...(props.rests ?? []),
  { at: props.seconds - (props.tail ?? 0), seconds: props.tail ?? 0 },
])

async function load() {
  found.value = await outline(props.sha256)
  missing.value = !found.value
  draw()
}

function draw() {
  const element = canvas.value
  const sound = found.value
  if (!element || !sound) return
  const width = element.clientWidth
  const height = element.clientHeight
  const scale = window.devicePixelRatio || 1
  element.width = Math.round(width * scale)
  element.height = Math.round(height * scale)
  const pen = element.getContext('2d')
  if (!pen) return
  pen.scale(scale, scale)
  pen.fillStyle = getComputedStyle(element).color
  const each = (to.value - from.value) / width
  for (let x = 0; x < width; x++) {
    const part = between(sound, from.value + x * each, from.value + (x + 1) * each)
    pen.globalAlpha = Math.max(0.25, Math.min(0.95, 1.15 + part.lufs / 32))
    const top = ((1 - part.high) * height) / 2
    pen.fillRect(x, top, 1, Math.max(1, ((1 - part.low) * height) / 2 - top))
  }
}

const spot = (event: MouseEvent) => {
  const box = canvas.value!.getBoundingClientRect()
  return from.value + ((event.clientX - box.left) / box.width) * (to.value - from.value)
}
function zoom(by: number, around = props.position ?? (from.value + to.value) / 2) {
  const length = Math.min(props.seconds, (to.value - from.value) * by)
  show(around - length / 2, around + length / 2)
}
/** The stretch that is being drawn out to look at, in seconds. */
const drawn = ref<{ from: number; to: number } | null>(null)
/** Pixels that a click may tremble. */
const TREMBLE = 4
function press(event: MouseEvent) {
  if (event.button !== 0) return
  const begin = event.clientX
  const first = spot(event)
  const move = (now: MouseEvent) => {
    if (Math.abs(now.clientX - begin) < TREMBLE && !drawn.value) return
    const other = Math.max(0, Math.min(props.seconds, spot(now)))
    drawn.value = { from: Math.min(first, other), to: Math.max(first, other) }
  }
  const end = () => {
    removeEventListener('mousemove', move)
    const stretch = drawn.value
    drawn.value = null
    if (!stretch) emit('hear', first)
    else show(stretch.from, stretch.to)
  }
  addEventListener('mousemove', move)
  addEventListener('mouseup', end, { once: true })
}
/** Looks at a stretch, at least two seconds of it. */
function show(first: number, last: number) {
  const length = Math.max(2, Math.min(props.seconds, last - first))
  from.value = Math.max(0, Math.min(props.seconds - length, (first + last - length) / 2))
  to.value = from.value + length
}
function wheel(event: WheelEvent) {
  if (!event.ctrlKey) return
  event.preventDefault()
  // what is under the pointer stays there
  const under = spot(event)
  const by = event.deltaY > 0 ? 1.25 : 0.8
  const length = Math.max(2, Math.min(props.seconds, (to.value - from.value) * by))
  const part = (under - from.value) / (to.value - from.value)
  from.value = Math.max(0, Math.min(props.seconds - length, under - part * length))
  to.value = from.value + length
}
function keys(event: KeyboardEvent) {
  const step = { ArrowRight: 5, ArrowLeft: -5 }[event.key]
  if (step) emit('hear', Math.max(0, Math.min(props.seconds, (props.position ?? 0) + step)))
  else if (event.key === '+') zoom(0.5)
  else if (event.key === '-') zoom(2)
  else return
  event.preventDefault()
}
function drag(event: MouseEvent) {
  if (!props.excerpt) return
  event.preventDefault()
  const begin = spot(event) - props.excerpt.at
  const move = (now: MouseEvent) =>
    emit('excerpt', Math.max(0, Math.min(props.seconds - props.excerpt!.seconds, spot(now) - begin)))
  const end = () => {
    removeEventListener('mousemove', move)
    removeEventListener('mouseup', end)
    emit('excerpt', -1)
  }
  addEventListener('mousemove', move)
  addEventListener('mouseup', end)
}

let size: ResizeObserver | null = null
onMounted(() => {
  void load()
  size = new ResizeObserver(draw)
  if (canvas.value) size.observe(canvas.value)
})
onUnmounted(() => size?.disconnect())
watch(() => props.sha256, load)
watch([from, to], draw)
</script>

<template>
  <div class="wave">
    <div
      class="picture"
      role="slider"
      tabindex="0"
      :aria-label="`Listen to ${name}`"
      aria-valuemin="0"
      :aria-valuemax="Math.round(seconds)"
      :aria-valuenow="Math.round(position ?? 0)"
      :aria-valuetext="clock(position ?? 0)"
      @mousedown="press"
      @dblclick="zoom(1e6)"
      @wheel="wheel"
      @keydown="keys"
    >
      <canvas ref="canvas" />
      <span v-if="missing" class="quiet none">no waveform</span>
      <i v-for="(rest, i) in silences" :key="`s${i}`" class="silence" :style="span(rest.at, rest.seconds)" />
      <i v-for="(part, i) in differs" :key="`d${i}`" class="differs" :style="span(part.from, part.to - part.from)" />
      <i v-for="(tick, i) in clippings" :key="`c${i}`" class="tick" :style="{ left: `${place(tick)}%` }" />
      <span v-if="above" class="above"
        ><b>nothing above {{ (above / 1000).toFixed(1) }} kHz</b></span
      >
      <i v-if="drawn" class="drawn" :style="span(drawn.from, drawn.to - drawn.from)" />
      <i v-if="position != null" class="now" :style="{ left: `${place(position)}%` }" />
    </div>
    <button
      v-if="excerpt"
      class="excerpt"
      type="button"
      :style="span(excerpt.at, excerpt.seconds)"
      :aria-label="`Preview from ${clock(excerpt.at)}; arrow keys move it`"
      title="Drag to move the preview"
      @mousedown="drag"
      @keydown.right.prevent="
        (emit('excerpt', Math.min(seconds - excerpt.seconds, excerpt.at + 1)), emit('excerpt', -1))
      "
      @keydown.left.prevent="(emit('excerpt', Math.max(0, excerpt.at - 1)), emit('excerpt', -1))"
    />
    <button v-if="zoomed" class="whole act" type="button" @click="zoom(1e6)">
      {{ clock(from) }}–{{ clock(to) }}, show all
    </button>
  </div>
</template>

<style scoped>
.wave {
  position: relative;
  padding-bottom: var(--space-7);
}
.picture {
  position: relative;
  height: 40px;
  overflow: hidden;
  cursor: pointer;
  background: var(--paper);
}
canvas {
  width: 100%;
  height: 100%;
  display: block;
  color: var(--ink);
}
i {
  position: absolute;
  top: 0;
  bottom: 0;
  pointer-events: none;
}
.silence {
  background: repeating-linear-gradient(135deg, transparent 0 3px, var(--quiet) 3px 4px);
  opacity: 0.6;
}
.differs {
  top: auto;
  height: 5px;
  background: var(--risk);
}
.tick {
  width: 2px;
  bottom: auto;
  height: 7px;
  background: var(--stop);
}
.drawn {
  background: var(--madder);
  opacity: 0.2;
}
.above {
  position: absolute;
  inset: 3px 0 auto;
  border-top: 1px dashed var(--risk);
  text-align: right;
  pointer-events: none;
}
.above b {
  padding: 0 var(--space-2);
  font-weight: 500;
  font-size: var(--type-small);
  color: var(--risk);
  background: var(--paper);
}
.now {
  width: 2px;
  background: var(--madder);
}
.none {
  position: absolute;
  inset: 10px 0 auto 8px;
  font-size: var(--type-note);
}
.excerpt {
  position: absolute;
  bottom: 0;
  height: 24px;
  padding: 0;
  border: 0;
  background: none;
  cursor: ew-resize;
}
.excerpt::after {
  content: '';
  position: absolute;
  inset: 0 0 auto;
  height: 9px;
  border: 2px solid var(--madder);
  border-top: 0;
}
.whole {
  position: absolute;
  right: 4px;
  bottom: 0;
  min-height: 0;
  font-size: var(--type-small);
}
</style>
