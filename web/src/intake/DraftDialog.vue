<script setup lang="ts">
/** A release as the files suggest it, to be looked at before anything is made. */
import { BButton, BModal } from 'bootstrap-vue-next'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, got } from '../api/client'
import type { DraftView } from '../api/types'
import ErrorNote from '../kit/ErrorNote.vue'
import LoadingLine from '../kit/LoadingLine.vue'
import { useLoad } from '../kit/useLoad'

const props = defineProps<{ files: string[] }>()
const emit = defineEmits<{ close: [] }>()
const router = useRouter()
const shown = ref(true)
const title = ref('')
const artists = ref('')
const kind = ref('album')
const making = ref(false)

const {
  value: draft,
  problem,
  failed,
  load,
  attempt,
} = useLoad<DraftView>(async () => {
  const found = await got(api.POST('/api/intake/draft', { body: { files: props.files } }))
  title.value = found.title.value
  artists.value = found.artists.value
  kind.value = found.kind
  return found
})

async function make() {
  making.value = true
  making.value = await attempt(async () => {
    const made = await got(
      api.POST('/api/intake/release', {
        body: {
          files: props.files,
          title: title.value,
          artists: artists.value,
          kind: kind.value,
        },
      }),
    )
    shown.value = false
    await router.push({ name: 'masters', params: { id: made.id } })
  })
}
</script>

<template>
  <BModal v-model="shown" title="New release from these files" size="xl" scrollable no-footer @hidden="emit('close')">
    <ErrorNote :says="problem" @close="problem = ''" />
    <LoadingLine v-if="!draft" what="the draft" doing="Reading tags and names" :failed="failed" @again="load" />
    <template v-if="draft">
      <div class="facts">
        <label>
          Title
          <input v-model="title" type="text" class="form-control form-control-sm" />
          <span class="quiet">{{ draft.title.source || 'not in the files' }}</span>
        </label>
        <label>
          Artists
          <input v-model="artists" type="text" class="form-control form-control-sm" />
          <span class="quiet">{{ draft.artists.source || 'not in the files' }}</span>
        </label>
        <label>
          Kind
          <select v-model="kind" class="form-select form-select-sm">
            <option v-for="each in ['single', 'EP', 'album', 'compilation']" :key="each">{{ each }}</option>
          </select>
          <span class="quiet">{{ draft.tracks.length }} {{ draft.tracks.length === 1 ? 'track' : 'tracks' }}</span>
        </label>
      </div>
      <p class="quiet">
        Files are proposed for their tracks and wait for your confirmation on the release. Everything here can be
        changed there.
      </p>
      <table>
        <thead>
          <tr>
            <th class="number">No.</th>
            <th>Title</th>
            <th>Artists, if different</th>
            <th class="number">Time</th>
            <th>File</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="track in draft.tracks" :key="track.number">
            <td class="number mono">{{ track.number }}</td>
            <td>
              {{ track.title || 'untitled' }}<template v-if="track.version"> ({{ track.version }})</template>
              <span v-if="track.featured" class="quiet">feat. {{ track.featured }}</span>
              <span v-if="track.reuses" class="known">known: {{ track.reuses }}; recording and ISRC are reused</span>
            </td>
            <td>{{ track.artists }}</td>
            <td class="number mono">{{ track.time }}</td>
            <td class="file">
              {{ track.name }}
              <span class="quiet">title from {{ track.source === 'file name' ? 'its name' : 'tags' }}</span>
              <span v-if="track.others.length" class="quiet">same audio: {{ track.others.join(', ') }}</span>
            </td>
          </tr>
        </tbody>
      </table>
      <h3 v-if="draft.others.length">Other files</h3>
      <ul>
        <li v-for="paper in draft.others" :key="paper.name">
          {{ paper.name }} <span class="quiet">→ {{ paper.goes }}</span>
        </li>
      </ul>
    </template>
    <div class="dialog-end">
      <button class="act" type="button" @click="shown = false">Cancel</button>
      <BButton variant="primary" :disabled="!draft?.tracks.length || making" @click="make">Create release</BButton>
    </div>
  </BModal>
</template>

<style scoped>
.facts {
  display: grid;
  grid-template-columns: 2fr 2fr 1fr;
  gap: var(--space-6);
}
label .quiet {
  font-size: var(--type-note);
}
.facts + p {
  margin: var(--space-5) 0 var(--space-3);
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: var(--type-row);
}
th,
td {
  padding: var(--space-2) var(--space-4) var(--space-2) 0;
  border-bottom: 1px solid var(--line);
  text-align: left;
  vertical-align: baseline;
}
.number {
  width: 44px;
  text-align: right;
}
td .quiet,
.known {
  display: block;
  font-size: var(--type-note);
}
.known {
  color: var(--ready);
}
.file {
  width: 34%;
  overflow-wrap: anywhere;
}
h3 {
  margin: var(--space-5) 0 var(--space-2);
}
ul {
  columns: 2;
  padding-left: var(--space-6);
  font-size: var(--type-row);
}
</style>
