<script setup lang="ts">
/** Every destination by kind; of the one chosen, what it wants in words. */
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { api, got } from '../api/client'
import { useLoad } from '../kit/useLoad'
import DestinationPage from './DestinationPage.vue'

const route = useRoute()
const { value: destinations, problem, load } = useLoad(() => got(api.GET('/api/destinations')))
const chosen = computed(
  () => destinations.value?.find((each) => each.id === route.params.id) ?? destinations.value?.[0] ?? null,
)
</script>

<template>
  <div class="screen destinations">
    <h1>Destinations</h1>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-if="!destinations" class="quiet">Reading the profiles…</p>
    <div v-else class="two">
      <nav aria-label="Destinations">
        <RouterLink
          v-for="each in destinations"
          :key="each.id"
          :to="{ name: 'destination', params: { id: each.id } }"
          :class="{ here: each.id === chosen?.id }"
        >
          <b>{{ each.name }}</b>
          <span class="quiet">{{ each.kind }}</span>
          <span v-if="each.ownFrom" class="own">own rules</span>
        </RouterLink>
      </nav>
      <DestinationPage v-if="chosen" :key="chosen.id" :destination="chosen" @saved="load" />
    </div>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 190px 1fr;
  gap: var(--space-7);
  align-items: start;
}
nav a {
  display: block;
  padding: var(--space-3) var(--space-4);
  border-left: 3px solid transparent;
  border-bottom: 1px solid var(--line);
  color: var(--ink);
  text-decoration: none;
}
nav a:hover {
  color: var(--madder);
}
nav a.here {
  border-left-color: var(--madder);
  background: var(--madder-wash);
}
nav span {
  display: block;
  font-size: var(--type-note);
}
.own {
  color: var(--risk);
}
.problem {
  color: var(--stop);
}
</style>
