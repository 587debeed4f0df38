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
    <legend class="hidden-text">Columns of your own set</legend>
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
  gap: 2px 12px;
  margin: 2px 0 8px;
  padding: 8px;
  border: 1px solid var(--line);
  font-size: 14px;
}
label {
  display: flex;
  gap: 6px;
  align-items: center;
}
.act {
  text-align: left;
}
</style>
