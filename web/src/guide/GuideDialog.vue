<script setup lang="ts">
/** The guide, opened at the page of the view one is in; the keys stand beside it. */
import { BModal } from 'bootstrap-vue-next'
import { ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import KeyCard from '../frame/KeyCard.vue'
import { guideOf } from '../screens'
import { CONTENTS, page } from './pages'

const open = defineModel<boolean>({ required: true })
const route = useRoute()
const KEYS = 'keys'
const shown = ref('')
const before = ref<string[]>([])
const html = ref('')
const place = ref<HTMLElement>()

async function show(name: string, back = false) {
  if (!back && shown.value) before.value.push(shown.value)
  shown.value = name
  html.value = name === KEYS ? '' : await page(name)
  place.value?.scrollTo?.({ top: 0 })
}
watch(
  open,
  (now) => {
    if (!now) return
    before.value = []
    shown.value = ''
    void show(`guide/${guideOf(String(route.name ?? ''))}`)
  },
  // it is made when it is first opened
  { immediate: true },
)
function follow(event: Event) {
  const link = (event.target as HTMLElement).closest<HTMLElement>('[data-page]')
  if (!link) return
  event.preventDefault()
  void show(link.dataset.page!)
}
</script>

<template>
  <BModal v-model="open" title="Guide" size="lg" no-footer scrollable>
    <nav class="bar" aria-label="Guide">
      <button class="act" type="button" :disabled="!before.length" @click="show(before.pop()!, true)">Back</button>
      <button class="act" type="button" @click="show(CONTENTS)">Contents</button>
      <button class="act" type="button" @click="show(KEYS)">Keys</button>
    </nav>
    <div ref="place" class="page">
      <KeyCard v-if="shown === KEYS" />
      <!-- our own pages, built with the application; the renderer lets no HTML of theirs through -->
      <!-- eslint-disable-next-line vue/no-v-html, vuejs-accessibility/click-events-have-key-events, vuejs-accessibility/no-static-element-interactions -->
      <article v-else @click="follow" v-html="html"></article>
    </div>
  </BModal>
</template>

<style scoped>
.bar {
  display: flex;
  gap: var(--space-6);
  padding-bottom: var(--space-3);
  border-bottom: 1px solid var(--line);
}
.page {
  padding-top: var(--space-4);
}
.page :deep(p),
.page :deep(ul),
.page :deep(ol) {
  max-width: 72ch;
}
.page :deep(p:has(img)) {
  max-width: none;
}
.page :deep(h1) {
  font-size: var(--type-title);
}
.page :deep(h2) {
  margin-top: var(--space-6);
}
.page :deep(img) {
  width: 100%;
  margin-bottom: var(--space-4);
  border: 1px solid var(--line);
}
.page :deep(table) {
  width: 100%;
  margin-bottom: var(--space-5);
}
.page :deep(th),
.page :deep(td) {
  padding: var(--space-2) var(--space-5) var(--space-2) 0;
  border-bottom: 1px solid var(--line);
  vertical-align: top;
}
.page :deep(tr > td:first-child) {
  color: var(--quiet);
}
</style>
