<script setup lang="ts">
/** A track: the file in place or the one proposed, its figures in columns, its outline under them, the evidence. */
import { computed, ref } from 'vue'
import type { AlikeView, MasterRow, SoundFileView } from '../../api/types'
import { clock } from '../../kit/clock'
import { weightOf } from '../../kit/likeness'
import Mark from '../../kit/Mark.vue'
import { usePlayer } from '../../kit/player'
import WaveForm from '../../kit/WaveForm.vue'
import EvidenceBars from './EvidenceBars.vue'
import { remarks } from './remarks'

const props = defineProps<{ row: MasterRow; readOnly: boolean }>()
const emit = defineEmits<{
  confirm: []
  reuse: [recording: number]
  compare: [file: SoundFileView, other: AlikeView]
  preview: [seconds: number]
}>()

const player = usePlayer()
const file = computed(() => props.row.file ?? props.row.proposal?.file ?? null)
const said = computed(() => (file.value ? remarks(file.value) : []))
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
  <tbody :data-track-id="row.trackId">
    <tr>
      <td class="number mono">{{ row.track }}</td>
      <th scope="row" class="title">
        {{ row.title }} <span v-if="file" class="quiet file" :title="file.name">{{ file.name }}</span>
      </th>
      <template v-if="file && file.lufs != null">
        <td>{{ file.format }}</td>
        <td class="figure">{{ file.time }}</td>
        <td class="figure">{{ file.lufs.toFixed(1) }}</td>
        <td class="figure">{{ file.truePeak?.toFixed(1) }}</td>
        <td class="figure">{{ file.heard?.rangeLu.toFixed(1) ?? '–' }}</td>
        <td class="figure">{{ file.heard?.bpm?.toFixed(0) ?? '–' }}</td>
        <td>{{ file.heard?.key ?? '–' }}</td>
      </template>
      <td v-else colspan="7" class="quiet">{{ file ? file.says : 'no master yet; drop a file here' }}</td>
      <td class="state">
        <template v-if="row.file"><Mark weight="ready" /> in place</template>
        <template v-else-if="row.proposal"><Mark weight="note" /> proposed</template>
      </td>
    </tr>
    <tr v-if="row.proposal || row.beside.length || (file && file.lufs != null)" class="under">
      <td></td>
      <td :colspan="row.proposal ? 7 : 9">
        <template v-if="file && file.lufs != null">
          <WaveForm
            :sha256="file.sha256"
            :name="row.title"
            :seconds="file.seconds"
            :head="file.headSilence"
            :tail="file.tailSilence"
            :rests="file.rests"
            :clippings="file.clippings"
            :above="file.heard?.lossyAbove"
            :excerpt="excerpt"
            :position="position"
            :differs="(shown ?? file.alike.find((each) => each.verdict === 'other-version'))?.differs"
            @hear="hear"
            @excerpt="move"
          />
          <p class="said">
            <span v-for="each in said" :key="each.says"><Mark :weight="each.sign" /> {{ each.says }}</span>
            <span v-if="excerpt" class="quiet why">
              preview from {{ clock(excerpt.at)
              }}<template v-if="start === null && moved === null">, proposed: {{ file.excerpt?.reason }}</template>
            </span>
          </p>
          <p v-for="other in file.alike.slice(0, 3)" :key="other.file + other.recording" class="alike">
            <Mark :weight="weightOf(other.verdict)" /> {{ other.says }}
            <span class="quiet">{{ Math.round(other.confidence * 100) }} % sure</span>
            <button class="act" type="button" @click="((shown = other), emit('compare', file, other))">Compare</button>
          </p>
        </template>
        <p v-for="paper in row.beside" :key="paper.sha256" class="paper">
          <a class="act" :href="`/api/files/${paper.sha256}?name=${encodeURIComponent(paper.name)}`">{{
            paper.name
          }}</a>
          <span class="quiet">{{ paper.belongs }}</span>
        </p>
      </td>
      <td v-if="row.proposal" colspan="2" class="evidence">
        <EvidenceBars :proposal="row.proposal" />
        <button v-if="reusable && !readOnly" class="act" type="button" @click="emit('reuse', reusable.recording)">
          Use the known recording
        </button>
        <button v-if="!readOnly" class="act" type="button" @click="emit('confirm')">
          {{ reusable ? 'Keep as a new recording' : 'Confirm' }}
        </button>
      </td>
    </tr>
  </tbody>
</template>

<style scoped>
tbody {
  border-bottom: 1px solid var(--line);
}
th,
td {
  padding: var(--space-3) var(--space-5) 0 0;
  font-weight: 400;
  font-size: var(--type-row);
  white-space: nowrap;
  vertical-align: baseline;
}
td:last-child {
  padding-right: 0;
}
.number,
.figure {
  text-align: right;
}
.title {
  max-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  font-weight: 600;
}
.file {
  margin-left: var(--space-2);
  font-weight: 400;
  font-size: var(--type-note);
}
.under td {
  padding-bottom: var(--space-4);
  white-space: normal;
  vertical-align: top;
}
.said {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--space-6);
  /* beside the bracket of the preview, whose lower half is empty */
  margin: calc(-1 * var(--space-5)) 0 0;
  font-size: var(--type-note);
  pointer-events: none;
}
.said:empty {
  display: none;
}
.why {
  margin-left: auto;
}
.paper,
.alike {
  margin: var(--space-1) 0 0;
  font-size: var(--type-note);
}
.paper .quiet {
  margin-left: var(--space-3);
}
.alike .quiet {
  white-space: nowrap;
}
.alike .act {
  margin-left: var(--space-4);
}
.evidence {
  font-size: var(--type-note);
}
.evidence > button {
  display: block;
  margin-top: var(--space-1);
}
</style>
