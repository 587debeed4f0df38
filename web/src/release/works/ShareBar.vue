<script setup lang="ts">
/** Shares of one right as one bar; what is left, or too much, stands beside it as a number. */
import type { ShareLine } from '../../api/types'
import Mark from '../../kit/Mark.vue'

const props = defineProps<{
  right: 'performing' | 'mechanical'
  writers: ShareLine[]
  publishers: ShareLine[]
  total: string
  left: string
  closes: boolean
  /** Without words, but for what is left or too much: the place says what it is. */
  compact?: boolean
}>()
const parts = () =>
  [
    ...props.writers.map((line) => ({ line, of: 'writer' })),
    ...props.publishers.map((line) => ({ line, of: 'publisher' })),
  ]
    .map(({ line, of }) => ({ name: line.name, of, share: Number(line[props.right] ?? 0) }))
    .filter((part) => part.share > 0)
</script>

<template>
  <div class="bar-line" :class="{ compact: props.compact }">
    <span v-if="!props.compact" class="name">{{ props.right }}</span>
    <span class="bar" role="img" :aria-label="`${props.right} right: ${props.total} of 100.00`">
      <i
        v-for="part in parts()"
        :key="part.of + part.name"
        :class="part.of"
        :style="{ flexBasis: `${part.share}%` }"
        :title="`${part.name} ${part.share.toFixed(2)}`"
      />
    </span>
    <span v-if="!props.compact" class="mono total">{{ props.total }}</span>
    <span v-if="!props.compact || !props.closes" class="left" :class="{ closes: props.closes }">
      <Mark :weight="props.closes ? 'ready' : 'risk'" />
      {{ props.closes ? 'closes' : Number(props.left) < 0 ? `${props.left.slice(1)} too much` : `${props.left} left` }}
    </span>
  </div>
</template>

<style scoped>
.bar-line {
  display: flex;
  gap: var(--space-4);
  align-items: center;
  font-size: var(--type-note);
}
.compact {
  flex-wrap: wrap;
  margin-top: var(--space-1);
  row-gap: 0;
}
.compact .bar {
  height: 8px;
  min-width: 110px;
}
.name {
  width: 76px;
  color: var(--quiet);
}
.bar {
  flex: 1;
  display: flex;
  height: 14px;
  border: 1px solid var(--line);
  background: repeating-linear-gradient(45deg, transparent 0 4px, var(--block) 4px 6px);
  overflow: hidden;
}
.bar i {
  flex: none;
  min-width: 0;
  border-right: 1px solid var(--card);
  background: var(--madder);
}
.bar i.publisher {
  background: var(--note);
}
.total {
  width: 56px;
  text-align: right;
}
.left {
  width: 112px;
  color: var(--risk);
}
.left.closes {
  color: var(--ready);
}
</style>
