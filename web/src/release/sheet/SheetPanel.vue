<script setup lang="ts">
import { computed, nextTick, onMounted, onUnmounted, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { Cell } from '../../api/types'
import { useReleaseStore } from '../store'
import { choices, gridColumns, pasted, TIME, type ColumnSet } from './cells'
import { next } from './cursor'
import DetailLine from './DetailLine.vue'
import IncomingFiles from './IncomingFiles.vue'
import ReleaseFacts from './ReleaseFacts.vue'
import RunningStrip from './RunningStrip.vue'
import SheetGrid from './SheetGrid.vue'

const release = useReleaseStore()
const route = useRoute()
const SETS: ColumnSet[] = ['identity', 'times', 'rights', 'everything']
const set = ref<ColumnSet>('identity')
const editing = ref<string | null>(null)
const board = ref<HTMLElement>()

const view = computed(() => release.view!)
const rows = computed(() => release.rows)
const shown = computed(() => gridColumns(view.value.columns, set.value))
const facts = computed(() => view.value.columns.filter((column) => column.releaseOnly))
const at = computed(() => release.at)
const cell = computed<Cell | undefined>(
  () => (at.value && rows.value[at.value.row]?.cells[at.value.column]) || undefined,
)
const column = computed(() => view.value.columns.find((each) => each.key === at.value?.column))
const found = computed(() =>
  release.findings.filter((finding) => finding.track === at.value?.row && finding.column === at.value?.column),
)
const NAMES: Record<string, string> = { master: 'Master', cover: 'Front cover', runningOrder: 'Running order' }
const name = computed(() => column.value?.name ?? NAMES[at.value?.column ?? ''] ?? '')
const more = computed(() => {
  const master = rows.value[at.value?.row ?? 0]?.master
  if (at.value?.column !== TIME || !master?.format) return ''
  return `${master.format}, ${master.exact}. The original is kept unaltered.`
})

watch(
  () => route.query.at,
  (wanted) => {
    if (typeof wanted !== 'string') return
    const [row, key] = wanted.split('.')
    go(Number(row), key!)
  },
  { immediate: true },
)

function go(row: number, key: string) {
  editing.value = null
  const wanted = view.value.columns.find((each) => each.key === key)
  if (wanted && !wanted.releaseOnly && !shown.value.includes(key)) set.value = wanted.set as ColumnSet
  release.at = { row, column: key }
  void nextTick(() => {
    board.value?.focus({ preventScroll: true })
    board.value?.querySelector(`[data-cell="${row}.${key}"]`)?.scrollIntoView({ block: 'nearest' })
  })
}
function begin(text?: string) {
  if (release.readOnly || !cell.value || !column.value) return
  editing.value = text ?? cell.value.value ?? ''
}
function save(text: string, by: string) {
  const now = cell.value
  editing.value = null
  const after = text.trim() || null
  if (now && after !== (now.value ?? null))
    void release.write(
      now,
      after,
      `${column.value?.name} of ${at.value?.row ? `track ${at.value.row}` : 'the release'}`,
    )
  if (by === 'enter') step(1, 0)
  else if (by === 'tab') step(0, 1)
  else if (by === 'back') step(0, -1)
  if (by !== 'blur') board.value?.focus({ preventScroll: true })
}
function step(down: number, right: number) {
  if (!at.value) return go(0, 'title')
  const band = facts.value.map((each) => each.key)
  const to = next(at.value, down, right, band, shown.value, rows.value.length)
  go(to.row, to.column)
}

function move(from: number, to: number) {
  const ids = rows.value.slice(1).map((row) => row.trackId)
  if (to < 0 || to >= ids.length) return
  const [moved] = ids.splice(from, 1)
  ids.splice(to, 0, moved!)
  void release.order(ids, `Move track ${from + 1} to ${to + 1}`)
  release.at = { row: to + 1, column: at.value?.column ?? 'title' }
}
function remove() {
  const row = at.value?.row ?? 0
  if (!row) return
  const ids = rows.value.slice(1).map((each) => each.trackId)
  ids.splice(row - 1, 1)
  void release.order(ids, `Remove track ${row}`)
  release.at = null
}
function fillDown() {
  const above = at.value && rows.value[at.value.row - 1]?.cells[at.value.column]
  if (at.value && at.value.row > 1 && cell.value && above && above.value !== cell.value.value)
    void release.write(cell.value, above.value, `Fill ${column.value?.name} of track ${at.value.row}`)
}

const ARROWS: Record<string, [number, number]> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
}
function keys(event: KeyboardEvent) {
  if (editing.value !== null || event.defaultPrevented) return
  const arrow = ARROWS[event.key]
  const plain = !event.ctrlKey && !event.altKey && !event.metaKey
  if (arrow && event.altKey && arrow[0] && !release.readOnly)
    move((at.value?.row ?? 0) - 1, (at.value?.row ?? 0) - 1 + arrow[0])
  else if (arrow && plain) step(...arrow)
  else if (event.ctrlKey && event.key.toLowerCase() === 'd' && !release.readOnly) fillDown()
  else if (event.key === 'Enter' || event.key === 'F2') begin()
  else if (event.key === 'Delete' && cell.value?.value && !release.readOnly)
    void release.write(cell.value, null, `Empty ${column.value?.name}`)
  else if (plain && event.key.length === 1 && /[^\s?jJ]/.test(event.key) && cell.value) begin(event.key)
  else return
  event.preventDefault()
}
function copy(event: ClipboardEvent) {
  if (editing.value !== null || !cell.value) return
  event.clipboardData?.setData('text/plain', cell.value.value ?? cell.value.shown ?? '')
  event.preventDefault()
}
function paste(event: ClipboardEvent) {
  if (editing.value !== null || !at.value || release.readOnly) return
  const edits = pasted(event.clipboardData?.getData('text/plain') ?? '', rows.value, shown.value, at.value)
  if (edits.length)
    void release.writeAll(
      edits,
      edits.length === 1 ? `Paste ${column.value?.name}` : `Paste ${edits.length} cells`,
      'pasted',
    )
  event.preventDefault()
}
const options = computed(() => choices(view.value))
onMounted(() => board.value?.focus({ preventScroll: true }))
onUnmounted(() => (release.at = null))
</script>

<template>
  <div ref="board" class="sheet" tabindex="0" aria-label="Sheet" @keydown="keys" @copy="copy" @paste="paste">
    <div class="inner">
      <RunningStrip
        v-if="rows.length > 1"
        :rows="rows.slice(1)"
        :at="at?.row ?? 0"
        :read-only="release.readOnly"
        @pick="(row) => go(row, at?.column && shown.includes(at.column) ? at.column : 'title')"
        @move="move"
      />
      <ReleaseFacts
        :columns="facts"
        :row="rows[0]!"
        :findings="release.findings"
        :at="at"
        :editing="editing"
        @pick="(key) => go(0, key)"
        @edit="(key) => (go(0, key), begin())"
        @save="save"
        @leave="((editing = null), board?.focus())"
      />
      <div class="tools">
        <button
          v-for="each in SETS"
          :key="each"
          type="button"
          class="set narrow"
          :class="{ here: set === each }"
          :aria-pressed="set === each"
          @click="set = each"
        >
          {{ each[0]!.toUpperCase() + each.slice(1) }}
        </button>
        <span class="push" />
        <template v-if="!release.readOnly">
          <button class="tool" type="button" @click="release.addTrack()">Add a track</button>
          <button class="tool" type="button" :disabled="!at?.row" @click="remove">Remove track</button>
          <button
            class="tool"
            type="button"
            :disabled="!view.stack.undo"
            :title="view.stack.undo"
            @click="release.undo()"
          >
            Undo
          </button>
          <button
            class="tool"
            type="button"
            :disabled="!view.stack.redo"
            :title="view.stack.redo"
            @click="release.redo()"
          >
            Redo
          </button>
        </template>
      </div>
      <SheetGrid
        :rows="rows"
        :columns="view.columns"
        :shown="shown"
        :findings="release.findings"
        :at="at"
        :editing="editing"
        @pick="go"
        @edit="(row, key) => (go(row, key), begin())"
        @save="save"
        @leave="((editing = null), board?.focus())"
      />
      <p v-if="rows.length === 1" class="quiet empty">No track yet. Add one, or drop finished masters on this page.</p>
      <IncomingFiles />
    </div>
    <DetailLine
      v-if="at"
      :track="at.row"
      :name="name"
      :column="column"
      :cell="cell"
      :findings="found"
      :more="more"
      :read-only="release.readOnly"
      @fix="release.fix"
      @allocate="cell && release.allocate(cell)"
    />
    <datalist v-for="list in options" :id="`options-${list.key}`" :key="list.key">
      <option v-for="word in list.words" :key="word" :value="word" />
    </datalist>
  </div>
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
  padding: 12px 16px;
}
.tools {
  display: flex;
  gap: 14px;
  align-items: baseline;
  margin-bottom: 4px;
}
.set,
.tool {
  border: 0;
  background: none;
  padding: 2px 0;
  color: var(--quiet);
}
.set.here {
  color: var(--madder);
  font-weight: 600;
  border-bottom: 2px solid var(--madder);
}
.tool {
  color: var(--ink);
  font-size: 14px;
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
  margin: 16px 0;
}
</style>
