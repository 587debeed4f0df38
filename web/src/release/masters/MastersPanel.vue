<script setup lang="ts">
/** Masters: what is in place, what is proposed and why, what is loose. Hear, compare, confirm. */
import { BButton } from 'bootstrap-vue-next'
import { computed, ref, watch } from 'vue'
import { api, got } from '../../api/client'
import type { AlikeView, MasterRow, MastersView, SoundFileView } from '../../api/types'
import UploadList from '../../intake/UploadList.vue'
import { exact } from '../../kit/clock'
import ErrorNote from '../../kit/ErrorNote.vue'
import LoadingLine from '../../kit/LoadingLine.vue'
import { usePlayer } from '../../kit/player'
import PlayerBar from '../../kit/PlayerBar.vue'
import { useLoad } from '../../kit/useLoad'
import { useReleaseStore } from '../store'
import LooseTray from './LooseTray.vue'
import MasterLine from './MasterLine.vue'
import TagOffers from './TagOffers.vue'

const release = useReleaseStore()
const player = usePlayer()
const busy = ref(false)
const id = computed(() => release.view!.head.id)
const {
  value: view,
  problem,
  failed,
  load,
  attempt,
} = useLoad<MastersView>(() => got(api.GET('/api/releases/{id}/masters', { params: { path: { id: id.value } } })), {
  announced: { release: (data) => data.id === id.value && data.revision === undefined },
})
watch(
  () => release.view?.revision,
  (now) => now !== view.value?.revision && load(),
)
const proposed = computed(() => view.value?.rows.filter((row) => row.proposal).length ?? 0)
const inPlace = computed(() => view.value?.rows.filter((row) => row.file).length ?? 0)

async function post(deed: Promise<{ data?: MastersView }>) {
  busy.value = true
  const done = await attempt(async () => {
    view.value = await got(deed)
    await release.refresh()
  })
  if (!done) {
    const said = problem.value
    await load()
    problem.value = said
  }
  busy.value = false
}
const params = () => ({ path: { id: id.value } })
const confirmed = (certain: boolean, placements: { file: string; track: number }[]) =>
  post(api.POST('/api/releases/{id}/placements', { params: params(), body: { certain, placements } }))
const take = (offers: { target: number; field: string; value: string }[]) =>
  post(api.POST('/api/releases/{id}/offers', { params: params(), body: { offers } }))
const confirm = (row: MasterRow) => confirmed(false, [{ file: row.proposal!.file.sha256, track: row.trackId }])
const reuse = (row: MasterRow, recording: number) =>
  post(
    api.POST('/api/releases/{id}/reuse', {
      params: params(),
      body: { track: row.trackId, recording, file: row.proposal?.file.sha256 ?? '' },
    }),
  )
const place = (file: string, track: number) => release.place(file, track)
function compare(file: SoundFileView, other: AlikeView) {
  player.compare(
    { sha256: file.sha256, name: file.name, seconds: file.seconds, lufs: file.lufs ?? null },
    { sha256: other.file, name: other.name.slice(0, 40), seconds: 1e6, lufs: lufsOf(other.file) },
    other.offset,
    other.speed,
  )
}
function lufsOf(sha256: string) {
  const files = [...(view.value?.rows ?? []).map((row) => row.file), ...(view.value?.loose ?? [])]
  return files.find((file) => file?.sha256 === sha256)?.lufs ?? null
}

/** The preview is a fact of the track and changed like any other. */
function preview(row: MasterRow, seconds: number) {
  const cell = release.rows.find((each) => each.trackId === row.trackId)?.cells.previewStart
  if (cell) void release.write(cell, exact(seconds), `Preview of track ${row.track}`)
}
</script>

<template>
  <div class="masters">
    <ErrorNote :says="problem" @close="problem = ''" />
    <LoadingLine v-if="!view" what="the masters" doing="Matching files to tracks" :failed="failed" @again="load" />
    <template v-else>
      <div class="top">
        <span>
          <b>{{ inPlace }} of {{ view.rows.length }}</b> masters in place<template v-if="proposed"
            >, <b>{{ proposed }}</b> proposed</template
          ><template v-if="view.loose.length">, {{ view.loose.length }} loose</template>
        </span>
        <BButton
          v-if="view.certain && !release.readOnly"
          variant="primary"
          size="sm"
          :disabled="busy"
          @click="confirmed(true, [])"
        >
          {{ view.certain === 1 ? 'Confirm the certain one' : `Confirm all ${view.certain} certain ones` }}
        </BButton>
      </div>
      <UploadList :release="id" />
      <div v-if="!view.rows.length" class="quiet">
        No tracks yet. Add them in the Sheet, or create a release from files in the Intake.
      </div>
      <table v-if="view.rows.length">
        <thead>
          <tr>
            <th scope="col"></th>
            <th scope="col" class="title">Track</th>
            <th scope="col">Format</th>
            <th scope="col" class="figure">Time</th>
            <th scope="col" class="figure" title="Integrated loudness, EBU R 128">LUFS</th>
            <th scope="col" class="figure" title="True peak">dBTP</th>
            <th scope="col" class="figure" title="Loudness range, LU">LRA</th>
            <th scope="col" class="figure" title="Beats a minute">Tempo</th>
            <th scope="col">Key</th>
            <th scope="col"></th>
          </tr>
        </thead>
        <MasterLine
          v-for="row in view.rows"
          :key="row.trackId"
          :row="row"
          :read-only="release.readOnly || busy"
          @confirm="confirm(row)"
          @reuse="reuse(row, $event)"
          @compare="(file, other) => compare(file, other)"
          @preview="preview(row, $event)"
        />
      </table>
      <LooseTray
        v-if="view.loose.length || view.beside.length"
        :loose="view.loose"
        :beside="view.beside"
        :rows="view.rows"
        :read-only="release.readOnly"
        @place="place"
        @compare="(file, other) => compare(file, other)"
      />
      <TagOffers
        v-if="view.offers.length"
        :offers="view.offers"
        :read-only="release.readOnly || busy"
        @take="take($event)"
      />
      <PlayerBar />
    </template>
  </div>
</template>

<style scoped>
.masters {
  display: flex;
  flex-direction: column;
  flex: 1;
  padding: var(--space-5) var(--space-6) 0;
}
.top {
  display: flex;
  align-items: center;
  justify-content: space-between;
  min-height: 32px;
}
table {
  width: 100%;
  margin-top: var(--space-4);
  border-collapse: collapse;
}
thead th {
  padding: 0 var(--space-5) var(--space-2) 0;
  font-weight: 400;
  font-size: var(--type-note);
  color: var(--quiet);
  border-bottom: 1px solid var(--ink);
}
thead th:last-child {
  padding-right: 0;
}
.title {
  width: 45%;
}
.figure {
  text-align: right;
}
</style>
