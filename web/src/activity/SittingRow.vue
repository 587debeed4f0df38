<script setup lang="ts">
/** What somebody did in one go: its most telling changes, opened deed by deed with before and after, each to be taken back. */
import { computed, ref } from 'vue'
import { api, got } from '../api/client'
import type { Deed, Sitting, Undoable } from '../api/types'
import { moment, shortDay, time } from '../kit/dates'
import { toggled } from '../kit/toggled'

const props = defineProps<{ sitting: Sitting; readOnly: boolean }>()
const emit = defineEmits<{ takenBack: []; problem: [says: string] }>()

const WAYS: Record<string, string> = { edit: '', undo: 'undone: ', redo: 'redone: ' }
const last = computed(() => props.sitting.deeds[0]!)
const first = computed(() => props.sitting.deeds.at(-1)!)
const single = computed(() => props.sitting.deeds.length === 1)
const delivery = computed(() => last.value.kind === 'delivery')
const when = computed(() => {
  const from = moment(first.value.at)
  const to = moment(last.value.at)
  if (from === to) return to
  const sameDay = new Date(first.value.at).toDateString() === new Date(last.value.at).toDateString()
  return `${from} to ${sameDay ? time(last.value.at) : shortDay(last.value.at.slice(0, 10))}`
})
const open = ref(false)
const opened = ref<Set<number>>(new Set())
const facts = (count: number) => (count === 1 ? '1 fact' : `${count} facts`)
const isOpen = (deed: Deed) => single.value || opened.value.has(deed.id)

/** What taking a deed back would change: looked at first, then done. */
const looked = ref<Undoable | null>(null)
async function attempt(work: () => Promise<void>) {
  try {
    await work()
    emit('problem', '')
  } catch (failure) {
    emit('problem', (failure as Error).message)
  }
}
const look = (id: number) =>
  attempt(async () => {
    looked.value = await got(api.GET('/api/activity/{batch}/undo', { params: { path: { batch: id } } }))
  })
const takeBack = (id: number) =>
  attempt(async () => {
    looked.value = null
    await got(api.POST('/api/activity/{batch}/undo', { params: { path: { batch: id } } }))
    emit('takenBack')
  })
</script>

<template>
  <li>
    <button type="button" class="sitting" :aria-expanded="open" @click="open = !open">
      <span class="quiet at">{{ when }}</span>
      <span class="who">{{ last.who }}</span>
      <span class="says" :class="{ undone: single && last.undone }">
        <template v-if="single">{{ WAYS[last.kind] }}{{ last.says }}</template>
        <template v-else-if="delivery">{{ last.says }}</template>
        <template v-else-if="sitting.facts">{{ facts(sitting.facts) }} in {{ sitting.deeds.length }} edits</template>
        <template v-else>{{ sitting.deeds.length }} edits, all of it as it was before</template>
      </span>
      <span class="quiet source">{{ last.source }}</span>
    </button>
    <RouterLink v-if="last.release" :to="`/releases/${last.release}/${delivery ? 'send' : 'sheet'}`" class="of">{{
      last.title
    }}</RouterLink>
    <RouterLink v-else to="/catalogue" class="of">{{ last.title }}</RouterLink>
    <p v-if="!open && sitting.telling.length" class="telling">
      <span v-for="(fact, i) in sitting.telling" :key="i">
        <span class="quiet">{{ fact.where }}</span> {{ fact.before }}<template v-if="fact.before"> → </template
        ><b>{{ fact.after ?? 'emptied' }}</b>
      </span>
      {{ ' '
      }}<span v-if="sitting.facts > sitting.telling.length" class="quiet"
        >and {{ sitting.facts - sitting.telling.length }} more</span
      >
    </p>
    <ol v-if="open" class="deeds">
      <li v-for="deed in sitting.deeds" :key="deed.id">
        <button
          v-if="!single"
          type="button"
          class="deed"
          :aria-expanded="opened.has(deed.id)"
          @click="opened = toggled(opened, deed.id)"
        >
          <span class="quiet at">{{ time(deed.at) }}</span>
          <span class="says" :class="{ undone: deed.undone }">{{ WAYS[deed.kind] }}{{ deed.says }}</span>
          <span v-if="deed.kind !== 'delivery'" class="quiet">{{ facts(deed.facts.length + deed.more) }}</span>
          <span v-else class="quiet">{{ deed.source }}</span>
        </button>
        <template v-if="isOpen(deed)">
          <table class="narrow">
            <tbody>
              <tr v-for="(fact, i) in deed.facts" :key="i">
                <td class="quiet">{{ fact.where }}</td>
                <td>{{ fact.before ?? '' }}</td>
                <td>
                  <b>{{ fact.after ?? 'emptied' }}</b>
                </td>
              </tr>
              <tr v-if="deed.more">
                <td colspan="3" class="quiet">and {{ deed.more }} more</td>
              </tr>
            </tbody>
          </table>
          <div v-if="deed.kind === 'edit' && !deed.undone && !readOnly" class="back">
            <template v-if="looked?.id === deed.id">
              <p v-for="(each, i) in looked.changes" :key="i">
                <span class="quiet">{{ each.where }}</span> {{ each.now ?? 'empty' }} becomes
                <b>{{ each.restored ?? 'empty' }}</b>
                <template v-if="each.changedSince"> · changed again since</template>
              </p>
              <p v-if="!looked.possible">Undo the later change first.</p>
              <button v-else class="act" type="button" @click="takeBack(deed.id)">Undo</button>
              <button class="act" type="button" @click="looked = null">Cancel</button>
            </template>
            <button v-else class="act" type="button" @click="look(deed.id)">Undo…</button>
          </div>
        </template>
      </li>
    </ol>
  </li>
</template>

<style scoped>
li {
  --at: 165px;
  --who: 130px;
  --source: 170px;
  --of: 220px;
  display: grid;
  grid-template-columns: 1fr var(--of);
  column-gap: var(--space-5);
  align-items: baseline;
  border-bottom: 1px solid var(--line);
}
.sitting,
.deed {
  display: grid;
  gap: var(--space-5);
  min-height: 32px;
  padding: var(--space-2) 0;
  border: 0;
  background: none;
  color: var(--ink);
  text-align: left;
}
.sitting {
  grid-template-columns: var(--at) var(--who) 1fr var(--source);
}
.who,
.of {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.undone {
  text-decoration: line-through;
}
.telling {
  grid-column: 1 / -1;
  margin: 0 0 var(--space-3) calc(var(--at) + var(--space-5));
  font-size: var(--type-row);
}
.telling > span {
  margin-right: var(--space-6);
}
.deeds {
  grid-column: 1 / -1;
  margin: 0 0 var(--space-3) calc(var(--at) + var(--space-5));
  padding: 0;
  list-style: none;
}
.deeds li {
  display: block;
}
.deeds li:last-child {
  border-bottom: 0;
}
.deed {
  grid-template-columns: 60px 1fr 130px;
  width: 100%;
}
table {
  font-size: var(--type-row);
}
td {
  padding: var(--space-1) var(--space-5) var(--space-1) 0;
  vertical-align: top;
  white-space: pre-wrap;
}
.back {
  padding: var(--space-2) 0 var(--space-4);
}
.back p {
  margin: 0 0 var(--space-2);
}
.back .act {
  margin-right: var(--space-6);
}
@media (width <= 1100px) {
  li {
    --at: 96px;
    --who: 84px;
    --source: 120px;
    --of: 150px;
  }
}
</style>
