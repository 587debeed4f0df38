<script setup lang="ts">
/** Two names become one: every fact that changes is seen before it does. */
import { BButton, BModal } from 'bootstrap-vue-next'
import { ref } from 'vue'
import type { MergeLine } from '../api/types'

const props = defineProps<{ from: string; into: string; lines: MergeLine[] }>()
const emit = defineEmits<{ merge: []; close: [] }>()
const open = ref(true)
</script>

<template>
  <BModal
    v-model="open"
    :title="`Merge “${props.from}” into “${props.into}”`"
    size="lg"
    no-footer
    @hidden="emit('close')"
  >
    <p>{{ props.lines.length }} facts change. One undo on this page reverts everything.</p>
    <table class="narrow">
      <tbody>
        <tr v-for="(line, i) in props.lines" :key="i">
          <td class="quiet">{{ line.fact }}</td>
          <td>{{ line.before ?? '' }}</td>
          <td>
            <b>{{ line.after ?? '' }}</b>
          </td>
        </tr>
      </tbody>
    </table>
    <div class="dialog-end">
      <button class="act" type="button" @click="open = false">Cancel</button>
      <BButton variant="primary" @click="emit('merge')">Merge</BButton>
    </div>
  </BModal>
</template>

<style scoped>
table {
  width: 100%;
  font-size: var(--type-row);
}
td {
  padding: var(--space-1) var(--space-4) var(--space-1) 0;
  border-bottom: 1px solid var(--line);
  vertical-align: top;
}
</style>
