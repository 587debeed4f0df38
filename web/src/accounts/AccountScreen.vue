<script setup lang="ts">
/** One's own account: name, password, second factor, where one is signed in. */
import { BButton, BForm, BFormInput } from 'bootstrap-vue-next'
import { ref } from 'vue'
import { api, got } from '../api/client'
import { useSession } from '../api/session'
import type { OwnView } from '../api/types'
import LoadingLine from '../kit/LoadingLine.vue'
import { moment } from '../kit/dates'
import { useLoad } from '../kit/useLoad'
import NewPassword from './NewPassword.vue'
import RecoveryCodes from './RecoveryCodes.vue'
import SetUpFactor from './SetUpFactor.vue'

const session = useSession()
const {
  value: own,
  problem,
  failed,
  load,
  attempt,
} = useLoad<OwnView>(() => got(api.GET('/api/account')), { announced: { accounts: 'always', session: 'always' } })

/** Which part is open for changing. */
const open = ref<'name' | 'password' | 'factor' | 'codes' | 'off' | null>(null)
const said = ref('')
const password = ref('')
const name = ref('')
const codes = ref<string[]>([])

function toggle(part: typeof open.value) {
  open.value = open.value === part ? null : part
  said.value = problem.value = password.value = ''
  codes.value = []
  name.value = own.value?.name ?? ''
}

async function done(says: string) {
  open.value = null
  password.value = ''
  await session.load()
  await load()
  said.value = says
}

const rename = () =>
  attempt(async () => {
    await got(api.PUT('/api/account/name', { body: { password: password.value, name: name.value } }))
    await done('Name changed.')
  })
const endFactor = () =>
  attempt(async () => {
    await got(api.POST('/api/account/factor/off', { body: { password: password.value } }))
    await done('Second factor removed.')
  })
const newCodes = () =>
  attempt(async () => {
    codes.value = (
      await got(api.POST('/api/account/recovery-codes', { body: { password: password.value } }))
    ).recoveryCodes
  })
const end = (id: string) =>
  attempt(async () => {
    await got(api.DELETE('/api/account/sessions/{id}', { params: { path: { id } } }))
    await load()
  })
const endOthers = () =>
  attempt(async () => {
    await got(api.DELETE('/api/account/sessions'))
    await done('Signed out everywhere else.')
  })
</script>

<template>
  <div class="screen own">
    <h1>Your account</h1>
    <p v-if="problem && !open" class="problem" role="alert">{{ problem }}</p>
    <p class="said" role="status">{{ said }}</p>
    <LoadingLine v-if="!own" what="your account" :failed="failed" @again="load" />
    <template v-else>
      <section aria-labelledby="own-name">
        <h2 id="own-name">Name</h2>
        <div>
          {{ own.name }} <span class="quiet">{{ own.role }}</span>
          <BForm v-if="open === 'name'" @submit.prevent="rename">
            <label for="account-name">New name</label>
            <BFormInput id="account-name" v-model="name" autocomplete="username" maxlength="100" required />
            <label for="name-password">Password</label>
            <BFormInput
              id="name-password"
              v-model="password"
              type="password"
              autocomplete="current-password"
              required
            />
            <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
            <BButton type="submit" variant="primary">Change name</BButton>
          </BForm>
        </div>
        <button class="act" type="button" @click="toggle('name')">{{ open === 'name' ? 'Cancel' : 'Change…' }}</button>
      </section>

      <section aria-labelledby="own-password">
        <h2 id="own-password">Password</h2>
        <div>
          <span class="quiet">Changing it signs you out everywhere else.</span>
          <NewPassword v-if="open === 'password'" @changed="done('Password changed.')" />
        </div>
        <button class="act" type="button" @click="toggle('password')">
          {{ open === 'password' ? 'Cancel' : 'Change…' }}
        </button>
      </section>

      <section aria-labelledby="own-factor">
        <h2 id="own-factor">Second factor</h2>
        <div>
          <template v-if="own.factorSince">
            Set up {{ moment(own.factorSince) }}
            <span :class="own.recoveryCodes < 3 ? 'few' : 'quiet'">
              {{ own.recoveryCodes }} recovery {{ own.recoveryCodes === 1 ? 'code' : 'codes' }} left
            </span>
          </template>
          <span v-else class="quiet">
            Not set up. A code from your phone beside the password keeps others out even if they know it.
          </span>
          <SetUpFactor v-if="open === 'factor'" @done="done('Second factor set up.')" />
          <RecoveryCodes
            v-else-if="codes.length"
            :codes="codes"
            @kept="done('New recovery codes. The old ones no longer work.')"
          />
          <BForm
            v-else-if="open === 'codes' || open === 'off'"
            @submit.prevent="open === 'codes' ? newCodes() : endFactor()"
          >
            <label for="factor-again">Password</label>
            <BFormInput id="factor-again" v-model="password" type="password" autocomplete="current-password" required />
            <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
            <BButton type="submit" variant="primary">
              {{ open === 'codes' ? 'Make new recovery codes' : 'Remove second factor' }}
            </BButton>
          </BForm>
        </div>
        <div class="deeds">
          <button v-if="!own.factorSince" class="act" type="button" @click="toggle('factor')">
            {{ open === 'factor' ? 'Cancel' : 'Set up…' }}
          </button>
          <template v-else-if="open !== 'factor'">
            <button class="act" type="button" @click="toggle('codes')">
              {{ open === 'codes' ? 'Cancel' : 'New recovery codes…' }}
            </button>
            <button v-if="!own.factorWanted" class="act" type="button" @click="toggle('off')">
              {{ open === 'off' ? 'Cancel' : 'Remove…' }}
            </button>
            <span v-else class="quiet">required</span>
          </template>
        </div>
      </section>

      <section aria-labelledby="own-sessions">
        <h2 id="own-sessions">Signed in</h2>
        <table class="sessions">
          <thead>
            <tr>
              <th scope="col">Browser</th>
              <th scope="col">Address</th>
              <th scope="col">Signed in</th>
              <th scope="col">Last used</th>
              <td></td>
            </tr>
          </thead>
          <tbody>
            <tr v-for="each in own.sessions" :key="each.id">
              <td>{{ each.browser }}</td>
              <td class="mono">{{ each.address }}</td>
              <td>{{ moment(each.begun) }}</td>
              <td>{{ each.here ? 'now' : moment(each.used) }}</td>
              <td class="end">
                <b v-if="each.here">This browser</b>
                <button v-else class="act" type="button" @click="end(each.id)">Sign out</button>
              </td>
            </tr>
          </tbody>
        </table>
        <button v-if="own.sessions.length > 1" class="act others" type="button" @click="endOthers">
          Sign out everywhere else
        </button>
      </section>
    </template>
  </div>
</template>

<style scoped>
.own {
  max-width: 940px;
}
section {
  display: grid;
  grid-template-columns: 140px 1fr auto;
  gap: var(--space-6);
  align-items: start;
  padding: var(--space-5) 0;
  border-top: 1px solid var(--line);
}
h2 {
  margin: 0;
  font: inherit;
  font-weight: 600;
}
form {
  max-width: 520px;
}
form:not(.scan) {
  max-width: 320px;
}
label {
  display: block;
  margin: var(--space-4) 0 var(--space-2);
  font-weight: 500;
}
.deeds {
  display: flex;
  flex-direction: column;
  align-items: flex-end;
}
.btn {
  margin-top: var(--space-5);
}
.sessions {
  grid-column: 2 / -1;
}
.sessions td:not(:first-child) {
  white-space: nowrap;
}
.others {
  grid-column: 2 / -1;
  justify-self: end;
}
th {
  font-size: var(--type-note);
  font-weight: 500;
  color: var(--quiet);
  padding-bottom: var(--space-3);
}
tbody td {
  border-top: 1px solid var(--line);
  padding: var(--space-3) var(--space-4) var(--space-3) 0;
}
.end {
  text-align: right;
  padding-right: 0;
}
.said {
  min-height: 1.35em;
  margin: 0;
  color: var(--ready);
}
.few {
  color: var(--risk);
}
.problem {
  color: var(--stop);
  margin: var(--space-4) 0 0;
}
</style>
