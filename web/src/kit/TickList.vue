<script setup lang="ts">
import type { Readiness } from '../api/types'
/** A list at the left of a panel: one entry is looked at, any number are ticked for a move in common. */
import Mark from './Mark.vue'

export interface Entry {
  id: string
  name: string
  /** In a few words, how it stands. */
  note?: string
  weight?: Readiness
  /** Whether it can be ticked at all, and now. */
  ticks?: 'yes' | 'not now' | 'never'
}
const props = defineProps<{ label: string; entries: Entry[]; chosen: string; ticked: Set<string> }>()
const emit = defineEmits<{ choose: [id: string]; tick: [id: string] }>()
</script>

<template>
  <nav :aria-label="props.label">
    <ul>
      <li v-for="entry in props.entries" :key="entry.id" :class="{ here: entry.id === props.chosen }">
        <span v-if="entry.ticks === 'never'" class="never" />
        <input
          v-else
          type="checkbox"
          :checked="props.ticked.has(entry.id)"
          :disabled="entry.ticks === 'not now'"
          :aria-label="`Tick ${entry.name}`"
          @change="emit('tick', entry.id)"
        />
        <button type="button" :aria-pressed="entry.id === props.chosen" @click="emit('choose', entry.id)">
          <span>{{ entry.name }}</span>
          <span v-if="entry.note" class="quiet note"
            ><Mark v-if="entry.weight" :weight="entry.weight" /> {{ entry.note }}</span
          >
        </button>
      </li>
    </ul>
  </nav>
</template>

<style scoped>
nav {
  flex: 0 0 208px;
  border-top: 1px solid var(--ink);
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  align-items: center;
  gap: var(--space-4);
  padding-left: var(--space-2);
  border-bottom: 1px solid var(--line);
}
.here {
  background: var(--madder-wash);
}
button {
  flex: 1;
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  gap: 0 var(--space-3);
  min-height: 30px;
  padding: var(--space-1) var(--space-3) var(--space-1) 0;
  border: 0;
  background: none;
  color: var(--ink);
  text-align: left;
  font-weight: 500;
}
.here button {
  color: var(--madder);
}
.note {
  font-size: var(--type-note);
  font-weight: 400;
  white-space: nowrap;
}
.never {
  width: 13px;
}
</style>
