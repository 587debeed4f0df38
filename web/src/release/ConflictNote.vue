<script setup lang="ts">
/** Two people changed one fact: both values, and a choice, one by one. */
import { useReleaseStore } from './store'

const release = useReleaseStore()
</script>

<template>
  <div v-for="conflict in release.conflicts" :key="conflict.field + conflict.target" class="conflict" role="alert">
    <span>
      Someone else changed this in the meantime. It now says <b>{{ conflict.stored ?? 'nothing' }}</b>; you entered
      <b>{{ conflict.wanted ?? 'nothing' }}</b>. Your value was not saved.
    </span>
    <button class="act" type="button" @click="release.decide(conflict, false)">Keep theirs</button>
    <button class="act" type="button" @click="release.decide(conflict, true)">Use mine</button>
  </div>
  <p v-if="release.waiting.length && release.away" class="conflict" role="status">
    <span>
      The server cannot be reached.
      {{ release.waiting.length === 1 ? 'One edit is' : `${release.waiting.length} edits are` }} kept on this computer,
      even after a reload, and saved when the server is back.
    </span>
  </p>
</template>

<style scoped>
.conflict {
  display: flex;
  gap: var(--space-6);
  margin: 0;
  padding: var(--space-4) var(--space-6);
  border-bottom: 1px solid var(--risk);
}
.conflict span {
  flex: 1;
}
</style>
