<script setup lang="ts">
/** Which columns are shown, in the order of the list. */
import { BButton, BModal } from 'bootstrap-vue-next'
import { ref } from 'vue'
import { toggled } from '../kit/toggled'
import { USUAL, withKeys } from './filter'
import type { Catalogue } from './useCatalogue'

const props = defineProps<{ catalogue: Catalogue }>()
const emit = defineEmits<{ close: [] }>()
const open = ref(true)
const chosen = ref(new Set(props.catalogue.keys.value))

/** Those that were there keep their places, new ones come behind them. */
function apply() {
  const kept = props.catalogue.keys.value.filter((key) => chosen.value.has(key))
  const more = props.catalogue.columns.value
    .map((column) => column.key)
    .filter((key) => chosen.value.has(key) && !kept.includes(key))
  const columns = withKeys(props.catalogue.shown.value, [...kept, ...more])
  open.value = false
  void props.catalogue.go({ columns: columns === USUAL[props.catalogue.subject.value] ? '' : columns })
}
</script>

<template>
  <BModal v-model="open" title="Columns" no-footer @hidden="emit('close')">
    <ul>
      <li v-for="column in catalogue.columns.value" :key="column.key">
        <label :title="column.help ?? undefined">
          <input type="checkbox" :checked="chosen.has(column.key)" @change="chosen = toggled(chosen, column.key)" />
          {{ column.name }}
        </label>
      </li>
    </ul>
    <div class="dialog-end">
      <button class="act aside" type="button" @click="((open = false), void catalogue.go({ columns: '' }))">
        Default columns
      </button>
      <button class="act" type="button" @click="open = false">Cancel</button>
      <BButton variant="primary" :disabled="!chosen.size" @click="apply">Show {{ chosen.size }}</BButton>
    </div>
  </BModal>
</template>

<style scoped>
ul {
  columns: 3;
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  break-inside: avoid;
}
</style>
