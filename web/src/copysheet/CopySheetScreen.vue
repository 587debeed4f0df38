<script setup lang="ts">
/** What is typed into a destination's form, value by value, beside the form itself. Space copies the next one. */
import { computed, nextTick, onMounted, onUnmounted, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api, got } from '../api/client'
import { useSession } from '../api/session'
import type { SheetEntry, SheetView } from '../api/types'
import { bytes, moment } from '../kit/dates'
import { typing } from '../kit/typing'
import { useLoad } from '../kit/useLoad'
import CopySheetRow from './CopySheetRow.vue'
import HandedOver from './HandedOver.vue'
import { copy } from './clipboard'
import { asks, begin, done, next } from './place'

const route = useRoute()
const session = useSession()
const path = computed(() => ({ id: Number(route.params.release), destination: String(route.params.destination) }))
const {
  value: sheet,
  problem,
  load,
  attempt,
} = useLoad<SheetView>(
  () => got(api.GET('/api/releases/{id}/copy-sheets/{destination}', { params: { path: path.value } })),
  {
    announced: {
      delivery: (data) => data.release === path.value.id,
      release: (data) => data.id === path.value.id,
    },
  },
)
const all = ref(false)
const current = ref(-1)
const said = ref('')
const handing = ref(false)
const mayWrite = computed(() => session.who?.role !== 'reader')

/** A correction asks for nothing but what is different; all of it can be seen all the same. */
const correcting = computed(() => !!sheet.value?.handedOver && sheet.value.entries.some((entry) => entry.changed))
const entries = computed(() => {
  const asked = sheet.value?.entries ?? []
  return correcting.value && !all.value ? asked.filter((entry) => entry.changed) : asked
})
const parts = computed(() => [...new Set(entries.value.map((entry) => entry.track))])
const part = computed(() => entries.value[current.value]?.track ?? parts.value[0] ?? 0)
const shown = computed(() =>
  entries.value.map((entry, i) => ({ entry, i })).filter(({ entry }) => entry.track === part.value),
)
const count = computed(() => entries.value.filter(asks).length)
const copied = computed(() => entries.value.filter((entry) => asks(entry) && entry.copied).length)
/** What does not go into the form, each caption once, with the place of the first. */
const wrong = computed(() => {
  const captions = new Map<string, { i: number; tracks: number }>()
  entries.value.forEach((entry, i) => {
    if (!entry.problem) return
    const known = captions.get(entry.caption)
    captions.set(entry.caption, { i: known?.i ?? i, tracks: (known?.tracks ?? 0) + 1 })
  })
  return [...captions].map(([caption, { i, tracks }]) => ({ i, says: tracks > 1 ? `${caption} (${tracks})` : caption }))
})
const wrongValues = computed(() => entries.value.filter((entry) => entry.problem).length)
const now = computed<SheetEntry | undefined>(() => entries.value[current.value])
const titled = computed(() => sheet.value?.tracks.find((track) => track.number === part.value)?.title)
const file = (name: string) =>
  sheet.value?.files.some((each) => each.name === name)
    ? `/api/releases/${path.value.id}/copy-sheets/${path.value.destination}/files/${encodeURIComponent(name)}`
    : undefined
const firstTrack = computed(() => parts.value.find((track) => track > 0))
function tab(track: number) {
  const name = track === 0 ? 'Release' : track === firstTrack.value ? `Track ${track}` : String(track)
  return track === part.value ? `${name} ${done(entries.value, track)}` : name
}

watch(entries, (list, before) => {
  if (current.value < 0 || list.length !== before.length) current.value = begin(list)
})

async function show(i: number) {
  if (i < 0) return
  current.value = i
  await nextTick()
  document.querySelector('.sheet li.current')?.scrollIntoView({ block: 'nearest' })
}

async function take(i: number) {
  const entry = entries.value[i]
  if (!entry?.value) return
  if (entry.entered !== 'TICKED' && !(await copy(entry.value))) {
    problem.value = `This browser does not allow the page to copy. Select the value of “${entry.caption}” and copy it with the keyboard.`
    return
  }
  said.value =
    entry.entered === 'TICKED'
      ? `“${entry.caption}” is ticked off.`
      : `“${entry.caption}” is copied${entry.problem ? '; ' + entry.problem : '.'}`
  const onward = next(entries.value, i)
  void show(onward < 0 ? i : onward)
  if (mayWrite.value) await note(entry, true)
}

async function note(entry: SheetEntry, copiedNow: boolean) {
  const before = entry.copied
  entry.copied = copiedNow
  entry.copiedBefore = null
  const noted = await attempt(() =>
    got(
      api.PUT('/api/releases/{id}/copy-sheets/{destination}/copied', {
        params: { path: path.value },
        body: { key: entry.key, copied: copiedNow },
      }),
    ),
  )
  if (!noted) entry.copied = before
}

async function anew() {
  const cleared = await attempt(() =>
    got(api.DELETE('/api/releases/{id}/copy-sheets/{destination}/copied', { params: { path: path.value } })),
  )
  if (!cleared) return
  await load()
  await show(begin(entries.value))
}

function keys(event: KeyboardEvent) {
  const on = event.target instanceof HTMLElement ? event.target.tagName : ''
  if (typing(event.target) || on === 'A' || event.ctrlKey || event.metaKey || event.altKey || handing.value) return
  // a row that somebody went to with Tab has the key for itself
  const button = on === 'BUTTON'
  if (event.key === ' ' && !button) void take(current.value)
  else if (event.key === 'ArrowDown') void show(Math.min(entries.value.length - 1, current.value + 1))
  else if (event.key === 'ArrowUp') void show(Math.max(0, current.value - 1))
  else return
  event.preventDefault()
}
onMounted(() => addEventListener('keydown', keys))
onUnmounted(() => removeEventListener('keydown', keys))

async function handedOver() {
  handing.value = false
  all.value = false
  await load()
  said.value = 'Marked as submitted.'
}
</script>

<template>
  <main class="sheet">
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-if="!sheet && !problem" class="quiet wait" role="status">Preparing the copy sheet…</p>
    <template v-if="sheet">
      <header>
        <h1>{{ sheet.title }}</h1>
        <span class="count mono">{{ copied }} of {{ count }}</span>
        <p>
          for <b>{{ sheet.destinationName }}</b> ·
          {{ correcting && !all ? 'what changed since submission' : 'copy sheet' }}
        </p>
        <p v-if="sheet.handedOver" class="quiet">
          Submitted {{ moment(sheet.handedOver.at) }} by {{ sheet.handedOver.by }}: {{ sheet.handedOver.state }}.
          <button v-if="correcting" class="act" type="button" @click="all = !all">
            {{ all ? 'Only what changed' : 'All captions' }}
          </button>
        </p>
        <ul v-if="sheet.gone.length" class="gone">
          <li v-for="line in sheet.gone" :key="line">Remove from the form: {{ line.replace(' → empty', '') }}</li>
        </ul>
        <p v-if="wrong.length" class="wrong" role="note">
          {{
            wrongValues === 1
              ? 'One value does not fit the form as it is:'
              : `${wrongValues} values do not fit the form as they are:`
          }}
          <button v-for="each in wrong" :key="each.i" class="act" type="button" @click="show(each.i)">
            {{ each.says }}
          </button>
        </p>
      </header>
      <nav aria-label="Parts of the form">
        <button
          v-for="track in parts"
          :key="track"
          type="button"
          :class="{ here: track === part }"
          :aria-current="track === part || undefined"
          :aria-label="track ? `Track ${track}, ${done(entries, track)}` : `Release, ${done(entries, track)}`"
          @click="show(entries.findIndex((entry) => entry.track === track))"
        >
          {{ tab(track) }}
        </button>
      </nav>
      <p v-if="part && titled" class="titled">{{ titled }}</p>
      <ol>
        <template v-for="{ entry, i } in shown" :key="entry.key">
          <li v-if="entry.writer && entries[i - 1]?.writer !== entry.writer" class="writer quiet">
            {{ entry.writer }}
          </li>
          <CopySheetRow
            :entry="entry"
            :current="i === current"
            :file="file(entry.value)"
            @copy="take(i)"
            @untick="note(entry, false)"
          />
        </template>
      </ol>
      <details v-if="sheet.files.length">
        <summary>{{ sheet.files.length }} files ready</summary>
        <ul class="files">
          <li v-for="each in sheet.files" :key="each.name">
            <a class="act" :href="file(each.name)" download>{{ each.name }}</a>
            <span class="quiet">{{ each.says }}, {{ bytes(each.bytes) }}</span>
          </li>
        </ul>
      </details>
      <HandedOver
        v-if="handing"
        :release="path.id"
        :destination="path.destination"
        :update="sheet.handedOver?.state === 'accepted' || sheet.handedOver?.state === 'live'"
        @close="handing = false"
        @done="handedOver"
      />
      <footer v-else>
        <button v-if="now && copied < count" class="btn btn-primary btn-sm" type="button" @click="take(current)">
          {{ now.entered === 'TICKED' ? 'Ticked' : 'Copy' }} “{{ now.caption }}”
        </button>
        <span class="quiet">{{ copied < count ? 'Space copies the next' : 'Everything is in the form' }}</span>
        <button v-if="copied" class="act" type="button" @click="anew">Start over</button>
        <button
          v-if="session.who?.role === 'manager'"
          class="act over"
          type="button"
          :disabled="sheet.hindrances.length > 0"
          @click="handing = true"
        >
          Mark as submitted…
        </button>
        <p v-for="hindrance in sheet.hindrances" :key="hindrance.message" class="quiet hindrance">
          {{ hindrance.message }}
        </p>
      </footer>
      <p class="hidden-text" role="status">{{ said }}</p>
    </template>
  </main>
</template>

<style scoped>
.sheet {
  display: flex;
  flex-direction: column;
  max-width: 480px;
  min-height: 100vh;
  background: var(--card);
  border-right: 1px solid var(--ink);
}
header {
  display: grid;
  grid-template-columns: 1fr auto;
  padding: var(--space-5) var(--space-6) 0;
}
header p,
header ul {
  grid-column: 1 / -1;
  margin: var(--space-1) 0 0;
}
.gone {
  padding-left: var(--space-6);
}
h1 {
  margin: 0;
  font-size: var(--type-head);
  overflow-wrap: anywhere;
}
.problem {
  color: var(--stop);
  padding: var(--space-4) var(--space-6) 0;
  margin: 0;
}
.wrong {
  color: var(--stop);
}
.wrong .act {
  margin-right: var(--space-3);
}
.wait {
  padding: var(--space-7) var(--space-6);
}
nav {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--space-3);
  padding: var(--space-4) var(--space-6) 0;
  border-bottom: 1px solid var(--ink);
}
nav button {
  min-width: 24px;
  min-height: 28px;
  text-align: left;
  border: 0;
  border-bottom: 2px solid transparent;
  padding: 0;
  background: none;
  color: var(--ink);
}
nav .here {
  border-color: var(--madder);
  color: var(--madder);
}
.titled {
  margin: 0;
  padding: var(--space-3) var(--space-6) 0;
  font-weight: 600;
}
ol,
.files {
  list-style: none;
  margin: 0;
  padding: 0;
}
ol {
  flex: 1;
}
.writer {
  padding: var(--space-4) var(--space-6) 0 var(--space-8);
}
details {
  padding: var(--space-4) var(--space-6);
}
.files li {
  padding: var(--space-1) 0;
  overflow-wrap: anywhere;
}
footer {
  position: sticky;
  bottom: 0;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--space-3) var(--space-5);
  padding: var(--space-4) var(--space-6);
  border-top: 1px solid var(--ink);
  background: var(--card);
}
footer .btn {
  max-width: 60%;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.over {
  margin-left: auto;
}
.hindrance {
  flex-basis: 100%;
  margin: 0;
}
</style>
