<script setup lang="ts">
/** A caption of the form with its value: what is done with it there, how long it is, what speaks against it. */
import { computed } from 'vue'
import type { SheetEntry } from '../api/types'
import Mark from '../kit/Mark.vue'

const props = defineProps<{ entry: SheetEntry; current: boolean; file?: string }>()
const emit = defineEmits<{ copy: []; untick: [] }>()
const over = computed(() => props.entry.limit > 0 && props.entry.length > props.entry.limit)
const value = computed(() => {
  const { entered, value } = props.entry
  if (entered !== 'TICKED') return value
  return value === 'yes' ? 'Tick it' : value === 'no' ? 'Leave unticked' : value
})
const deed = computed(() =>
  props.entry.entered === 'PASTED' ? 'Copy' : props.entry.entered === 'CHOSEN' ? 'Chosen:' : 'Ticked:',
)
</script>

<template>
  <li :class="{ current: props.current, copied: props.entry.copied }" :data-caption="props.entry.key">
    <button
      v-if="props.entry.copied"
      class="tick"
      type="button"
      :aria-label="`${props.entry.caption} is in the form; untick`"
      @click="emit('untick')"
    >
      ✓
    </button>
    <span v-else class="tick" />
    <button
      class="row"
      type="button"
      :disabled="!props.entry.value"
      :aria-current="props.current || undefined"
      :aria-label="`${deed} ${props.entry.caption}`"
      @click="emit('copy')"
    >
      <span class="caption">
        {{ props.entry.caption }}
        <i v-if="props.entry.entered === 'CHOSEN'">choose</i>
        <i v-if="props.entry.needed && !props.entry.value">needed</i>
      </span>
      <span v-if="props.entry.value && props.entry.entered === 'PASTED'" class="length mono" :class="{ over }"
        >{{ props.entry.length }}<template v-if="props.entry.limit">/{{ props.entry.limit }}</template></span
      >
      <span class="value" :class="{ none: !value }">{{ value || 'nothing' }}</span>
    </button>
    <a v-if="props.file" class="act file" :href="props.file" download>Save</a>
    <p v-if="props.entry.problem" class="says"><Mark weight="stop" /> {{ props.entry.problem }}</p>
    <p v-for="finding in props.entry.findings" :key="finding.says" class="says">
      <Mark :weight="finding.weight" /> {{ finding.says }}
    </p>
    <p v-if="props.entry.copiedBefore" class="says">
      <Mark weight="risk" /> It was copied as “{{ props.entry.copiedBefore }}”; it is another value now.
    </p>
    <p v-else-if="props.entry.changed" class="says quiet">
      {{ props.entry.before ? `Submitted last: ${props.entry.before}` : 'Not part of the last submission' }}
    </p>
    <p v-if="props.entry.note" class="says quiet">{{ props.entry.note }}</p>
  </li>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 24px 1fr;
  padding: var(--space-3) var(--space-6);
  border-left: 3px solid transparent;
  border-bottom: 1px solid var(--line);
  scroll-margin: 80px;
}
li.current {
  border-left-color: var(--madder);
  background: var(--madder-wash);
}
button {
  border: 0;
  padding: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
}
.tick {
  min-width: 24px;
  min-height: 24px;
  color: var(--ready);
}
.row {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 var(--space-4);
  min-width: 0;
}
.caption,
.length {
  color: var(--quiet);
  font-size: var(--type-note);
}
.caption i {
  font-style: normal;
  margin-left: var(--space-2);
}
.value {
  grid-column: 1 / -1;
  white-space: pre-line;
  overflow-wrap: anywhere;
  font-weight: 500;
}
.copied .value {
  font-weight: 400;
  color: var(--quiet);
}
.none {
  color: var(--quiet);
  font-weight: 400;
}
.over {
  color: var(--stop);
}
.file {
  grid-column: 2;
  justify-self: start;
}
.says {
  grid-column: 2;
  margin: 0;
  font-size: var(--type-note);
  overflow-wrap: anywhere;
}
</style>
