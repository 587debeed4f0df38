<script setup lang="ts">
/** A release's front cover, or a plain field where there is none yet. */
import type { Head } from '../api/types'

const props = defineProps<{ head: Pick<Head, 'title' | 'cover'>; side: number }>()
</script>

<template>
  <img
    v-if="props.head.cover && !props.head.cover.measuring && !props.head.cover.problem"
    class="cover"
    :src="`/api/files/${props.head.cover.sha256}/picture?side=${props.side * 2}`"
    :width="props.side"
    :height="props.side"
    :alt="`Front cover of ${props.head.title}`"
  />
  <span v-else class="cover none" :style="{ width: `${props.side}px`, height: `${props.side}px` }">
    {{ props.side > 50 ? (props.head.cover?.problem ? 'cover damaged' : 'no cover yet') : '' }}
  </span>
</template>

<style scoped>
.cover {
  display: block;
  flex: none;
  object-fit: cover;
  border: 1px solid var(--line);
}
.none {
  display: grid;
  place-items: center;
  text-align: center;
  font-size: var(--type-small);
  line-height: 1.1;
  color: var(--quiet);
  background: repeating-linear-gradient(135deg, transparent 0 5px, var(--line) 5px 6px);
}
</style>
