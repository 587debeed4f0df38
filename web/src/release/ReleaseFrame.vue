<script setup lang="ts">
import { onMounted, onUnmounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { dropped } from '../intake/dropped'
import { useUploads } from '../intake/uploads'
import ErrorNote from '../kit/ErrorNote.vue'
import { PANELS } from '../screens'
import ConflictNote from './ConflictNote.vue'
import FindingList from './FindingList.vue'
import ReleaseHead from './ReleaseHead.vue'
import { ofPanelFirst } from './findingGroups'
import { useJump } from './jump'
import { useReleaseStore } from './store'

const route = useRoute()
const router = useRouter()
const release = useReleaseStore()
const uploads = useUploads()
const jump = useJump()
const over = ref(false)

watch(
  () => Number(route.params.id),
  (id) => id && release.open(id),
  { immediate: true },
)

function keys(event: KeyboardEvent) {
  const target = event.target as HTMLElement
  const typing = /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)
  const panel = event.altKey && PANELS[Number(event.key) - 1]
  if (panel) {
    event.preventDefault()
    void router.push({ name: panel.key, params: route.params })
  } else if (event.ctrlKey && event.key.toLowerCase() === 'z' && !typing) {
    event.preventDefault()
    void (event.shiftKey ? release.redo() : release.undo())
  } else if (event.key.toLowerCase() === 'j' && !typing && !event.ctrlKey && !event.altKey && !event.metaKey) {
    step(event.shiftKey ? -1 : 1)
  }
}

/** To the next or previous finding after the place of the cursor, in the order of the list. */
function step(by: number) {
  const { here: first, elsewhere } = ofPanelFirst(release.findingGroups, String(route.name))
  const list = [...first, ...elsewhere].flatMap((group) => group.findings)
  if (!list.length) return
  const at = release.at
  const here = list.findIndex((finding) => at && finding.track === at.row && finding.column === at.column)
  const next = here < 0 ? (by > 0 ? 0 : list.length - 1) : (here + by + list.length) % list.length
  const finding = list[next]!
  release.at = { row: finding.track, column: finding.column }
  jump(finding)
}

function drop(event: DragEvent) {
  over.value = false
  // with Alt a file is only looked at: the frame does that
  if (release.readOnly || event.altKey) return
  event.stopPropagation()
  const row = (event.target as HTMLElement).closest<HTMLElement>('[data-track-id]')
  const track = Number(row?.dataset.trackId ?? 0)
  void dropped(event.dataTransfer).then((found) => uploads.add(found, release.view!.head.id, track))
}
onMounted(() => addEventListener('keydown', keys))
onUnmounted(() => removeEventListener('keydown', keys))
</script>

<template>
  <div v-if="release.missing" class="screen">
    <h1>There is no such release</h1>
    <p><RouterLink to="/releases">All releases</RouterLink></p>
  </div>
  <p v-else-if="!release.view" class="opening quiet" role="status">
    {{ release.problem ?? 'Opening the release…' }}
  </p>
  <div
    v-else
    class="release"
    :class="{ over }"
    @dragover.prevent="over = !!$event.dataTransfer?.types.includes('Files')"
    @dragleave.self="over = false"
    @drop.prevent="drop"
  >
    <ReleaseHead />
    <nav class="tabs" aria-label="Panels of the release">
      <RouterLink v-for="panel in PANELS" :key="panel.key" :to="{ name: panel.key, params: route.params }">
        {{ panel.name }}
      </RouterLink>
    </nav>
    <div class="body">
      <section class="panel">
        <ErrorNote :says="release.problem" @close="release.problem = null" />
        <ConflictNote />
        <RouterView />
      </section>
      <FindingList v-if="route.name !== 'readiness'" />
    </div>
  </div>
</template>

<style scoped>
.opening {
  padding: var(--space-7);
}
.release {
  display: flex;
  flex-direction: column;
  height: 100%;
}
.release.over {
  outline: 2px dashed var(--madder);
  outline-offset: -4px;
}
.tabs {
  display: flex;
  gap: var(--space-1);
  padding: 0 var(--space-6);
  border-bottom: 1px solid var(--line);
}
.tabs a {
  padding: var(--space-3) var(--space-5);
  border: 1px solid transparent;
  border-bottom: 0;
  margin-bottom: -1px;
  color: var(--ink);
  font-weight: 500;
  text-decoration: none;
}
.tabs a:hover {
  color: var(--madder);
}
.tabs a.router-link-active {
  border-color: var(--line);
  background: var(--card);
  color: var(--madder);
}
.body {
  flex: 1;
  display: flex;
  min-height: 0;
}
.panel {
  flex: 1;
  min-width: 0;
  overflow: auto;
  background: var(--card);
  display: flex;
  flex-direction: column;
}
@media (width <= 900px) {
  .release {
    height: auto;
  }
  .tabs {
    overflow-x: auto;
  }
  .tabs a {
    padding: var(--space-3);
  }
  /* the head scrolls away, and what is worked on gets the screen */
  .body {
    flex: none;
    height: max(360px, 80vh);
  }
}
</style>
