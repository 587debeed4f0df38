<script setup lang="ts">
/** Go anywhere and do things by typing. */
import { computed, nextTick, onMounted, onUnmounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, got } from '../api/client'
import type { Head } from '../api/types'
import { soon } from '../kit/soon'
import { switchTheme } from '../kit/theme'
import { useReleaseStore } from '../release/store'
import { SCREENS } from '../screens'

interface Goal {
  says: string
  more: string
  go: () => unknown
}

const router = useRouter()
const release = useReleaseStore()
const input = ref<HTMLInputElement>()
const typed = ref('')
const open = ref(false)
const chosen = ref(0)
const heads = ref<Head[]>([])
/** For which words they were found. */
const answered = ref('')

const goals = computed<Goal[]>(() => {
  const all: Goal[] = [
    { says: 'New release', more: 'begin one', go: () => router.push('/releases?new') },
    ...SCREENS.flat().map((screen) => ({
      says: screen.name,
      more: screen.more,
      go: () => router.push(screen.path),
    })),
    { says: 'Light or dark', more: 'switch', go: switchTheme },
  ]
  if (release.view) {
    const id = release.view.head.id
    all.push(
      { says: 'Undo', more: release.view.stack.undo ?? '', go: () => release.undo() },
      { says: 'History', more: 'of this release', go: () => router.push(`/activity?release=${id}`) },
      { says: 'Label copy', more: 'PDF of this release', go: () => location.assign(`/api/releases/${id}/label-copy`) },
      { says: 'Document', more: 'this release as JSON', go: () => location.assign(`/api/releases/${id}/document`) },
      { says: 'Table', more: 'this release as CSV', go: () => location.assign(`/api/releases/${id}/table`) },
      { says: 'Read a track list', more: 'into this release', go: () => router.push(`/releases/${id}/sheet?read=1`) },
    )
    for (const row of release.view.rows.slice(1))
      all.push({
        says: row.cells.title?.shown ?? `Track ${row.track}`,
        more: `track ${row.track} of ${release.view.head.title}`,
        go: () =>
          router.push({ name: 'sheet', params: { id: release.view?.head.id }, query: { at: `${row.track}.title` } }),
      })
  }
  const words = typed.value.toLowerCase().split(/\s+/).filter(Boolean)
  const fits = (goal: Goal) => words.every((word) => `${goal.says} ${goal.more}`.toLowerCase().includes(word))
  const found = heads.value.map((head) => ({
    says: head.title,
    more: [head.artists, head.catalogueNumber].filter(Boolean).join(' · '),
    go: () => router.push(`/releases/${head.id}/sheet`),
  }))
  // what the server found for these words fits, by its barcode for example; what it found for others may
  return [...all.filter(fits), ...(answered.value === typed.value ? found : found.filter(fits))].slice(0, MOST)
})
const MOST = 10
const ask = soon(look, 80)
watch(typed, () => ((chosen.value = 0), open.value && ask.ask()))

async function look() {
  const find = typed.value
  const list = await got(api.GET('/api/releases', { params: { query: { find, count: MOST } } })).catch(() => null)
  // an answer to what was typed before is none
  if (!list || find !== typed.value) return
  heads.value = list.releases
  answered.value = find
}
/** Who types on without looking up goes where the words lead, not where the last answer did. */
async function enter() {
  if (answered.value !== typed.value) await look()
  take(goals.value[chosen.value])
}
async function show() {
  open.value = true
  await look()
}
function take(goal: Goal | undefined) {
  open.value = false
  typed.value = ''
  input.value?.blur()
  goal?.go()
}
function keys(event: KeyboardEvent) {
  if (!event.ctrlKey || event.key.toLowerCase() !== 'k') return
  event.preventDefault()
  void nextTick(() => input.value?.focus())
}
onMounted(() => addEventListener('keydown', keys))
onUnmounted(() => ask.cancel())
onUnmounted(() => removeEventListener('keydown', keys))
</script>

<template>
  <div class="jump">
    <input
      ref="input"
      v-model="typed"
      type="text"
      role="combobox"
      aria-label="Go to or do"
      aria-controls="goals"
      :aria-expanded="open"
      :aria-activedescendant="open && goals.length ? `goal-${chosen}` : undefined"
      placeholder="Go to or do…"
      @focus="show"
      @blur="open = false"
      @keydown.down.prevent="chosen = Math.min(goals.length - 1, chosen + 1)"
      @keydown.up.prevent="chosen = Math.max(0, chosen - 1)"
      @keydown.enter.prevent="enter"
      @keydown.esc="input?.blur()"
    />
    <kbd v-if="!open">Ctrl K</kbd>
    <ul v-show="open" id="goals" role="listbox" aria-label="Places and actions">
      <li
        v-for="(goal, i) in goals"
        :id="`goal-${i}`"
        :key="i"
        role="option"
        tabindex="-1"
        :aria-selected="i === chosen"
        :class="{ chosen: i === chosen }"
        @mousedown.prevent="take(goal)"
      >
        {{ goal.says }} <span class="quiet">{{ goal.more }}</span>
      </li>
      <li v-if="!goals.length" class="quiet" role="option" aria-selected="false">Nothing of that name</li>
    </ul>
  </div>
</template>

<style scoped>
.jump {
  position: relative;
  width: 420px;
}
input {
  width: 100%;
  height: 28px;
  padding: 0 var(--space-4);
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--card);
  color: var(--ink);
}
input::placeholder {
  color: var(--quiet);
  opacity: 1;
}
kbd {
  position: absolute;
  right: 6px;
  top: 5px;
  padding: 0 var(--space-2);
  font-size: var(--type-small);
  color: var(--quiet);
  background: var(--card);
  border: 1px solid var(--line);
}
ul {
  position: absolute;
  z-index: 30;
  top: 32px;
  left: 0;
  right: 0;
  margin: 0;
  padding: var(--space-2) 0;
  list-style: none;
  background: var(--card);
  border: 1px solid var(--quiet);
}
li {
  padding: var(--space-2) var(--space-4);
  cursor: default;
}
li.chosen {
  background: var(--madder-wash);
}
</style>
