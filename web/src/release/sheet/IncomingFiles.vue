<script setup lang="ts">
/** Uploads in, and files that are in no place yet. */
import { ref } from 'vue'
import UploadList from '../../intake/UploadList.vue'
import { bytes } from '../../kit/dates'
import { useReleaseStore } from '../store'

const release = useReleaseStore()
const chosen = ref<Record<string, number>>({})
</script>

<template>
  <section v-if="release.view" class="incoming" aria-label="Files">
    <UploadList :release="release.view!.head.id" />
    <p v-for="file in release.view?.loose" :key="file.sha256" class="loose">
      <span class="kind">loose file</span>
      <b>{{ file.name }}</b>
      <span class="quiet">{{ bytes(file.bytes) }} · {{ file.says }}</span>
      <template v-if="!release.readOnly && file.kind === 'audio'">
        <select v-model="chosen[file.sha256]" :aria-label="`Track for ${file.name}`">
          <option :value="undefined" disabled>track…</option>
          <option v-for="row in release.rows.slice(1)" :key="row.trackId" :value="row.trackId">
            {{ row.track }} {{ row.cells.title?.shown }}
          </option>
        </select>
        <button
          class="act"
          type="button"
          :disabled="!chosen[file.sha256]"
          @click="release.place(file.sha256, chosen[file.sha256]!)"
        >
          Assign
        </button>
      </template>
      <button
        v-else-if="!release.readOnly && file.kind === 'picture' && !release.view.head.cover"
        class="act"
        type="button"
        @click="release.place(file.sha256, 0)"
      >
        Use as cover
      </button>
      <RouterLink
        v-else-if="!release.readOnly && file.kind === 'picture'"
        :to="{ name: 'artwork', params: { id: release.view.head.id } }"
        >There is already a front cover; choose what this picture shows</RouterLink
      >
    </p>
  </section>
</template>

<style scoped>
.incoming {
  margin-top: var(--space-5);
  border-top: 1px solid var(--line);
  font-size: var(--type-row);
}
p {
  display: flex;
  gap: var(--space-4);
  align-items: baseline;
  margin: 0;
  padding: var(--space-2) 0;
  border-bottom: 1px solid var(--line);
}
p > span:not(.kind) {
  flex: 1;
}
b {
  white-space: nowrap;
  max-width: 260px;
  overflow: hidden;
  text-overflow: ellipsis;
}
.kind {
  flex: none;
  padding: 0 var(--space-2);
  border: 1px solid var(--line);
  color: var(--quiet);
  font-size: var(--type-small);
}
select {
  max-width: 160px;
  background: var(--card);
  color: var(--ink);
  border: 1px solid var(--line);
}
</style>
