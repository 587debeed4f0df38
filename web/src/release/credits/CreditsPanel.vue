<script setup lang="ts">
/** Credits: people down, tracks across. A ring marks a featured artist, a bar the main one. */
import { computed, ref } from 'vue'
import type { CreditLine } from '../../api/types'
import LoadingLine from '../../kit/LoadingLine.vue'
import ErrorNote from '../../kit/ErrorNote.vue'
import Mark from '../../kit/Mark.vue'
import TypeAhead from '../../kit/TypeAhead.vue'
import { findPeople } from '../../people/find'
import CreditMark from './CreditMark.vue'
import { useCredits } from './useCredits'
import { useRoleWords } from './useRoleWords'

const board = ref<HTMLElement>()
const input = ref<InstanceType<typeof TypeAhead>[]>()
const credits = useCredits(board, (select) => {
  input.value?.[0]?.focus()
  if (select) input.value?.[0]?.select()
})
const { release, view, problem, failed, load, at, editing, adding, open, lines, columns, line, tracks, active } =
  credits
const { cell, isHere, change, creditedAs, creditedEverywhere, save, leave, add, keys, roles, unfold } = credits
const { pull, pulling, isCorner, lacking } = credits
const sign = (is: 'main' | 'featured') => ({
  roles: [],
  briefs: [],
  detail: '',
  as: null,
  main: is === 'main',
  featured: is === 'featured',
})
const SIGNS = { main: sign('main'), featured: sign('featured') }
/** Pixels of the column of names, as in the style below. */
const NAMES = 190
/** Width below which no role can be read: beyond that the board is moved sideways. */
const LEAST = 56
const { short, legend } = useRoleWords(board, lines, () => columns.value.length, NAMES + 32)
/** What the sleeve prints instead of a name, where it is the same wherever it is printed. */
const printed = (each: CreditLine) => {
  const all = [...new Set(Object.values(each.cells).map((cell) => cell.as ?? ''))]
  return all.length === 1 ? all[0] : all.filter(Boolean).join(', ')
}
const onAll = computed(() => {
  const cells = Object.values(line.value?.cells ?? {})
  return cells.length > tracks.value.length && cells.some((each) => (each.as ?? '') !== (cell.value?.as ?? ''))
})
</script>

<template>
  <div
    ref="board"
    class="credits"
    role="group"
    tabindex="0"
    aria-label="Credits"
    :aria-activedescendant="active"
    :class="{ pulling }"
    @keydown="keys"
  >
    <ErrorNote :says="problem" @close="problem = ''" />
    <LoadingLine v-if="!view" class="pad" what="credits" :failed="failed" @again="load" />
    <p v-else-if="!columns.length" class="quiet pad">No tracks yet. Add them in the Sheet.</p>
    <div v-else class="scroll">
      <table
        v-bind="credits.tableProps(lines.length)"
        class="narrow"
        :style="{ minWidth: `${NAMES + LEAST * columns.length}px` }"
        aria-label="Who did what"
      >
        <thead>
          <tr>
            <th scope="col">{{ lines.length }} {{ lines.length === 1 ? 'name' : 'names' }}</th>
            <th v-for="column in columns" :key="column.track" scope="col" :title="column.title">
              <span class="track">{{ column.track }}</span> <span class="of">{{ column.title }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <template v-for="(each, row) in lines" :key="each.name">
            <tr>
              <th scope="row">
                <button
                  v-if="each.members.length"
                  class="act fold"
                  type="button"
                  :aria-expanded="open.has(each.name)"
                  :aria-label="`Members of ${each.name}`"
                  @click="unfold(each.name)"
                >
                  {{ open.has(each.name) ? '−' : '+' }}
                </button>
                <RouterLink :to="`/people/${each.id}`" tabindex="-1" :title="each.name">{{ each.name }}</RouterLink>
                <span v-if="printed(each)" class="quiet printed" :title="`credited as ${printed(each)}`"
                  >as {{ printed(each) }}</span
                >
              </th>
              <td
                v-for="column in columns"
                :key="column.track"
                v-bind="credits.cellProps(row, String(column.track))"
                :title="
                  each.cells[column.track]?.as
                    ? `${each.cells[column.track]!.detail}, credited as ${each.cells[column.track]!.as}`
                    : each.cells[column.track]?.detail
                "
              >
                <TypeAhead
                  v-if="editing !== null && isHere(row, String(column.track))"
                  ref="input"
                  v-model="editing"
                  class="edit"
                  :label="`What ${each.name} did`"
                  :find="roles"
                  @enter="save('enter')"
                  @tab="($event.preventDefault(), save($event.shiftKey ? 'back' : 'tab'))"
                  @leave="leave"
                  @blur="save('blur')"
                />
                <CreditMark v-else-if="each.cells[column.track]" :cell="each.cells[column.track]!" :short="short" />
                <span
                  v-if="isCorner(row, String(column.track))"
                  class="corner"
                  title="Drag to spread this credit"
                  @mousedown.stop.prevent="pull"
                ></span>
              </td>
            </tr>
            <tr v-for="member in open.has(each.name) ? each.members : []" :key="member" class="member">
              <th scope="row" :colspan="columns.length + 1">{{ member }}</th>
            </tr>
          </template>
        </tbody>
        <tfoot>
          <tr>
            <th scope="row">Performers</th>
            <td v-for="column in columns" :key="column.track" :title="column.lacks.join(', ')">
              {{ column.performers }}
              <Mark :weight="column.lacks.length ? 'note' : 'ready'" />
              <span class="hidden-text">{{ column.lacks.join(', ') || 'complete' }}</span>
            </td>
          </tr>
        </tfoot>
      </table>
      <p class="legend quiet" aria-label="Legend">
        <span><CreditMark :cell="SIGNS.main" short /> main artist</span>
        <span><CreditMark :cell="SIGNS.featured" short /> featured</span>
        <span v-for="each in legend" :key="each.brief"
          ><b>{{ each.brief }}</b> {{ each.role }}</span
        >
      </p>
      <form v-if="!release.readOnly" class="add" @submit.prevent="add" @keydown.stop>
        <TypeAhead v-model="adding" label="Add a name" :find="findPeople" placeholder="Add a name…" @enter="add" />
      </form>
    </div>
    <footer v-if="view && columns.length" class="detail" aria-live="polite">
      <template v-if="line && at">
        <b
          >{{ line.name }} ·
          {{ tracks.length > 1 ? `tracks ${tracks[0]} to ${tracks.at(-1)}` : `track ${at.column}` }}</b
        >
        <span class="says">
          {{ cell?.detail || (cell?.main ? 'main artist' : 'nothing yet') }}
          <span class="quiet"> Enter roles separated by commas. Ctrl D or the corner spreads them. </span>
        </span>
        <label v-if="cell?.roles.length" class="as">
          <span class="quiet">Credited as</span>
          <input
            :value="cell.as ?? ''"
            :placeholder="line.name"
            :disabled="release.readOnly"
            maxlength="2000"
            @keydown.stop
            @keydown.enter="($event.target as HTMLInputElement).blur()"
            @change="creditedAs(($event.target as HTMLInputElement).value)"
          />
          <button v-if="onAll && !release.readOnly" class="act" type="button" @click="creditedEverywhere">
            On all {{ Object.keys(line.cells).length }} tracks
          </button>
        </label>
        <button
          v-if="!release.readOnly"
          class="act"
          type="button"
          title="Ctrl ."
          @click="change(line.name, tracks, null, !cell?.featured)"
        >
          {{ cell?.featured ? 'Not featured' : 'Featured' }}
        </button>
      </template>
      <template v-else>
        <b>Missing for the performers’ society</b>
        <span class="says">
          {{ lacking || 'nothing' }}
        </span>
      </template>
    </footer>
  </div>
</template>

<style scoped>
.credits {
  flex: 1;
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.credits:focus-visible {
  outline: 0;
}
.pad {
  padding: var(--space-6);
}
.scroll {
  flex: 1;
  overflow: auto;
  padding: var(--space-5) var(--space-6);
}
table {
  width: 100%;
  border-collapse: collapse;
  table-layout: fixed;
  font-size: var(--type-row);
}
thead th {
  height: 30px;
  min-width: 44px;
  padding: 0 var(--space-3) var(--space-2) 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-weight: 500;
  font-size: var(--type-note);
  color: var(--quiet);
  border-bottom: 1px solid var(--ink);
}
thead th:first-child {
  width: 190px;
}
.track {
  color: var(--ink);
  font-weight: 600;
}
tbody th {
  font-weight: 500;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  max-width: 190px;
}
tbody th a {
  color: var(--ink);
}
.fold {
  width: 24px;
}
.member th {
  padding-left: var(--space-7);
  font-weight: 400;
  color: var(--quiet);
  font-size: var(--type-note);
}
tr {
  height: 28px;
}
/* many tracks are wider than any screen: who it is about stays */
th:first-child {
  position: sticky;
  left: 0;
  z-index: 1;
  background: var(--card);
}
tbody tr {
  border-bottom: 1px solid var(--line);
}
td {
  padding: 0 var(--space-2);
  position: relative;
  border-left: 1px solid var(--line);
  cursor: default;
  user-select: none;
}
.chosen {
  background: var(--madder-wash);
}
.here {
  outline: 2px solid var(--madder);
  outline-offset: -1px;
}
.edit {
  width: 200px;
}
.corner {
  position: absolute;
  right: -4px;
  bottom: -4px;
  z-index: 1;
  width: 9px;
  height: 9px;
  background: var(--madder);
  border: 1px solid var(--card);
  cursor: ew-resize;
}
.pulling {
  cursor: ew-resize;
}
.printed {
  margin-left: var(--space-2);
  font-size: var(--type-small);
}
.legend {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-1) var(--space-6);
  margin: var(--space-4) 0 0;
  font-size: var(--type-note);
}
.legend span {
  display: flex;
  gap: var(--space-2);
}
.legend b {
  font-weight: 600;
}
tfoot td,
tfoot th {
  border-top: 1px solid var(--ink);
  font-weight: 500;
  font-size: var(--type-note);
}
.add {
  width: 240px;
  margin-top: var(--space-4);
}
.detail {
  display: flex;
  gap: var(--space-5);
  align-items: baseline;
  min-height: 48px;
  padding: var(--space-4) var(--space-6);
  border-top: 1px solid var(--ink);
  background: var(--bs-body-bg);
  font-size: var(--type-row);
}
.detail b {
  white-space: nowrap;
  font-size: var(--type-note);
}
.says {
  flex: 1;
}
.as {
  display: flex;
  gap: var(--space-4);
  align-items: baseline;
  white-space: nowrap;
  font-size: var(--type-note);
}
.as input {
  width: 190px;
  height: 26px;
  padding: 0 var(--space-2);
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--card);
  color: var(--ink);
}
</style>
