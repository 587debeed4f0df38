<script setup lang="ts">
/** Facts that only the release has, as a band of named fields in the same walk of the cursor as the grid. */
import type { Column } from '../../api/types'
import type { Grid } from '../../kit/grid/useGrid'
import { cellId } from '../../kit/grid/span'
import { findingAt, type CellFindings, type Row } from '../rows'
import SheetCell from './SheetCell.vue'

const props = defineProps<{
  columns: Column[]
  row: Row
  findings: CellFindings
  grid: Grid
  wordsOf: (column: Column | undefined) => string[]
}>()
const { editing } = props.grid
const here = (key: string) => props.grid.isHere(0, key)
const coded = new Set(['gtin', 'isrc', 'label-code'])
</script>

<template>
  <div class="facts" role="group" aria-label="Facts of the release">
    <!-- the sheet around it has the keys: facts of the release are its first line -->
    <!-- eslint-disable-next-line vuejs-accessibility/click-events-have-key-events -->
    <div
      v-for="column in props.columns"
      :key="column.key"
      class="fact"
      :class="{ here: here(column.key) }"
      :id="cellId({ row: 0, column: column.key })"
      :data-cell="`0.${column.key}`"
      :title="column.help"
      @click="props.grid.go(0, column.key)"
      @dblclick="(props.grid.go(0, column.key), props.grid.begin())"
    >
      <span class="label narrow">{{ column.name }}</span>
      <span class="value narrow" :class="{ code: coded.has(column.type) }">
        <SheetCell
          :cell="props.row.cells[column.key]"
          :column="column"
          :finding="findingAt(props.findings, 0, column.key)"
          :here="here(column.key)"
          :editing="here(column.key) ? editing : null"
          :words="props.wordsOf(column)"
          @update:editing="editing = $event"
          @save="props.grid.save"
          @leave="props.grid.leave"
        />
      </span>
    </div>
  </div>
</template>

<style scoped>
.facts {
  display: grid;
  grid-template-columns: 0.85fr 1.2fr 1.2fr 1.1fr;
  gap: 0 var(--space-6);
  margin: var(--space-2) 0 var(--space-4);
}
.fact {
  min-width: 0;
  display: flex;
  align-items: center;
  gap: var(--space-4);
  height: 26px;
  padding: 0 var(--space-2);
  border-bottom: 1px solid var(--line);
  cursor: default;
}
.fact.here {
  outline: 2px solid var(--madder);
  outline-offset: -1px;
  background: var(--madder-wash);
}
.label {
  min-width: 70px;
  flex: none;
  white-space: nowrap;
  font-size: var(--type-note);
  color: var(--quiet);
}
.value {
  flex: 1;
  display: flex;
  align-items: center;
  min-width: 0;
  white-space: nowrap;
  overflow: hidden;
  font-size: var(--type-row);
}
.code {
  font:
    400 var(--type-note) 'Spline Sans Mono',
    monospace;
}
.here .value {
  overflow: visible;
}
@media (width <= 1100px) {
  .facts {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
