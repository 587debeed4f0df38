<script setup lang="ts">
/** A password that was issued, shown this once. */
import { ref } from 'vue'
import type { GivenPassword } from '../api/types'
import { moment } from '../kit/dates'

const { given } = defineProps<{ given: GivenPassword & { name: string } }>()
defineEmits<{ close: [] }>()
const copied = ref(false)
async function copy() {
  await navigator.clipboard.writeText(given.password)
  copied.value = true
}
</script>

<template>
  <div class="given" role="status">
    <p>
      Password for <b>{{ given.name }}</b>: <span class="mono">{{ given.password }}</span>
      <button class="act" type="button" @click="copy">{{ copied ? 'Copied' : 'Copy' }}</button>
    </p>
    <p class="quiet">
      Shown only once. Valid until {{ moment(given.until) }} and must be changed at the first sign-in.
      <button class="act" type="button" @click="$emit('close')">Done</button>
    </p>
  </div>
</template>

<style scoped>
.given {
  padding: var(--space-4) var(--space-5);
  margin-bottom: var(--space-5);
  border: 1px solid var(--ready);
  background: var(--card);
}
p {
  margin: 0;
}
.act {
  margin-left: var(--space-4);
}
.mono {
  user-select: all;
}
</style>
