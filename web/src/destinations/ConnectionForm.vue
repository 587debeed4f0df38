<script setup lang="ts">
/** How a destination gets what is meant for it: the way, and what that way wants. */
import { BButton, BForm, BFormInput } from 'bootstrap-vue-next'
import { computed, ref, watch } from 'vue'
import { api, got } from '../api/client'
import { useSession } from '../api/session'
import type { DestinationView } from '../api/types'
import { WAYS } from './ways'

const props = defineProps<{ destination: DestinationView }>()
const emit = defineEmits<{ saved: [] }>()
const session = useSession()
const way = ref(props.destination.way)
const url = ref(props.destination.url ?? '')
const secret = ref('')
const password = ref('')
const hostKey = ref(props.destination.hostKey ?? '')
const ownNetwork = ref(props.destination.ownNetwork)
const says = ref('')
const busy = ref(false)
const id = props.destination.id
const wants = computed(() => WAYS[way.value])
const host = (text: string) => (URL.canParse(text) ? new URL(text).protocol + new URL(text).host : text)
/** Another host than the secret was entered for: the server wants secret and password again. */
const elsewhere = computed(
  () =>
    props.destination.secret && host(wants.value.outside ? url.value.trim() : '') !== host(props.destination.url ?? ''),
)
watch(way, (chosen) => {
  url.value = chosen === props.destination.way ? (props.destination.url ?? '') : ''
  says.value = ''
})

async function attempt(deed: () => Promise<void>) {
  busy.value = true
  try {
    await deed()
  } catch (failure) {
    says.value = (failure as Error).message
  } finally {
    busy.value = false
  }
}
const look = () =>
  attempt(async () => {
    const shown = await got(
      api.POST('/api/destinations/{id}/server-key', {
        params: { path: { id } },
        body: { url: url.value, ownNetwork: ownNetwork.value },
      }),
    )
    hostKey.value = shown.fingerprint
    says.value = 'Compare it with the key they gave you; saving confirms it.'
  })
const save = () =>
  attempt(async () => {
    await got(
      api.PUT('/api/destinations/{id}/secret', {
        params: { path: { id } },
        body: {
          way: way.value,
          url: url.value,
          secret: secret.value,
          hostKey: way.value === 'sftp' && hostKey.value ? hostKey.value : null,
          ownNetwork: ownNetwork.value,
          password: password.value,
        },
      }),
    )
    secret.value = ''
    password.value = ''
    says.value = 'Saved.'
    emit('saved')
  })
</script>

<template>
  <BForm v-if="session.who?.role === 'manager'" class="connection" @submit.prevent="save">
    <span class="pair">
      <label :for="`way-${id}`">Delivery method</label>
      <select :id="`way-${id}`" v-model="way" class="form-select form-select-sm">
        <option v-for="(each, key) in WAYS" :key="key" :value="key">{{ each.name }}</option>
      </select>
    </span>
    <span v-if="wants.place" class="pair">
      <label :for="`url-${id}`">{{ wants.place }}</label>
      <BFormInput :id="`url-${id}`" v-model="url" :placeholder="wants.example" autocomplete="off" />
    </span>
    <span v-if="wants.secret" class="pair">
      <label :for="`secret-${id}`">{{ wants.secret }}</label>
      <textarea
        v-if="way === 'sftp'"
        :id="`secret-${id}`"
        v-model="secret"
        class="form-control form-control-sm"
        rows="1"
        autocomplete="off"
        spellcheck="false"
        :placeholder="props.destination.secret && !elsewhere ? 'saved, never shown again' : 'none yet'"
      />
      <BFormInput
        v-else
        :id="`secret-${id}`"
        v-model="secret"
        type="password"
        autocomplete="off"
        :placeholder="
          elsewhere ? 'of the new host' : props.destination.secret ? 'saved, never shown again' : 'none yet'
        "
      />
    </span>
    <span v-if="way === 'sftp'" class="pair">
      <label :for="`key-${id}`">Server key</label>
      <BFormInput :id="`key-${id}`" v-model="hostKey" class="mono" placeholder="SHA256:…" autocomplete="off" />
      <button class="act" type="button" :disabled="busy || !url" @click="look">Show its fingerprint</button>
    </span>
    <label v-if="wants.outside" class="pair own">
      <input v-model="ownNetwork" type="checkbox" /> In our own network
    </label>
    <span v-if="elsewhere" class="pair">
      <label :for="`password-${id}`">Your password</label>
      <BFormInput :id="`password-${id}`" v-model="password" type="password" autocomplete="current-password" />
    </span>
    <BButton type="submit" class="btn-line" variant="link" size="sm" :disabled="busy">Save connection</BButton>
    <span role="status">{{ says }}</span>
    <p class="quiet explains">{{ wants.explains }}</p>
  </BForm>
  <p v-else class="quiet">Delivered {{ wants.name }}.</p>
</template>

<style scoped>
.connection {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-4) var(--space-5);
  align-items: center;
}
.pair {
  display: flex;
  gap: var(--space-4);
  align-items: center;
  white-space: nowrap;
}
.connection input,
.connection textarea {
  width: 240px;
}
.connection select {
  width: auto;
}
.explains {
  flex-basis: 100%;
  margin: 0;
}
label {
  font-weight: 500;
}
.connection .own {
  min-height: 24px;
}
.connection .own input {
  width: auto;
}
button {
  white-space: nowrap;
  text-decoration: none;
}
</style>
