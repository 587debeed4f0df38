<script setup lang="ts">
/** How the release would lie on a disc: addresses at 75 frames a second, CD-Text, cue sheet and PQ list. */
import { ref } from 'vue'
import { api, got } from '../../api/client'
import { useLoad } from '../../kit/useLoad'
import Mark from '../../kit/Mark.vue'
import { useReleaseStore } from '../store'

const release = useReleaseStore()
const paper = ref<'pq' | 'cue'>('pq')

const { value: disc, problem } = useLoad(
  () => got(api.GET('/api/releases/{id}/disc', { params: { path: { id: release.view!.head.id } } })),
  { when: () => release.view?.revision },
)
</script>

<template>
  <section aria-label="Disc">
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-else-if="!disc" class="quiet" role="status">Laying out the disc…</p>
    <template v-else>
      <p class="verdict">
        <template v-if="!disc.problems.length">
          <Mark weight="ready" /> The disc can be made. It ends at <span class="mono">{{ disc.end }}</span>; CD-Text
          takes {{ disc.packs }} packs in {{ disc.languages === 1 ? 'one language' : `${disc.languages} languages` }}.
        </template>
        <span v-for="each in disc.problems" :key="each" class="line"><Mark weight="stop" /> {{ each }}</span>
        <span v-for="each in disc.leftOut" :key="each" class="line"><Mark weight="note" /> {{ each }}</span>
      </p>
      <table>
        <thead>
          <tr>
            <th scope="col" class="n">№</th>
            <th scope="col">Title</th>
            <th scope="col">Gap starts</th>
            <th scope="col">Start</th>
            <th scope="col">Length</th>
            <th scope="col" title="Samples from the address to the first sample of the track; a frame is 588">
              Left over
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="track in disc.tracks" :key="track.number">
            <td class="n">{{ track.number }}</td>
            <td>{{ track.title }}</td>
            <td class="mono quiet">{{ track.pause }}</td>
            <td class="mono">{{ track.start }}</td>
            <td class="mono">{{ track.lasts }}</td>
            <td class="mono quiet">{{ track.remainder }}</td>
          </tr>
        </tbody>
      </table>
      <h3>CD-Text</h3>
      <table>
        <tbody>
          <tr v-for="text in disc.texts" :key="text.kind">
            <th scope="row">{{ text.kind }}</th>
            <td>{{ text.says.join(' · ') }}</td>
          </tr>
        </tbody>
      </table>
      <div class="papers" role="group" aria-label="Documents">
        <button type="button" :aria-pressed="paper === 'pq'" :class="{ here: paper === 'pq' }" @click="paper = 'pq'">
          PQ list
        </button>
        <button type="button" :aria-pressed="paper === 'cue'" :class="{ here: paper === 'cue' }" @click="paper = 'cue'">
          Cue sheet
        </button>
      </div>
      <pre class="mono" tabindex="0">{{ paper === 'pq' ? disc.pq : disc.cue }}</pre>
    </template>
  </section>
</template>

<style scoped>
.verdict {
  margin: 0 0 var(--space-4);
}
.line {
  display: block;
}
.problem {
  color: var(--stop);
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: var(--type-row);
}
thead th {
  border-bottom: 1px solid var(--ink);
  font-weight: 600;
}
th {
  font-weight: 500;
}
th,
td {
  padding: var(--space-1) var(--space-4) var(--space-1) 0;
  border-bottom: 1px solid var(--line);
  vertical-align: baseline;
}
tbody th {
  width: 120px;
}
.n {
  width: 26px;
  text-align: right;
}
h3 {
  margin: var(--space-5) 0 var(--space-2);
}
.papers {
  display: flex;
  gap: var(--space-6);
  margin-top: var(--space-5);
}
.papers button {
  padding: var(--space-1) 0;
  border: 0;
  border-bottom: 2px solid transparent;
  background: none;
  color: var(--ink);
  font-weight: 500;
}
.papers .here {
  border-color: var(--madder);
  color: var(--madder);
}
pre {
  margin: var(--space-3) 0 0;
  padding: var(--space-4);
  border: 1px solid var(--line);
  font-size: var(--type-small);
  white-space: pre;
  overflow: auto;
}
</style>
