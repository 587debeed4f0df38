<script setup lang="ts">
/** Everything received and not yet in place. */
import { computed, ref } from 'vue'
import { api, got } from '../api/client'
import { useSession } from '../api/session'
import type { Head, IntakeItem } from '../api/types'
import LoadingLine from '../kit/LoadingLine.vue'
import ErrorNote from '../kit/ErrorNote.vue'
import { useLoad } from '../kit/useLoad'
import DraftDialog from './DraftDialog.vue'
import { picked } from './dropped'
import IntakeRow from './IntakeRow.vue'
import UploadList from './UploadList.vue'
import { useUploads } from './uploads'

const session = useSession()
const uploads = useUploads()
const {
  value: items,
  problem,
  failed,
  load,
  attempt,
} = useLoad<IntakeItem[]>(() => got(api.GET('/api/intake')), { announced: { intake: 'always' } })
const { value: heads } = useLoad<Head[]>(
  async () => (await got(api.GET('/api/releases', { params: { query: { count: 500 } } }))).releases,
)
const left = ref<Set<string>>(new Set())
const drafting = ref<string[] | null>(null)
const release = ref(0)
const filesInput = ref<HTMLInputElement>()
const folderInput = ref<HTMLInputElement>()
const readOnly = computed(() => session.who?.role === 'reader')

const chosen = computed(() => (items.value ?? []).filter((item) => !left.value.has(item.sha256)))
const waiting = computed(() => (items.value ?? []).filter((item) => item.measuring).length)
const folders = computed(() => {
  const groups = new Map<string, IntakeItem[]>()
  const natural = new Intl.Collator('en', { numeric: true, sensitivity: 'base' })
  const sorted = [...(items.value ?? [])].sort((a, b) => natural.compare(a.name, b.name))
  for (const item of sorted) groups.set(item.folder, [...(groups.get(item.folder) ?? []), item])
  return [...groups].map(([folder, inside]) => ({ folder, inside })).sort((a, b) => natural.compare(a.folder, b.folder))
})
const KINDS: [string, string, string][] = [
  ['audio', 'audio file', 'audio files'],
  ['picture', 'picture', 'pictures'],
  ['text', 'text', 'texts'],
  ['document', 'document', 'documents'],
  ['other', 'file of another kind', 'files of another kind'],
]
function counted(inside: IntakeItem[]) {
  return KINDS.map(([kind, one, many]) => {
    const count = inside.filter((item) => item.kind === kind).length
    return count ? `${count} ${count === 1 ? one : many}` : ''
  })
    .filter(Boolean)
    .join(', ')
}

function choose(sha256: string[], wanted: boolean) {
  const next = new Set(left.value)
  for (const each of sha256)
    if (wanted) next.delete(each)
    else next.add(each)
  left.value = next
}
const give = () =>
  attempt(async () => {
    await got(
      api.POST('/api/releases/{id}/intake', {
        params: { path: { id: release.value } },
        body: { files: chosen.value.map((item) => item.sha256) },
      }),
    )
    await load()
  })
const putAway = (sha256: string) =>
  attempt(async () => {
    await got(api.DELETE('/api/intake/{sha256}', { params: { path: { sha256 } } }))
    await load()
  })
function pick(event: Event) {
  const input = event.target as HTMLInputElement
  uploads.add(picked(input.files))
  input.value = ''
}
</script>

<template>
  <div class="screen">
    <div class="top">
      <h1>Intake</h1>
      <template v-if="!readOnly">
        <button class="act" type="button" @click="filesInput?.click()">Choose files…</button>
        <button class="act" type="button" @click="folderInput?.click()">Choose a folder…</button>
        <input ref="filesInput" hidden type="file" multiple aria-label="Files" @change="pick" />
        <input ref="folderInput" hidden type="file" webkitdirectory aria-label="Folder" @change="pick" />
      </template>
    </div>
    <ErrorNote :says="problem" @close="problem = ''" />
    <UploadList :release="0" />
    <LoadingLine v-if="!items" what="the intake" :failed="failed" @again="load" />
    <div v-else-if="!items.length" class="empty">
      <h2>The intake is empty</h2>
      <p>
        Drop masters, pictures, lyrics, scores and permissions anywhere on this window, as files or folders. They are
        stored unaltered, analysed, and stay here until you add them to a release. Files dropped on an open release go
        straight to it.
      </p>
    </div>
    <template v-else>
      <div v-if="!readOnly" class="moves">
        <span>{{ chosen.length }} of {{ items.length }} chosen</span>
        <span v-if="waiting" class="quiet" role="status">{{ waiting }} still being analysed</span>
        <button
          class="btn btn-primary btn-sm"
          type="button"
          :disabled="!chosen.length || !!waiting"
          @click="drafting = chosen.map((item) => item.sha256)"
        >
          Create a release…
        </button>
        <span class="or">
          <select v-model="release" aria-label="Release">
            <option :value="0" disabled>or move them to…</option>
            <option v-for="head in heads" :key="head.id" :value="head.id">{{ head.title }}</option>
          </select>
          <button class="act" type="button" :disabled="!release || !chosen.length" @click="give">Move</button>
        </span>
      </div>
      <section v-for="group in folders" :key="group.folder" :aria-label="group.folder || 'Single files'">
        <div class="head">
          <h2>
            <label>
              <input
                v-if="!readOnly"
                type="checkbox"
                :checked="group.inside.every((item) => !left.has(item.sha256))"
                @change="
                  choose(
                    group.inside.map((item) => item.sha256),
                    ($event.target as HTMLInputElement).checked,
                  )
                "
              />
              {{ group.folder || 'Single files' }}
            </label>
            <span class="quiet">{{ counted(group.inside) }}</span>
          </h2>
          <button
            v-if="!readOnly && folders.length > 1"
            class="act"
            type="button"
            :aria-label="`Create a release from ${group.folder || 'single files'}`"
            :disabled="group.inside.some((item) => item.measuring)"
            @click="drafting = group.inside.map((item) => item.sha256)"
          >
            Create a release…
          </button>
        </div>
        <IntakeRow
          v-for="item in group.inside"
          :key="item.sha256"
          :item="item"
          :chosen="!left.has(item.sha256)"
          :read-only="readOnly"
          @choose="choose([item.sha256], $event)"
          @put-away="putAway(item.sha256)"
        />
      </section>
    </template>
    <DraftDialog v-if="drafting" :files="drafting" @close="drafting = null" />
  </div>
</template>

<style scoped>
.top,
.moves {
  display: flex;
  align-items: baseline;
  gap: var(--space-6);
}
.moves {
  position: sticky;
  top: 0;
  z-index: 2;
  align-items: center;
  padding: var(--space-4) 0;
  border-top: 1px solid var(--ink);
  border-bottom: 1px solid var(--line);
  background: var(--paper);
}
.or {
  display: flex;
  gap: var(--space-3);
  margin-left: auto;
}
select {
  max-width: 200px;
  border: 1px solid var(--line);
  background: var(--card);
  color: var(--ink);
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  margin: var(--space-5) 0 var(--space-1);
  font-size: var(--type-row);
}
h2 {
  display: flex;
  gap: var(--space-5);
  align-items: baseline;
  margin: 0;
  font-size: var(--type-text);
}
h2 .quiet {
  font-size: var(--type-row);
  font-weight: 400;
}
label {
  display: flex;
  gap: var(--space-4);
  align-items: center;
}
.empty {
  max-width: 640px;
  padding: var(--space-8);
  border: 1px dashed var(--quiet);
}
.empty h2 {
  margin-top: 0;
}
</style>
