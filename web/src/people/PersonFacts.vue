<script setup lang="ts">
/** The boxes in which facts about somebody are entered. */
import { nextTick, onMounted, ref } from 'vue'
import type { PersonFact } from '../api/types'
import Mark from '../kit/Mark.vue'

const props = defineProps<{ facts: PersonFact[]; first: string }>()
const emit = defineEmits<{ put: [fact: PersonFact, after: string | null] }>()
const place = ref<HTMLElement>()

function put(fact: PersonFact, event: Event) {
  const typed = (event.target as HTMLInputElement).value.trim() || null
  if (typed !== (fact.value ?? null)) emit('put', fact, typed)
}
onMounted(async () => {
  await nextTick()
  place.value?.querySelector<HTMLElement>(`[name="${props.first}"]`)?.focus()
})
</script>

<template>
  <div ref="place" class="facts">
    <label v-for="fact in facts" :key="fact.field" :title="fact.help">
      <span>{{ fact.name }}</span>
      <select v-if="fact.words.length" :name="fact.field" :value="fact.value ?? ''" @change="put(fact, $event)">
        <option value=""></option>
        <option v-for="word in fact.words" :key="word" :value="word">{{ word }}</option>
      </select>
      <input
        v-else
        :name="fact.field"
        :value="fact.type === 'members' ? (fact.value ?? '') : (fact.shown ?? '')"
        :class="{ mono: ['ipi', 'isni'].includes(fact.type) }"
        @change="put(fact, $event)"
      />
      <span v-if="fact.problem" class="wrong"><Mark weight="risk" /> {{ fact.problem }}</span>
    </label>
  </div>
</template>

<style scoped>
.facts {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--space-3) var(--space-6);
  margin-top: var(--space-5);
}
label {
  font-size: var(--type-note);
  color: var(--quiet);
}
input,
select {
  display: block;
  width: 100%;
  height: 28px;
  padding: 0 var(--space-2);
}
.wrong {
  color: var(--risk);
}
</style>
