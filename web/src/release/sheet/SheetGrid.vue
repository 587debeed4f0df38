<script setup lang="ts">
/** The release above its tracks, a fact a cell. Of a long release only the rows in sight are drawn. */
import { useVirtualizer } from '@tanstack/vue-virtual'
import { computed, watch } from 'vue'
import type { Column } from '../../api/types'
import type { Grid } from '../../kit/grid/useGrid'
import { findingAt, heaviest, type CellFindings, type Row } from '../rows'
import Mark from '../../kit/Mark.vue'
import SheetCell from './SheetCell.vue'
import { leastWidth, place, TIME, widthOf } from './cells'

const props = defineProps<{
  rows: Row[]
  columns: Column[]
  shown: string[]
  findings: CellFindings
  grid: Grid
  wordsOf: (column: Column | undefined) => string[]
  scroller: HTMLElement | undefined
}>()
const { isHere, editing } = props.grid

/** Fewer rows than this are simply drawn. */
const MANY = 60
const ROW = 28

const virtual = useVirtualizer(
  computed(() => ({
    count: props.rows.length,
    getScrollElement: () => props.scroller ?? null,
    estimateSize: () => ROW,
    overscan: 12,
    enabled: props.rows.length > MANY,
  })),
)
const drawn = computed(() => {
  if (props.rows.length <= MANY) return { rows: props.rows, above: 0, below: 0 }
  const items = virtual.value.getVirtualItems()
  const first = items[0]?.index ?? 0
  const last = items.at(-1)?.index ?? Math.min(MANY, props.rows.length - 1)
  return {
    rows: props.rows.slice(first, last + 1),
    above: first * ROW,
    below: (props.rows.length - 1 - last) * ROW,
  }
})
watch(
  () => props.grid.at.value?.row,
  (row) => row !== undefined && props.rows.length > MANY && virtual.value.scrollToIndex(row, { align: 'auto' }),
)

const columnOf = computed(() => new Map(props.columns.map((each) => [each.key, each])))
const loose = (row: Row) => (row.track === 0 ? heaviest(props.findings, 0, ['cover', 'runningOrder']) : undefined)
function summary(key: string): string {
  const tracks = props.rows.slice(1)
  if (key === 'isrc') return `${tracks.filter((row) => row.cells.isrc?.value).length} of ${tracks.length}`
  return ''
}
const STATES: Record<string, string> = { none: 'none', measuring: 'measuring…', damaged: 'damaged' }
</script>

<template>
  <table
    v-bind="props.grid.tableProps(props.rows.length)"
    class="grid narrow"
    aria-label="Sheet"
    :style="{ minWidth: `${leastWidth(props.shown)}px` }"
  >
    <colgroup>
      <col style="width: 34px" />
      <col v-for="key in props.shown" :key="key" :style="{ width: widthOf(key) && `${widthOf(key)}px` }" />
    </colgroup>
    <thead>
      <tr>
        <th scope="col" class="number">№</th>
        <th v-for="key in props.shown" :key="key" scope="col" :class="key" :title="columnOf.get(key)?.help">
          {{ key === TIME ? 'Time' : columnOf.get(key)?.name }}
        </th>
      </tr>
    </thead>
    <tbody>
      <tr v-if="drawn.above" class="room" :style="{ height: `${drawn.above}px` }" aria-hidden="true"></tr>
      <tr
        v-for="row in drawn.rows"
        :key="row.trackId"
        :class="{ all: row.track === 0 }"
        :data-track-id="row.trackId || undefined"
        :aria-rowindex="row.track + 2"
      >
        <th scope="row" class="number">
          {{ row.track === 0 ? 'all' : place(props.rows, row) }}
          <Mark v-if="loose(row)" :weight="loose(row)!.weight" />
        </th>
        <td
          v-for="key in props.shown"
          :key="key"
          v-bind="props.grid.cellProps(row.track, key)"
          :class="[key, { waiting: row.cells[key]?.waiting }]"
        >
          <div class="cell">
            <template v-if="key === TIME">
              <span
                v-if="row.track > 0"
                :class="{ quiet: row.master.state !== 'whole' }"
                :title="row.master.exact ?? undefined"
              >
                {{ row.master.time ?? STATES[row.master.state] }}
              </span>
              <Mark
                v-if="findingAt(props.findings, row.track, TIME)"
                class="found"
                :weight="findingAt(props.findings, row.track, TIME)!.weight"
              />
            </template>
            <span v-else-if="row.track === 0 && !row.cells[key]" class="quiet">{{ summary(key) }}</span>
            <SheetCell
              v-else
              :cell="row.cells[key]"
              :column="columnOf.get(key)"
              :finding="findingAt(props.findings, row.track, key)"
              :here="isHere(row.track, key)"
              :editing="isHere(row.track, key) ? editing : null"
              :words="isHere(row.track, key) ? props.wordsOf(columnOf.get(key)) : []"
              @update:editing="editing = $event"
              @save="props.grid.save"
              @leave="props.grid.leave"
            />
          </div>
        </td>
      </tr>
      <tr v-if="drawn.below" class="room" :style="{ height: `${drawn.below}px` }" aria-hidden="true"></tr>
    </tbody>
  </table>
</template>

<style scoped>
.grid {
  width: 100%;
  table-layout: fixed;
  border-collapse: collapse;
  font-size: var(--type-row);
  user-select: none;
}
th {
  font-weight: 500;
}
thead th {
  padding: var(--space-1) var(--space-2);
  border-bottom: 1px solid var(--ink);
  color: var(--quiet);
  font-size: var(--type-note);
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.number {
  padding: 0 var(--space-3) 0 0;
  text-align: right;
  white-space: nowrap;
}
tbody tr {
  height: 28px;
  border-bottom: 1px solid var(--line);
}
tr.all {
  font-weight: 600;
  background: var(--bs-body-bg);
  border-bottom: 1px solid var(--ink);
}
td {
  padding: 0 var(--space-2);
  cursor: default;
}
.cell {
  display: flex;
  align-items: center;
  gap: var(--space-2);
  min-width: 0;
  white-space: nowrap;
  overflow: hidden;
}
.number,
td.title,
th.title {
  position: sticky;
  z-index: 2;
  background: var(--card);
}
.number {
  left: 0;
}
td.title,
th.title {
  left: 34px;
}
tr.all .number,
tr.all td.title {
  background: var(--bs-body-bg);
}
td.title.here {
  z-index: 3;
}
td.chosen,
tr.all td.title.chosen,
td.title.chosen {
  background: var(--madder-wash);
}
td.here,
td.title.here {
  outline: 2px solid var(--madder);
  outline-offset: -1px;
  background: var(--madder-wash);
}
td.here .cell {
  overflow: visible;
}
td.master,
th.master {
  text-align: right;
}
td.master .cell {
  justify-content: flex-end;
}
td.master .cell,
td.isrc,
td.iswc {
  font:
    400 var(--type-note) 'Spline Sans Mono',
    monospace;
}
.waiting {
  color: var(--quiet);
  font-style: italic;
}
</style>
