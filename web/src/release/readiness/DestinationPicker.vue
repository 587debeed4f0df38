<script setup lang="ts">
/** Where the release is to go: a fact of its own, undone like any other. */
import { computed, ref } from 'vue'
import type { BoardDestination } from '../../api/types'
import { toggled } from '../../kit/toggled'
import { useReleaseStore } from '../store'

const props = defineProps<{ destinations: BoardDestination[]; meant: string | null }>()
const release = useReleaseStore()
const open = ref(false)
const chosen = computed(() => new Set(props.destinations.filter((each) => each.meant).map((each) => each.id)))

function turn(id: string) {
  const after = toggled(chosen.value, id)
  void release.writeAll(
    [
      {
        entity: 'release',
        target: release.view!.head.id,
        field: 'release.destinations',
        before: props.meant,
        after: [...after].join('; '),
      },
    ],
    'Destinations',
  )
}
</script>

<template>
  <div class="picker">
    <button class="act" type="button" :aria-expanded="open" @click="open = !open">
      Goes to {{ chosen.size }} of {{ props.destinations.length }}
    </button>
    <fieldset v-if="open" @keydown.escape="open = false">
      <legend class="hidden-text">Destinations of this release</legend>
      <label v-for="each in props.destinations" :key="each.id">
        <input
          type="checkbox"
          :checked="chosen.has(each.id)"
          :disabled="release.readOnly || (chosen.size === 1 && chosen.has(each.id))"
          @change="turn(each.id)"
        />
        <span
          >{{ each.name }} <span class="quiet">{{ each.kind }}</span></span
        >
      </label>
    </fieldset>
  </div>
</template>

<style scoped>
.picker {
  position: relative;
}
fieldset {
  position: absolute;
  z-index: 3;
  top: 26px;
  left: 0;
  width: 300px;
  padding: var(--space-4) var(--space-5);
  background: var(--card);
  border: 1px solid var(--ink);
}
label {
  display: flex;
  gap: var(--space-4);
  align-items: baseline;
  padding: var(--space-1) 0;
}
</style>
