<script setup lang="ts">
import { BButton, BForm, BFormInput } from 'bootstrap-vue-next'
import { computed, ref } from 'vue'
import { api, got } from '../api/client'
import { useSession } from '../api/session'
import type { DestinationView } from '../api/types'

const props = defineProps<{ destination: DestinationView }>()
const emit = defineEmits<{ saved: [] }>()
const session = useSession()
const url = ref(props.destination.url ?? '')
const secret = ref('')
const password = ref('')
const says = ref('')
const host = (text: string) => (URL.canParse(text) ? new URL(text).origin : text)
/** Another host than the token was entered for: the server wants token and password again. */
const elsewhere = computed(
  () => props.destination.secret && host(url.value.trim()) !== host(props.destination.url ?? ''),
)

async function save() {
  try {
    await got(
      api.PUT('/api/destinations/{id}/secret', {
        params: { path: { id: props.destination.id } },
        body: {
          url: url.value,
          secret: secret.value,
          password: password.value,
        },
      }),
    )
    secret.value = ''
    password.value = ''
    says.value = 'Saved.'
    emit('saved')
  } catch (failure) {
    says.value = (failure as Error).message
  }
}
</script>

<template>
  <BForm v-if="session.who?.role === 'manager'" class="connection" @submit.prevent="save">
    <span class="pair">
      <label :for="`url-${props.destination.id}`">Address</label>
      <BFormInput :id="`url-${props.destination.id}`" v-model="url" placeholder="https://…" autocomplete="off" />
    </span>
    <span class="pair">
      <label :for="`secret-${props.destination.id}`">Token</label>
      <BFormInput
        :id="`secret-${props.destination.id}`"
        v-model="secret"
        type="password"
        autocomplete="off"
        :placeholder="elsewhere ? 'of the new host' : props.destination.secret ? 'kept, never shown again' : 'none yet'"
      />
    </span>
    <span v-if="elsewhere" class="pair">
      <label :for="`password-${props.destination.id}`">Your password</label>
      <BFormInput
        :id="`password-${props.destination.id}`"
        v-model="password"
        type="password"
        autocomplete="current-password"
      />
    </span>
    <BButton type="submit" class="btn-line" variant="link" size="sm">Save the connection</BButton>
    <span role="status">{{ says }}</span>
  </BForm>
  <p v-else class="quiet">
    {{ props.destination.secret ? 'Connected.' : 'Not connected yet; a manager enters address and token.' }}
  </p>
</template>

<style scoped>
.connection {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-4) var(--space-4);
  align-items: center;
}
.pair {
  display: flex;
  gap: var(--space-4);
  align-items: center;
  white-space: nowrap;
}
.connection input {
  width: 220px;
}
label {
  font-weight: 500;
}
button {
  white-space: nowrap;
  text-decoration: none;
}
</style>
