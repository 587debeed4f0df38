<script setup lang="ts">
/** One composition, opened: what it is called, who wrote it, who has which share, what else is in it, its words. */
import { ref, watch } from 'vue'
import type { FactCell, PersonShare, RoleChoice, WorkCard } from '../../api/types'
import Mark from '../../kit/Mark.vue'
import { languages } from './languages'
import ShareBar from './ShareBar.vue'
import ShareTable from './ShareTable.vue'

const props = defineProps<{
  work: WorkCard
  writerRoles: RoleChoice[]
  publisherRoles: RoleChoice[]
  readOnly: boolean
  /** Other works of the release, with which this one may be the same. */
  others: WorkCard[]
}>()
const emit = defineEmits<{
  write: [cell: FactCell, text: string | null]
  shares: [cell: FactCell, people: PersonShare[]]
  equal: []
  same: [work: number]
}>()
const alike = () => props.others.filter((each) => each.title === props.work.title)
function choose(event: Event) {
  const select = event.target as HTMLSelectElement
  if (select.value) emit('same', Number(select.value))
  select.value = ''
}
const lyrics = ref(props.work.facts.lyrics!.value ?? '')
const open = ref(false)
watch(
  () => props.work.facts.lyrics!.value,
  (value) => (lyrics.value = value ?? ''),
)
const LINES = ['workTitle', 'iswc', 'origins'] as const
function put(cell: FactCell, event: Event) {
  const typed = (event.target as HTMLInputElement).value.trim() || null
  if (typed !== (cell.value ?? null)) emit('write', cell, typed)
}
</script>

<template>
  <article class="work" :data-work="props.work.id">
    <header>
      <span class="push" />
      <select
        v-if="!props.readOnly && props.others.length"
        :aria-label="`${props.work.title} is the same work as`"
        @change="choose"
      >
        <option value="">{{ alike().length ? 'Same title as another work. The same work?' : 'Same work as…' }}</option>
        <option
          v-for="other in [...alike(), ...props.others.filter((each) => !alike().includes(each))]"
          :key="other.id"
          :value="other.id"
        >
          {{ other.title }}, track {{ other.tracks.join(', ') }}
        </option>
      </select>
      <button
        v-if="!props.readOnly && props.work.writers.length"
        class="act"
        type="button"
        title="Equal shares for all writers; a publisher gets half of its writer’s share"
        @click="emit('equal')"
      >
        Divide equally
      </button>
    </header>
    <div class="facts">
      <label v-for="key in LINES" :key="key" :title="props.work.facts[key]!.help">
        {{ props.work.facts[key]!.name }}
        <input
          :value="props.work.facts[key]!.shown ?? ''"
          :placeholder="key === 'workTitle' ? props.work.title : ''"
          :class="{ mono: key === 'iswc' }"
          :disabled="props.readOnly"
          @change="put(props.work.facts[key]!, $event)"
        />
      </label>
      <p v-if="props.work.iswcWrong" class="wrong"><Mark weight="stop" /> The ISWC check digit does not match.</p>
    </div>
    <ShareTable
      label="Writers"
      :fact="`${props.work.facts.writers!.field} ${props.work.facts.writers!.target}`"
      via
      :lines="props.work.writers"
      :roles="props.writerRoles"
      :read-only="props.readOnly"
      @write="(people) => emit('shares', props.work.facts.writers!, people)"
    />
    <ShareTable
      label="Publishers"
      :fact="`${props.work.facts.publishers!.field} ${props.work.facts.publishers!.target}`"
      :via="false"
      :lines="props.work.publishers"
      :roles="props.publisherRoles"
      :read-only="props.readOnly"
      @write="(people) => emit('shares', props.work.facts.publishers!, people)"
    />
    <div v-if="props.work.writers.length" class="bars">
      <ShareBar
        right="performing"
        v-bind="props.work.performing"
        :writers="props.work.writers"
        :publishers="props.work.publishers"
      />
      <ShareBar
        right="mechanical"
        v-bind="props.work.mechanical"
        :writers="props.work.writers"
        :publishers="props.work.publishers"
      />
    </div>
    <p v-for="problem in props.work.problems" :key="problem" class="wrong"><Mark weight="risk" /> {{ problem }}.</p>
    <button class="act" type="button" :aria-expanded="open" @click="open = !open">
      Lyrics: {{ languages(props.work.lyrics) || 'none yet' }}
    </button>
    <div v-if="open" class="lyrics">
      <textarea
        v-if="!props.readOnly"
        v-model="lyrics"
        :aria-label="`Lyrics of ${props.work.title}`"
        placeholder="[en]&#10;The words, each language under its code in brackets"
        @change="emit('write', props.work.facts.lyrics!, lyrics.trim() || null)"
      />
      <section v-for="(words, language) in props.work.lyrics" :key="language" :lang="String(language)">
        <b v-if="String(language) !== 'und'">{{ language }}</b>
        <p>{{ words }}</p>
      </section>
    </div>
    <slot />
  </article>
</template>

<style scoped>
header {
  display: flex;
  gap: var(--space-5);
  align-items: baseline;
}
.push {
  flex: 1;
}
select {
  height: 26px;
  max-width: 240px;
  font-size: var(--type-row);
}
.facts {
  display: grid;
  grid-template-columns: 1fr 170px 1.4fr;
  gap: var(--space-2) var(--space-5);
  margin: var(--space-3) 0 var(--space-4);
}
label {
  font-size: var(--type-note);
  color: var(--quiet);
}
input {
  width: 100%;
  height: 26px;
  padding: 0 var(--space-2);
}
.bars {
  display: grid;
  gap: var(--space-2);
  margin: var(--space-4) 0;
}
.wrong {
  margin: var(--space-2) 0 0;
  font-size: var(--type-note);
}
.lyrics {
  display: flex;
  gap: var(--space-6);
  max-height: 220px;
  overflow: auto;
}
textarea {
  flex: 1.2;
  min-height: 160px;
  padding: var(--space-3);
  border: 1px solid var(--line);
  background: var(--card);
  color: var(--ink);
}
section {
  flex: 1;
  font-size: var(--type-row);
}
section p {
  white-space: pre-wrap;
}
</style>
