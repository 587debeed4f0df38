<script setup lang="ts">
/** Everybody, and one of them: all names, identifiers with their verdicts, everything they are on. */
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api, got } from '../api/client'
import { useSession } from '../api/session'
import LoadingLine from '../kit/LoadingLine.vue'
import { within } from '../kit/words'
import { useParts } from '../kit/useParts'
import Mark from '../kit/Mark.vue'
import PeopleStart from './PeopleStart.vue'
import PersonPage from './PersonPage.vue'

const route = useRoute()
const session = useSession()
const KINDS = { '': 'All kinds', person: 'Persons', group: 'Groups', company: 'Companies' }
const kind = ref('')
const { filter, list, shown, problem, failed, load, more } = useParts(
  (part) => got(api.GET('/api/people', { params: { query: { ...part, kind: kind.value } } })),
  (list) => list.people,
  { people: 'elsewhere' },
)
watch(kind, () => void load())
const chosen = computed(() => Number(route.params.id ?? 0))
</script>

<template>
  <div class="people" :class="{ one: chosen }">
    <section class="list" aria-label="People">
      <h1>People</h1>
      <input
        v-model="filter"
        type="search"
        class="form-control form-control-sm"
        placeholder="Search names…"
        aria-label="Find people"
      />
      <select v-model="kind" class="form-select form-select-sm" aria-label="Kind of people">
        <option v-for="(name, id) in KINDS" :key="id" :value="id">{{ name }}</option>
      </select>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <LoadingLine v-if="!list" what="people" :failed="failed" @again="load" />
      <p v-else-if="!shown.length && filter.trim()" class="quiet">No names match “{{ filter }}”.</p>
      <p v-else-if="!shown.length && kind" class="quiet">No people of this kind.</p>
      <p v-else-if="!shown.length" class="quiet">No people yet. Everyone named on a release is listed here.</p>
      <ul>
        <li v-for="person in shown" :key="person.id">
          <RouterLink :to="`/people/${person.id}`" :class="{ here: person.id === chosen }">
            <span class="name"
              >{{ person.name }}
              <span v-if="!kind && person.kind && person.kind !== 'person'" class="quiet kind">{{ person.kind }}</span>
            </span>
            <span v-for="code in person.codes" :key="code.name" class="quiet code">
              {{ code.name }} <Mark :weight="code.right ? 'ready' : 'risk'" />
              <span class="hidden-text">{{ code.right ? 'right' : 'wrong' }}</span>
            </span>
            <span class="quiet count">{{ person.appears }}</span>
            <span v-if="person.missing.length" class="quiet missing"
              >without {{ person.missing.map(within).join(', ') }}</span
            >
          </RouterLink>
        </li>
      </ul>
      <p v-if="list?.more && !filter.trim()" class="quiet">
        {{ shown.length }} of them. <button class="act" type="button" @click="more">Show more</button>
      </p>
      <p v-else-if="list?.more" class="quiet">There are more matches; type more of the name.</p>
    </section>
    <PersonPage v-if="chosen" :id="chosen" :key="chosen" @changed="load" />
    <PeopleStart v-else :read-only="session.who?.role === 'reader'" @changed="load" />
  </div>
</template>

<style scoped>
.people {
  display: grid;
  grid-template-columns: 320px 1fr;
  height: 100%;
  min-height: 0;
}
.list {
  padding: var(--space-6) var(--space-5) var(--space-6) var(--space-7);
  border-right: 1px solid var(--line);
  overflow: auto;
}
select {
  margin-top: var(--space-3);
}
.kind {
  font-size: var(--type-note);
}
ul {
  list-style: none;
  margin: var(--space-4) 0 0;
  padding: 0;
}
li a {
  display: flex;
  gap: 0 var(--space-4);
  align-items: baseline;
  min-height: 30px;
  flex-wrap: wrap;
  padding: var(--space-1) var(--space-3);
  border-bottom: 1px solid var(--line);
  color: var(--ink);
  text-decoration: none;
}
li a.here {
  background: var(--madder-wash);
}
.name {
  flex: 1;
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.code {
  font-size: var(--type-small);
  white-space: nowrap;
}
.missing {
  flex-basis: 100%;
  font-size: var(--type-note);
}
.count {
  width: 26px;
  text-align: right;
}
.problem {
  color: var(--stop);
}
@media (width <= 900px) {
  .people {
    grid-template-columns: 1fr;
    height: auto;
  }
  /* whoever was chosen stands above all others */
  .one .list {
    order: 2;
  }
}
</style>
