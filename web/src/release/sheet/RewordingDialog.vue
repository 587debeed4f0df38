<script setup lang="ts">
/** Many texts at once: every before and after is seen, and chosen, before anything is written. */
import { BButton, BModal } from 'bootstrap-vue-next'
import { computed, onUnmounted, ref, watch } from 'vue'
import { api, got } from '../../api/client'
import type { Edit, ProposedEdit } from '../../api/types'
import { soon } from '../../kit/soon'
import { toggled } from '../../kit/toggled'
import { useReleaseStore } from '../store'

const emit = defineEmits<{ close: [] }>()
const release = useReleaseStore()
const open = ref(true)
const MOVES = [
  { key: 'REPLACE', says: 'Find and replace' },
  { key: 'TITLE_CASE', says: 'Fix capitalisation of titles' },
  { key: 'FEATURES_TO_CREDITS', says: 'Move “(feat. …)” out of titles' },
] as const
const move = ref<(typeof MOVES)[number]['key']>('REPLACE')
const find = ref('')
const put = ref('')
const matchCase = ref(false)
const wholeWords = ref(false)
const proposed = ref<ProposedEdit[]>([])
const left = ref<Set<string>>(new Set())
const problem = ref('')
const keyOf = (each: ProposedEdit) => `${each.field} ${each.target}`
const taken = computed(() => proposed.value.filter((each) => !left.value.has(keyOf(each))))

async function look() {
  if (move.value === 'REPLACE' && !find.value) {
    proposed.value = []
    return
  }
  try {
    proposed.value = await got(
      api.POST('/api/releases/{id}/rewording', {
        params: { path: { id: release.view!.head.id } },
        body: {
          move: move.value,
          find: find.value,
          with: put.value,
          matchCase: matchCase.value,
          wholeWords: wholeWords.value,
          columns: [],
        },
      }),
    )
    problem.value = ''
  } catch (failure) {
    problem.value = (failure as Error).message
  }
}
const looking = soon(look, 200)
watch([move, find, put, matchCase, wholeWords], () => ((left.value = new Set()), looking.ask()))
onUnmounted(looking.cancel)
async function apply() {
  const says = MOVES.find((each) => each.key === move.value)!.says
  const edits = taken.value.map(({ entity, target, field, before, after }) => ({
    entity,
    target,
    field,
    before,
    after,
  })) as Edit[]
  if (await release.writeAll(edits, `${says}, ${edits.length} changed`, 'reworded')) open.value = false
  else
    problem.value = release.problem ?? 'Someone changed one of these in the meantime. Nothing was saved; check again.'
}
</script>

<template>
  <BModal v-model="open" title="Change titles" size="lg" no-footer @hidden="emit('close')">
    <div class="moves" role="radiogroup" aria-label="What to do">
      <label v-for="each in MOVES" :key="each.key">
        <input v-model="move" type="radio" name="move" :value="each.key" /> {{ each.says }}
      </label>
    </div>
    <div v-if="move === 'REPLACE'" class="find">
      <input v-model="find" class="form-control form-control-sm" aria-label="Find" placeholder="Find" autofocus />
      <input v-model="put" class="form-control form-control-sm" aria-label="Replace with" placeholder="Replace with" />
      <label><input v-model="matchCase" type="checkbox" /> match case</label>
      <label><input v-model="wholeWords" type="checkbox" /> whole words</label>
    </div>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-if="!proposed.length" class="quiet none">
      {{ move === 'REPLACE' && !find ? 'Enter what to find; every change is previewed.' : 'Nothing to change.' }}
    </p>
    <table v-else class="narrow">
      <thead>
        <tr>
          <th scope="col"><span class="hidden-text">Apply</span></th>
          <th scope="col">Where</th>
          <th scope="col">Before</th>
          <th scope="col">After</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="each in proposed" :key="keyOf(each)">
          <td>
            <input
              type="checkbox"
              :aria-label="`Take ${each.where}`"
              :checked="!left.has(keyOf(each))"
              @change="left = toggled(left, keyOf(each))"
            />
          </td>
          <td class="quiet">{{ each.where }}</td>
          <td>{{ each.before ?? '' }}</td>
          <td>
            <b>{{ each.after ?? '' }}</b>
          </td>
        </tr>
      </tbody>
    </table>
    <div class="dialog-end">
      <button class="act" type="button" @click="open = false">Cancel</button>
      <BButton variant="primary" :disabled="!taken.length" @click="apply">Change {{ taken.length }}</BButton>
    </div>
  </BModal>
</template>

<style scoped>
.moves,
.find {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3) var(--space-6);
  align-items: center;
  margin-bottom: var(--space-4);
}
.find .form-control {
  width: 220px;
}
table {
  width: 100%;
  font-size: var(--type-row);
}
th {
  font-weight: 500;
  color: var(--quiet);
  border-bottom: 1px solid var(--ink);
}
td {
  padding: var(--space-1) var(--space-3) var(--space-1) 0;
  border-bottom: 1px solid var(--line);
  vertical-align: top;
  white-space: pre-wrap;
}
.none {
  min-height: 60px;
}
.problem {
  color: var(--stop);
}
</style>
