<script setup lang="ts">
/** To which of its stores and shops a distributor passes the release on: a fact of the release, undone like any other. */
import { computed, ref } from 'vue'
import type { DestinationSend } from '../../api/types'
import { toggled } from '../../kit/toggled'
import { useReleaseStore } from '../store'

const props = defineProps<{ id: string; name: string; outlets: NonNullable<DestinationSend['outlets']> }>()
const release = useReleaseStore()
const open = ref(false)
const all = computed(() => props.outlets.names)
const chosen = computed(
  () => new Set(props.outlets.chosen ? all.value.filter((name) => props.outlets.chosen!.includes(name)) : all.value),
)
/** Chosen once, and not served any more. */
const gone = computed(() => (props.outlets.chosen ?? []).filter((name) => !all.value.includes(name)))
const says = computed(() => {
  if (!chosen.value.size) return 'none of those chosen'
  return chosen.value.size === all.value.length
    ? `all ${all.value.length} outlets`
    : `${chosen.value.size} of ${all.value.length} outlets`
})

function write(names: string[]) {
  const own = names.length === all.value.length ? '' : `${props.id}: ${names.join(', ')}`
  void release.writeAll(
    [
      {
        entity: 'release',
        target: release.view!.head.id,
        field: 'release.outlets',
        before: props.outlets.fact,
        after: [props.outlets.others, own].filter(Boolean).join('; ') || null,
      },
    ],
    'Outlets',
  )
}
function turn(name: string) {
  const after = toggled(chosen.value, name)
  write(all.value.filter((each) => after.has(each)))
}
</script>

<template>
  <div class="outlets">
    <p>
      Goes on to {{ says
      }}<template v-if="chosen.size && chosen.size < all.length">: {{ [...chosen].join(', ') }}</template
      >.
      <button class="act" type="button" :aria-expanded="open" @click="open = !open">
        {{ release.readOnly ? 'Show' : 'Choose' }}
      </button>
    </p>
    <p v-if="gone.length" class="problem">{{ props.name }} does not serve {{ gone.join(', ') }} any more.</p>
    <fieldset v-if="open" :disabled="release.readOnly">
      <legend class="hidden-text">Outlets of {{ props.name }}</legend>
      <button v-if="chosen.size < all.length" class="act" type="button" @click="write(all)">All of them</button>
      <label v-for="name in all" :key="name">
        <input
          type="checkbox"
          :checked="chosen.has(name)"
          :disabled="chosen.size === 1 && chosen.has(name)"
          @change="turn(name)"
        />
        {{ name }}
      </label>
    </fieldset>
  </div>
</template>

<style scoped>
.outlets {
  margin-top: var(--space-4);
}
p {
  margin: 0;
}
.problem {
  color: var(--stop);
}
fieldset {
  max-height: 240px;
  margin-top: var(--space-3);
  padding: var(--space-4) var(--space-5);
  overflow: auto;
  columns: 200px;
  border: 1px solid var(--line);
}
label {
  display: flex;
  gap: var(--space-3);
  align-items: baseline;
  padding: var(--space-1) 0;
  break-inside: avoid;
}
</style>
