<script setup lang="ts">
/** Two people changed one fact: both values, and a choice. */
import { useReleaseStore, type Conflict } from './store'

const release = useReleaseStore()

function mine(conflict: Conflict) {
  release.conflicts = release.conflicts.filter((each) => each !== conflict)
  void release.writeAll(
    [
      {
        entity: conflict.field.split('.')[0]!,
        target: conflict.target,
        field: conflict.field,
        before: conflict.stored as string,
        after: conflict.wanted as string,
      },
    ],
    'Conflict settled',
  )
}
</script>

<template>
  <div v-for="conflict in release.conflicts" :key="conflict.field + conflict.target" class="conflict" role="alert">
    <span>
      Somebody changed this meanwhile. It says <b>{{ conflict.stored ?? 'nothing' }}</b>; you wanted
      <b>{{ conflict.wanted ?? 'nothing' }}</b>. Nothing of yours was written.
    </span>
    <button class="act" type="button" @click="release.conflicts = []">Leave theirs</button>
    <button class="act" type="button" @click="mine(conflict)">Write mine</button>
  </div>
</template>

<style scoped>
.conflict {
  display: flex;
  gap: 16px;
  padding: 8px 16px;
  border-bottom: 1px solid var(--risk);
}
.conflict span {
  flex: 1;
}
</style>
