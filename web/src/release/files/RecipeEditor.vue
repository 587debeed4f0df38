<script setup lang="ts">
/** A recipe as the data it is. The label keeps its own version or a new one; the shipped ones stay to go back to. */
import { BButton, BModal } from 'bootstrap-vue-next'
import { computed, ref } from 'vue'
import { api, got } from '../../api/client'
import { useSession } from '../../api/session'
import type { RecipeText } from '../../api/types'
import { useLoad } from '../../kit/useLoad'

const props = defineProps<{ recipe: string }>()
const emit = defineEmits<{ close: [] }>()
const session = useSession()
const id = ref(props.recipe)
const text = ref('')
const busy = ref(false)
const mayChange = computed(() => session.who?.role === 'manager')
const isNew = computed(() => id.value !== props.recipe)

const { value, problem, attempt } = useLoad(async () => {
  const all = await got(api.GET('/api/recipes'))
  const facts = await got(api.GET('/api/recipes/facts'))
  const kept: RecipeText | null = all.find((each) => each.id === props.recipe) ?? null
  text.value = kept?.text ?? ''
  return { kept, facts }
})
const kept = computed(() => value.value?.kept ?? null)
const facts = computed(() => value.value?.facts ?? [])
async function send(method: 'PUT' | 'DELETE') {
  busy.value = true
  const params = { path: { id: id.value } }
  const done = await attempt(() =>
    got<unknown>(
      method === 'PUT'
        ? api.PUT('/api/recipes/{id}', { params, body: { text: text.value } })
        : api.DELETE('/api/recipes/{id}', { params }),
    ),
  )
  busy.value = false
  if (done) emit('close')
}
</script>

<template>
  <BModal :model-value="true" size="lg" :title="`Recipe: ${kept?.name ?? ''}`" no-footer @hidden="emit('close')">
    <p class="quiet">
      Which facts go into the files. Copies are out of date as soon as the recipe changes. Facts that can be left out:
      {{ facts.join(', ') }}.
    </p>
    <label class="id"
      >Save as
      <input v-model="id" class="form-control form-control-sm" :disabled="!mayChange" pattern="[a-z0-9-]{1,40}" />
      <span class="quiet">{{ isNew ? 'a new recipe' : 'this recipe' }}</span>
    </label>
    <label class="text"
      ><span class="hidden-text">The recipe</span>
      <textarea v-model="text" class="form-control mono" rows="16" spellcheck="false" :readonly="!mayChange" />
    </label>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <div class="dialog-end">
      <button
        v-if="mayChange && kept?.own"
        class="act aside"
        type="button"
        :disabled="busy || isNew"
        @click="send('DELETE')"
      >
        {{ kept.shipped ? 'Restore the original recipe' : 'Remove this recipe' }}
      </button>
      <button class="act" type="button" @click="emit('close')">Cancel</button>
      <BButton v-if="mayChange" variant="primary" :disabled="busy || !text" @click="send('PUT')">Save recipe</BButton>
    </div>
  </BModal>
</template>

<style scoped>
.id {
  display: flex;
  align-items: center;
  gap: var(--space-4);
  margin-bottom: var(--space-4);
}
.id input {
  width: 200px;
}
.text {
  display: block;
}
textarea {
  font-size: var(--type-note);
}
.problem {
  margin: var(--space-4) 0 0;
  color: var(--stop);
}
</style>
