<script setup lang="ts">
/** The proof of a copy: what was read back, and the sound's checksum before and after. */
import type { Certificate } from '../../api/types'
import { bytes, moment } from '../../kit/dates'

const props = defineProps<{ proof: Certificate; altered: boolean }>()
const short = (sum: string) => sum.slice(0, 10)
</script>

<template>
  <dl class="certificate" :class="{ broken: props.altered || !props.proof.holds }">
    <div>
      <dt>Written</dt>
      <dd>{{ moment(props.proof.at) }} · {{ bytes(props.proof.bytes) }}</dd>
    </div>
    <div>
      <dt>Read back</dt>
      <dd>{{ props.proof.fields }} tags as planned</dd>
    </div>
    <div>
      <dt>Audio</dt>
      <dd :title="`Before ${props.proof.audioBefore}\nAfter ${props.proof.audioAfter}`">
        <span class="mono">{{ short(props.proof.audioBefore) }}</span>
        <template v-if="props.proof.holds"> before and after</template>
        <template v-else>
          before, <span class="mono">{{ short(props.proof.audioAfter) }}</span> after</template
        >
        <span class="quiet"> ({{ props.proof.compared }})</span>
      </dd>
    </div>
    <div>
      <dt>Bytes</dt>
      <dd v-if="props.altered">changed since they were written</dd>
      <dd v-else-if="props.proof.checkedAt">checked again {{ moment(props.proof.checkedAt) }}</dd>
      <dd v-else :title="props.proof.sha256">
        <span class="mono">{{ short(props.proof.sha256) }}</span>
      </dd>
    </div>
  </dl>
</template>

<style scoped>
.certificate {
  display: grid;
  grid-template-columns: 1.1fr 0.9fr 1.5fr 1fr;
  gap: 0 var(--space-5);
  margin: 0 0 var(--space-3) var(--space-8);
  padding: var(--space-1) var(--space-4);
  border-left: 2px solid var(--ready);
  font-size: var(--type-note);
}
.broken {
  border-color: var(--stop);
}
dt {
  font-weight: 500;
  color: var(--quiet);
  font-size: var(--type-small);
}
dd {
  margin: 0;
}
</style>
