<script setup lang="ts">
/** What somebody has to do after signing in before the desk opens: change an issued password, set up a second factor. */
import { computed } from 'vue'
import { useSession } from '../api/session'
import NewPassword from './NewPassword.vue'
import SetUpFactor from './SetUpFactor.vue'

const session = useSession()
const password = computed(() => session.who?.must === 'password')
</script>

<template>
  <main class="enter">
    <h1>{{ password ? 'Choose your own password' : 'Set up your second factor' }}</h1>
    <p class="quiet">
      {{
        password
          ? 'The password you signed in with was issued by a manager. Change it to go on.'
          : 'A manager requires a second factor for your account.'
      }}
    </p>
    <NewPassword v-if="password" given @changed="session.load()" />
    <SetUpFactor v-else @done="session.load()" />
    <button class="act" type="button" @click="session.signOut()">Sign out</button>
  </main>
</template>

<style scoped>
.enter {
  width: 540px;
  margin: 12vh auto 0;
  padding: var(--space-7);
  background: var(--card);
  border: 1px solid var(--line);
}
h1 {
  margin: 0 0 var(--space-3);
}
.act {
  margin-top: var(--space-6);
}
</style>
