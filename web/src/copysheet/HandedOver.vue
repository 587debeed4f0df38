<script setup lang="ts">
/** Says that all of it is in the form: declared and signed, as every delivery is. */
import { BButton, BForm, BFormInput } from 'bootstrap-vue-next'
import { ref } from 'vue'
import { api, got } from '../api/client'
import RightsDeclaration from '../release/send/RightsDeclaration.vue'

const props = defineProps<{ release: number; destination: string; update: boolean }>()
const emit = defineEmits<{ close: []; done: [] }>()
const declares = ref(false)
const password = ref('')
const problem = ref('')
const busy = ref(false)

async function hand() {
  busy.value = true
  problem.value = ''
  try {
    await got(
      api.POST('/api/releases/{id}/deliveries', {
        params: { path: { id: props.release } },
        body: {
          destination: props.destination,
          destinations: null,
          occasion: props.update ? 'update' : 'delivery',
          declaresRights: declares.value,
          password: password.value,
          terms: null,
          sendOn: null,
          again: null,
        },
      }),
    )
    emit('done')
  } catch (failure) {
    problem.value = (failure as Error).message
    password.value = ''
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <BForm class="over" @submit.prevent="hand">
    <p>The values now in the form are sealed and never changed.</p>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <RightsDeclaration v-model="declares" />
    <label for="hand-password">Your password</label>
    <BFormInput id="hand-password" v-model="password" type="password" autocomplete="current-password" size="sm" />
    <p class="deeds">
      <BButton type="submit" variant="primary" size="sm" :disabled="busy || !declares || !password">
        Mark as submitted
      </BButton>
      <button class="act" type="button" @click="emit('close')">Cancel</button>
    </p>
  </BForm>
</template>

<style scoped>
.over {
  position: sticky;
  bottom: 0;
  padding: var(--space-4) var(--space-6) var(--space-6);
  border-top: 1px solid var(--ink);
  background: var(--card);
}
p {
  margin: 0 0 var(--space-3);
}
.problem {
  color: var(--stop);
}
.deeds {
  display: flex;
  align-items: center;
  gap: var(--space-6);
  margin: var(--space-4) 0 0;
}
</style>
