<script setup lang="ts">
/** Uploads in: each with its progress, and all of them together. */
import { computed } from 'vue'
import { bytes } from '../kit/dates'
import Mark from '../kit/Mark.vue'
import { useUploads } from './uploads'

const props = defineProps<{ release: number }>()
const uploads = useUploads()
const mine = computed(() => uploads.uploads.filter((upload) => upload.release === props.release))
const open = computed(() => mine.value.filter((upload) => !['done', 'wrong'].includes(upload.state)))
/** Of many files only what moves or went wrong is listed; what is done stands in its place below. */
const listed = computed(() =>
  mine.value
    .filter((upload) => upload.state !== 'waiting' && (upload.state !== 'done' || mine.value.length < 6))
    .slice(0, 12),
)
const WORDS: Record<string, string> = { reading: 'reading…', paused: 'paused', waiting: 'waits' }
</script>

<template>
  <section v-if="mine.length" class="uploads" aria-label="Uploads">
    <p v-if="open.length" class="all">
      <b>{{ mine.length - open.length }} of {{ mine.length }} files uploaded</b>
      <progress :value="uploads.share" max="1" aria-label="All files" />
      <button class="act" type="button" @click="uploads.paused ? uploads.resume() : uploads.pause()">
        {{ uploads.paused ? 'Resume' : 'Pause' }}
      </button>
      <button class="act" type="button" @click="uploads.cancelAll()">Cancel all</button>
    </p>
    <p v-for="upload in listed" :key="upload.key" class="upload" :role="upload.state === 'wrong' ? 'alert' : 'status'">
      <Mark
        v-if="upload.state === 'done' || upload.state === 'wrong'"
        :weight="upload.state === 'done' ? 'ready' : 'stop'"
      />
      <b>{{ upload.name }}</b>
      <progress
        v-if="upload.state === 'going'"
        :value="upload.here"
        :max="upload.bytes || 1"
        :aria-label="`Receiving ${upload.name}`"
      />
      <span v-if="upload.state === 'going'" class="quiet mono"
        >{{ bytes(upload.here) }} of {{ bytes(upload.bytes) }}</span
      >
      <span v-else class="says">{{ upload.says || WORDS[upload.state] }}</span>
      <button
        v-if="upload.state === 'done' || upload.state === 'wrong'"
        class="act"
        type="button"
        @click="uploads.close(upload)"
      >
        Close
      </button>
      <button v-else class="act" type="button" :aria-label="`Cancel ${upload.name}`" @click="uploads.cancel(upload)">
        Cancel
      </button>
    </p>
  </section>
</template>

<style scoped>
.uploads {
  border-top: 1px solid var(--line);
  font-size: var(--type-row);
}
p {
  display: flex;
  gap: var(--space-4);
  align-items: baseline;
  margin: 0;
  padding: var(--space-2) 0;
  border-bottom: 1px solid var(--line);
}
.upload b {
  max-width: 300px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.says {
  flex: 1;
}
progress {
  flex: 1;
  accent-color: var(--madder);
}
</style>
