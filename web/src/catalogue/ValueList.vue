<script setup lang="ts">
/** What stands in a column, with how often: a click shows just those rows. */
import { computed, ref, watch } from 'vue'
import { api, got } from '../api/client'
import type { CatalogueColumn, CatalogueValues, Stack } from '../api/types'
import { part, word } from './filter'
import MakeOne from './families/MakeOne.vue'
import { kindOf } from './families/kinds'
import type { Catalogue } from './useCatalogue'

const props = defineProps<{ catalogue: Catalogue; column: CatalogueColumn; readOnly: boolean }>()
const emit = defineEmits<{ add: [part: string] }>()
const byCount = ref(true)
const values = ref<CatalogueValues | null>(null)
const problem = ref('')
let asked = 0
async function look() {
  const mine = ++asked
  try {
    const found = await got(
      api.GET('/api/catalogue/{subject}/values', {
        params: {
          path: { subject: props.catalogue.subject.value },
          query: {
            column: props.column.key,
            find: props.catalogue.find.value,
            order: byCount.value ? 'count' : 'value',
          },
        },
      }),
    )
    if (mine === asked) values.value = found
    problem.value = ''
  } catch (failure) {
    problem.value = (failure as Error).message
  }
}
watch([() => props.column.key, props.catalogue.find, props.catalogue.head, byCount], look, { immediate: true })
/** What kind of spellings stand in the column, when several can be made one. */
const kind = computed(() => (props.readOnly ? null : kindOf(props.column.field, props.column.type)))
const chosen = ref<string[]>([])
const making = ref(false)
watch([() => props.column.key, props.catalogue.find], () => (chosen.value = []))
const several = computed(() => values.value?.values.filter((each) => chosen.value.includes(each.value)) ?? [])
async function made(stack: Stack) {
  making.value = false
  chosen.value = []
  await props.catalogue.done(stack)
}
const left = computed(() => (values.value ? values.value.distinct - values.value.values.length : 0))
</script>

<template>
  <aside class="values" :aria-label="`Values of ${column.name}`">
    <h2>Values of {{ column.name }}</h2>
    <p class="quiet order">
      <button class="act" type="button" :aria-pressed="byCount" @click="byCount = true">by count</button> ·
      <button class="act" type="button" :aria-pressed="!byCount" @click="byCount = false">
        {{ column.scale === 'text' ? 'A–Z' : 'by value' }}
      </button>
    </p>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-else-if="!values" class="quiet">Counting…</p>
    <p v-else-if="!values.distinct" class="quiet">No values in the rows shown.</p>
    <p v-if="several.length > 1" class="order">
      <button class="btn btn-line btn-sm" type="button" @click="making = true">
        Merge {{ several.length }} values…
      </button>
    </p>
    <MakeOne v-if="making && kind" :kind="kind" :values="several" @done="made" @close="making = false" />
    <ul v-if="values">
      <li v-for="each in values.values" :key="each.value">
        <input
          v-if="kind"
          v-model="chosen"
          type="checkbox"
          :value="each.value"
          :aria-label="`Choose ${each.value} to merge with others`"
        />
        <button type="button" :title="`Show only ${each.value}`" @click="emit('add', part(column, each.value))">
          <span>{{ each.value }}</span><b>{{ each.count.toLocaleString('en') }}</b>
        </button>
      </li>
      <li v-if="values.without">
        <button type="button" class="quiet" @click="emit('add', `without ${word(column)}`)">
          <span>none</span><b>{{ values.without.toLocaleString('en') }}</b>
        </button>
      </li>
    </ul>
    <p v-if="left > 0" class="quiet">{{ left.toLocaleString('en') }} more values; narrow the filter to see them.</p>
  </aside>
</template>

<style scoped>
.values {
  width: 236px;
  padding: var(--space-6);
  border-left: 1px solid var(--line);
  overflow: auto;
}
h2 {
  margin: 0;
  font:
    600 var(--type-text) Barlow,
    sans-serif;
}
.order {
  margin: 0 0 var(--space-4);
  font-size: var(--type-note);
}
.order .act[aria-pressed='true'] {
  color: var(--ink);
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  gap: var(--space-3);
  align-items: center;
}
li button {
  display: flex;
  gap: var(--space-4);
  justify-content: space-between;
  width: 100%;
  min-height: 26px;
  padding: var(--space-1) 0;
  border: 0;
  border-bottom: 1px solid var(--line);
  background: none;
  color: var(--ink);
  text-align: left;
  font-size: var(--type-row);
}
li button:hover {
  color: var(--madder);
}
li span {
  min-width: 0;
  overflow-wrap: anywhere;
}
li b {
  font-weight: 500;
}
.problem {
  color: var(--stop);
}
</style>
