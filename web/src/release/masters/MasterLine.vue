<script setup lang="ts">
/** A track: the file in place or the one proposed, its outline, the evidence. */
import { computed, ref } from 'vue'
import type { AlikeView, MasterRow, SoundFileView } from '../../api/types'
import { clock } from '../../kit/clock'
import { weightOf } from '../../kit/likeness'
import Mark from '../../kit/Mark.vue'
import { usePlayer } from '../../kit/player'
import WaveForm from '../../kit/WaveForm.vue'
import EvidenceBars from './EvidenceBars.vue'

const props = defineProps<{ row: MasterRow; readOnly: boolean }>()
const emit = defineEmits<{
  confirm: []
  reuse: [recording: number]
  compare: [file: SoundFileView, other: AlikeView]
  preview: [seconds: number]
}>()

const player = usePlayer()
const file = computed(() => props.row.file ?? props.row.proposal?.file ?? null)
const moved = ref<number | null>(null)
const start = computed(() => {
  const [seconds = '0', minutes = '0', hours = '0'] = (props.row.previewStart ?? '').split(':').reverse()
  return props.row.previewStart ? Number(seconds) + 60 * Number(minutes) + 3600 * Number(hours) : null
})
const excerpt = computed(() => {
  const found = file.value?.excerpt
  if (!found || found.seconds >= file.value.seconds) return null
  return { ...found, at: moved.value ?? start.value ?? found.at }
})
const shown = ref<AlikeView | null>(null)
const position = computed(() => (player.first?.sha256 === file.value?.sha256 ? player.at : null))
/** Another recording that is the same is used again rather than made a second time. */
const reusable = computed(() =>
  props.row.proposal?.file.alike.find((other) => other.verdict === 'same' && other.recording && !other.onThisRelease),
)

function hear(seconds: number) {
  const of = file.value!
  player.play({ sha256: of.sha256, name: of.name, seconds: of.seconds, lufs: of.lufs ?? null }, seconds)
}
function move(seconds: number) {
  if (seconds >= 0) moved.value = seconds
  else if (moved.value !== null) {
    emit('preview', Math.round(moved.value * 1000) / 1000)
    moved.value = null
  }
}
</script>

<template>
  <li :data-track-id="row.trackId">
    <span class="number mono">{{ row.track }}</span>
    <div class="title">
      <b>{{ row.title }}</b>
      <template v-if="file">
        <span class="file" :title="file.name">{{ file.name }}</span>
        <span class="quiet">{{ file.says }}</span>
        <span v-if="file.lufs != null" class="quiet"
          >{{ file.lufs.toFixed(1) }} LUFS, peak {{ file.truePeak?.toFixed(1) }} dBTP<template v-if="file.more">
            · {{ file.more }}</template
          ></span
        >
      </template>
      <span v-else class="quiet">no master yet; drop a file here</span>
      <span v-for="paper in row.beside" :key="paper.sha256" class="paper">
        <a class="act" :href="`/api/files/${paper.sha256}?name=${encodeURIComponent(paper.name)}`">{{ paper.name }}</a>
        <span class="quiet">{{ paper.belongs }}</span>
      </span>
    </div>
    <div class="sound">
      <template v-if="file && file.lufs != null">
        <WaveForm
          :sha256="file.sha256"
          :name="row.title"
          :seconds="file.seconds"
          :head="file.headSilence"
          :tail="file.tailSilence"
          :rests="file.rests"
          :clippings="file.clippings"
          :excerpt="excerpt"
          :position="position"
          :differs="(shown ?? file.alike.find((each) => each.verdict === 'other-version'))?.differs"
          @hear="hear"
          @excerpt="move"
        />
        <span v-if="excerpt" class="quiet why">
          preview from {{ clock(excerpt.at)
          }}<template v-if="start === null && moved === null">, proposed: {{ file.excerpt?.reason }}</template>
        </span>
        <p v-for="other in file.alike.slice(0, 3)" :key="other.file + other.recording" class="alike">
          <Mark :weight="weightOf(other.verdict)" /> {{ other.says }}
          <span class="quiet">{{ Math.round(other.confidence * 100) }} % sure</span>
          <button class="act" type="button" @click="((shown = other), emit('compare', file, other))">Compare</button>
        </p>
      </template>
    </div>
    <div class="evidence">
      <template v-if="row.proposal">
        <EvidenceBars :proposal="row.proposal" />
        <button v-if="reusable && !readOnly" class="act" type="button" @click="emit('reuse', reusable.recording)">
          Use the known recording
        </button>
        <button v-if="!readOnly" class="act" type="button" @click="emit('confirm')">
          {{ reusable ? 'Keep as a new recording' : 'Confirm' }}
        </button>
      </template>
      <span v-else-if="row.file"><Mark weight="ready" /> in place</span>
    </div>
  </li>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 24px minmax(170px, 1fr) minmax(240px, 1.5fr) 150px;
  gap: var(--space-5);
  padding: var(--space-4) 0;
  border-bottom: 1px solid var(--line);
  font-size: var(--type-row);
}
.number {
  text-align: right;
}
.title {
  min-width: 0;
}
.title > b,
.title > span,
.evidence > button {
  display: block;
}
.file {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.title .quiet,
.why,
.alike {
  font-size: var(--type-note);
}
.paper .quiet {
  margin-left: var(--space-3);
}
.alike {
  margin: var(--space-1) 0 0;
}
.alike .quiet {
  white-space: nowrap;
}
.alike .act {
  margin-left: var(--space-4);
}
.evidence > button {
  margin-top: var(--space-1);
}
.evidence {
  font-size: var(--type-note);
}
</style>
