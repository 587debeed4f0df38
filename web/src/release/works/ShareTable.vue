<script setup lang="ts">
/** People with shares, a line each, and one bar that must close at 100.00. Written as one fact, in one move. */
import { ref, watch } from 'vue'
import type { PersonShare, RoleChoice, ShareLine } from '../../api/types'
import TypeAhead from '../../kit/TypeAhead.vue'
import { findPeople } from '../../people/find'

const props = defineProps<{
  lines: ShareLine[]
  roles: RoleChoice[]
  /** Writers name their publisher; publishers do not. */
  via: boolean
  readOnly: boolean
  label: string
  /** names the fact: half-typed lines are kept under it, over a reload too */
  fact: string
}>()
const emit = defineEmits<{ write: [people: PersonShare[]] }>()
interface Draft {
  name: string
  role: string
  performing: string
  mechanical: string
  publisher: string
  note: string
}
const rows = ref<Draft[]>([])
/** Lines that are not finished, by the name of the fact. */
const half = (row: Draft) => !row.name.trim() && !!(row.performing || row.mechanical || row.publisher.trim())
const place = () => `entrada.half.${props.fact}`
function remember() {
  const open = rows.value.filter(half)
  if (open.length) sessionStorage.setItem(place(), JSON.stringify(open))
  else sessionStorage.removeItem(place())
}
const remembered = () => JSON.parse(sessionStorage.getItem(place()) ?? '[]') as Draft[]
const line = (row: Draft) => JSON.stringify(row)
/** Lines as they came or were last written, to see which of them are being typed in. */
let came: string[] = []
const fresh = (): Draft => ({
  name: '',
  role: props.roles[0]!.code,
  performing: '',
  mechanical: '',
  publisher: '',
  note: '',
})
watch(
  () => props.lines,
  (lines) => {
    const now = lines.map((each) => ({
      name: each.name,
      role: each.role,
      performing: each.performing ?? '',
      mechanical: each.mechanical ?? '',
      publisher: each.publisher ?? '',
      note: each.note,
    }))
    // what is half typed stays as it is, whatever comes from the server meanwhile
    const open = rows.value.length ? rows.value.filter(half) : remembered()
    const typed = new Map(
      rows.value.filter((row, i) => i < came.length && line(row) !== came[i]).map((row) => [row.name, row]),
    )
    came = now.map(line)
    rows.value = [...now.map((row) => typed.get(row.name) ?? row), ...open]
    if (!props.readOnly) rows.value.push(fresh())
    remember()
  },
  { immediate: true },
)
/** Everybody who is named, each part as it was typed: the core reads it, checks it and gives it back in order. */
const people = (): PersonShare[] =>
  rows.value
    .filter((row) => row.name.trim())
    .map((row) => ({
      name: row.name,
      role: row.role,
      performing: row.performing,
      mechanical: row.mechanical,
      publisher: props.via ? row.publisher : null,
    }))
function write() {
  if (props.readOnly) return
  remember()
  came = rows.value.slice(0, came.length).map(line)
  emit('write', people())
}
function remove(row: Draft) {
  row.name = ''
  write()
}
</script>

<template>
  <table class="narrow" :aria-label="props.label">
    <colgroup>
      <col />
      <col style="width: 184px" />
      <col style="width: 86px" />
      <col style="width: 86px" />
      <col style="width: 24%" />
      <col style="width: 110px" />
    </colgroup>
    <thead>
      <tr>
        <th scope="col">{{ props.label }}</th>
        <th scope="col">Role</th>
        <th scope="col" class="share">Performing</th>
        <th scope="col" class="share">Mechanical</th>
        <th scope="col">{{ props.via ? 'Publisher' : '' }}</th>
        <th scope="col"></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(row, i) in rows" :key="i">
        <td>
          <TypeAhead
            v-if="!props.readOnly"
            v-model="row.name"
            :label="`${props.label}, line ${i + 1}`"
            :find="findPeople"
            placeholder="Name…"
            @enter="write"
            @blur="row.name !== (props.lines[i]?.name ?? '') && write()"
          />
          <template v-else>{{ row.name }}</template>
        </td>
        <td>
          <select v-model="row.role" :disabled="props.readOnly" :aria-label="`Role of ${row.name}`" @change="write">
            <option v-for="role in props.roles" :key="role.code" :value="role.code">
              {{ role.code }} {{ role.says }}
            </option>
          </select>
        </td>
        <td v-for="right in ['performing', 'mechanical'] as const" :key="right" class="share">
          <input
            v-model="row[right]"
            inputmode="decimal"
            :disabled="props.readOnly"
            :aria-label="`Share of the ${right} right of ${row.name}`"
            @change="write"
          />
        </td>
        <td>
          <TypeAhead
            v-if="props.via && !props.readOnly"
            v-model="row.publisher"
            :label="`Publisher of ${row.name}`"
            :find="findPeople"
            placeholder="none"
            @enter="write"
            @blur="row.publisher !== (props.lines[i]?.publisher ?? '') && write()"
          />
          <template v-else-if="props.via">{{ row.publisher }}</template>
        </td>
        <td class="quiet note">
          {{ row.note }}
          <button
            v-if="row.name && !props.readOnly"
            class="act"
            type="button"
            :aria-label="`Remove ${row.name}`"
            @click="remove(row)"
          >
            Remove
          </button>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table {
  width: 100%;
  table-layout: fixed;
  font-size: var(--type-row);
}
th {
  font-weight: 500;
  font-size: var(--type-note);
  color: var(--quiet);
  border-bottom: 1px solid var(--line);
}
td {
  padding: var(--space-1) var(--space-4) var(--space-1) 0;
}
.share {
  width: 86px;
}
.share input {
  width: 78px;
  text-align: right;
}
input,
select {
  height: 26px;
  padding: 0 var(--space-2);
  font: inherit;
}
select {
  width: 176px;
}
.note {
  font-size: var(--type-note);
  line-height: 1.15;
}
.note .act {
  font-weight: 500;
}
</style>
