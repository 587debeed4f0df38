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
/** Another picture made from the cover: cropped, scaled down, under a ceiling; seen with its weight before it is taken. */
import { BButton } from 'bootstrap-vue-next'
import { computed, onUnmounted, ref, watch } from 'vue'
import { fetched } from '../../api/client'
import type { ArtworkView } from '../../api/types'
import { bytes as weight } from '../../kit/dates'

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
const preview = ref<{ url: string; bytes: number } | null>(null)
const problem = ref('')

// the narrowest limits of the destinations, as a first proposal
watch(
  () => props.view.sha256,
  () => {
    const most = (what: string) =>
      Math.min(
        ...props.view.limits.filter((each) => each.what === what && !each.within).map((each) => each.max),
        Infinity,
      )
    side.value = Number.isFinite(most('pixels')) && most('pixels') < longest.value ? most('pixels') : 0
    kilobytes.value = Number.isFinite(most('bytes')) ? Math.floor(most('bytes') / 1000) : 0
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
    <div class="row">
      <label><input type="checkbox" :checked="!!props.crop" @change="turn" /> crop to a square</label>
      <label v-if="props.crop"
        >of <input type="number" :value="props.crop.size" :max="shortest" min="100" @change="resize" /> px</label
      >
    </div>
    <div class="row">
      <label>at most <input v-model.number="side" type="number" min="0" :max="longest" /> px</label>
      <label>and <input v-model.number="kilobytes" type="number" min="0" /> kB</label>
      <span class="quiet">0 = no limit</span>
    </div>
    <p class="quiet">Always an upright sRGB JPEG, never enlarged. The original is kept.</p>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <div class="row">
      <button class="act" type="button" @click="look">Preview</button>
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
