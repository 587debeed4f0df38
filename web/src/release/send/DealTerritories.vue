<script setup lang="ts">
/** Countries of a deal: all in which the rights are held, or some of those. Nothing else can be chosen. */
import { computed } from 'vue'
import type { DestinationSend } from '../../api/types'

const props = defineProps<{ rights: DestinationSend['rights'] }>()
/** Codes with blanks between them; empty for all that is held. */
const chosen = defineModel<string>({ required: true })
const codes = computed(() => chosen.value.split(' ').filter(Boolean))
const left = computed(() => props.rights.countries.filter((each) => !codes.value.includes(each.code)))
const name = (code: string) => props.rights.countries.find((each) => each.code === code)?.name ?? code

function add(event: Event) {
  const list = event.target as HTMLSelectElement
  if (list.value) chosen.value = [...codes.value, list.value].sort().join(' ')
  list.value = ''
}
function remove(code: string) {
  chosen.value = codes.value.filter((each) => each !== code).join(' ')
}
</script>

<template>
  <div class="territories">
    <label
      >Territories
      <select class="form-select form-select-sm" :disabled="!props.rights.countries.length" @change="add">
        <option value="">
          {{
            codes.length
              ? 'Add a country…'
              : props.rights.territories
                ? `All: ${props.rights.territories}`
                : 'The release names none'
          }}
        </option>
        <option v-for="each in left" :key="each.code" :value="each.code">{{ each.name }}</option>
      </select>
    </label>
    <button
      v-for="code in codes"
      :key="code"
      type="button"
      class="country"
      :aria-label="`Remove ${name(code)}`"
      @click="remove(code)"
    >
      {{ name(code) }} ×
    </button>
  </div>
</template>

<style scoped>
.territories {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-4);
  align-items: flex-end;
  flex-basis: 100%;
}
label {
  font-size: var(--type-note);
}
select {
  width: 288px;
}
.country {
  height: 31px;
  padding: 0 var(--space-4);
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--card);
  color: var(--ink);
}
</style>
