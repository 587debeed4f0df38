<script setup lang="ts">
/** Before anybody is chosen: who may be the same, and what others will ask of people and nobody has entered yet. */
import { nextTick, ref } from 'vue'
import { api, got } from '../api/client'
import type { FamilyView, PersonLine, PersonWanting } from '../api/types'
import FamilyBlock from '../catalogue/families/FamilyBlock.vue'
import ErrorNote from '../kit/ErrorNote.vue'
import LoadingLine from '../kit/LoadingLine.vue'
import { within } from '../kit/words'
import { useLoad } from '../kit/useLoad'

defineProps<{ readOnly: boolean }>()
const emit = defineEmits<{ changed: [] }>()
const { value, problem, failed, load, attempt } = useLoad(
  async () => {
    const [wanting, families] = await Promise.all([
      got(api.GET('/api/people/wanting')),
      got(api.GET('/api/families', { params: { query: { kind: 'people' } } })),
    ])
    return { wanting, families: families.families }
  },
  { announced: { people: 'elsewhere', families: 'elsewhere' } },
)
const CODES = ['party.ipi', 'party.isni']
const opened = ref('')
const place = ref<HTMLElement>()
const keyOf = (family: FamilyView) => family.members.map((each) => each.id).join(' ')
/** Writers and performers: one writer or performer. */
function whose(wanting: PersonWanting) {
  const any = wanting.whose.replace(' and ', ' or ')
  return wanting.count === 1 ? any.replace(/s\b/g, '') : any
}

/** Writes what was typed, and goes on to the next of those who lack it. */
const put = (wanting: PersonWanting, person: PersonLine, input: HTMLInputElement) => {
  const after = input.value.trim()
  if (!after) return
  const boxes = () => [...(place.value?.querySelectorAll<HTMLInputElement>('.lacking input') ?? [])]
  const at = boxes().indexOf(input)
  void attempt(async () => {
    await got(
      api.POST('/api/people/{id}/changes', {
        params: { path: { id: person.id } },
        body: { field: wanting.field, before: null, after },
      }),
    )
    await load()
    emit('changed')
    await nextTick()
    boxes()[at]?.focus()
  })
}
</script>

<template>
  <section ref="place" class="start" aria-label="Worth doing">
    <ErrorNote :says="problem" @close="problem = ''" />
    <LoadingLine
      v-if="!value"
      what="what is missing"
      doing="Looking for what is missing"
      :failed="failed"
      @again="load"
    />
    <template v-else>
      <h2>{{ value.wanting.length || value.families.length ? 'Worth doing' : 'Nothing to do' }}</h2>
      <p v-if="!value.wanting.length && !value.families.length" class="quiet">
        No possible duplicates, and nothing missing that a society or a directory asks for. Select someone to see names,
        identifiers and releases.
      </p>
      <section v-if="value.families.length" aria-label="Possible duplicates">
        <h3>
          {{ value.families.length }} possible {{ value.families.length === 1 ? 'duplicate' : 'duplicates' }}
          <span class="quiet">Choose the correct name, then look at what changes.</span>
        </h3>
        <FamilyBlock
          v-for="family in value.families.slice(0, 8)"
          :key="keyOf(family)"
          :family="family"
          :read-only="readOnly"
          @changed="load().then(() => emit('changed'))"
        />
        <RouterLink v-if="value.families.length > 8" to="/catalogue/families?kind=people"
          >All {{ value.families.length }}</RouterLink
        >
      </section>
      <section v-for="wanting in value.wanting" :key="wanting.field" :aria-label="wanting.name">
        <h3>
          <button
            type="button"
            class="opens"
            :aria-expanded="opened === wanting.field"
            @click="opened = opened === wanting.field ? '' : wanting.field"
          >
            <span class="turn" aria-hidden="true">{{ opened === wanting.field ? '▾' : '▸' }}</span>
            {{ wanting.count }} {{ whose(wanting) }} without {{ within(wanting.name) }}
            <span v-if="opened !== wanting.field" class="quiet first">{{
              wanting.people
                .slice(0, 4)
                .map((each) => each.name)
                .join(', ') + (wanting.count > 4 ? '…' : '')
            }}</span>
          </button>
        </h3>
        <ul v-if="opened === wanting.field" class="lacking">
          <li v-for="person in wanting.people" :key="person.id">
            <RouterLink :to="`/people/${person.id}`">{{ person.name }}</RouterLink>
            <span class="quiet count">{{ person.appears }} {{ person.appears === 1 ? 'place' : 'places' }}</span>
            <input
              v-if="!readOnly"
              :class="{ mono: CODES.includes(wanting.field) }"
              :aria-label="`${wanting.name} of ${person.name}`"
              @change="put(wanting, person, $event.target as HTMLInputElement)"
            />
          </li>
          <li v-if="wanting.count > wanting.people.length" class="quiet">
            and {{ wanting.count - wanting.people.length }} more
          </li>
        </ul>
      </section>
    </template>
  </section>
</template>

<style scoped>
.start {
  padding: var(--space-6) var(--space-7);
  overflow: auto;
  background: var(--card);
}
h2 {
  margin: 0 0 var(--space-4);
  font-size: var(--type-title);
}
h3 {
  margin: var(--space-4) 0 0;
}
h3 .quiet {
  margin-left: var(--space-4);
  font:
    400 var(--type-note) Barlow,
    sans-serif;
}
.opens {
  display: flex;
  gap: var(--space-3);
  align-items: baseline;
  width: 100%;
  padding: var(--space-3) 0;
  text-align: left;
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  border-bottom: 1px solid var(--line);
}
.turn {
  color: var(--quiet);
}
.first {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: minmax(160px, 260px) 80px minmax(160px, 280px);
  gap: var(--space-5);
  align-items: center;
  padding: var(--space-1) 0 var(--space-1) var(--space-6);
  border-bottom: 1px solid var(--line);
  font-size: var(--type-row);
}
</style>
