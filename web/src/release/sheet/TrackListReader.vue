<script setup lang="ts">
/** A pasted track list beside the release: what it says otherwise is seen, column by column, before anything is taken. */
import { BButton } from 'bootstrap-vue-next'
import { computed, onMounted, onUnmounted, ref, watch } from 'vue'
import { api, got } from '../../api/client'
import type { PlanLine, TrackListView } from '../../api/types'
import Mark from '../../kit/Mark.vue'
import { soon } from '../../kit/soon'
import { toggled } from '../../kit/toggled'
import { useReleaseStore } from '../store'

const emit = defineEmits<{ close: [] }>()
const release = useReleaseStore()
const text = ref('')
const source = ref('')
const list = ref<TrackListView | null>(null)
const problem = ref('')
const off = ref<Set<string>>(new Set())
const left = ref<Set<number>>(new Set())
const area = ref<HTMLTextAreaElement>()
const params = computed(() => ({ path: { id: release.view!.head.id } }))

async function read() {
  if (!text.value.trim()) {
    list.value = null
    return
  }
  try {
    list.value = await got(
      api.POST('/api/releases/{id}/tracklist', { params: params.value, body: { text: text.value } }),
    )
    problem.value = ''
  } catch (failure) {
    problem.value = (failure as Error).message
  }
}
const reading = soon(read, 250)
watch(text, () => ((left.value = new Set()), reading.ask()))
onMounted(() => area.value?.focus())
onUnmounted(reading.cancel)

const columns = computed(() => (list.value?.columns ?? []).filter((column) => !off.value.has(column.key)))
const rows = computed(() => (list.value?.rows ?? []).filter((row) => !left.value.has(row.line)))
const differs = (row: PlanLine, key: string) => !!row.cells[key]?.differs
const changes = computed(
  () => rows.value.flatMap((row) => columns.value.filter((column) => differs(row, column.key))).length,
)
const fresh = computed(() => rows.value.filter((row) => row.track == null).length)
async function take() {
  try {
    const view = await got(
      api.POST('/api/releases/{id}/tracklist/take', {
        params: params.value,
        body: {
          text: text.value,
          columns: columns.value.map((column) => column.key),
          lines: rows.value.map((row) => row.line),
          source: source.value,
        },
      }),
    )
    await release.saved(view)
    emit('close')
  } catch (failure) {
    problem.value = (failure as Error).message
  }
}
</script>

<template>
  <section class="reader" aria-label="Read a track list" @keydown.esc="emit('close')">
    <div class="left">
      <label for="pasted">Track list</label>
      <textarea
        id="pasted"
        ref="area"
        v-model="text"
        class="mono"
        spellcheck="false"
        placeholder="Paste a track list from an email, a table, a cue sheet or a disc’s table of contents."
      />
      <label for="source">Source, for the history</label>
      <input
        id="source"
        v-model="source"
        class="form-control form-control-sm"
        placeholder="email from M. Tollgate, 20 Nov"
      />
    </div>
    <div class="right">
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <p v-if="!list" class="quiet">
        Nothing pasted yet. Numbers, sides, times and dashes in any style are understood; titles, artists and times are
        shown beside the current ones.
      </p>
      <template v-else>
        <p class="form">
          Read as {{ list.form }}: {{ list.rows.length }} {{ list.rows.length === 1 ? 'track' : 'tracks' }}
        </p>
        <fieldset>
          <legend>Apply</legend>
          <label v-for="column in list.columns" :key="column.key">
            <input type="checkbox" :checked="!off.has(column.key)" @change="off = toggled(off, column.key)" />
            {{ column.name }} <span class="quiet">{{ column.differs || 'same' }}</span>
          </label>
        </fieldset>
        <div class="table">
          <table class="narrow">
            <thead>
              <tr>
                <th scope="col"><span class="hidden-text">Apply the row</span></th>
                <th scope="col">№</th>
                <th v-for="column in list.columns" :key="column.key" scope="col" :class="{ off: off.has(column.key) }">
                  {{ column.name }}
                </th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in list.rows" :key="row.line" :class="{ off: left.has(row.line) }" :data-line="row.line">
                <td>
                  <input
                    type="checkbox"
                    :aria-label="`Apply line ${row.line}`"
                    :checked="!left.has(row.line)"
                    @change="left = toggled(left, row.line)"
                  />
                </td>
                <td class="number">
                  {{ row.track ?? 'new' }}
                  <span v-if="row.doubtful" class="doubt"><Mark weight="risk" /> other title</span>
                </td>
                <td
                  v-for="column in list.columns"
                  :key="column.key"
                  :class="{ off: off.has(column.key), differs: differs(row, column.key) }"
                >
                  <template v-if="row.cells[column.key]?.after != null">
                    <span class="after">{{ row.cells[column.key]!.after }}</span>
                    <s v-if="differs(row, column.key) && row.cells[column.key]!.before">{{
                      row.cells[column.key]!.before
                    }}</s>
                  </template>
                  <span v-else class="quiet">{{ row.cells[column.key]?.before ?? '' }}</span>
                  <span v-if="column.key === 'TIME' && row.fileTime" class="quiet file">file {{ row.fileTime }}</span>
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <div v-if="list.notUnderstood.length" class="strange">
          <p v-for="line in list.notUnderstood" :key="line.line">
            <Mark weight="note" /> Line {{ line.line }}, “{{ line.text }}”: {{ line.why }}.
          </p>
        </div>
      </template>
      <div class="end">
        <span class="quiet">{{ fresh ? `${fresh} new, ` : '' }}{{ changes }} cells change</span>
        <button class="act" type="button" @click="emit('close')">Cancel</button>
        <BButton variant="primary" size="sm" :disabled="!changes && !fresh" @click="take">Apply</BButton>
      </div>
    </div>
  </section>
</template>

<style scoped>
.reader {
  flex: 1;
  display: grid;
  grid-template-columns: minmax(220px, 34%) 1fr;
  min-height: 0;
}
.left,
.right {
  display: flex;
  flex-direction: column;
  gap: var(--space-3);
  min-height: 0;
  padding: var(--space-5) var(--space-6);
}
.left {
  border-right: 1px solid var(--line);
}
label {
  font-size: var(--type-note);
  color: var(--quiet);
}
textarea {
  flex: 1;
  padding: var(--space-4);
  font-size: var(--type-note);
  resize: none;
}
.form {
  margin: 0;
}
fieldset {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-1) var(--space-5);
  align-items: baseline;
}
legend {
  float: left;
  width: auto;
  margin: 0;
  padding-right: var(--space-4);
  font-size: var(--type-row);
}
fieldset label {
  color: var(--ink);
}
.table {
  flex: 1;
  overflow: auto;
}
table {
  width: 100%;
  font-size: var(--type-row);
}
th {
  position: sticky;
  top: 0;
  background: var(--card);
  font-weight: 500;
  color: var(--quiet);
  border-bottom: 1px solid var(--ink);
}
td {
  padding: var(--space-1) var(--space-4) var(--space-1) 0;
  border-bottom: 1px solid var(--line);
  vertical-align: top;
}
.number {
  white-space: nowrap;
}
.doubt {
  display: block;
  font-size: var(--type-small);
  color: var(--risk);
}
.differs .after {
  font-weight: 600;
  background: var(--madder-wash);
}
s,
.file {
  display: block;
  font-size: var(--type-small);
  color: var(--quiet);
}
.off {
  opacity: 0.45;
}
.strange p {
  margin: 0;
  font-size: var(--type-note);
}
.problem {
  color: var(--stop);
}
.end {
  display: flex;
  gap: var(--space-6);
  justify-content: flex-end;
  align-items: baseline;
  margin-top: auto;
  padding-top: var(--space-4);
}
</style>
