<script setup lang="ts">
/** Until when the Desk says nothing of a release, and why. */
import { BButton } from 'bootstrap-vue-next'
import { ref } from 'vue'
import { api, got } from '../api/client'

const props = defineProps<{ release: number; today: string }>()
const emit = defineEmits<{ done: []; cancel: [] }>()
const DAY = 86_400_000
const in_ = (days: number) => new Date(Date.parse(props.today) + days * DAY).toISOString().slice(0, 10)
const until = ref(in_(14))
const reason = ref('')
const forAll = ref(false)
const problem = ref('')

async function put() {
  problem.value = ''
  try {
    await got(
      api.POST('/api/desk/put-off', {
        body: { release: props.release, until: until.value, reason: reason.value, forAll: forAll.value },
      }),
    )
    emit('done')
  } catch (failure) {
    problem.value = (failure as Error).message
  }
}
</script>

<template>
  <form @submit.prevent="put">
    <label
      >Until <input v-model="until" type="date" :min="in_(1)" required class="form-control form-control-sm"
    /></label>
    <label class="why"
      >Reason
      <input
        v-model="reason"
        type="text"
        maxlength="200"
        required
        placeholder="What it is waiting for"
        class="form-control form-control-sm"
    /></label>
    <label class="all"><input v-model="forAll" type="checkbox" /> for everyone</label>
    <button class="act" type="button" @click="emit('cancel')">Cancel</button>
    <BButton variant="primary" size="sm" type="submit" :disabled="!reason.trim()">Postpone</BButton>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  </form>
</template>

<style scoped>
form {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3) var(--space-5);
  align-items: flex-end;
  margin: var(--space-3) 0;
  padding: var(--space-4);
  background: var(--card);
  border: 1px solid var(--line);
}
label {
  color: var(--quiet);
}
.why {
  flex: 1;
  min-width: 180px;
}
.all {
  padding-bottom: var(--space-2);
}
.problem {
  flex-basis: 100%;
  margin: 0;
  color: var(--stop);
}
</style>
