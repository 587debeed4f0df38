<script setup lang="ts">
/** Exchanges the key that access tokens and second factors are encrypted with. */
import { ref } from 'vue'
import { api, got } from '../api/client'

const said = ref('')
const problem = ref('')
const busy = ref(false)
async function exchange() {
  busy.value = true
  said.value = problem.value = ''
  try {
    const { secrets } = await got(api.POST('/api/destinations/key'))
    said.value = `${secrets} ${secrets === 1 ? 'secret' : 'secrets'} re-encrypted; the old key is gone.`
  } catch (failure) {
    problem.value = (failure as Error).message
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <p class="quiet">
    Access tokens of destinations and second factors are encrypted with a key outside the database. Replace it if others
    may have seen it.
  </p>
  <p>
    <button class="act" type="button" :disabled="busy" @click="exchange">Re-encrypt all with a new key</button>
    <span class="said" role="status">{{ said }}</span>
  </p>
  <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
</template>

<style scoped>
p {
  margin: 0;
}
.said {
  margin-left: var(--space-4);
  color: var(--ready);
}
.problem {
  color: var(--stop);
}
</style>
