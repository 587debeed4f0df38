<script setup lang="ts">
/** A pasted list of codes: what each is, whether it is right, and on what it is. */
import { onUnmounted, ref, watch } from 'vue'
import { api, got } from '../api/client'
import type { CodeLine } from '../api/types'
import Mark from '../kit/Mark.vue'
import { soon } from '../kit/soon'

const text = ref('')
const lines = ref<CodeLine[]>([])
const problem = ref('')
const looking = soon(async () => {
  try {
    lines.value = text.value.trim() ? await got(api.POST('/api/codes/check', { body: { text: text.value } })) : []
    problem.value = ''
  } catch (failure) {
    problem.value = (failure as Error).message
  }
}, 250)
watch(text, looking.ask)
onUnmounted(looking.cancel)
</script>

<template>
  <section aria-label="Check codes">
    <h2>Check a list</h2>
    <textarea
      v-model="text"
      class="mono"
      aria-label="Codes to check"
      placeholder="Paste ISRCs, barcodes, ISWCs, IPI numbers, ISNIs or label codes, one per line"
    />
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-for="(line, i) in lines" :key="i" class="line">
      <Mark :weight="line.valid ? 'ready' : 'stop'" />
      <span class="mono">{{ line.display ?? line.input }}</span>
      <span class="quiet">{{ line.kind }}</span>
      <span>{{ line.problem }}</span>
      <span class="quiet">{{ line.on.length ? `on ${line.on.join('; ')}` : line.valid ? 'not used here' : '' }}</span>
    </p>
  </section>
</template>

<style scoped>
section {
  padding: var(--space-5) 0;
}
textarea {
  width: 100%;
  height: 90px;
  padding: var(--space-3) var(--space-4);
  font-size: var(--type-note);
}
.line {
  display: grid;
  grid-template-columns: 16px 190px 80px 1fr 1fr;
  gap: var(--space-4);
  margin: 0;
  padding: var(--space-2) 0;
  border-bottom: 1px solid var(--line);
  font-size: var(--type-row);
}
.problem {
  color: var(--stop);
}
</style>
