<script setup lang="ts">
/** A new account, or what a manager changes about one; each deed wants the manager's own password. */
import { BButton, BForm, BFormInput } from 'bootstrap-vue-next'
import { ref } from 'vue'
import { api, got } from '../api/client'
import type { AccountView, GivenPassword } from '../api/types'

const { account } = defineProps<{
  /** The one to be changed; none for a new one. */
  account?: AccountView
}>()
const emit = defineEmits<{ done: [issued: GivenPassword | null]; cancel: [] }>()

const ROLES = [
  { id: 'manager', says: 'delivers to destinations; manages rules, codes and accounts' },
  { id: 'assistant', says: 'edits releases, writes copies' },
  { id: 'reader', says: 'read-only access' },
]
const name = ref(account?.name ?? '')
const role = ref(account?.role ?? 'assistant')
const factorWanted = ref(account?.factorWanted ?? false)
const password = ref('')
const problem = ref('')
const busy = ref(false)

async function deed(what: () => Promise<GivenPassword | null>) {
  busy.value = true
  problem.value = ''
  try {
    emit('done', await what())
  } catch (failure) {
    problem.value = (failure as Error).message
  } finally {
    busy.value = false
  }
}
const one = () => ({ params: { path: { id: account!.id } } })
const NOTHING = { name: null, role: null, held: null, factorWanted: null }
const change = (what: { name?: string; role?: string; held?: boolean; factorWanted?: boolean }) =>
  deed(async () => {
    await got(api.PUT('/api/accounts/{id}', { ...one(), body: { ...NOTHING, password: password.value, ...what } }))
    return null
  })
const save = () => {
  const facts = { name: name.value, role: role.value, factorWanted: factorWanted.value }
  return account
    ? change(facts)
    : deed(() => got(api.POST('/api/accounts', { body: { password: password.value, ...facts } })))
}
const issue = () =>
  deed(() => got(api.POST('/api/accounts/{id}/password', { ...one(), body: { password: password.value } })))
const removeFactor = () =>
  deed(async () => {
    await got(api.POST('/api/accounts/{id}/factor/off', { ...one(), body: { password: password.value } }))
    return null
  })
</script>

<template>
  <BForm class="account-form" @submit.prevent="save">
    <div class="facts">
      <div>
        <label for="account-name">Name</label>
        <BFormInput id="account-name" v-model="name" maxlength="100" autocomplete="off" required />
        <label class="check"><input v-model="factorWanted" type="checkbox" /> Require a second factor</label>
      </div>
      <fieldset>
        <legend>Role</legend>
        <label v-for="each in ROLES" :key="each.id" class="check">
          <input v-model="role" type="radio" name="role" :value="each.id" />
          <span
            >{{ each.id }} <span class="quiet">{{ each.says }}</span></span
          >
        </label>
      </fieldset>
      <div>
        <label for="own-again">Your own password</label>
        <BFormInput id="own-again" v-model="password" type="password" autocomplete="current-password" required />
        <p v-if="account" class="quiet">Any change here signs {{ account.own ? 'you' : account.name }} out.</p>
      </div>
    </div>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <div class="deeds">
      <BButton type="submit" variant="primary" size="sm" :disabled="busy || !password">
        {{ account ? 'Save' : 'Create account' }}
      </BButton>
      <button class="act" type="button" @click="$emit('cancel')">Cancel</button>
      <template v-if="account">
        <span class="gap" />
        <button class="act" type="button" :disabled="busy || !password" @click="issue">Issue a new password</button>
        <button v-if="account.factor" class="act" type="button" :disabled="busy || !password" @click="removeFactor">
          Remove second factor
        </button>
        <button class="act" type="button" :disabled="busy || !password" @click="change({ held: !account.held })">
          {{ account.held ? 'Reactivate' : 'Suspend' }}
        </button>
      </template>
    </div>
  </BForm>
</template>

<style scoped>
.account-form {
  padding: var(--space-5);
  margin-bottom: var(--space-5);
  background: var(--card);
  border: 1px solid var(--line);
}
.facts {
  display: grid;
  grid-template-columns: 1fr 1.3fr 1fr;
  gap: var(--space-7);
}
label,
legend {
  display: block;
  margin: 0 0 var(--space-2);
  font-size: var(--type-text);
  font-weight: 500;
}
.check {
  display: flex;
  gap: var(--space-3);
  align-items: baseline;
  font-weight: 400;
  margin-top: var(--space-2);
}
p {
  margin: var(--space-3) 0 0;
}
.problem {
  color: var(--stop);
}
.deeds {
  display: flex;
  gap: var(--space-6);
  align-items: center;
  margin-top: var(--space-5);
}
.gap {
  flex: 1;
}
</style>
