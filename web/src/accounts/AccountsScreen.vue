<script setup lang="ts">
/** The accounts of the house: who may do what, who is signed in; managers add and change them. */
import { BButton } from 'bootstrap-vue-next'
import { ref } from 'vue'
import { api, got } from '../api/client'
import type { AccountView, GivenPassword } from '../api/types'
import LoadingLine from '../kit/LoadingLine.vue'
import { moment } from '../kit/dates'
import { useLoad } from '../kit/useLoad'
import AccountForm from './AccountForm.vue'
import AccountLog from './AccountLog.vue'
import GivenNote from './GivenNote.vue'

const {
  value: accounts,
  problem,
  failed,
  load,
  attempt,
} = useLoad(() => got(api.GET('/api/accounts')), { announced: { accounts: 'always' } })
/** The account that is being changed; 0 for a new one. */
const open = ref<number | null>(null)
const given = ref<(GivenPassword & { name: string }) | null>(null)

async function done(issued: GivenPassword | null) {
  open.value = null
  await load()
  if (issued) given.value = { ...issued, name: accounts.value?.find((each) => each.id === issued.account)?.name ?? '' }
}
const endSessions = (account: AccountView) =>
  attempt(async () => {
    await got(api.DELETE('/api/accounts/{id}/sessions', { params: { path: { id: account.id } } }))
    await load()
  })
function factor(account: AccountView) {
  if (account.factor) return account.factorWanted ? 'set up, required' : 'set up'
  return account.factorWanted ? 'required, not set up yet' : '–'
}
</script>

<template>
  <div class="screen">
    <div class="title">
      <h1>Accounts</h1>
      <BButton variant="primary" size="sm" @click="open = open === 0 ? null : 0">Add account</BButton>
    </div>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <GivenNote v-if="given" :given="given" @close="given = null" />
    <AccountForm v-if="open === 0" @done="done" @cancel="open = null" />
    <LoadingLine v-if="!accounts" what="accounts" :failed="failed" @again="load" />
    <table v-else>
      <thead>
        <tr>
          <th scope="col">Name</th>
          <th scope="col">Role</th>
          <th scope="col">Second factor</th>
          <th scope="col">Last sign-in</th>
          <th scope="col">Open sessions</th>
          <td></td>
        </tr>
      </thead>
      <tbody v-for="each in accounts" :key="each.id">
        <tr :class="{ held: each.held }">
          <td>
            <b>{{ each.name }}</b> <span v-if="each.own" class="quiet">you</span>
            <span v-if="each.held" class="state">suspended</span>
            <span v-else-if="each.given" class="state">password issued, not changed yet</span>
          </td>
          <td>{{ each.role }}</td>
          <td>{{ factor(each) }}</td>
          <td>{{ each.lastSignIn ? moment(each.lastSignIn) : 'never' }}</td>
          <td>
            {{ each.sessions || '–' }}
            <button v-if="each.sessions && !each.own" class="act" type="button" @click="endSessions(each)">
              Sign out
            </button>
          </td>
          <td>
            <div class="end">
              <RouterLink v-if="each.own" to="/account">Your account</RouterLink>
              <button class="act" type="button" @click="open = open === each.id ? null : each.id">
                {{ open === each.id ? 'Cancel' : 'Edit…' }}
              </button>
            </div>
          </td>
        </tr>
        <tr v-if="open === each.id" class="form">
          <td colspan="6"><AccountForm :account="each" @done="done" @cancel="open = null" /></td>
        </tr>
      </tbody>
    </table>
    <AccountLog />
  </div>
</template>

<style scoped>
.title {
  display: flex;
  align-items: center;
  justify-content: space-between;
  padding-bottom: var(--space-4);
}
h1 {
  margin: 0;
}
table {
  width: 100%;
}
th {
  font-size: var(--type-note);
  font-weight: 500;
  color: var(--quiet);
  padding-bottom: var(--space-3);
}
td {
  padding: var(--space-4) var(--space-5) var(--space-4) 0;
}
tbody > tr:first-child > td {
  border-top: 1px solid var(--line);
}
.form td {
  padding-top: 0;
}
.held {
  color: var(--quiet);
}
.state {
  margin-left: var(--space-3);
  color: var(--risk);
}
.end {
  display: flex;
  gap: var(--space-5);
  justify-content: flex-end;
  align-items: baseline;
}
tbody td:last-child {
  padding-right: 0;
}
td .act {
  margin-left: var(--space-4);
}
.problem {
  color: var(--stop);
}
</style>
