<script setup lang="ts">
/** The cell in words: what it says, what is wrong with it, what would put it right. */
import type { Column, FindingView } from '../../api/types'
import type { Cell } from '../rows'
import Mark from '../../kit/Mark.vue'

const props = defineProps<{
  track: number
  name: string
  column: Column | undefined
  cell: Cell | undefined
  findings: FindingView[]
  more: string
  cells: number
  readOnly: boolean
}>()
const emit = defineEmits<{ fix: [id: string]; allocate: [] }>()
const CODES = new Set(['isrc', 'gtin'])
</script>

<template>
  <footer class="detail" aria-live="polite">
    <b>{{ props.name }} · {{ props.track ? `track ${props.track}` : 'release' }}</b>
    <div class="says">
      <p v-if="props.cells > 1">
        {{ props.cells }} cells. Type and press <kbd>Ctrl Enter</kbd> to set all of them, <kbd>Ctrl D</kbd> to fill the
        top one down, <kbd>Delete</kbd> to empty them.
      </p>
      <p v-for="finding in props.findings" :key="finding.id">
        <Mark :weight="finding.weight" /> {{ finding.says }} <span class="quiet">{{ finding.reason }}</span>
        <span v-if="finding.preview" class="preview">{{ finding.preview }}</span>
        <button
          v-if="finding.fix && !props.readOnly"
          class="btn btn-line btn-sm"
          type="button"
          @click="emit('fix', finding.id)"
        >
          {{ finding.fix }}
        </button>
      </p>
      <p v-if="!props.findings.length && props.cells <= 1">
        <template v-if="props.cell?.carried"
          >Carried from the release: {{ props.cell.shown }}. Type to override it.</template
        >
        <span v-else class="quiet">{{ props.more || props.column?.help }}</span>
        <button
          v-if="props.column && CODES.has(props.column.type) && props.cell && !props.cell.value && !props.readOnly"
          class="btn btn-line btn-sm"
          type="button"
          @click="emit('allocate')"
        >
          Allocate next
        </button>
      </p>
      <slot />
    </div>
  </footer>
</template>

<style scoped>
.detail {
  display: flex;
  gap: var(--space-5);
  align-items: baseline;
  min-height: 56px;
  max-height: 140px;
  overflow: auto;
  padding: var(--space-4) var(--space-6);
  border-top: 1px solid var(--ink);
  background: var(--bs-body-bg);
  font-size: var(--type-row);
}
.detail > b {
  white-space: nowrap;
  font-size: var(--type-note);
}
.says {
  flex: 1;
}
.preview {
  display: block;
}
p {
  margin: 0;
}
.btn {
  margin-left: var(--space-4);
  padding: 1px var(--space-4);
}
</style>
