<script setup lang="ts">
/** Every destination by kind; of the one chosen, what it wants in words. */
import { BButton } from 'bootstrap-vue-next'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, got } from '../api/client'
import { useSession } from '../api/session'
import LoadingLine from '../kit/LoadingLine.vue'
import ErrorNote from '../kit/ErrorNote.vue'
import { useLoad } from '../kit/useLoad'
import AddDestination from './AddDestination.vue'
import DestinationPage from './DestinationPage.vue'

const route = useRoute()
const router = useRouter()
const session = useSession()
const { value: destinations, problem, failed, load, attempt } = useLoad(() => got(api.GET('/api/destinations')))
const { value: archived, load: loadArchived } = useLoad(() => got(api.GET('/api/destinations/archived')))
const adding = ref(false)
const manages = computed(() => session.who?.role === 'manager')
const chosen = computed(
  () => destinations.value?.find((each) => each.id === route.params.id) ?? destinations.value?.[0] ?? null,
)
async function shown(id: string) {
  await load()
  await router.push({ name: 'destination', params: { id } })
}
const reload = () => Promise.all([load(), loadArchived()])
const restore = (id: string) =>
  attempt(async () => {
    await got(api.POST('/api/destinations/{id}/restore', { params: { path: { id } } }))
    await reload()
  })
</script>

<template>
  <div class="screen destinations">
    <div class="title">
      <h1>Destinations</h1>
      <BButton v-if="manages" variant="primary" size="sm" @click="adding = true">Add a destination</BButton>
    </div>
    <ErrorNote :says="problem" @close="problem = ''" />
    <LoadingLine v-if="!destinations" what="destinations" :failed="failed" @again="load" />
    <div v-else-if="!destinations.length" class="none">
      <p>
        {{ archived?.length ? 'No destination is in use' : 'There is no destination yet' }}, so nothing is checked and
        nothing can be sent.
      </p>
      <p class="quiet">
        Add the ones you deliver to: stores, a distributor, societies, pressing plants. Each starts with the rules
        common to its kind{{ manages ? '' : '. A manager adds them' }}.
      </p>
    </div>
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
      <DestinationPage v-if="chosen" :key="chosen.id" :destination="chosen" @saved="load" @gone="reload" />
    </div>
    <section v-if="archived?.length" class="archived" aria-label="Archived">
      <h2>Archived</h2>
      <p v-for="each in archived" :key="each.id">
        <b>{{ each.name }}</b> <span class="quiet">{{ each.kind }}</span>
        <button v-if="manages" class="act" type="button" @click="restore(each.id)">Restore</button>
      </p>
    </section>
    <AddDestination v-if="adding" @close="adding = false" @added="shown" />
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
.title {
  display: flex;
  align-items: center;
  justify-content: space-between;
}
.none {
  max-width: 560px;
  margin-top: var(--space-7);
}
.archived {
  margin-top: var(--space-7);
}
.archived h2 {
  font-size: var(--type-text);
}
.archived p {
  display: flex;
  gap: var(--space-4);
  margin: 0;
}
@media (width <= 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
