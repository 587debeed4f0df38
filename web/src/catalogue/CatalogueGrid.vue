<script setup lang="ts">
/** The rows in sight of a table of any length, with a cursor, chosen rows, and typing in place. */
import { computed, nextTick, onMounted, onUnmounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { CatalogueColumn, CatalogueRow, Weight } from '../api/types'
import Mark from '../kit/Mark.vue'
import TypeAhead from '../kit/TypeAhead.vue'
import { useGrid } from '../kit/grid/useGrid'
import { type Spot } from '../kit/grid/span'
import { completion } from '../release/sheet/cells'
import ColumnEdge from './ColumnEdge.vue'
import { bounded, ordersOf, sorted } from './filter'
import { idOf, keyOf, PAGE, targetOf, type Catalogue } from './useCatalogue'

const HEIGHT = 28
/** Rows drawn above and below those in sight. */
const MARGIN = 12

const props = defineProps<{ catalogue: Catalogue; readOnly: boolean }>()
const chosen = defineModel<Set<number>>('chosen', { required: true })
const at = defineModel<Spot | null>('at', { required: true })
const emit = defineEmits<{ play: [row: CatalogueRow]; many: [column: CatalogueColumn, typed: string] }>()
const router = useRouter()
const board = ref<HTMLElement>()
const top = ref(0)
const tall = ref(600)

const total = computed(() => props.catalogue.head.value?.total ?? 0)
const columns = computed(() =>
  props.catalogue.keys.value.map((key) => props.catalogue.columns.value.find((column) => column.key === key)!),
)
const first = computed(() => Math.max(0, Math.floor(top.value / HEIGHT) - MARGIN))
const last = computed(() => Math.min(total.value - 1, Math.ceil((top.value + tall.value) / HEIGHT) + MARGIN))
const rows = computed(() => {
  const inSight: { index: number; row: CatalogueRow | undefined }[] = []
  for (let index = first.value; index <= last.value; index++) inSight.push({ index, row: props.catalogue.row(index) })
  return inSight
})
watch(
  [first, last],
  () => props.catalogue.see(Math.floor(first.value / PAGE), Math.floor(Math.max(0, last.value) / PAGE)),
  { flush: 'post' },
)
// another table begins at its top
watch([props.catalogue.find, props.catalogue.sort, props.catalogue.subject], () => {
  if (board.value) board.value.scrollTop = 0
  at.value = null
})
const sized = new ResizeObserver(() => (tall.value = board.value?.clientHeight ?? 600))
onMounted(() => sized.observe(board.value!))
onUnmounted(() => sized.disconnect())

const column = (key: string) => props.catalogue.columns.value.find((each) => each.key === key)!
const cell = (spot: Spot | null) => (spot ? props.catalogue.row(spot.row)?.cells[spot.column] : undefined)
const own = (spot: Spot) => {
  const held = cell(spot)
  return held && !held.carried ? held.value : null
}

/** What was typed into a row that is on its way. */
let early = ''

const grid = useGrid(board, at, {
  columns: () => props.catalogue.keys.value,
  next: (from, down, right) => {
    const keys = props.catalogue.keys.value
    const to = keys.indexOf(from.column) + right
    return {
      row: Math.max(0, Math.min(total.value - 1, from.row + down)),
      column: keys[Math.max(0, Math.min(keys.length - 1, to))]!,
    }
  },
  first: () => (total.value ? { row: 0, column: props.catalogue.keys.value[0]! } : null),
  opened: () => {
    const of = at.value && column(at.value.column)
    const row = at.value && props.catalogue.row(at.value.row)
    if (!of?.entity || !row) return null
    const before = own(at.value!)
    return { place: { row, before }, text: before ?? '' }
  },
  write: (text, into, { row, before }) => {
    const of = column(at.value!.column)
    if (!of.entity) return
    if (into === 'all') return emit('many', of, text)
    if ((before ?? '') === text) return
    void props.catalogue.write(of.field!, text || null, [{ target: targetOf(row, of.entity), before }])
  },
  empty: () => {
    const spot = at.value!
    const of = column(spot.column)
    const row = props.catalogue.row(spot.row)
    const before = own(spot)
    if (row && of.entity && before !== null)
      void props.catalogue.write(of.field!, null, [{ target: targetOf(row, of.entity), before }])
  },
  fill: () => at.value && emit('many', column(at.value.column), own(at.value) ?? ''),
  readOnly: () => props.readOnly,
  entering: (to) => reveal(to.row),
  own: (event) => {
    if (event.ctrlKey && event.key.toLowerCase() === 'z' && !props.readOnly) {
      void (event.shiftKey ? props.catalogue.redo() : props.catalogue.undo())
      return true
    }
    if (!at.value) return false
    const row = props.catalogue.row(at.value.row)
    if (!row && !props.readOnly && isTyped(event)) {
      early += event.key
      return true
    }
    if (event.key === ' ' && event.shiftKey && row) toggle(at.value.row, false)
    else if (event.key === ' ' && row) emit('play', row)
    else if (event.key === 'Enter' && event.altKey && row) open(row)
    else if (event.key === 'PageDown') jump(Math.floor(tall.value / HEIGHT) - 1)
    else if (event.key === 'PageUp') jump(1 - Math.floor(tall.value / HEIGHT))
    else if (event.key === 'Home' && event.ctrlKey) jump(-total.value)
    else if (event.key === 'End' && event.ctrlKey) jump(total.value)
    else return false
    return true
  },
})
const { active, editing, cellProps, tableProps, keys, save, leave } = grid
const isTyped = (event: KeyboardEvent) =>
  event.key.length === 1 && (early || event.key !== ' ') && !event.ctrlKey && !event.altKey && !event.metaKey
watch(editing, (now) => props.catalogue.hold(now !== null), { flush: 'sync' })
watch(at, (now, before) => {
  if (now?.row !== before?.row || now?.column !== before?.column) early = ''
})

/** Where a row stands among those that are here. */
function indexOf(row: CatalogueRow): number | undefined {
  const subject = props.catalogue.subject.value
  for (const [page, rows] of props.catalogue.pages.value) {
    const found = rows.findIndex((each) => keyOf(each, subject) === keyOf(row, subject))
    if (found >= 0) return page * PAGE + found
  }
  return undefined
}
// the cursor stays with its row, wherever it goes when rows come and go around it
watch(
  props.catalogue.pages,
  (_, before) => {
    if (!at.value) return
    const was = before.get(Math.floor(at.value.row / PAGE))?.[at.value.row % PAGE]
    const index = was && indexOf(was)
    if (index !== undefined && index !== at.value.row) at.value = { ...at.value, row: index }
    if (early && props.catalogue.row(at.value.row)) {
      grid.begin(early)
      early = ''
    }
  },
  { flush: 'sync' },
)
const jump = (by: number) =>
  at.value && grid.go(Math.max(0, Math.min(total.value - 1, at.value.row + by)), at.value.column)

/** Scrolls so that a row is drawn: one that is not has no place in the page to go to. */
function reveal(index: number) {
  const element = board.value
  if (!element) return
  const inner = element.clientHeight - HEIGHT
  if (index * HEIGHT < element.scrollTop) element.scrollTop = index * HEIGHT
  else if ((index + 1) * HEIGHT > element.scrollTop + inner) element.scrollTop = (index + 1) * HEIGHT - inner
  top.value = element.scrollTop
}

const typing = ref<InstanceType<typeof TypeAhead>[]>([])
watch(editing, async (now, before) => {
  if (now === null || before !== null) return
  await nextTick()
  typing.value[0]?.focus()
  if (now === own(at.value!)) typing.value[0]?.select()
})

function open(row: CatalogueRow) {
  const key = at.value?.column ?? 'title'
  const track = props.catalogue.subject.value === 'releases' ? 0 : row.track
  void router.push({ name: 'sheet', params: { id: row.release }, query: { at: `${track}.${key}` } })
}

/** The row at which choosing began, for choosing all up to another. */
const anchor = ref<number | null>(null)
function toggle(index: number, upTo: boolean) {
  const next = new Set(chosen.value)
  const from = upTo && anchor.value !== null ? anchor.value : index
  const row = props.catalogue.row(index)
  if (!row) return
  const take = !next.has(idOf(row, props.catalogue.subject.value))
  for (let i = Math.min(from, index); i <= Math.max(from, index); i++) {
    const each = props.catalogue.row(i)
    if (!each) continue
    const id = idOf(each, props.catalogue.subject.value)
    if (take) next.add(id)
    else next.delete(id)
  }
  anchor.value = index
  chosen.value = next
}
const isChosen = (row: CatalogueRow | undefined) => !!row && chosen.value.has(idOf(row, props.catalogue.subject.value))
const orders = computed(() => ordersOf(props.catalogue.sort.value))
const direction = (key: string) => {
  const order = orders.value.find((each) => each.key === key)
  if (!order) return undefined
  return order.down ? 'descending' : 'ascending'
}
const width = (of: CatalogueColumn) => {
  if (of.key === 'title' || of.key === 'workTitle') return 'minmax(160px, 3fr)'
  if (of.scale === 'time') return '64px'
  if (of.key === 'year' || of.scale === 'number') return '64px'
  if (of.scale === 'date') return '92px'
  if (of.key === 'isrc' || of.key === 'barcode' || of.key === 'iswc') return '132px'
  if (of.key === 'catalogueNumber') return '104px'
  if (of.key === 'kind') return '108px'
  if (of.key === 'finding') return '72px'
  return 'minmax(96px, 2fr)'
}
/** A width while it is being dragged. */
const dragged = ref<{ key: string; width: number } | null>(null)
const widthNow = (of: CatalogueColumn) => {
  const set = dragged.value?.key === of.key ? dragged.value.width : props.catalogue.widths.value[of.key]
  return set === undefined ? width(of) : `${set}px`
}
const template = computed(() => `28px ${columns.value.map(widthNow).join(' ')}`)
const STEP = 16
/** By keys, from the width that it has. */
const stepped = (key: string, event: KeyboardEvent, by: number) =>
  widened(key, bounded((event.currentTarget as HTMLElement).parentElement!.getBoundingClientRect().width + by))
function widened(key: string, to: number | null) {
  dragged.value = null
  void props.catalogue.widen(key, to)
}
const WEIGHTS: Record<string, Weight> = { stop: 'stop', risk: 'risk', note: 'note' }
const find = (of: CatalogueColumn) => completion(of.type ? { type: of.type } : undefined, of.words)
</script>

<template>
  <div
    ref="board"
    class="board"
    tabindex="0"
    :aria-label="`Catalogue, ${total} ${catalogue.subject.value}`"
    :aria-activedescendant="active"
    v-bind="tableProps(total)"
    @scroll.passive="top = board!.scrollTop"
    @keydown="keys"
  >
    <div role="rowgroup" class="head">
      <div class="line caption" role="row" :style="{ gridTemplateColumns: template }">
        <span role="columnheader"><span class="hidden-text">Selected</span></span>
        <span
          v-for="each in columns"
          :key="each.key"
          role="columnheader"
          :class="each.scale"
          :aria-sort="direction(each.key) ?? 'none'"
        >
          <button
            type="button"
            :title="`${each.help ?? each.name} Click to sort; Shift-click to sort by further columns. Alt and arrow keys change the width.`"
            @keydown.alt.left.prevent.stop="(event) => stepped(each.key, event, -STEP)"
            @keydown.alt.right.prevent.stop="(event) => stepped(each.key, event, STEP)"
            @click="catalogue.go({ sort: sorted(catalogue.sort.value, each.key, $event.shiftKey) })"
          >
            {{ each.name
            }}<svg v-if="direction(each.key)" viewBox="0 0 8 8" width="8" height="8" aria-hidden="true">
              <path :d="direction(each.key) === 'ascending' ? 'M0 6h8L4 1z' : 'M0 2h8L4 7z'" fill="currentColor" />
            </svg>
          </button>
          <ColumnEdge @drag="(to) => (dragged = { key: each.key, width: to })" @drop="(to) => widened(each.key, to)" />
        </span>
      </div>
    </div>
    <div class="all" role="rowgroup" :style="{ height: `${total * HEIGHT}px` }">
      <div
        v-for="{ index, row } in rows"
        :key="index"
        class="line"
        role="row"
        :aria-rowindex="index + 2"
        :class="{ taken: isChosen(row) }"
        :style="{ gridTemplateColumns: template, transform: `translateY(${index * HEIGHT}px)` }"
      >
        <span class="tick" role="gridcell">
          <input
            v-if="row"
            type="checkbox"
            :checked="isChosen(row)"
            :aria-label="`Select ${row.cells.title?.value ?? row.cells.workTitle?.value ?? 'row ' + (index + 1)}`"
            @click="toggle(index, $event.shiftKey)"
          />
        </span>
        <span
          v-for="each in columns"
          :key="each.key"
          v-bind="cellProps(index, each.key)"
          class="cell"
          :class="each.scale"
        >
          <TypeAhead
            v-if="editing !== null && at?.row === index && at.column === each.key"
            ref="typing"
            v-model="editing"
            class="edit"
            :label="each.name"
            :find="find(each).find"
            :many="find(each).many"
            @enter="(event: KeyboardEvent) => save(event.ctrlKey ? 'all' : 'enter')"
            @tab="(event: KeyboardEvent) => (event.preventDefault(), save(event.shiftKey ? 'back' : 'tab'))"
            @leave="leave"
            @blur="save('blur')"
          />
          <template v-else-if="row?.cells[each.key]">
            <template v-if="each.key === 'finding'">
              <Mark :weight="WEIGHTS[row.cells.finding!.value]!" />&nbsp;{{ row.cells.finding!.value }}
            </template>
            <span v-else class="text" :class="{ quiet: row.cells[each.key]!.carried || each.key === 'release' }">{{
              row.cells[each.key]!.shown ?? row.cells[each.key]!.value
            }}</span>
          </template>
        </span>
      </div>
    </div>
  </div>
</template>

<style scoped>
.board {
  position: relative;
  flex: 1;
  min-height: 0;
  overflow: auto;
  font-size: var(--type-row);
}
.board:focus-visible {
  outline-offset: -2px;
}
/* the cursor shows where one is */
.board[aria-activedescendant] {
  outline: none;
}
.line {
  display: grid;
  align-items: stretch;
  height: 28px;
  border-bottom: 1px solid var(--line);
}
.all {
  position: relative;
}
.all .line {
  position: absolute;
  top: 0;
  left: 0;
  right: 0;
}
.head {
  position: sticky;
  top: 0;
  z-index: 10;
}
.caption {
  background: var(--paper);
  border-bottom-color: var(--ink);
}
.caption > span {
  position: relative;
  min-width: 0;
}
.caption button {
  width: 100%;
  height: 27px;
  padding: 0 var(--space-4);
  border: 0;
  background: none;
  color: var(--quiet);
  font-size: var(--type-note);
  text-align: left;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.caption button:hover {
  color: var(--madder);
}
.caption .time button,
.cell.time {
  text-align: right;
}
.caption svg {
  margin-left: var(--space-2);
}
.taken {
  background: var(--madder-wash);
}
.tick {
  display: grid;
  place-items: center;
}
.cell {
  display: flex;
  align-items: center;
  min-width: 0;
  padding: 0 var(--space-4);
  white-space: nowrap;
  font-family: 'Barlow Semi Condensed', sans-serif;
}
.cell.time,
.cell.number {
  font-variant-numeric: tabular-nums;
}
.cell.time .text {
  margin-left: auto;
}
.cell.chosen {
  background: var(--madder-wash);
}
.cell.here {
  outline: 2px solid var(--madder);
  outline-offset: -2px;
}
.text {
  overflow: hidden;
  text-overflow: ellipsis;
}
.edit {
  margin: 0 calc(-1 * var(--space-4));
  font-family: Barlow, sans-serif;
}
.edit :deep(input) {
  height: 27px;
  border: 0;
}
</style>
