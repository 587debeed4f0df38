<script setup lang="ts">
/** All recordings, releases or works of the label in one table. */
import { computed, ref, watch } from 'vue'
import { useSession } from '../api/session'
import type { CatalogueColumn, CatalogueRow } from '../api/types'
import LoadingLine from '../kit/LoadingLine.vue'
import LookedOver from '../kit/LookedOver.vue'
import type { Spot } from '../kit/grid/span'
import { usePlayer } from '../kit/player'
import CatalogueGrid from './CatalogueGrid.vue'
import CatalogueTabs from './CatalogueTabs.vue'
import ColumnChoice from './ColumnChoice.vue'
import FilterLine from './FilterLine.vue'
import SetField from './SetField.vue'
import TakeToRelease from './TakeToRelease.vue'
import ValueList from './ValueList.vue'
import ViewMenu from './ViewMenu.vue'
import { partsOf } from './filter'
import { useCatalogue } from './useCatalogue'

const session = useSession()
const player = usePlayer()
const catalogue = useCatalogue()
const { subject, find, sort, keys, gone, columns, head, stack, problem, failed } = catalogue
const readOnly = computed(() => session.who?.role === 'reader')
const chosen = ref<Set<number>>(new Set())
const at = ref<Spot | null>(null)
const choosing = ref(false)
const taking = ref(false)
const setting = ref<{ column: string; value: string } | true | null>(null)
watch([find, subject], () => (chosen.value = new Set()))

const here = computed(() => (at.value ? catalogue.row(at.value.row) : undefined))
const column = computed<CatalogueColumn | undefined>(() => {
  const key = at.value?.column ?? keys.value.find((each) => each === 'artists') ?? keys.value[0]
  return columns.value.find((each) => each.key === key)
})
const total = computed(() => head.value?.total ?? 0)
const number = (count: number) => count.toLocaleString('en')
const one = computed(() => subject.value.slice(0, -1))
/** How many of those that are meant may want a code: all that are selected, or all that are found. */
const meant = computed(() => chosen.value.size || total.value)

function add(part: string) {
  const parts = partsOf(find.value)
  if (!parts.includes(part)) void catalogue.go({ find: [...parts, part].join(', ') })
}
function play(row: CatalogueRow) {
  if (!row.master) return
  const [minutes, seconds] = (row.cells.time?.value ?? '0:00').split(':').map(Number)
  player.play({
    sha256: row.master,
    name: row.cells.title?.value ?? row.cells.workTitle?.value ?? 'Untitled',
    seconds: (minutes ?? 0) * 60 + (seconds ?? 0),
    lufs: null,
  })
}
const allocate = () => catalogue.allocate([...chosen.value])
const exported = (format: string) =>
  `/api/catalogue/${subject.value}/export?${new URLSearchParams({ find: find.value, sort: sort.value, columns: keys.value.join(','), format }).toString()}`
</script>

<template>
  <div class="catalogue">
    <section class="main" aria-label="Catalogue">
      <div class="title">
        <CatalogueTabs :here="subject" />
        <ViewMenu :catalogue="catalogue" :read-only="readOnly" />
      </div>
      <div class="filtering">
        <FilterLine
          :find="find"
          :parts="head?.parts ?? []"
          :columns="columns"
          :subject="subject"
          @find="catalogue.go({ find: $event })"
        />
        <button class="btn btn-line btn-sm" type="button" @click="choosing = true">Columns</button>
        <details class="export">
          <summary class="btn btn-line btn-sm">Export</summary>
          <ul>
            <li v-for="format in ['csv', 'tsv', 'json']" :key="format">
              <a :href="exported(format)">{{ format.toUpperCase() }}</a>
            </li>
          </ul>
        </details>
      </div>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <p v-if="gone.length" class="problem" role="status">
        There is no column {{ gone.map((key) => `“${key}”`).join(', ') }} any more; it was left out.
      </p>
      <div class="found">
        <span v-if="head">
          <b>{{ number(total) }}</b>
          <template v-if="total !== head.of"> of {{ number(head.of) }}</template> {{ total === 1 ? one : subject }}
          <span v-if="subject !== 'releases'" class="quiet">on {{ number(head.releases) }} releases</span>
        </span>
        <LoadingLine v-else what="the catalogue" :failed="failed" @again="catalogue.open" />
        <template v-if="!readOnly && total && (find || chosen.size)">
          <span v-if="chosen.size"
            >{{ number(chosen.size) }} selected
            <button class="act" type="button" @click="chosen = new Set()">Clear</button></span
          >
          <button class="act" type="button" @click="setting = true">
            {{ chosen.size ? 'Set a field…' : `Set a field in all ${number(meant)}…` }}
          </button>
          <button v-if="subject === 'recordings'" class="act" type="button" @click="allocate">
            {{ chosen.size ? 'Allocate missing ISRCs' : `Allocate missing ISRCs in all ${number(meant)}` }}
          </button>
          <button v-if="subject === 'recordings' && chosen.size" class="act" type="button" @click="taking = true">
            Add to a release…
          </button>
        </template>
        <span class="undo">
          <button v-if="stack.undo" class="act" type="button" @click="catalogue.undo">Undo {{ stack.undo }}</button>
          <button v-if="stack.redo" class="act" type="button" @click="catalogue.redo">Redo {{ stack.redo }}</button>
        </span>
      </div>
      <LookedOver :count="head?.lookedOver ?? 0" />
      <p v-if="head && !total" class="quiet none">
        {{ find ? 'No rows match this filter. Remove a condition.' : 'Nothing here yet.' }}
      </p>
      <CatalogueGrid
        v-model:chosen="chosen"
        v-model:at="at"
        :catalogue="catalogue"
        :read-only="readOnly"
        @play="play"
        @many="(of, typed) => (setting = { column: of.key, value: typed })"
      />
      <footer v-if="column">
        <template v-if="here">
          <b>{{ column.name }} · {{ here.cells.title?.value ?? here.cells.workTitle?.value ?? 'Untitled' }}</b>
          <span>{{ here.cells[column.key]?.shown ?? here.cells[column.key]?.value ?? 'empty' }}</span>
          <span v-if="here.cells[column.key]?.carried" class="quiet">carried from the release</span>
          <span class="end">
            <button v-if="here.master" class="act" type="button" @click="play(here)">Play <kbd>Space</kbd></button>
            <RouterLink
              :to="{
                name: 'sheet',
                params: { id: here.release },
                query: { at: `${subject === 'releases' ? 0 : here.track}.${column.key}` },
              }"
              >Open release <kbd>Alt Enter</kbd></RouterLink
            >
          </span>
        </template>
        <span v-else class="quiet"
          >Select a cell: Enter edits it, Ctrl D sets its value in many rows, Shift Space selects the row.</span
        >
      </footer>
    </section>
    <ValueList v-if="column" :catalogue="catalogue" :column="column" :read-only="readOnly" @add="add" />
    <ColumnChoice v-if="choosing" :catalogue="catalogue" @close="choosing = false" />
    <TakeToRelease v-if="taking" :recordings="[...chosen]" @close="taking = false" />
    <SetField
      v-if="setting"
      :catalogue="catalogue"
      :rows="[...chosen]"
      :begin="setting === true ? undefined : setting"
      @close="setting = null"
    />
  </div>
</template>

<style scoped>
.catalogue {
  display: flex;
  height: 100%;
  min-height: 0;
}
.main {
  display: flex;
  flex: 1;
  flex-direction: column;
  min-width: 0;
  padding: var(--space-6) 0 0 var(--space-7);
}
.title,
.filtering,
.found {
  display: flex;
  gap: var(--space-5);
  align-items: baseline;
  padding-right: var(--space-6);
}
.filtering {
  align-items: flex-start;
  margin-top: var(--space-4);
}
.export {
  position: relative;
}
.export summary {
  list-style: none;
}
.export ul {
  position: absolute;
  z-index: 20;
  right: 0;
  margin: var(--space-1) 0 0;
  padding: var(--space-3) var(--space-6);
  list-style: none;
  background: var(--card);
  border: 1px solid var(--line);
}
.export a {
  display: block;
  min-height: 24px;
}
.found {
  flex-wrap: wrap;
  min-height: 32px;
  padding-top: var(--space-3);
}
.undo {
  display: flex;
  gap: var(--space-5);
  margin-left: auto;
}
.none {
  margin: var(--space-4) 0;
}
.problem {
  margin: var(--space-3) 0 0;
  color: var(--stop);
}
footer {
  display: flex;
  gap: var(--space-5);
  align-items: center;
  min-height: 44px;
  padding-right: var(--space-6);
  border-top: 1px solid var(--ink);
}
footer .end {
  display: flex;
  gap: var(--space-6);
  margin-left: auto;
}
kbd {
  font-size: var(--type-small);
}
/* the values of a column stand below what is in it */
@media (width <= 900px) {
  .catalogue {
    display: block;
    height: auto;
  }
  .main {
    height: max(360px, 80vh);
  }
  .title,
  .filtering {
    flex-wrap: wrap;
  }
}
</style>
