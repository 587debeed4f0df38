<script setup lang="ts">
/** Recovery codes, which are shown this once. */
import { BButton } from 'bootstrap-vue-next'

const { codes } = defineProps<{ codes: string[] }>()
defineEmits<{ kept: [] }>()

function save() {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([codes.join('\n') + '\n'], { type: 'text/plain' }))
  link.download = 'entrada-recovery-codes.txt'
  link.click()
  URL.revokeObjectURL(link.href)
}
</script>

<template>
  <div class="codes">
    <p>
      <b>Keep these recovery codes in a safe place.</b> Each signs you in once, without the device. They are not shown
      again.
    </p>
    <ul class="mono">
      <li v-for="code in codes" :key="code">{{ code }}</li>
    </ul>
    <div class="deeds">
      <BButton class="btn-line" variant="link" @click="save">Download</BButton>
      <BButton variant="primary" @click="$emit('kept')">I have saved them</BButton>
    </div>
  </div>
</template>

<style scoped>
ul {
  list-style: none;
  margin: var(--space-5) 0;
  padding: var(--space-5);
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--space-2) var(--space-6);
  border: 1px solid var(--line);
  background: var(--card);
}
.deeds {
  display: flex;
  gap: var(--space-4);
}
</style>
