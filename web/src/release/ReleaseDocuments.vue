<script setup lang="ts">
/** What a release goes out as for people: label copy, document, table; its history; a template made of it. */
import { onMounted, onUnmounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, got } from '../api/client'
import { useReleaseStore } from './store'

const release = useReleaseStore()
const open = ref(false)
const box = ref<HTMLElement>()
const name = ref('')
const says = ref('')
const path = (what: string) => `/api/releases/${release.view!.head.id}/${what}`

async function keep() {
  try {
    await got(
      api.POST('/api/releases/{id}/template', {
        params: { path: { id: release.view!.head.id } },
        body: { name: name.value },
      }),
    )
    says.value = `Saved. New releases can start from “${name.value}”.`
    name.value = ''
  } catch (failure) {
    says.value = (failure as Error).message
  }
}
const router = useRouter()
/** Out of the lists; taken back under Releases. What was sent is never deleted. */
async function putAway(way: 'archive' | 'delete') {
  const params = { path: { id: release.view!.head.id } }
  try {
    await got(
      way === 'archive'
        ? api.POST('/api/releases/{id}/archive', { params })
        : api.DELETE('/api/releases/{id}', { params }),
    )
    await router.push('/releases')
  } catch (failure) {
    says.value = (failure as Error).message
  }
}
const outside = (event: Event) => !box.value?.contains(event.target as Node) && (open.value = false)
onMounted(() => addEventListener('mousedown', outside))
onUnmounted(() => removeEventListener('mousedown', outside))
</script>

<template>
  <span ref="box" class="papers" @keydown.esc.stop="open = false" @keydown.stop>
    <button class="act" type="button" :aria-expanded="open" @click="open = !open">Documents</button>
    <span v-if="open" class="list">
      <a :href="path('label-copy')" download>Label copy <span class="quiet">PDF</span></a>
      <a :href="path('document')" download>Document <span class="quiet">JSON, all facts</span></a>
      <a :href="path('table')" download>Table <span class="quiet">CSV</span></a>
      <a :href="path('table?form=tsv')" download>Table <span class="quiet">with tabs</span></a>
      <RouterLink :to="`/activity?release=${release.view!.head.id}`">History</RouterLink>
      <form v-if="!release.readOnly" @submit.prevent="keep">
        <input v-model="name" placeholder="Save as template…" aria-label="Name of the template" />
        <button class="act" type="submit" :disabled="!name.trim()">Save</button>
      </form>
      <template v-if="!release.readOnly">
        <button class="act" type="button" @click="putAway('archive')">Archive</button>
        <button class="act" type="button" @click="putAway('delete')">Delete draft</button>
      </template>
      <span v-if="says" class="quiet" role="status">{{ says }}</span>
    </span>
  </span>
</template>

<style scoped>
.papers {
  position: relative;
}
.list {
  position: absolute;
  z-index: 30;
  top: 26px;
  right: 0;
  display: grid;
  width: 270px;
  padding: var(--space-3) var(--space-5) var(--space-4);
  border: 1px solid var(--ink);
  background: var(--card);
}
a {
  padding: var(--space-2) 0;
  border-bottom: 1px solid var(--line);
  color: var(--ink);
}
form {
  display: flex;
  gap: var(--space-4);
  padding-top: var(--space-4);
}
input {
  flex: 1;
  min-width: 0;
  height: 26px;
  padding: 0 var(--space-2);
}
.list > .act {
  padding: var(--space-2) 0;
  text-align: left;
}
</style>
