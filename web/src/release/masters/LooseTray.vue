<script setup lang="ts">
/** Files of this release that are on no track, and papers that belong to it as a whole. */
import { ref } from 'vue'
import type { AlikeView, MastersView, SoundFileView } from '../../api/types'
import { usePlayer } from '../../kit/player'

defineProps<{
  loose: SoundFileView[]
  beside: MastersView['beside']
  rows: MastersView['rows']
  readOnly: boolean
}>()
defineEmits<{ place: [file: string, track: number]; compare: [file: SoundFileView, other: AlikeView] }>()

const player = usePlayer()
const chosen = ref<Record<string, number>>({})
</script>

<template>
  <section aria-label="Loose files">
    <h2>Not on a track</h2>
    <p v-for="file in loose" :key="file.sha256">
      <b>{{ file.name }}</b>
      <span class="quiet says">{{ file.says }}</span>
      <span v-if="file.alike[0]">
        {{ file.alike[0].says }}
        <button class="act" type="button" @click="$emit('compare', file, file.alike[0])">Compare</button>
      </span>
      <button
        v-if="file.lufs != null"
        class="act"
        type="button"
        @click="player.play({ sha256: file.sha256, name: file.name, seconds: file.seconds, lufs: file.lufs ?? null })"
      >
        Play
      </button>
      <template v-if="!readOnly">
        <select v-model="chosen[file.sha256]" :aria-label="`Track for ${file.name}`">
          <option :value="undefined" disabled>track…</option>
          <option v-for="row in rows" :key="row.trackId" :value="row.trackId">{{ row.track }} {{ row.title }}</option>
        </select>
        <button
          class="act"
          type="button"
          :disabled="!chosen[file.sha256]"
          @click="$emit('place', file.sha256, chosen[file.sha256]!)"
        >
          Assign
        </button>
        <button v-if="file.kind === 'picture'" class="act" type="button" @click="$emit('place', file.sha256, 0)">
          Use as cover
        </button>
      </template>
    </p>
    <p v-for="paper in beside" :key="paper.sha256">
      <a class="act" :href="`/api/files/${paper.sha256}?name=${encodeURIComponent(paper.name)}`">{{ paper.name }}</a>
      <span class="quiet">{{ paper.belongs }}, kept with the release</span>
    </p>
  </section>
</template>

<style scoped>
h2 {
  margin: var(--space-6) 0 var(--space-2);
  font-size: var(--type-text);
}
p {
  display: flex;
  gap: var(--space-4);
  align-items: baseline;
  margin: 0;
  padding: var(--space-2) 0;
  border-bottom: 1px solid var(--line);
  font-size: var(--type-row);
}
.says {
  flex: 1;
}
select {
  max-width: 150px;
  border: 1px solid var(--line);
  background: var(--card);
  color: var(--ink);
}
</style>
