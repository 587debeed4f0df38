<script setup lang="ts">
/** Which columns somebody wants to see together; kept in this browser. */
import type { Column } from '../../api/types'

const props = defineProps<{ columns: Column[]; chosen: string[] }>()
const emit = defineEmits<{ choose: [keys: string[]]; close: [] }>()

function turn(key: string) {
  emit('choose', props.chosen.includes(key) ? props.chosen.filter((each) => each !== key) : [...props.chosen, key])
}
</script>

<template>
  <fieldset class="own" @keydown.stop @keydown.esc="emit('close')">
    <legend class="hidden-text">Columns of the custom set</legend>
    <label
      v-for="column in props.columns.filter((each) => each.entity !== 'release' && each.key !== 'title')"
      :key="column.key"
    >
      <input type="checkbox" :checked="props.chosen.includes(column.key)" @change="turn(column.key)" />
      {{ column.name }}
    </label>
    <button class="act" type="button" @click="emit('close')">Done</button>
  </fieldset>
</template>

<style scoped>
.own {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(130px, 1fr));
  gap: var(--space-1) var(--space-5);
  margin: var(--space-1) 0 var(--space-4);
  padding: var(--space-4);
  border: 1px solid var(--line);
  font-size: var(--type-row);
}
label {
  display: flex;
  gap: var(--space-3);
  align-items: center;
}
.act {
  text-align: left;
}
</style>
