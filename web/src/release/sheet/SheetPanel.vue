<script setup lang="ts">
import { computed, nextTick, onMounted, onUnmounted, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { Column } from '../../api/types'
import { useReleaseStore } from '../store'
import { SETS, TIME, wordsOf } from './cells'
import CatalogueDialog from './CatalogueDialog.vue'
import DetailLine from './DetailLine.vue'
import IncomingFiles from './IncomingFiles.vue'
import KeywordHints from './KeywordHints.vue'
import OwnColumns from './OwnColumns.vue'
import ReleaseFacts from './ReleaseFacts.vue'
import RewordingDialog from './RewordingDialog.vue'
import RunningStrip from './RunningStrip.vue'
import { size } from '../../kit/grid/span'
import SheetGrid from './SheetGrid.vue'
import TrackListReader from './TrackListReader.vue'
import { useSheet } from './useSheet'

const release = useReleaseStore()
const route = useRoute()
const board = ref<HTMLElement>()
const inner = ref<HTMLElement>()
const sheet = useSheet(board)
const { set, shown, facts, chosen, cell, column, name } = sheet
const choosing = ref(false)
const reading = ref(false)
const rewording = ref(false)
const finding = ref(false)

const view = computed(() => release.view!)
const rows = computed(() => release.rows)
const at = computed(() => release.at)
const found = computed(() => release.findingsByCell.get(`${at.value?.row}.${at.value?.column}`) ?? [])
const more = computed(() => {
  const master = rows.value[at.value?.row ?? 0]?.master
  if (at.value?.column !== TIME || !master?.format) return ''
  return `${master.format}, ${master.exact}. The original is kept unaltered.`
})
const cells = computed(() => (chosen.value ? size(chosen.value) : 0))
const words = (of: Column | undefined) => wordsOf(view.value, of)

watch(
  () => route.query.at,
  (wanted) => {
    if (typeof wanted !== 'string') return
    const [row, key] = wanted.split('.')
    sheet.go(Number(row), key!)
  },
  { immediate: true },
)
watch(
  () => route.query.read,
  (wanted) => wanted !== undefined && (reading.value = true),
  { immediate: true },
)
function choose(each: (typeof SETS)[number]) {
  choosing.value = each === 'own' && (set.value !== 'own' || !choosing.value)
  set.value = each
}
// where the reader stood the sheet stands again, and goes on with the keyboard
watch(reading, (open) => !open && void nextTick(() => board.value?.focus({ preventScroll: true })))
onMounted(() => board.value?.focus({ preventScroll: true }))
onUnmounted(() => (release.at = null))
</script>

<template>
  <TrackListReader v-if="reading" @close="reading = false" />
  <div
    v-else
    ref="board"
    class="sheet"
    role="group"
    tabindex="0"
    aria-label="Sheet"
    :aria-activedescendant="sheet.active.value"
    @keydown="sheet.keys"
    @copy="sheet.copy"
    @paste="sheet.paste"
  >
    <div ref="inner" class="inner">
      <div class="still">
        <RunningStrip
          v-if="rows.length > 1"
          :rows="rows.slice(1)"
          :at="at?.row ?? 0"
          :read-only="release.readOnly"
          @pick="(row) => sheet.go(row, at?.column && shown.includes(at.column) ? at.column : 'title')"
          @move="sheet.move"
        />
        <ReleaseFacts
          :columns="facts"
          :row="rows[0]!"
          :findings="release.findingsByCell"
          :grid="sheet"
          :words-of="words"
        />
        <div class="tools" @keydown.stop>
          <button
            v-for="each in SETS"
            :key="each"
            type="button"
            class="set narrow"
            :class="{ here: set === each }"
            :aria-pressed="set === each"
            @click="choose(each)"
          >
            {{ each[0]!.toUpperCase() + each.slice(1) }}
          </button>
          <span class="push" />
          <template v-if="!release.readOnly">
            <button class="tool" type="button" @click="reading = true">Read a track list…</button>
            <button class="tool" type="button" @click="finding = true">Catalogue…</button>
            <button class="tool" type="button" @click="rewording = true">Change titles…</button>
            <button class="tool" type="button" @click="release.addTrack()">Add track</button>
            <button class="tool" type="button" :disabled="!at?.row" @click="sheet.remove">
              {{ chosen && chosen.top !== chosen.bottom ? 'Remove tracks' : 'Remove track' }}
            </button>
            <button
              class="tool"
              type="button"
              :disabled="!view.stack.undo"
              :title="view.stack.undo ?? undefined"
              @click="release.undo()"
            >
              Undo
            </button>
            <button
              class="tool"
              type="button"
              :disabled="!view.stack.redo"
              :title="view.stack.redo ?? undefined"
              @click="release.redo()"
            >
              Redo
            </button>
          </template>
        </div>
        <OwnColumns
          v-if="set === 'own' && choosing"
          :columns="view.columns"
          :chosen="sheet.own.value"
          @choose="sheet.keep"
          @close="choosing = false"
        />
      </div>
      <SheetGrid
        :rows="rows"
        :columns="view.columns"
        :shown="shown"
        :findings="release.findingsByCell"
        :grid="sheet"
        :words-of="words"
        :scroller="inner"
      />
      <p v-if="rows.length === 1" class="quiet empty">
        No tracks yet. Read a track list, add a track, or drop masters on this page.
      </p>
      <IncomingFiles class="still" />
    </div>
    <DetailLine
      v-if="at"
      :track="at.row"
      :name="name"
      :column="column"
      :cell="cell"
      :findings="found"
      :more="more"
      :cells="cells"
      :read-only="release.readOnly"
      @fix="release.fix"
      @allocate="cell && release.allocate(cell)"
    >
      <KeywordHints
        v-if="at.row && at.column === 'keywords' && !release.readOnly && cells === 1"
        :release="view.head.id"
        :track="at.row"
        :value="cell?.value"
        @take="(word) => cell && release.write(cell, [cell.value, word].filter(Boolean).join('; '), `Keyword ${word}`)"
      />
    </DetailLine>
  </div>
  <CatalogueDialog v-if="finding" @close="finding = false" />
  <RewordingDialog v-if="rewording" @close="rewording = false" />
</template>

<style scoped>
.sheet {
  flex: 1;
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.sheet:focus-visible {
  outline: 0;
}
.inner {
  flex: 1;
  overflow: auto;
  padding: var(--space-5) var(--space-6);
  container-type: inline-size;
  /* what stands still covers this much */
  scroll-padding: var(--space-8) var(--space-6) var(--space-8) 210px;
}
/* stays where it is while a wide set of columns scrolls sideways */
.still {
  position: sticky;
  left: 0;
  z-index: 4;
  width: 100cqw;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-1) var(--space-5);
  align-items: baseline;
  margin-bottom: var(--space-2);
}
.set,
.tool {
  border: 0;
  background: none;
  padding: var(--space-1) 0;
  color: var(--quiet);
}
.set.here {
  color: var(--madder);
  font-weight: 600;
  border-bottom: 2px solid var(--madder);
}
.tool {
  color: var(--ink);
  font-size: var(--type-note);
}
.tool:hover:not(:disabled) {
  color: var(--madder);
}
.tool:disabled {
  color: var(--quiet);
  opacity: 0.6;
}
.push {
  flex: 1;
}
.empty {
  margin: var(--space-6) 0;
}
</style>
