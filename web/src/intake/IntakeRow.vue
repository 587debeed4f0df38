<script setup lang="ts">
import { computed } from 'vue'
import type { IntakeItem } from '../api/types'
import { bytes } from '../kit/dates'
import { weightOf } from '../kit/likeness'
import Mark from '../kit/Mark.vue'

const props = defineProps<{ item: IntakeItem; chosen: boolean; readOnly: boolean }>()
defineEmits<{ choose: [wanted: boolean]; putAway: [] }>()

/** The catalogue's recordings first; of files that came in together one is enough. */
const alike = computed(() => {
  const known = props.item.alike.filter((each) => each.recording)
  return known.length ? known.slice(0, 2) : props.item.alike.slice(0, 1)
})
</script>

<template>
  <div class="row" :class="{ off: !chosen }">
    <input
      v-if="!readOnly"
      type="checkbox"
      :checked="chosen"
      :aria-label="`Choose ${item.name}`"
      @change="$emit('choose', ($event.target as HTMLInputElement).checked)"
    />
    <span class="name">
      <b>{{ item.name }}</b>
      <span v-if="item.title" class="quiet">{{ item.title }}</span>
    </span>
    <span class="mono time">{{ item.time }}</span>
    <span class="says">
      <template v-if="item.problem"><Mark weight="stop" /> {{ item.says }}</template>
      <template v-else>{{ item.says }}</template>
      <span v-for="(each, i) in alike" :key="i" class="alike">
        <Mark :weight="each.recording ? weightOf(each.verdict) : 'note'" /> {{ each.says }}
        <span class="quiet">{{ Math.round(each.confidence * 100) }} % sure</span>
      </span>
    </span>
    <span class="quiet size">{{ bytes(item.bytes) }}</span>
    <RouterLink
      v-if="item.kind === 'audio'"
      class="act"
      :to="{ name: 'inspect', query: { file: item.sha256, name: item.name } }"
      >Inspect</RouterLink
    >
    <span v-else />
    <button v-if="!readOnly" class="act" type="button" :aria-label="`Dismiss ${item.name}`" @click="$emit('putAway')">
      Dismiss
    </button>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 16px minmax(200px, 1.1fr) 52px 2fr 72px 56px 66px;
  gap: var(--space-5);
  align-items: baseline;
  padding: var(--space-2) 0;
  border-bottom: 1px solid var(--line);
  font-size: var(--type-row);
}
.off {
  opacity: 0.65;
}
.name {
  min-width: 0;
  display: flex;
  gap: var(--space-4);
  align-items: baseline;
}
.name b,
.name span {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.name b {
  flex: 0 1 auto;
  font-weight: 500;
}
.name span {
  flex: 1 1 60px;
}
.time,
.size {
  text-align: right;
}
.alike {
  display: block;
}
input {
  align-self: center;
}
</style>
