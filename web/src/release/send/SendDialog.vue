<script setup lang="ts">
import { BButton, BForm, BFormCheckbox, BFormInput, BModal } from 'bootstrap-vue-next'
import { ref } from 'vue'
import { call } from '../../api/client'
import type { DestinationSend } from '../../api/types'
import { bytes } from '../../kit/dates'
import { useReleaseStore } from '../store'

const props = defineProps<{ destination: DestinationSend }>()
const emit = defineEmits<{ close: []; sent: [] }>()
const release = useReleaseStore()
const open = ref(true)
const declares = ref(false)
const password = ref('')
const problem = ref('')
const busy = ref(false)
const total = props.destination.preview.contents.reduce((sum, content) => sum + content.bytes, 0)

async function send() {
  busy.value = true
  problem.value = ''
  try {
    await call('POST', `/api/releases/${release.view!.head.id}/deliveries`, {
      destination: props.destination.id,
      declaresRights: declares.value,
      password: password.value,
    })
    emit('sent')
  } catch (failure) {
    problem.value = (failure as Error).message
    password.value = ''
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <BModal v-model="open" :title="`Send to ${props.destination.name}`" no-footer @hidden="emit('close')">
    <p>
      <b>{{ release.view!.head.title }}</b> goes out as one sealed package: the store message and
      {{ props.destination.preview.contents.length }} files, {{ bytes(total) }}. What is sealed is never changed.
    </p>
    <BForm @submit.prevent="send">
      <BFormCheckbox id="declares" v-model="declares">
        I declare that the label holds the rights in these recordings, works and pictures for the territories named.
      </BFormCheckbox>
      <label for="again">Your password, again</label>
      <BFormInput id="again" v-model="password" type="password" autocomplete="current-password" required />
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <div class="end">
        <button class="act" type="button" @click="open = false">Not now</button>
        <BButton type="submit" variant="primary" :disabled="busy || !declares || !password">Seal and send</BButton>
      </div>
    </BForm>
  </BModal>
</template>

<style scoped>
label {
  display: block;
  margin: 14px 0 4px;
  font-weight: 500;
}
.problem {
  margin: 10px 0 0;
  color: var(--stop);
}
.end {
  display: flex;
  justify-content: flex-end;
  gap: 20px;
  margin-top: 18px;
}
</style>
