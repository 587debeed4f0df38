<script setup lang="ts">
/** Says how many releases are being looked over, so that nobody takes what stands there for the last word. */
defineProps<{ count: number }>()
</script>

<template>
  <p v-if="count" class="quiet" role="status">
    {{ count === 1 ? '1 release is' : `${count} releases are` }} being rechecked; what is shown of
    {{ count === 1 ? 'it' : 'them' }} may change.
  </p>
</template>
