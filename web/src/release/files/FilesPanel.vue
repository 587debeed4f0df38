<script setup lang="ts">
/** Copies recipe by recipe: compared, written in a batch, proved, fetched, checked again. The disc is the last of them. */
import { BButton } from 'bootstrap-vue-next'
import { computed, ref, watch } from 'vue'
import { api, got } from '../../api/client'
import LoadingLine from '../../kit/LoadingLine.vue'
import { useLoad } from '../../kit/useLoad'
import { useSession } from '../../api/session'
import type { RecipeView } from '../../api/types'
import TickList, { type Entry } from '../../kit/TickList.vue'
import { toggled } from '../../kit/toggled'
import { useReleaseStore } from '../store'
import DiscSheet from './DiscSheet.vue'
import RecipeEditor from './RecipeEditor.vue'
import RecipeFiles from './RecipeFiles.vue'

const DISC = 'disc layout'
const release = useReleaseStore()
const session = useSession()
const chosen = ref('')
const ticked = ref<Set<string>>(new Set())
const adjusting = ref(false)

const path = () => ({ id: release.view!.head.id })
const {
  value: recipes,
  problem,
  failed: lost,
  load,
} = useLoad(() => got(api.GET('/api/releases/{id}/copies', { params: { path: path() } })), {
  when: () => release.view?.revision,
  // an edit has a revision, and that is seen above
  announced: { release: (data) => data.id === release.view?.head.id && data.revision === undefined },
})
const recipe = computed(() => recipes.value?.find((each) => each.id === chosen.value) ?? recipes.value?.[0])
const written = (each: RecipeView) => each.files.filter((file) => file.state === 'written').length
const ours = computed(() =>
  session.jobs.filter((each) => each.kind === 'copies' && each.releaseId === release.view?.head.id),
)
const job = computed(() => ours.value.find((each) => each.state !== 'failed'))
const failed = computed(() => [...ours.value].reverse().find((each) => each.state === 'failed'))
/** What is written by one press: the recipes that are ticked, else the one that is looked at. */
const batch = computed(() => {
  const wanted = (recipes.value ?? []).filter((each) => ticked.value.has(each.id))
  return wanted.length ? wanted : recipe.value && chosen.value !== DISC ? [recipe.value] : []
})
const todo = computed(() => batch.value.reduce((sum, each) => sum + each.files.length - written(each), 0))
const anyWritten = computed(() => recipes.value?.some((each) => each.files.some((file) => file.proof)) ?? false)
const archive = computed(() => {
  const of = (recipes.value ?? []).filter((each) => ticked.value.has(each.id)).map((each) => each.id)
  return `/api/releases/${release.view!.head.id}/copies.zip${of.length ? `?recipe=${of.join(',')}` : ''}`
})

const entries = computed<Entry[]>(() => [
  ...(recipes.value ?? []).map((each) => ({
    id: each.id,
    name: each.name,
    note: `${written(each)} of ${each.files.length}`,
  })),
  { id: DISC, name: 'Disc layout', ticks: 'never' },
])

async function ask(what: Promise<unknown>) {
  try {
    await what
    problem.value = ''
  } catch (failure) {
    problem.value = (failure as Error).message
  }
}
const write = (track = 0) =>
  ask(
    api.POST('/api/releases/{id}/copies', {
      params: {
        path: path(),
        query: { recipe: (track ? [recipe.value!] : batch.value).map((each) => each.id), track },
      },
    }),
  )
const check = () => ask(api.POST('/api/releases/{id}/copies/check', { params: { path: path() } }))
watch(job, (now, before) => before && !now && load())

const label = computed(() =>
  todo.value
    ? `Write ${todo.value} ${todo.value === 1 ? 'copy' : 'copies'}${batch.value.length > 1 ? ` by ${batch.value.length} recipes` : ''}`
    : 'All written',
)
</script>

<template>
  <div class="files">
    <p v-if="problem" role="alert" class="problem">{{ problem }}</p>
    <LoadingLine v-if="!recipes" what="the files" doing="Comparing files with facts" :failed="lost" @again="load" />
    <template v-else-if="recipe">
      <div class="top">
        <span class="quiet">Masters are never changed; every copy is read back and its audio verified.</span>
        <span v-if="job" role="status" class="job">
          <progress :value="job.done" :max="job.total" :aria-label="job.says" /> {{ job.done }} of {{ job.total }}
        </span>
        <template v-else-if="anyWritten">
          <a class="act" :href="archive">Download {{ ticked.size ? 'selected' : 'all written' }}</a>
          <button v-if="!release.readOnly" class="act" type="button" @click="check()">Verify files</button>
        </template>
        <BButton
          v-if="!release.readOnly && batch.length"
          variant="primary"
          size="sm"
          :disabled="!!job || !todo"
          @click="write()"
        >
          {{ label }}
        </BButton>
      </div>
      <p v-if="failed" class="problem" role="alert">The last task was not completed: {{ failed.problem }}</p>
      <div class="both">
        <TickList
          label="Recipes"
          :entries="entries"
          :chosen="chosen === DISC ? DISC : recipe.id"
          :ticked="ticked"
          @choose="(id) => (chosen = id)"
          @tick="(id) => (ticked = toggled(ticked, id))"
        />
        <DiscSheet v-if="chosen === DISC" class="main" />
        <RecipeFiles
          v-else
          :key="recipe.id"
          class="main"
          :recipe="recipe"
          :busy="!!job"
          @write="write"
          @adjust="adjusting = true"
        />
      </div>
      <RecipeEditor v-if="adjusting" :recipe="recipe.id" @close="((adjusting = false), load())" />
    </template>
  </div>
</template>

<style scoped>
.files {
  padding: var(--space-5) var(--space-6);
}
.top {
  display: flex;
  align-items: center;
  gap: var(--space-6);
  margin-bottom: var(--space-4);
}
.top .quiet {
  flex: 1;
}
.job {
  white-space: nowrap;
}
.problem {
  color: var(--stop);
}
.both {
  display: flex;
  gap: var(--space-6);
  align-items: flex-start;
}
.main {
  flex: 1;
  min-width: 0;
}
</style>
