<script setup lang="ts">
/** What somebody has to permit: covers, remixes, samples. A document counts when a person has confirmed what it is for. */
import { api } from '../../api/client'
import { reactive } from 'vue'
import type { PermissionLine } from '../../api/types'
import ErrorNote from '../../kit/ErrorNote.vue'
import { useOfRelease } from '../ofRelease'

const { release, view, problem, change } = useOfRelease((id) =>
  api.GET('/api/releases/{id}/permissions', { params: { path: { id } } }),
)
const typed = reactive<Record<string, { document: number; party: string }>>({})
const key = (line: PermissionLine) =>
  [line.needed.work, line.needed.recording, line.needed.use, line.needed.title].join(' ')
const of = (line: PermissionLine) => (typed[key(line)] ??= { document: 0, party: '' })
function say(line: PermissionLine, document: number, party: string) {
  const { work, recording, use, title } = line.needed
  return change((id) =>
    api.POST('/api/releases/{id}/permissions', {
      params: { path: { id } },
      body: { work, recording, use, title, document, party },
    }),
  )
}
</script>

<template>
  <section v-if="view?.lines.length" aria-label="Permissions">
    <h2>Permissions</h2>
    <p class="quiet">A document alone is not a permission: choose which original it covers and who gives it.</p>
    <ErrorNote :says="problem" @close="problem = ''" />
    <div v-for="line in view.lines" :key="key(line)" class="line">
      <span class="what">
        <b>{{ line.needed.title }}</b>
        <span class="quiet">
          {{ line.needed.use }}<template v-if="line.needed.writers"> of {{ line.needed.writers }}</template> ·
          {{ line.needed.tracks.length === 1 ? 'track' : 'tracks' }} {{ line.needed.tracks.join(', ') }}
        </span>
      </span>
      <template v-if="line.confirmed">
        <span
          >{{ line.confirmed.party }}: {{ line.confirmed.name }}
          <span class="quiet">confirmed by {{ line.confirmed.by }}</span></span
        >
        <button v-if="!release.readOnly" class="act" type="button" @click="say(line, 0, '')">Withdraw</button>
      </template>
      <span v-else-if="!view.documents.length" class="quiet">Attach the document to this release first.</span>
      <template v-else-if="!release.readOnly">
        <select v-model="of(line).document" :aria-label="`Document for ${line.needed.title}`">
          <option :value="0" disabled>document…</option>
          <option v-for="document in view.documents" :key="document.id" :value="document.id">
            {{ document.name }}
          </option>
        </select>
        <input v-model="of(line).party" placeholder="given by…" :aria-label="`Who permits ${line.needed.title}`" />
        <button
          class="act"
          type="button"
          :disabled="!of(line).document || !of(line).party.trim()"
          @click="say(line, of(line).document, of(line).party)"
        >
          Confirm
        </button>
      </template>
      <span v-else class="quiet">not confirmed</span>
    </div>
  </section>
</template>

<style scoped>
section {
  margin-top: var(--space-7);
}
h2 {
  margin: 0;
}
.line {
  display: flex;
  gap: var(--space-6);
  align-items: baseline;
  padding: var(--space-2) 0;
  border-bottom: 1px solid var(--line);
}
.what {
  flex: 1;
  display: flex;
  gap: var(--space-4);
  align-items: baseline;
}
select,
input {
  height: 28px;
  max-width: 220px;
  padding: 0 var(--space-3);
}
</style>
