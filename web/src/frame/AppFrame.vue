<script setup lang="ts">
import { BDropdown, BDropdownItemButton } from 'bootstrap-vue-next'
import { computed, defineAsyncComponent, onMounted, onUnmounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, got } from '../api/client'
import { useSession } from '../api/session'
import { lookedAt } from '../inspect/lookedAt'
import { dropped } from '../intake/dropped'
import { useUploads } from '../intake/uploads'
import { switchTheme } from '../kit/theme'
import { typing } from '../kit/typing'
import { useReleaseStore } from '../release/store'
import { screensFor } from '../screens'
import JumpBox from './JumpBox.vue'

const session = useSession()
const release = useReleaseStore()
const route = useRoute()
const router = useRouter()
const uploads = useUploads()
const over = ref(false)
const page = ref<HTMLElement>()
const GuideDialog = defineAsyncComponent(() => import('../guide/GuideDialog.vue'))
const guide = ref(false)
/** It is fetched when somebody first asks for it. */
const wanted = ref(false)
watch(guide, (open) => open && (wanted.value = true))

const groups = computed(() =>
  screensFor(session.who?.role).map((group) => group.filter((screen) => screen.for !== 'oneself')),
)
const here = (to: string) => (to === '/' ? route.path === '/' : (route.path + '/').startsWith(to + '/'))

const open = computed(() => session.jobs.filter((job) => job.state !== 'failed'))
const failed = computed(() => session.jobs.filter((job) => job.state === 'failed'))
const share = computed(() => {
  const total = open.value.reduce((sum, job) => sum + job.total, 0)
  return total ? open.value.reduce((sum, job) => sum + job.done, 0) / total : 0
})
/** Work that waits for something a person can mend: a full disk, say. */
const hindered = computed(() => open.value.find((job) => job.problem))
const cancellable = computed(() => open.value.filter((job) => job.kind === 'copies'))

function keys(event: KeyboardEvent) {
  if (event.key === '?' && !typing(event.target)) guide.value = true
}

/** Files may be dropped anywhere: with Alt they are only looked at, else they come into the intake. */
async function drop(event: DragEvent) {
  if (!event.dataTransfer?.types.includes('Files')) return
  const looking = event.altKey
  const found = await dropped(event.dataTransfer)
  if (!found.length) return
  if (looking) {
    lookedAt.value = found[0]!.file
    void router.push('/inspect')
  } else if (session.who?.role !== 'reader') {
    uploads.add(found)
    void router.push('/intake')
  }
}
/** Leaving while files are on their way stops them; what has arrived is kept. */
function leaving(event: BeforeUnloadEvent) {
  if (uploads.open.length) event.preventDefault()
}
onMounted(() => {
  addEventListener('keydown', keys)
  addEventListener('beforeunload', leaving)
})
onUnmounted(() => {
  removeEventListener('keydown', keys)
  removeEventListener('beforeunload', leaving)
})
</script>

<template>
  <div
    class="frame"
    :class="{ over }"
    @dragover.prevent="over = !!$event.dataTransfer?.types.includes('Files')"
    @dragleave.self="over = false"
    @drop.capture="over = false"
    @drop.prevent="drop"
  >
    <header>
      <button class="skip" type="button" @click="page?.focus()">Skip to the page</button>
      <RouterLink class="name" to="/">Entrad<span>a</span></RouterLink>
      <JumpBox />
      <div class="work">
        <RouterLink v-if="uploads.open.length" class="receiving" to="/intake">
          {{ uploads.uploads.length - uploads.open.length }} of {{ uploads.uploads.length }} files uploaded
        </RouterLink>
        <template v-if="open.length">
          <span class="bar" role="progressbar" :aria-valuenow="Math.round(share * 100)" aria-label="Background work">
            <span :style="{ width: `${share * 100}%` }" />
          </span>
          <span v-if="hindered" class="failed" role="alert">{{ hindered.problem }}</span>
          <span v-else>{{ open.length === 1 ? open[0]?.says : `${open.length} tasks` }}</span>
          <button
            v-for="job in cancellable"
            :key="job.id"
            class="act"
            @click="got(api.DELETE('/api/jobs/{id}', { params: { path: { id: job.id } } }))"
          >
            Cancel
          </button>
        </template>
        <span v-else-if="failed.length" class="failed" :title="failed.map((job) => job.problem).join(' ')">
          {{ failed[failed.length - 1]?.says }}: not done
        </span>
      </div>
      <span v-if="!session.online" class="offline" role="status">No connection to the server…</span>
      <span v-else-if="release.savedAt" class="saved quiet" role="status">Saved {{ release.savedAt }}</span>
      <button class="plain" type="button" @click="guide = true"><kbd>?</kbd> Guide</button>
      <BDropdown :text="session.who?.name ?? ''" variant="link" size="sm" toggle-class="account" end>
        <BDropdownItemButton @click="router.push('/account')">Your account</BDropdownItemButton>
        <BDropdownItemButton @click="switchTheme">Light or dark</BDropdownItemButton>
        <BDropdownItemButton @click="session.signOut()">Sign out</BDropdownItemButton>
      </BDropdown>
    </header>
    <nav aria-label="Main">
      <ul v-for="(group, i) in groups" :key="i">
        <li v-for="item in group" :key="item.key">
          <RouterLink
            :to="item.path"
            :class="{ here: here(item.path) }"
            :aria-current="here(item.path) ? 'page' : undefined"
          >
            {{ item.name }}
          </RouterLink>
        </li>
      </ul>
    </nav>
    <main ref="page" tabindex="-1">
      <RouterView />
    </main>
    <GuideDialog v-if="wanted" v-model="guide" />
  </div>
</template>

<style scoped>
.frame.over main {
  outline: 2px dashed var(--madder);
  outline-offset: -4px;
}
.receiving {
  white-space: nowrap;
}
.frame {
  display: grid;
  grid-template: 44px 1fr / 132px 1fr;
  height: 100vh;
}
header {
  grid-column: 1 / -1;
  display: flex;
  align-items: center;
  gap: var(--space-6);
  padding: 0 var(--space-6);
  border-bottom: 1px solid var(--line);
  font-size: var(--type-row);
}
.name {
  width: 131px;
  font:
    600 var(--type-head) Bitter,
    serif;
  color: var(--ink);
  text-decoration: none;
}
.name span {
  color: var(--madder);
}
/* for the keyboard: everything on every page stands before what one came for */
.skip {
  position: absolute;
  top: -40px;
  z-index: 30;
  padding: var(--space-2) var(--space-4);
  border: 1px solid var(--madder);
  background: var(--card);
  color: var(--madder);
}
.skip:focus {
  top: var(--space-2);
}
.work {
  margin-left: auto;
  display: flex;
  align-items: center;
  gap: var(--space-4);
  color: var(--quiet);
  max-width: 380px;
  white-space: nowrap;
  overflow: hidden;
}
.bar {
  width: 64px;
  height: 7px;
  flex: none;
  border: 1px solid var(--quiet);
}
.bar span {
  display: block;
  height: 100%;
  background: var(--quiet);
}
.failed,
.offline {
  color: var(--stop);
}
.plain {
  border: 0;
  background: none;
  color: var(--quiet);
  padding: 0;
  white-space: nowrap;
}
.saved {
  white-space: nowrap;
}
kbd {
  padding: 1px var(--space-2);
}
:deep(.account) {
  color: var(--ink);
  font-weight: 600;
  text-decoration: none;
  padding: var(--space-1) 0;
}
nav {
  border-right: 1px solid var(--line);
  padding-top: var(--space-5);
}
nav ul {
  list-style: none;
  margin: 0;
  padding: 0 0 var(--space-4);
}
nav ul + ul {
  margin: 0;
  padding-top: var(--space-4);
  border-top: 1px solid var(--line);
}
nav a {
  display: block;
  padding: var(--space-3) var(--space-6);
  border-left: 3px solid transparent;
  color: var(--ink);
  font-weight: 500;
  text-decoration: none;
}
nav a:hover {
  background: var(--card);
}
nav a.here {
  border-color: var(--madder);
  background: var(--madder-wash);
  color: var(--madder);
}
main {
  overflow: auto;
  min-width: 0;
}
main:focus {
  outline: 0;
}
/* half a screen, or a whole one at twice the size: where one goes stands above what is there */
@media (width <= 900px) {
  .frame {
    grid-template: 44px auto 1fr / minmax(0, 1fr);
  }
  header {
    gap: var(--space-4);
    padding: 0 var(--space-4);
  }
  .name {
    width: auto;
  }
  nav {
    display: flex;
    overflow-x: auto;
    padding: 0;
    border-right: 0;
    border-bottom: 1px solid var(--line);
  }
  nav ul,
  nav ul + ul {
    display: flex;
    padding: 0;
    border-top: 0;
  }
  nav a {
    padding: var(--space-2) var(--space-4);
    border-left: 0;
    border-bottom: 3px solid transparent;
  }
}
</style>
