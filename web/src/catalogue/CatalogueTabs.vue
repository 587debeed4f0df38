<script setup lang="ts">
/** What the catalogue can show. */
import { SUBJECTS } from './useCatalogue'

defineProps<{ here: string }>()
const NAMES: Record<string, string> = {
  recordings: 'Recordings',
  releases: 'Releases',
  works: 'Works',
  families: 'Spelling families',
}
</script>

<template>
  <h1>Catalogue</h1>
  <nav aria-label="Rows">
    <RouterLink
      v-for="each in [...SUBJECTS, 'families']"
      :key="each"
      :to="`/catalogue/${each}`"
      :class="{ here: each === here }"
      :aria-current="each === here ? 'page' : undefined"
      >{{ NAMES[each] }}</RouterLink
    >
  </nav>
</template>

<style scoped>
h1 {
  margin: 0;
}
nav {
  display: flex;
  gap: var(--space-6);
  margin-right: auto;
}
a {
  color: var(--quiet);
  text-decoration: none;
}
a.here {
  color: var(--madder);
  font-weight: 600;
  border-bottom: 2px solid var(--madder);
}
</style>
