<script setup lang="ts">
/** One destination: what it takes, how it is reached, what it wants; and the label's own version of its rules. */
import { computed, ref } from 'vue'
import { api, got } from '../api/client'
import type { AnswerRecord, DestinationView } from '../api/types'
import { useSession } from '../api/session'
import ErrorNote from '../kit/ErrorNote.vue'
import { day } from '../kit/dates'
import { useLoad } from '../kit/useLoad'
import AnswerDrop from './AnswerDrop.vue'
import CaptionEditor from './CaptionEditor.vue'
import ConnectionForm from './ConnectionForm.vue'
import OutletEditor from './OutletEditor.vue'
import RuleEditor from './RuleEditor.vue'
import RuleWords from './RuleWords.vue'

const props = defineProps<{ destination: DestinationView }>()
const emit = defineEmits<{ saved: []; gone: [] }>()
const session = useSession()
const editing = ref(false)
// the rules are worth reading without it
const { value: answers } = useLoad<AnswerRecord>(
  () => got(api.GET('/api/destinations/{id}/record', { params: { path: { id: props.destination.id } } })),
  { announced: { delivery: 'always' } },
)
const problem = ref('')
async function leave(deed: Promise<unknown>) {
  try {
    await deed
    emit('gone')
  } catch (failure) {
    problem.value = (failure as Error).message
  }
}
const path = computed(() => ({ params: { path: { id: props.destination.id } } }))
const archive = () => leave(got(api.POST('/api/destinations/{id}/archive', path.value)))
const remove = () => leave(got(api.DELETE('/api/destinations/{id}', path.value)))
const kind = computed(() => props.destination.kind.replace(/^./, (first) => first.toUpperCase()))
const lead = computed(() => {
  const { leadDays, express } = props.destination
  if (!leadDays) return ''
  const faster = express ? `, or by its faster service ${express}` : ''
  return `Needs a release ${leadDays === 1 ? '1 day' : `${leadDays} days`} before its release date${faster}. `
})
const families = () => [...new Set(props.destination.rules.map((rule) => rule.family))]
function saved() {
  editing.value = false
  emit('saved')
}
</script>

<template>
  <section :aria-label="props.destination.name">
    <h2>{{ props.destination.name }}</h2>
    <p>
      {{ kind }}. Takes: {{ props.destination.takes }}. {{ lead }}{{ props.destination.titles }}.
      <span class="quiet">
        Rules of {{ day(props.destination.dated) }}, version {{ props.destination.version
        }}<template v-if="props.destination.ownFrom">, your own from {{ day(props.destination.ownFrom) }}</template
        >.
      </span>
    </p>
    <ConnectionForm :destination="props.destination" @saved="emit('saved')" />
    <p v-if="answers?.deliveries" class="record">
      So far {{ answers.deliveries === 1 ? '1 delivery' : `${answers.deliveries} deliveries` }}:
      {{ answers.accepted }} accepted, {{ answers.rejected }} rejected, {{ answers.underWay }} under way.
    </p>
    <p v-if="!props.destination.sends && props.destination.way !== 'form'" class="quiet">
      Its profile defines no message. Choose the web form; its requirements are checked all the same.
    </p>
    <AnswerDrop
      v-if="session.who?.role === 'manager' && props.destination.way !== 'interface' && answers?.deliveries"
      :id="props.destination.id"
      :name="props.destination.name"
      @taken="emit('saved')"
    />
    <p class="deeds">
      <a class="act" :href="`/api/destinations/${props.destination.id}/profile`" download>Profile as a file</a>
      <template v-if="session.who?.role === 'manager'">
        <button class="act" type="button" @click="archive">Archive</button>
        <button v-if="answers && !answers.deliveries" class="act" type="button" @click="remove">Remove</button>
      </template>
    </p>
    <ErrorNote :says="problem" @close="problem = ''" />
    <OutletEditor v-if="props.destination.outlets" :destination="props.destination" @saved="emit('saved')" />
    <CaptionEditor
      v-if="props.destination.way === 'form' || props.destination.captions"
      :destination="props.destination"
      @saved="emit('saved')"
    />
    <header>
      <h3>What it requires</h3>
      <button v-if="session.who?.role === 'manager' && !editing" class="act" type="button" @click="editing = true">
        Adjust rules…
      </button>
    </header>
    <RuleEditor v-if="editing" :destination="props.destination" @saved="saved" @leave="editing = false" />
    <template v-else>
      <div v-for="family in families()" :key="family" class="family">
        <h4>{{ family }}</h4>
        <RuleWords
          v-for="rule in props.destination.rules.filter((each) => each.family === family)"
          :key="rule.id"
          :rule="rule"
        />
      </div>
      <p class="quiet">{{ props.destination.others.length }} further rules are off.</p>
    </template>
  </section>
</template>

<style scoped>
.deeds {
  display: flex;
  align-items: baseline;
  gap: var(--space-6);
  margin: var(--space-4) 0 0;
}
.key,
.record {
  margin: var(--space-3) 0 0;
}
h2 {
  margin: 0 0 var(--space-2);
}
header {
  display: flex;
  align-items: baseline;
  gap: var(--space-6);
  margin: var(--space-6) 0 var(--space-2);
  padding-bottom: var(--space-2);
  border-bottom: 1px solid var(--ink);
}
h3 {
  font:
    600 var(--type-text) Barlow,
    sans-serif;
  margin: 0;
}
h4 {
  font:
    600 var(--type-row) Barlow,
    sans-serif;
  margin: var(--space-4) 0 var(--space-1);
  color: var(--quiet);
}
</style>
