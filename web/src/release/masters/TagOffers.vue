<script setup lang="ts">
/** Facts that the masters' own tags give otherwise than the release. Each is taken singly, with its source. */
import { computed, ref } from 'vue'
import type { TagOffer } from '../../api/types'

const props = defineProps<{ offers: TagOffer[]; readOnly: boolean }>()
const emit = defineEmits<{ take: [offers: { target: number; field: string; value: string }[]] }>()

const chosen = ref<Set<string>>(new Set())
const key = (offer: TagOffer) => `${offer.field}:${offer.target}:${offer.value}`
const taken = computed(() => props.offers.filter((offer) => chosen.value.has(key(offer))))

function choose(offer: TagOffer, wanted: boolean) {
  const next = new Set(chosen.value)
  if (wanted) {
    // one fact takes one value
    for (const other of props.offers)
      if (other.field === offer.field && other.target === offer.target) next.delete(key(other))
    next.add(key(offer))
  } else next.delete(key(offer))
  chosen.value = next
}
function take() {
  emit(
    'take',
    taken.value.map(({ target, field, value }) => ({ target, field, value })),
  )
  chosen.value = new Set()
}
</script>

<template>
  <details class="offers">
    <summary>
      Tags of the masters say {{ offers.length }} {{ offers.length === 1 ? 'thing' : 'things' }} otherwise
    </summary>
    <table>
      <thead>
        <tr>
          <th />
          <th>Track</th>
          <th>Fact</th>
          <th>Here</th>
          <th>In the file</th>
          <th>Source</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="offer in offers" :key="key(offer)">
          <td>
            <input
              type="checkbox"
              :disabled="readOnly"
              :checked="chosen.has(key(offer))"
              :aria-label="`Take ${offer.fieldName} ${offer.value}`"
              @change="choose(offer, ($event.target as HTMLInputElement).checked)"
            />
          </td>
          <td class="mono">{{ offer.track || 'all' }}</td>
          <td>{{ offer.fieldName }}</td>
          <td class="quiet">{{ offer.present ?? 'nothing' }}</td>
          <td>{{ offer.value }}</td>
          <td class="quiet">{{ offer.source }}</td>
        </tr>
      </tbody>
    </table>
    <button
      v-if="!readOnly"
      class="btn btn-outline-primary btn-sm"
      type="button"
      :disabled="!taken.length"
      @click="take"
    >
      Apply {{ taken.length || '' }}
    </button>
  </details>
</template>

<style scoped>
.offers {
  margin: var(--space-5) 0;
  font-size: var(--type-row);
}
table {
  width: 100%;
  margin: var(--space-3) 0;
  border-collapse: collapse;
}
th,
td {
  padding: var(--space-1) var(--space-4) var(--space-1) 0;
  border-bottom: 1px solid var(--line);
  text-align: left;
  overflow-wrap: anywhere;
}
</style>
