<script setup lang="ts">
import { BButton, BForm, BFormInput } from 'bootstrap-vue-next'
import { computed, nextTick, ref } from 'vue'
import { Problem } from '../api/client'
import { useSession } from '../api/session'

const session = useSession()
const name = ref('')
const password = ref('')
const code = ref('')
/** Whether name and password were right and the second factor is asked for. */
const withCode = ref(false)
const problem = ref('')
const busy = ref(false)
const first = computed(() => session.who?.firstVisit ?? false)

async function go() {
  busy.value = true
  problem.value = ''
  try {
    await session.signIn(first.value, name.value, password.value, code.value)
  } catch (failure) {
    await refused(failure as Error)
  } finally {
    busy.value = false
  }
}

async function refused(failure: Error) {
  const about = failure instanceof Problem ? failure.more.field : undefined
  code.value = ''
  if (about === 'code' && !withCode.value) {
    withCode.value = true
    await nextTick()
    document.getElementById('code')?.focus()
    return
  }
  problem.value = failure.message
  // a wrong code leaves the password as it is: it was right
  if (about !== 'code') {
    password.value = ''
    withCode.value = false
  }
}
function again() {
  withCode.value = false
  password.value = code.value = problem.value = ''
}
</script>

<template>
  <main class="sign-in">
    <h1>Entrad<span>a</span></h1>
    <p class="quiet">
      {{
        first
          ? 'There is no account yet. Create the first one, for the manager: choose a name and a password of at least 12 characters.'
          : 'The release desk.'
      }}
    </p>
    <BForm @submit.prevent="go">
      <template v-if="!withCode">
        <label for="name">Name</label>
        <BFormInput id="name" v-model="name" autocomplete="username" autofocus required />
        <label for="password">Password</label>
        <BFormInput
          id="password"
          v-model="password"
          type="password"
          :autocomplete="first ? 'new-password' : 'current-password'"
          required
        />
      </template>
      <template v-else>
        <label for="code">Code from your device</label>
        <BFormInput id="code" v-model="code" class="mono" autocomplete="one-time-code" required />
        <p class="quiet">
          Or one of your recovery codes. If you have neither, ask a manager to remove the second factor.
        </p>
      </template>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <BButton type="submit" variant="primary" :disabled="busy">{{ first ? 'Create account' : 'Sign in' }}</BButton>
      <button v-if="withCode" class="act" type="button" @click="again">Use another account</button>
    </BForm>
  </main>
</template>

<style scoped>
.sign-in {
  width: 320px;
  margin: 16vh auto 0;
  padding: var(--space-7);
  background: var(--card);
  border: 1px solid var(--line);
}
h1 {
  margin: 0;
}
h1 span {
  color: var(--madder);
}
label {
  display: block;
  margin: var(--space-5) 0 var(--space-2);
  font-weight: 500;
}
.problem {
  margin: var(--space-5) 0 0;
  color: var(--stop);
}
.btn {
  margin-top: var(--space-6);
  width: 100%;
}
.act {
  display: block;
  margin: var(--space-4) auto 0;
}
</style>
