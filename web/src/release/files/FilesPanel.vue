<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next'
import { computed, onMounted, onUnmounted, ref, watch } from 'vue'
import { call } from '../../api/client'
import { useSession } from '../../api/session'
import type { FileView, RecipeView } from '../../api/types'
import Mark from '../../kit/Mark.vue'
import { bytes, moment } from '../../kit/dates'
import { useReleaseStore } from '../store'
import CopyLines from './CopyLines.vue'

const release = useReleaseStore()
const session = useSession()
const recipes = ref<RecipeView[] | null>(null)
const problem = ref('')
const chosen = ref('')
const open = ref<number | null>(null)

const recipe = computed(() => recipes.value?.find((each) => each.id === chosen.value) ?? recipes.value?.[0])
const job = computed(() =>
  session.jobs.find(
    (each) => each.kind === 'copies' && each.releaseId === release.view?.head.id && each.state !== 'failed',
  ),
)
const failed = computed(() =>
  [...session.jobs]
    .reverse()
    .find((each) => each.kind === 'copies' && each.releaseId === release.view?.head.id && each.state === 'failed'),
)
const todo = computed(() => recipe.value?.files.filter((file) => file.state !== 'written').length ?? 0)

async function load() {
  try {
    recipes.value = await call<RecipeView[]>('GET', `/api/releases/${release.view!.head.id}/copies`)
    problem.value = ''
  } catch (failure) {
    problem.value = (failure as Error).message
  }
}
async function write() {
  try {
    await call('POST', `/api/releases/${release.view!.head.id}/copies?recipe=${recipe.value!.id}`)
  } catch (failure) {
    problem.value = (failure as Error).message
  }
}
const stop = session.on('release', (data) => data.id === release.view?.head.id && void load())
onMounted(load)
onUnmounted(stop)
watch(() => release.view?.revision, load)
watch(job, (now, before) => before && !now && load())

const WEIGHTS: Record<string, string> = { written: 'ready', stale: 'risk', missing: 'note', measuring: 'note' }
const WORDS: Record<string, string> = {
  written: 'written and proved',
  stale: 'stale: facts changed since',
  missing: 'to be written',
  measuring: 'files are being measured',
  'no master': 'no master yet',
  'damaged master': 'master damaged',
}
const copyOf = (file: FileView) => `/api/releases/${release.view!.head.id}/copies/${recipe.value!.id}/${file.trackId}`
</script>

<template>
  <div class="files">
    <p v-if="problem" role="alert" class="problem">{{ problem }}</p>
    <p v-if="!recipes" class="quiet">Comparing files with facts…</p>
    <template v-else-if="recipe">
      <div class="top">
        <div class="recipes" role="group" aria-label="Recipes">
          <button
            v-for="each in recipes"
            :key="each.id"
            type="button"
            :class="{ here: each.id === recipe.id }"
            :aria-pressed="each.id === recipe.id"
            @click="chosen = each.id"
          >
            {{ each.name }}
            <span class="quiet"
              >{{ each.files.filter((file) => file.state === 'written').length }} of {{ each.files.length }}</span
            >
          </button>
        </div>
        <span v-if="job" role="status">
          <progress :value="job.done" :max="job.total" aria-label="Writing copies" /> {{ job.done }} of {{ job.total }}
        </span>
        <BButton v-if="!release.readOnly" variant="primary" size="sm" :disabled="!!job || !todo" @click="write">
          {{ todo ? `Write ${todo} ${todo === 1 ? 'copy' : 'copies'}` : 'All written' }}
        </BButton>
      </div>
      <p class="quiet">{{ recipe.purpose }} Masters are only read; the audio of every copy is proved bit for bit.</p>
      <p v-if="failed" class="problem" role="alert">The last writing was not done: {{ failed.problem }}</p>
      <p v-if="!recipe.files.length" class="quiet">No track yet.</p>
      <ol>
        <li v-for="file in recipe.files" :key="file.trackId">
          <div class="file">
            <button
              class="open"
              type="button"
              :aria-expanded="open === file.trackId"
              @click="open = open === file.trackId ? null : file.trackId"
            >
              <span class="number">{{ file.track }}</span>
              <b>{{ file.title || 'no title' }}</b>
              <span class="quiet">{{ file.fileName }}</span>
            </button>
            <span class="state" :class="file.state.replace(' ', '-')">
              <Mark :weight="WEIGHTS[file.state] ?? 'stop'" /> {{ WORDS[file.state] }}
            </span>
            <a v-if="file.proof" class="act" :href="copyOf(file)">Fetch</a>
          </div>
          <div v-if="file.proof" class="proof mono">
            <span
              >{{ file.proof.fields }} entries read back as planned · {{ bytes(file.proof.bytes) }} ·
              {{ moment(file.proof.at) }}</span
            >
            <span :title="`Before ${file.proof.audioBefore}\nAfter ${file.proof.audioAfter}`">
              audio {{ file.proof.audioBefore.slice(0, 12) }}… {{ file.proof.holds ? '=' : '≠' }}
              {{ file.proof.audioAfter.slice(0, 12) }}…
              <span class="quiet">{{ file.proof.compared }}</span>
            </span>
          </div>
          <CopyLines v-if="open === file.trackId" :lines="file.lines" />
        </li>
      </ol>
    </template>
  </div>
</template>

<style scoped>
.files {
  padding: 12px 16px;
}
.top {
  display: flex;
  align-items: center;
  gap: 16px;
}
.recipes {
  flex: 1;
  display: flex;
  gap: 18px;
}
.recipes button {
  padding: 3px 0;
  border: 0;
  border-bottom: 2px solid transparent;
  background: none;
  color: var(--ink);
  font-weight: 500;
}
.recipes .here {
  border-color: var(--madder);
  color: var(--madder);
}
.problem {
  color: var(--stop);
}
ol {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
  border-top: 1px solid var(--ink);
}
li {
  border-bottom: 1px solid var(--line);
}
.file {
  display: flex;
  align-items: center;
  gap: 16px;
  min-height: 36px;
}
.open {
  flex: 1;
  display: flex;
  align-items: baseline;
  gap: 10px;
  min-width: 0;
  padding: 6px 0;
  border: 0;
  background: none;
  color: var(--ink);
  text-align: left;
  white-space: nowrap;
  overflow: hidden;
}
.open:hover b {
  text-decoration: underline;
}
.number {
  width: 22px;
  text-align: right;
}
.state {
  white-space: nowrap;
  font-size: 14px;
}
.proof {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  padding: 0 0 6px 32px;
  font-size: 12px;
  color: var(--quiet);
}
</style>
