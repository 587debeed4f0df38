<script setup lang="ts">
import { BButton, BForm, BFormInput, BModal } from 'bootstrap-vue-next'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { call } from '../api/client'
import type { ReleaseView } from '../api/types'

const open = defineModel<boolean>({ required: true })
const router = useRouter()
const KINDS = ['single', 'EP', 'album', 'compilation']
const kind = ref('single')
const title = ref('')
const problem = ref('')
const busy = ref(false)

async function begin() {
  busy.value = true
  problem.value = ''
  try {
    const made = await call<ReleaseView>('POST', '/api/releases', { kind: kind.value, title: title.value })
    title.value = ''
    await router.push(`/releases/${made.head.id}/sheet`)
    open.value = false
  } catch (failure) {
    problem.value = (failure as Error).message
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <BModal v-model="open" title="New release" no-footer>
    <BForm @submit.prevent="begin">
      <fieldset>
        <legend>Kind</legend>
        <label v-for="each in KINDS" :key="each"
          ><input v-model="kind" type="radio" name="kind" :value="each" /> {{ each }}</label
        >
      </fieldset>
      <label class="title" for="new-title">Title, when there is one</label>
      <BFormInput id="new-title" v-model="title" autocomplete="off" />
      <p class="quiet">
        Label, P- and C-line, territories, catalogue number and barcode come from the label’s defaults and blocks; a
        single gets its one track with an ISRC. All of it can be changed.
      </p>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <div class="end"><BButton type="submit" variant="primary" :disabled="busy">Begin</BButton></div>
    </BForm>
  </BModal>
</template>

<style scoped>
fieldset {
  display: flex;
  gap: 18px;
}
legend,
.title {
  font-size: 15px;
  font-weight: 500;
  margin: 0 0 4px;
}
.title {
  display: block;
  margin-top: 14px;
}
p {
  margin: 12px 0 0;
}
.problem {
  color: var(--stop);
}
.end {
  text-align: right;
  margin-top: 16px;
}
</style>
