<script setup lang="ts">
/** Works, one line each, opened in place; chosen ones become one work or are divided equally. Every step has a key. */
import { computed, ref } from 'vue'
import type { IncomeCard, ShareLine, WorkCard } from '../../api/types'
import Mark from '../../kit/Mark.vue'
import { languages } from './languages'
import ShareBar from './ShareBar.vue'

const props = defineProps<{ works: WorkCard[]; incomes: IncomeCard[]; readOnly: boolean }>()
const emit = defineEmits<{ same: [works: WorkCard[]]; equal: [works: WorkCard[]] }>()

const opened = ref(new Set<number>())
const selected = ref(new Set<number>())
const chosen = computed(() => props.works.filter((work) => selected.value.has(work.id)))
const dividable = computed(() => chosen.value.filter((work) => work.writers.length))

const flip = (of: Set<number>, id: number) => void (of.delete(id) || of.add(id))
const incomesOf = (work: WorkCard) => props.incomes.filter((income) => work.tracks.includes(income.track))
/** Why it cannot be licensed by one party; empty when it can. */
const reasons = (work: WorkCard) => [
  ...new Set(
    incomesOf(work)
      .filter((each) => !each.oneStop)
      .flatMap((each) => each.reasons),
  ),
]
const income = (work: WorkCard) => [...new Set(incomesOf(work).map((each) => each.total))].join(', ')
const shares = (lines: ShareLine[]) =>
  lines.map((line) => (line.performing ? `${line.name} ${Number(line.performing)}` : line.name)).join(', ')

function keys(event: KeyboardEvent, work: WorkCard) {
  const row = event.currentTarget as HTMLElement
  // what is typed into a control inside of the row is not for the row
  if (event.target !== row) return
  const rows = [...row.parentElement!.querySelectorAll<HTMLElement>('tr.line')]
  const to = { ArrowDown: 1, ArrowUp: -1 }[event.key]
  if (to) rows[rows.indexOf(row) + to]?.focus()
  else if (event.key === 'Enter') flip(opened.value, work.id)
  else if (event.key === ' ' && !props.readOnly) flip(selected.value, work.id)
  else return
  event.preventDefault()
  // what the row has done is not for the page as well
  event.stopPropagation()
}
function together(which: 'same' | 'equal') {
  if (which === 'same') emit('same', chosen.value)
  else emit('equal', dividable.value)
  selected.value = new Set()
}
</script>

<template>
  <div class="tools" :class="{ quiet: !chosen.length }">
    <template v-if="chosen.length">
      <b>{{ chosen.length }} selected</b>
      <button class="act" type="button" :disabled="chosen.length < 2" @click="together('same')">
        Make them the same work
      </button>
      <button class="act" type="button" :disabled="!dividable.length" @click="together('equal')">Divide equally</button>
      <button class="act" type="button" @click="selected = new Set()">Clear</button>
    </template>
    <template v-else><kbd>Enter</kbd> opens a work, <kbd>Space</kbd> selects it.</template>
  </div>
  <table class="narrow" aria-label="Works">
    <colgroup>
      <col style="width: 24px" />
      <col style="width: 17%" />
      <col style="width: 120px" />
      <col />
      <col style="width: 11%" />
      <col style="width: 10%" />
      <col style="width: 44px" />
      <col style="width: 60px" />
      <col style="width: 104px" />
    </colgroup>
    <thead>
      <tr>
        <th scope="col"><span class="hidden-text">Select</span></th>
        <th scope="col">Work</th>
        <th scope="col">ISWC</th>
        <th scope="col">Writers</th>
        <th scope="col">Publishers</th>
        <th scope="col">Original</th>
        <th scope="col">Lyrics</th>
        <th scope="col" class="figure">Income</th>
        <th scope="col">Licensing</th>
      </tr>
    </thead>
    <tbody>
      <template v-for="work in props.works" :key="work.id">
        <tr
          class="line"
          tabindex="0"
          :data-line="work.id"
          :class="{ open: opened.has(work.id), selected: selected.has(work.id) }"
          @keydown="keys($event, work)"
        >
          <td>
            <input
              v-if="!props.readOnly"
              type="checkbox"
              tabindex="-1"
              :checked="selected.has(work.id)"
              :aria-label="`Select ${work.title}`"
              @change="flip(selected, work.id)"
            />
          </td>
          <th scope="row">
            <button
              class="title"
              type="button"
              tabindex="-1"
              :aria-expanded="opened.has(work.id)"
              @click="flip(opened, work.id)"
            >
              {{ work.title }}
            </button>
            <span class="quiet below">
              {{ work.tracks.length === 1 ? 'track' : 'tracks' }} {{ work.tracks.join(', ')
              }}<template v-if="work.recordings > 1"> · {{ work.recordings }} recordings</template>
            </span>
          </th>
          <td class="mono">
            <template v-if="work.facts.iswc!.shown">
              <Mark :weight="work.iswcWrong ? 'stop' : 'ready'" /> {{ work.facts.iswc!.shown }}
              <span class="hidden-text">{{ work.iswcWrong ? 'check digit does not match' : 'valid' }}</span>
            </template>
            <span v-else class="quiet">–</span>
          </td>
          <td>
            <span v-if="!work.writers.length" class="quiet">none</span>
            <template v-else>
              {{ shares(work.writers) }}
              <ShareBar
                right="performing"
                compact
                v-bind="work.performing"
                :writers="work.writers"
                :publishers="work.publishers"
              />
            </template>
          </td>
          <td>{{ work.publishers.map((each) => each.name).join(', ') }}</td>
          <td>{{ work.facts.origins!.shown }}</td>
          <td>{{ languages(work.lyrics) }}</td>
          <td class="figure mono">{{ income(work) }}</td>
          <td :title="reasons(work).join('. ')">
            <Mark :weight="reasons(work).length ? 'note' : 'ready'" />
            {{ reasons(work).length ? 'not one-stop' : 'one-stop' }}
          </td>
        </tr>
        <tr v-if="opened.has(work.id)" class="opened">
          <td></td>
          <td colspan="8"><slot :work="work" :incomes="incomesOf(work)" /></td>
        </tr>
      </template>
    </tbody>
  </table>
</template>

<style scoped>
.tools {
  display: flex;
  gap: var(--space-6);
  align-items: center;
  min-height: 30px;
  font-size: var(--type-note);
}
.tools.quiet {
  gap: var(--space-2);
}
table {
  width: 100%;
  table-layout: fixed;
  border-collapse: collapse;
  font-size: var(--type-row);
}
thead th {
  padding: 0 var(--space-3) var(--space-1) 0;
  border-bottom: 1px solid var(--ink);
  color: var(--quiet);
  font-size: var(--type-note);
  font-weight: 500;
}
.line > * {
  padding: var(--space-3) var(--space-3) var(--space-3) 0;
  border-bottom: 1px solid var(--line);
  vertical-align: top;
  font-weight: 400;
  overflow-wrap: anywhere;
}
.line.open > * {
  border-bottom-color: transparent;
}
.selected > * {
  background: var(--madder-wash);
}
.title {
  padding: 0;
  border: 0;
  background: none;
  color: var(--ink);
  font-weight: 600;
  text-align: left;
}
.title:hover {
  text-decoration: underline;
}
.below {
  display: block;
  font-size: var(--type-note);
}
.line > .figure,
thead .figure {
  padding-right: var(--space-6);
  text-align: right;
}
td.mono {
  white-space: nowrap;
}
.opened > td {
  padding-bottom: var(--space-6);
  border-bottom: 1px solid var(--ink);
}
/* narrower than this, names would stand letter by letter: the panel is moved sideways instead */
table {
  min-width: 780px;
}
</style>
