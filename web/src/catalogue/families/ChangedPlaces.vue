<script setup lang="ts">
/** What making several spellings one changes, before and after; then it is done. */
import { BButton } from 'bootstrap-vue-next'
import { computed, ref } from 'vue'
import { api, got } from '../../api/client'
import type { Stack } from '../../api/types'
import LoadingLine from '../../kit/LoadingLine.vue'
import { useLoad } from '../../kit/useLoad'

const props = defineProps<{ kind: string; ids: string[]; right: string }>()
const emit = defineEmits<{ done: [stack: Stack]; cancel: [] }>()
const SHOWN = 100
const DELIVERED = 3
const wanted = computed(() => ({ kind: props.kind, ids: props.ids, right: props.right, places: null }))
const { value, problem, failed, attempt, load } = useLoad(() =>
  got(api.POST('/api/families/preview', { body: wanted.value })),
)
const busy = ref(false)
const many = (count: number, what: string) => `${count.toLocaleString('en')} ${what}${count === 1 ? '' : 's'}`

async function apply() {
  busy.value = true
  let refused = ''
  await attempt(async () => {
    const body = { ...wanted.value, places: value.value!.places.length }
    emit('done', await got(api.POST('/api/families/one', { body })))
  })
  refused = problem.value
  busy.value = false
  if (!refused) return
  // what stands there now is shown beside what was refused
  await load()
  problem.value = refused
}
</script>

<template>
  <section class="changed" aria-label="What changes">
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <LoadingLine v-if="!value" what="the changes" doing="Working out the changes" :failed="failed" @again="load" />
    <template v-if="value">
      <p role="status">
        <b>What changes</b>
        {{ many(value.places.length, 'place') }} on {{ many(value.releases, 'release') }}, one undo
      </p>
      <div class="places">
        <table class="narrow">
          <thead>
            <tr>
              <th scope="col">{{ kind === 'people' ? 'Release or person' : 'Release' }}</th>
              <th scope="col">Where</th>
              <th scope="col">Before</th>
              <th scope="col">After</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(place, i) in value.places.slice(0, SHOWN)" :key="i">
              <td>
                <RouterLink v-if="place.release" :to="`/releases/${place.release}/sheet`">{{ place.title }}</RouterLink>
                <template v-else>{{ place.title }}</template>
              </td>
              <td class="quiet">{{ place.where }}</td>
              <td>{{ place.before ?? '' }}</td>
              <td>
                <b>{{ place.after ?? '' }}</b>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-if="value.places.length > SHOWN" class="quiet">
        and {{ (value.places.length - SHOWN).toLocaleString('en') }} more.
      </p>
      <p v-if="value.delivered.length" class="risk">
        ▲
        {{
          value.delivered
            .slice(0, DELIVERED)
            .map((each) => `${each.title} (${each.to})`)
            .join(', ')
        }}
        <template v-if="value.delivered.length > DELIVERED">
          and {{ many(value.delivered.length - DELIVERED, 'more release') }}</template
        >
        {{ value.delivered.length === 1 ? 'was' : 'were' }} delivered with the old spelling; an update can be sent
        afterwards.
      </p>
      <p v-if="kind === 'people'" class="quiet">
        The other spellings are kept with the person, so that incoming names are still recognised.
      </p>
      <div class="dialog-end">
        <button class="act" type="button" @click="emit('cancel')">Cancel</button>
        <BButton variant="primary" size="sm" :disabled="busy || !value.places.length" @click="apply"
          >Change {{ many(value.places.length, 'place') }}</BButton
        >
      </div>
    </template>
  </section>
</template>

<style scoped>
.changed {
  margin-top: var(--space-4);
  padding: var(--space-4) var(--space-5);
  background: var(--card);
  border: 1px solid var(--line);
}
.places {
  max-height: 280px;
  overflow: auto;
}
table {
  width: 100%;
  font-size: var(--type-row);
}
th {
  position: sticky;
  top: 0;
  background: var(--card);
  font-weight: 500;
  color: var(--quiet);
}
td,
th {
  padding: var(--space-1) var(--space-4) var(--space-1) 0;
  border-bottom: 1px solid var(--line);
  overflow-wrap: anywhere;
}
p {
  margin: var(--space-3) 0;
}
.problem {
  color: var(--stop);
}
.risk {
  color: var(--risk);
}
</style>
