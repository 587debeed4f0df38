<script setup lang="ts">
/** The filter in plain words: what holds as parts that can be taken away, and a line for the next one. */
import { computed, ref } from 'vue'
import { api, got } from '../api/client'
import type { CatalogueColumn, CatalogueWindow } from '../api/types'
import TypeAhead from '../kit/TypeAhead.vue'
import { partsOf, proposals } from './filter'

const props = defineProps<{
  find: string
  parts: CatalogueWindow['parts']
  columns: CatalogueColumn[]
  subject: string
}>()
const emit = defineEmits<{ find: [find: string] }>()
const typed = ref('')
const line = ref<InstanceType<typeof TypeAhead>>()
const standing = computed(() => partsOf(props.find))
const problem = (text: string) => props.parts.find((part) => part.text === text)?.problem
const problems = computed(() => standing.value.map(problem).filter(Boolean))

const put = (parts: string[]) => emit('find', parts.join(', '))
function add() {
  const more = partsOf(typed.value)
  typed.value = ''
  if (more.length) put([...standing.value, ...more])
}
function drop(index: number) {
  put(standing.value.filter((_, i) => i !== index))
  line.value?.focus()
}
/** Back into the line, to be typed otherwise. */
function change(index: number) {
  typed.value = standing.value[index]!
  drop(index)
}
const values = async (column: CatalogueColumn) =>
  (
    await got(
      api.GET('/api/catalogue/{subject}/values', {
        params: { path: { subject: props.subject }, query: { column: column.key, find: props.find } },
      }),
    )
  ).values.map((each) => each.value)
const look = (text: string) => proposals(text, props.columns, values)
</script>

<template>
  <div class="filter">
    <div class="parts">
      <span v-for="(part, i) in standing" :key="part" class="part" :class="{ wrong: problem(part) }">
        <button type="button" :title="problem(part) ?? 'Change this part'" @click="change(i)">{{ part }}</button>
        <button type="button" class="away" :aria-label="`Remove ${part}`" @click="drop(i)">×</button>
      </span>
      <TypeAhead
        ref="line"
        v-model="typed"
        class="line"
        label="Filter"
        :placeholder="standing.length ? 'and…' : 'tollgate, year 2019 to 2021, without isrc…'"
        :find="look"
        @enter="add"
        @blur="add"
      />
    </div>
    <p v-for="each in problems" :key="each!" class="problem" role="status">{{ each }}</p>
  </div>
</template>

<style scoped>
.filter {
  flex: 1;
  min-width: 0;
}
.parts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-3);
  align-items: center;
  min-height: 34px;
  padding: var(--space-2) var(--space-4);
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--card);
}
.parts:focus-within {
  border-color: var(--madder);
}
.part {
  display: inline-flex;
  align-items: center;
  background: var(--madder-wash);
  border-radius: 3px;
}
.part button {
  min-height: 24px;
  padding: 0 0 0 var(--space-4);
  border: 0;
  background: none;
  color: var(--madder);
  font-weight: 500;
}
.part .away {
  width: 24px;
  padding: 0;
}
.wrong button {
  text-decoration: underline wavy;
}
.line {
  flex: 1;
  min-width: 220px;
}
.line :deep(input) {
  border: 0;
  outline: 0;
}
.problem {
  margin: var(--space-2) 0 0;
  font-size: var(--type-note);
  color: var(--risk);
}
</style>
