<script setup lang="ts">
import { BButton, BForm, BFormInput } from 'bootstrap-vue-next'
import { ref } from 'vue'
import { call } from '../api/client'
import { useSession } from '../api/session'
import type { DestinationView } from '../api/types'

const props = defineProps<{ destination: DestinationView }>()
const emit = defineEmits<{ saved: [] }>()
const session = useSession()
const url = ref(props.destination.url ?? '')
const secret = ref('')
const says = ref('')

async function save() {
  try {
    await call('PUT', `/api/destinations/${props.destination.id}/secret`, { url: url.value, secret: secret.value })
    secret.value = ''
    says.value = 'Saved.'
    emit('saved')
  } catch (failure) {
    says.value = (failure as Error).message
  }
}
</script>

<template>
  <BForm v-if="session.who?.role === 'manager'" class="connection" @submit.prevent="save">
    <label :for="`url-${props.destination.id}`">Address</label>
    <BFormInput :id="`url-${props.destination.id}`" v-model="url" placeholder="https://…" autocomplete="off" />
    <label :for="`secret-${props.destination.id}`">Token</label>
    <BFormInput
      :id="`secret-${props.destination.id}`"
      v-model="secret"
      type="password"
      autocomplete="off"
      :placeholder="props.destination.secret ? 'kept, never shown again' : 'none yet'"
    />
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
  gap: 10px;
  align-items: center;
}
.connection input {
  width: 240px;
}
label {
  font-weight: 500;
}
button {
  white-space: nowrap;
  text-decoration: none;
}
</style>
