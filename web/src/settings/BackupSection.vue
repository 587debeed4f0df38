<script setup lang="ts">
/** What is known of backups; they are set up at the server’s command line. */
import { api, got } from '../api/client'
import type { BackupView } from '../api/types'
import { bytes, moment } from '../kit/dates'
import { useLoad } from '../kit/useLoad'

const { value: backups, problem } = useLoad<BackupView>(() => got(api.GET('/api/backups')), {
  announced: { backup: 'always' },
})
</script>

<template>
  <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  <template v-if="backups">
    <p :class="{ problem: backups.tooOld }">
      <template v-if="backups.lastGood">
        Last complete and verified backup: {{ moment(backups.lastGood.ended!) }}, {{ backups.lastGood.files }}
        {{ backups.lastGood.files === 1 ? 'file' : 'files' }}, {{ bytes(backups.lastGood.bytes) }}, in
        {{ backups.lastGood.place }}.
      </template>
      <template v-else>There is no backup yet.</template>
    </p>
    <p v-if="backups.plan" class="quiet">
      The server backs up to {{ backups.plan.folder }} every day and keeps the newest {{ backups.plan.keep }}.
    </p>
    <p v-else class="quiet">
      The server makes no backups by itself. For a daily backup, run
      <span class="mono">./entrada backup --every day FOLDER</span> on the server, with a folder on another disk.
    </p>
    <table v-if="backups.latest.length">
      <tbody>
        <tr v-for="each in backups.latest" :key="each.began">
          <td>{{ moment(each.began) }}</td>
          <td>{{ each.place }}</td>
          <td :class="{ problem: each.good === false }">
            {{ each.good === null ? 'running or interrupted' : each.good ? 'verified' : `failed: ${each.says}` }}
          </td>
        </tr>
      </tbody>
    </table>
  </template>
</template>

<style scoped>
p {
  margin: 0 0 var(--space-3);
}
.problem {
  color: var(--stop);
}
table {
  width: 100%;
  font-size: var(--type-row);
}
td {
  border-top: 1px solid var(--line);
  padding: var(--space-2) var(--space-5) var(--space-2) 0;
}
</style>
