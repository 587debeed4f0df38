<script lang="ts">
/** What is to be made of the cover; pixels of the cover, 0 for as it is. */
export interface Wanted {
  x: number
  y: number
  size: number
  side: number
  bytes: number
  says: string
}
</script>

<script setup lang="ts">
/**
 * Another picture made from the cover: as a destination needs it, or in figures of one's own; seen with its bytes before it is
 * taken.
 */
import { BButton } from 'bootstrap-vue-next'
import { computed, onUnmounted, ref, watch } from 'vue'
import { fetched } from '../../api/client'
import type { ArtworkView, CoverAsked } from '../../api/types'
import { bytes as weight } from '../../kit/dates'
import Mark from '../../kit/Mark.vue'

const props = defineProps<{
  release: number
  view: ArtworkView
  crop: { x: number; y: number; size: number } | null
  busy: boolean
}>()
const emit = defineEmits<{ crop: [box: { x: number; y: number; size: number } | null]; make: [wanted: Wanted] }>()

const longest = computed(() => Math.max(props.view.width, props.view.height))
const shortest = computed(() => Math.min(props.view.width, props.view.height))
const side = ref(0)
const kilobytes = ref(0)
/** Destination for which it is made; “own” for figures of one's own, nothing until somebody wants another picture. */
const chosen = ref('')
const preview = ref<{ url: string; bytes: number } | null>(null)
const problem = ref('')

/** Those that do not take the cover as it is; those of which the same has to be made are one choice. */
const choices = computed(() => {
  const choices: { id: string; names: string[]; made: NonNullable<CoverAsked['made']> }[] = []
  for (const { destination, name, made } of props.view.asks) {
    if (!made) continue
    const same = choices.find((each) => JSON.stringify(each.made) === JSON.stringify(made))
    if (same) same.names.push(name)
    else choices.push({ id: destination, names: [name], made })
  }
  return choices
})
const says = (made: NonNullable<CoverAsked['made']>) =>
  [
    made.square ? 'square' : '',
    made.side ? `${made.side.toLocaleString('en-GB')} px` : 'same size',
    made.bytes && made.bytes < props.view.bytes ? `under ${weight(made.bytes)}` : '',
  ]
    .filter(Boolean)
    .join(', ')
/** Those that do not take it, and for which nothing can be made of it. */
const helpless = computed(() =>
  props.view.asks.filter((each) => each.fails.length && !each.made).map((each) => each.name),
)
/** Those that would find it too small: there is one front cover for all. */
const tooSmall = (made: NonNullable<CoverAsked['made']>) => {
  const left = made.side || (made.square ? shortest.value : longest.value)
  return props.view.asks.filter((each) => left < each.minPixels && longest.value >= each.minPixels)
}
function choose(id: string) {
  chosen.value = id
  const made = choices.value.find((each) => each.id === id)?.made
  if (!made) return
  side.value = made.side
  kilobytes.value = Math.floor(made.bytes / 1000)
  if (made.square && !props.crop) turn()
  if (!made.square && props.crop) emit('crop', null)
}
watch(
  () => props.view.sha256,
  () => {
    side.value = kilobytes.value = 0
    choose(choices.value[0]?.id ?? '')
    forget()
  },
  { immediate: true },
)
watch([side, kilobytes, () => props.crop], forget)
onUnmounted(forget)
function forget() {
  if (preview.value) URL.revokeObjectURL(preview.value.url)
  preview.value = null
}
const wanted = computed<Wanted>(() => ({
  x: props.crop?.x ?? 0,
  y: props.crop?.y ?? 0,
  size: props.crop?.size ?? 0,
  side: side.value || 0,
  bytes: (kilobytes.value || 0) * 1000,
  says: props.crop ? 'Front cover cropped' : 'Front cover resized',
}))
async function look() {
  problem.value = ''
  const { x, y, size, side, bytes } = wanted.value
  const query = new URLSearchParams(Object.entries({ x, y, size, side, bytes }).map(([k, v]) => [k, String(v)]))
  let blob: Blob
  try {
    blob = await fetched(`/api/releases/${props.release}/artwork/derived?${query}`)
  } catch (failure) {
    problem.value = (failure as Error).message
    return
  }
  forget()
  preview.value = { url: URL.createObjectURL(blob), bytes: blob.size }
}
function turn() {
  emit(
    'crop',
    props.crop
      ? null
      : {
          x: Math.floor((props.view.width - shortest.value) / 2),
          y: Math.floor((props.view.height - shortest.value) / 2),
          size: shortest.value,
        },
  )
}
function resize(event: Event) {
  const size = Math.max(100, Math.min(shortest.value, Number((event.target as HTMLInputElement).value)))
  emit('crop', {
    x: Math.min(props.crop!.x, props.view.width - size),
    y: Math.min(props.crop!.y, props.view.height - size),
    size,
  })
}
</script>

<template>
  <section aria-label="Make a resized copy">
    <h3>Make a resized copy</h3>
    <p v-if="props.view.asks.every((each) => !each.fails.length)" class="quiet">
      Every destination accepts the cover as it is.
    </p>
    <p v-for="name in helpless" :key="name" class="risk">
      {{ name }} needs a larger picture; nothing is ever enlarged.
    </p>
    <div role="radiogroup" aria-label="What it is for">
      <div v-for="choice in choices" :key="choice.id" class="row">
        <label>
          <input type="radio" name="made-for" :checked="chosen === choice.id" @change="choose(choice.id)" />
          for {{ choice.names.join(', ') }}: {{ says(choice.made) }}
        </label>
        <span v-if="tooSmall(choice.made).length" class="risk">
          <Mark weight="risk" /> then too small for
          {{
            tooSmall(choice.made)
              .map((each) => each.name)
              .join(', ')
          }}
        </span>
      </div>
      <div class="row">
        <label><input type="radio" name="made-for" :checked="chosen === 'own'" @change="choose('own')" /> other</label>
      </div>
    </div>
    <div v-if="chosen === 'own'" class="row own">
      <label>at most <input v-model.number="side" type="number" min="0" :max="longest" /> px</label>
      <label>and <input v-model.number="kilobytes" type="number" min="0" /> kB</label>
      <span class="quiet">0 = no limit</span>
    </div>
    <div class="row">
      <label><input type="checkbox" :checked="!!props.crop" @change="turn" /> crop to a square</label>
      <label v-if="props.crop"
        >of <input type="number" :value="props.crop.size" :max="shortest" min="100" @change="resize" /> px</label
      >
    </div>
    <p class="quiet">Always an upright sRGB JPEG, never enlarged. The original is kept.</p>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <div class="row">
      <button v-if="chosen || props.crop" class="act" type="button" @click="look">Preview</button>
      <BButton v-if="preview" variant="primary" size="sm" :disabled="props.busy" @click="emit('make', wanted)">
        Use as front cover
      </BButton>
    </div>
    <figure v-if="preview">
      <img :src="preview.url" alt="Preview of the new picture" />
      <figcaption class="quiet">{{ weight(preview.bytes) }}</figcaption>
    </figure>
  </section>
</template>

<style scoped>
h3 {
  font:
    600 var(--type-text) Barlow,
    sans-serif;
  margin: var(--space-5) 0 var(--space-2);
  padding-bottom: var(--space-1);
  border-bottom: 1px solid var(--line);
}
.row {
  display: flex;
  gap: var(--space-5);
  align-items: center;
  margin: var(--space-2) 0;
  font-size: var(--type-row);
}
input[type='number'] {
  width: 84px;
}
p {
  margin: var(--space-1) 0;
  font-size: var(--type-note);
}
.risk {
  color: var(--risk);
}
.own {
  padding-left: var(--space-7);
}
.problem {
  color: var(--stop);
}
figure {
  margin: var(--space-3) 0 0;
}
img {
  width: 150px;
  border: 1px solid var(--line);
}
</style>
