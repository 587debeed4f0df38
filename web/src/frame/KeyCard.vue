<script setup lang="ts">
/** All keys, in the order of the work. */
import { PANELS } from '../screens'

const KEYS = [
  ['Ctrl K', 'Go to a release, a panel, or do something'],
  [`Alt 1 … ${PANELS.length}`, `Panels of a release: ${PANELS.map((panel) => panel.name).join(', ')}`],
  ['J, Shift J', 'Next, previous finding'],
  ['Alt J', 'Show or collapse the findings'],
  ['Arrows', 'Move in the sheet'],
  ['Ctrl ←, Ctrl →', 'Previous, next set of columns'],
  ['Enter, F2', 'Edit a cell; Enter saves, Esc cancels'],
  ['Delete', 'Clear a cell, or restore the carried value'],
  ['Shift arrows', 'Select several cells; Ctrl C and V copy and paste them as a table'],
  ['Ctrl Enter', 'Set all selected cells to the entered value'],
  ['Ctrl D', 'Fill the top cell down; for a single cell, the one above'],
  ['Ctrl .', 'In Credits: featured or not'],
  ['Alt ↑, Alt ↓', 'Move the track up, down'],
  ['Ctrl Z, Ctrl Shift Z', 'Undo, redo'],
  ['Shift Space, Alt Enter', 'In the catalogue: select the row; open its release'],
  ['Space', 'Play, pause'],
  ['← →, + −', 'On a waveform: five seconds back or forward; zoom in or out'],
  ['Alt while dropping', 'Inspect a file without keeping it'],
  ['?', 'The guide, at the page of this view'],
]
</script>

<template>
  <dl>
    <template v-for="[key, does] in KEYS" :key="key">
      <dt class="mono">{{ key }}</dt>
      <dd>{{ does }}</dd>
    </template>
  </dl>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 170px 1fr;
  gap: var(--space-3) var(--space-5);
  margin: 0;
}
dt {
  font-weight: 400;
}
dd {
  margin: 0;
}
</style>
