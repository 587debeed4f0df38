<script setup lang="ts">
/** Sets up the second factor: the password, a secret for the device, a code of it, recovery codes to keep. */
import { BButton, BForm, BFormInput } from 'bootstrap-vue-next'
import { computed, ref } from 'vue'
import { api, got } from '../api/client'
import RecoveryCodes from './RecoveryCodes.vue'

const emit = defineEmits<{ done: [] }>()
const password = ref('')
const code = ref('')
const fresh = ref<{ key: string; address: string; square: string[] } | null>(null)
const codes = ref<string[]>([])
const problem = ref('')
const busy = ref(false)

async function step(what: () => Promise<void>) {
  busy.value = true
  problem.value = ''
  try {
    await what()
  } catch (failure) {
    problem.value = (failure as Error).message
  } finally {
    busy.value = false
  }
}
const begin = () =>
  step(async () => {
    fresh.value = await got(api.POST('/api/account/factor', { body: { password: password.value } }))
    password.value = ''
  })
const confirm = () =>
  step(async () => {
    codes.value = (await got(api.PUT('/api/account/factor', { body: { code: code.value } }))).recoveryCodes
  })

/** The dark modules, each as a unit square. */
const modules = computed(() =>
  (fresh.value?.square ?? [])
    .flatMap((row, y) => [...row].map((bit, x) => (bit === '1' ? `M${x} ${y}h1v1h-1z` : '')))
    .join(''),
)
</script>

<template>
  <RecoveryCodes v-if="codes.length" :codes="codes" @kept="emit('done')" />
  <BForm v-else-if="!fresh" @submit.prevent="begin">
    <p>
      A device that shows a new code every 30 seconds: an authenticator app on your phone, or a password manager. You
      will need a code each time you sign in.
    </p>
    <label for="factor-password">Password</label>
    <BFormInput id="factor-password" v-model="password" type="password" autocomplete="current-password" required />
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <BButton type="submit" variant="primary" :disabled="busy">Continue</BButton>
  </BForm>
  <BForm v-else class="scan" @submit.prevent="confirm">
    <svg
      :viewBox="`-4 -4 ${fresh.square.length + 8} ${fresh.square.length + 8}`"
      role="img"
      aria-label="QR code with the secret for the device; the same key stands beside it as text"
    >
      <path :d="modules" />
    </svg>
    <div>
      <p>Scan the code with the authenticator, or enter this key there:</p>
      <p class="mono key">{{ fresh.key }}</p>
      <label for="factor-code">Code that the device shows now</label>
      <BFormInput
        id="factor-code"
        v-model="code"
        class="mono"
        inputmode="numeric"
        autocomplete="one-time-code"
        maxlength="7"
        required
      />
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <BButton type="submit" variant="primary" :disabled="busy">Set up second factor</BButton>
    </div>
  </BForm>
</template>

<style scoped>
label {
  display: block;
  margin: var(--space-5) 0 var(--space-2);
  font-weight: 500;
}
.scan {
  display: grid;
  grid-template-columns: 190px 1fr;
  gap: var(--space-6);
  align-items: start;
  margin-top: var(--space-4);
}
svg {
  /* a camera wants dark on light, by night too */
  background: var(--on-picture-light);
  fill: var(--on-picture-dark);
  shape-rendering: crispedges;
  border: 1px solid var(--line);
}
.key {
  overflow-wrap: anywhere;
}
p {
  margin: 0 0 var(--space-3);
}
.problem {
  margin-top: var(--space-3);
  color: var(--stop);
}
button {
  margin-top: var(--space-5);
}
</style>
