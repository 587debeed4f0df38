<script setup lang="ts">
import { BButton, BForm, BFormInput } from 'bootstrap-vue-next'
import { computed, ref } from 'vue'
import { useSession } from '../api/session'

const session = useSession()
const name = ref('')
const password = ref('')
const problem = ref('')
const busy = ref(false)
const first = computed(() => session.who?.firstVisit ?? false)

async function go() {
  busy.value = true
  problem.value = ''
  try {
    await session.signIn(first.value, name.value, password.value)
  } catch (failure) {
    problem.value = (failure as Error).message
    password.value = ''
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <main class="sign-in">
    <h1>Entrad<span>a</span></h1>
    <p class="quiet">
      {{
        first
          ? 'Nobody has an account here yet. The first one is the manager’s: choose a name and a password of ten characters or more.'
          : 'The release desk.'
      }}
    </p>
    <BForm @submit.prevent="go">
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
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <BButton type="submit" variant="primary" :disabled="busy">{{ first ? 'Make the account' : 'Sign in' }}</BButton>
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
button {
  margin-top: var(--space-6);
  width: 100%;
}
</style>
