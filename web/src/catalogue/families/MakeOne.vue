<script setup lang="ts">
/** Values of a column that somebody chose to make one: which is right is chosen, what changes is seen. */
import { BModal } from 'bootstrap-vue-next'
import { computed, onMounted, ref } from 'vue'
import { api, got } from '../../api/client'
import type { Stack } from '../../api/types'
import ChangedPlaces from './ChangedPlaces.vue'

const props = defineProps<{ kind: string; values: { value: string; count: number }[] }>()
const emit = defineEmits<{ done: [stack: Stack]; close: [] }>()
const open = ref(true)
const most = [...props.values].sort((one, other) => other.count - one.count)[0]!
const right = ref(most.value)
/** By value: how the server knows it. People are known by their numbers. */
const ids = ref<Record<string, string> | null>(null)
const problem = ref('')
const going = computed(() =>
  props.values.filter((each) => each.value !== right.value).map((each) => ids.value![each.value]!),
)

onMounted(async () => {
  const known: Record<string, string> = {}
  try {
    for (const { value } of props.values) known[value] = props.kind === 'people' ? await person(value) : value
    ids.value = known
  } catch (failure) {
    problem.value = (failure as Error).message
  }
})
async function person(name: string) {
  const found = await got(api.GET('/api/people/find', { params: { query: { typed: name } } }))
  const exact = found.find((each) => each.name === name)
  if (!exact) throw new Error(`“${name}” is not in People. Open the release and choose the name there.`)
  return String(exact.id)
}
function done(stack: Stack) {
  open.value = false
  emit('done', stack)
}
</script>

<template>
  <BModal v-model="open" title="Merge spellings" size="lg" no-footer @hidden="emit('close')">
    <fieldset>
      <legend>Correct spelling</legend>
      <label v-for="each in values" :key="each.value">
        <input v-model="right" type="radio" name="right" :value="each.value" /> {{ each.value }}
        <span class="quiet">{{ each.count.toLocaleString('en') }}</span>
      </label>
    </fieldset>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <ChangedPlaces
      v-if="ids"
      :key="right"
      :kind="kind"
      :ids="going"
      :right="ids[right]!"
      @done="done"
      @cancel="open = false"
    />
  </BModal>
</template>

<style scoped>
fieldset {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3) var(--space-6);
}
legend {
  font-size: var(--type-text);
  font-weight: 600;
}
.problem {
  color: var(--stop);
}
</style>
