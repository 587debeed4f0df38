<script setup lang="ts">
/** The release above its tracks, a fact a cell. */
import type { Column, FindingView, Row } from '../../api/types'
import Mark from '../../kit/Mark.vue'
import SheetCell from './SheetCell.vue'
import { findingAt, place, TIME } from './cells'

const props = defineProps<{
  rows: Row[]
  columns: Column[]
  shown: string[]
  findings: FindingView[]
  at: { row: number; column: string } | null
  editing: string | null
}>()
const emit = defineEmits<{
  pick: [row: number, column: string]
  edit: [row: number, column: string]
  save: [text: string, by: string]
  leave: []
}>()

const column = (key: string) => props.columns.find((each) => each.key === key)
const here = (row: Row, key: string) => props.at?.row === row.track && props.at.column === key
/** The title takes what is left. */
const width: Record<string, string> = {
  side: '52px',
  version: '96px',
  artists: '100px',
  featured: '118px',
  [TIME]: '54px',
  isrc: '136px',
  explicit: '60px',
  language: '42px',
  genre: '60px',
}
const loose = (row: Row) =>
  row.track === 0
    ? props.findings.find((finding) => finding.track === 0 && ['cover', 'runningOrder'].includes(finding.column))
    : undefined
function summary(key: string): string {
  const tracks = props.rows.slice(1)
  if (key === 'isrc') return `${tracks.filter((row) => row.cells.isrc?.value).length} of ${tracks.length}`
  return ''
}
const STATES: Record<string, string> = { none: 'no master', measuring: 'measuring…', damaged: 'damaged' }
</script>

<template>
  <table class="grid narrow" role="grid" aria-label="Sheet">
    <colgroup>
      <col style="width: 34px" />
      <col v-for="key in props.shown" :key="key" :style="{ width: width[key] }" />
    </colgroup>
    <thead>
      <tr>
        <th scope="col" class="number">№</th>
        <th v-for="key in props.shown" :key="key" scope="col" :class="key" :title="column(key)?.help">
          {{ key === TIME ? 'Time' : column(key)?.name }}
        </th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="row in props.rows"
        :key="row.trackId"
        :class="{ all: row.track === 0 }"
        :data-track-id="row.trackId || undefined"
      >
        <th scope="row" class="number">
          {{ row.track === 0 ? 'all' : place(props.rows, row) }}
          <Mark v-if="loose(row)" :weight="loose(row)!.weight" />
        </th>
        <td
          v-for="key in props.shown"
          :key="key"
          role="gridcell"
          :class="[key, { here: here(row, key), empty: key !== TIME && !row.cells[key] }]"
          :data-cell="`${row.track}.${key}`"
          :aria-selected="here(row, key)"
          @click="emit('pick', row.track, key)"
          @dblclick="emit('edit', row.track, key)"
        >
          <div class="cell">
            <template v-if="key === TIME">
              <span v-if="row.track > 0" :class="{ quiet: row.master.state !== 'whole' }" :title="row.master.exact">
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
              :column="column(key)"
              :finding="findingAt(props.findings, row.track, key)"
              :here="here(row, key)"
              :editing="here(row, key) ? props.editing : null"
              :options="`options-${key}`"
              @save="(text, by) => emit('save', text, by)"
              @leave="emit('leave')"
            />
          </div>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.grid {
  width: 100%;
  table-layout: fixed;
  border-collapse: collapse;
  font-size: 14.5px;
}
th {
  font-weight: 500;
}
thead th {
  padding: 3px 5px;
  border-bottom: 1px solid var(--ink);
  color: var(--quiet);
  font-size: 13px;
  white-space: nowrap;
  overflow: hidden;
}
.number {
  padding: 0 6px 0 0;
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
  padding: 0 5px;
  cursor: default;
}
.cell {
  display: flex;
  align-items: center;
  gap: 4px;
  min-width: 0;
  white-space: nowrap;
  overflow: hidden;
}
td.here {
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
  font:
    400 13px 'Spline Sans Mono',
    monospace;
}
td.isrc {
  font:
    400 13px 'Spline Sans Mono',
    monospace;
}
</style>
