<script setup lang="ts">
/** Who signed in and what was done to accounts, newest first; nobody can edit it. */
import { ref } from 'vue'
import { api, got } from '../api/client'
import type { AccountLogLine } from '../api/types'
import { moment } from '../kit/dates'
import { useLoad } from '../kit/useLoad'

/** Lines that come at once. */
const PAGE = 100
const lines = ref<AccountLogLine[]>([])
const more = ref(false)
const { problem, attempt } = useLoad(async () => take([], await page()), { announced: { accounts: 'always' } })
const page = (before?: number) => got(api.GET('/api/accounts/log', { params: { query: { before } } }))
function take(before: AccountLogLine[], next: AccountLogLine[]) {
  lines.value = [...before, ...next]
  more.value = next.length === PAGE
}
const earlier = () => attempt(async () => take(lines.value, await page(lines.value.at(-1)!.id)))
</script>

<template>
  <section class="log" aria-labelledby="account-log">
    <h2 id="account-log">Log</h2>
    <p class="quiet">Sign-ins and changes to accounts. The log cannot be edited.</p>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <table v-if="lines.length">
      <tbody>
        <tr v-for="line in lines" :key="line.id">
          <td class="quiet when">{{ moment(line.at) }}</td>
          <td>
            <b>{{ line.whom }}</b> {{ line.says }}<template v-if="line.detail">: {{ line.detail }}</template>
          </td>
          <td>{{ line.by === line.whom ? '' : `by ${line.by}` }}</td>
          <td class="mono quiet">{{ line.address }}</td>
        </tr>
      </tbody>
    </table>
    <button v-if="more" class="act" type="button" @click="earlier">Earlier</button>
  </section>
</template>

<style scoped>
.log {
  margin-top: var(--space-7);
}
h2,
p {
  margin: 0;
}
table {
  width: 100%;
  margin-top: var(--space-4);
  font-size: var(--type-row);
}
td {
  border-top: 1px solid var(--line);
  padding: var(--space-2) var(--space-5) var(--space-2) 0;
}
.when {
  width: 140px;
  white-space: nowrap;
}
.problem {
  color: var(--stop);
}
</style>
