<script setup lang="ts">
/** Every value before and after; only then is anything changed, all of it in one undo. */
import { BButton, BModal } from 'bootstrap-vue-next'
import { ref } from 'vue'
import { api, got } from '../../api/client'
import type { FixPlan } from '../../api/types'
import LoadingLine from '../../kit/LoadingLine.vue'
import { useLoad } from '../../kit/useLoad'
import { useReleaseStore } from '../store'

const props = defineProps<{ findings: string[] }>()
const emit = defineEmits<{ close: [] }>()
const release = useReleaseStore()
const busy = ref(false)
const order = { params: { path: { id: release.view!.head.id } }, body: { findings: props.findings } }

const {
  value: plan,
  problem,
  failed,
  load,
  attempt,
} = useLoad<FixPlan>(() => got(api.POST('/api/releases/{id}/readiness/plan', order)))
async function apply() {
  busy.value = true
  const done = await attempt(async () =>
    release.saved(await got(api.POST('/api/releases/{id}/readiness/fixes', order))),
  )
  busy.value = false
  if (done) emit('close')
}
</script>

<template>
  <BModal :model-value="true" size="lg" title="What the safe fixes change" no-footer @hidden="emit('close')">
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <LoadingLine v-if="!plan" what="the changes" doing="Working out the changes" :failed="failed" @again="load" />
    <template v-if="plan">
      <p v-if="!plan.lines.length" class="quiet">There are no safe fixes left.</p>
      <div v-else class="scroll">
        <table>
          <thead>
            <tr>
              <th scope="col">Where</th>
              <th scope="col">Fact</th>
              <th scope="col">Before</th>
              <th scope="col">After</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(line, i) in plan.lines" :key="i">
              <td>{{ line.where }}</td>
              <td>{{ line.field }}</td>
              <td class="before">{{ line.before ?? 'empty' }}</td>
              <td>
                <b v-if="line.after">{{ line.after }}</b><i v-else>{{
                  line.before ? 'empty' : 'the next free code'
                }}</i>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <div class="dialog-end">
        <span class="quiet aside"
          >Resolves {{ plan.ended.length }} of {{ props.findings.length }}. One undo reverts everything.</span
        >
        <button class="act" type="button" @click="emit('close')">Cancel</button>
        <BButton variant="primary" :disabled="busy || !plan.lines.length" @click="apply">
          Change {{ plan.lines.length === 1 ? '1 fact' : `${plan.lines.length} facts` }}
        </BButton>
      </div>
    </template>
  </BModal>
</template>

<style scoped>
.scroll {
  max-height: 420px;
  overflow: auto;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: var(--type-row);
}
th {
  text-align: left;
  font-weight: 600;
  border-bottom: 1px solid var(--ink);
}
td {
  padding: var(--space-2) var(--space-5) var(--space-2) 0;
  border-bottom: 1px solid var(--line);
  vertical-align: baseline;
  overflow-wrap: anywhere;
}
.before {
  color: var(--quiet);
}
.problem {
  color: var(--stop);
}
</style>
