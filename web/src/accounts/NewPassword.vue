<script setup lang="ts">
/** Asks for the password one has and for a new one, and changes it. */
import { BButton, BForm, BFormInput } from 'bootstrap-vue-next'
import { ref } from 'vue'
import { api, got } from '../api/client'

const { given } = defineProps<{
  /** Whether the password one has was issued by somebody else. */
  given?: boolean
}>()
const emit = defineEmits<{ changed: [] }>()
const before = ref('')
const fresh = ref('')
const seen = ref(false)
const problem = ref('')
const busy = ref(false)

async function change() {
  busy.value = true
  problem.value = ''
  try {
    await got(api.PUT('/api/account/password', { body: { password: before.value, fresh: fresh.value } }))
    before.value = fresh.value = ''
    emit('changed')
  } catch (failure) {
    problem.value = (failure as Error).message
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <BForm @submit.prevent="change">
    <label for="password-before">{{ given ? 'Password issued to you' : 'Current password' }}</label>
    <BFormInput id="password-before" v-model="before" type="password" autocomplete="current-password" required />
    <label for="password-fresh">New password</label>
    <BFormInput
      id="password-fresh"
      v-model="fresh"
      :type="seen ? 'text' : 'password'"
      autocomplete="new-password"
      aria-describedby="password-rule"
      required
    />
    <p id="password-rule" class="quiet">At least 12 characters. Several unrelated words make a good password.</p>
    <label class="see"><input v-model="seen" type="checkbox" /> Show password</label>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <BButton type="submit" variant="primary" :disabled="busy">Change password</BButton>
  </BForm>
</template>

<style scoped>
label {
  display: block;
  margin: var(--space-5) 0 var(--space-2);
  font-weight: 500;
}
.see {
  display: flex;
  gap: var(--space-3);
  align-items: center;
  margin-top: var(--space-3);
  font-weight: 400;
}
p {
  margin: var(--space-3) 0 0;
}
.problem {
  color: var(--stop);
}
button {
  margin-top: var(--space-5);
}
</style>
