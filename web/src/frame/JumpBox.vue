<script setup lang="ts">
/** Go anywhere and do things by typing. */
import { computed, nextTick, onMounted, onUnmounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, got } from '../api/client'
import { useSession } from '../api/session'
import type { JumpGoal } from '../api/types'
import { soon } from '../kit/soon'
import { useReleaseStore } from '../release/store'
import { fitOf, found, places, type Goal } from './goals'
import { isRecent, opened, recent } from './recent'

const MOST = 12
/** What one opened of late comes before what fits alike. */
const OF_LATE = 0.04
const router = useRouter()
const release = useReleaseStore()
const session = useSession()
const who = computed(() => session.who?.name ?? '')
const input = ref<HTMLInputElement>()
const typed = ref('')
const open = ref(false)
const chosen = ref(0)
const things = ref<JumpGoal[]>([])
/** For which words they were found. */
const answered = ref('')
const failed = ref(false)

const goals = computed<Goal[]>(() => {
  if (!open.value) return []
  const here = places(router, release)
  if (!typed.value.trim()) {
    const last = recent(who.value).map((thing) => found(thing, router))
    return [...last, ...here.map((each) => ({ ...each, fit: 1 }))].slice(0, MOST)
  }
  const fits = here.map((each) => ({ ...each, fit: fitOf(each, typed.value) })).filter((each) => each.fit)
  // what was found for the words before may still be meant; what no longer fits goes
  const still = things.value
    .map((thing) => found(thing, router))
    .filter((goal) => answered.value === typed.value || fitOf(goal, typed.value))
    .map((goal) => ({ ...goal, fit: goal.fit + (isRecent(who.value, goal.thing!) ? OF_LATE : 0) }))
  return [...fits, ...still].sort((one, other) => other.fit - one.fit).slice(0, MOST)
})
const told = computed(() => {
  if (!open.value || !typed.value.trim()) return ''
  if (!goals.value.length) return 'Nothing found'
  return goals.value.length === 1 ? '1 result' : `${goals.value.length} results`
})
const ask = soon(look, 60)
watch(typed, () => ((chosen.value = 0), open.value && ask.ask()))
watch(
  () => release.view?.head,
  (head) =>
    head &&
    opened(who.value, {
      kind: 'release',
      id: head.id,
      track: 0,
      address: null,
      says: head.title,
      more: [head.artists, head.catalogueNumber].filter(Boolean).join(' · '),
      fit: 1,
    }),
)

async function look() {
  const wanted = typed.value
  if (!wanted.trim()) return
  const answer = await got(api.GET('/api/jump', { params: { query: { typed: wanted, count: MOST } } })).catch(
    () => null,
  )
  // an answer to what was typed before is none
  if (wanted !== typed.value) return
  failed.value = !answer
  things.value = answer ?? []
  answered.value = wanted
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
  if (goal?.thing) opened(who.value, goal.thing)
  goal?.go()
}
function step(by: number) {
  chosen.value = Math.max(0, Math.min(goals.value.length - 1, chosen.value + by))
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
      aria-autocomplete="list"
      autocomplete="off"
      :aria-expanded="open"
      :aria-activedescendant="open && goals.length ? `goal-${chosen}` : undefined"
      placeholder="Go to or do…"
      @focus="show"
      @blur="open = false"
      @keydown.down.prevent="step(1)"
      @keydown.up.prevent="step(-1)"
      @keydown.enter.prevent="enter"
      @keydown.esc="input?.blur()"
    />
    <kbd v-if="!open">Ctrl K</kbd>
    <p class="hidden-text" role="status">{{ told }}</p>
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
        <span class="says"
          >{{ goal.says }} <span class="quiet">{{ goal.more }}</span></span
        >
        <span class="quiet kind">{{ goal.kind }}</span>
      </li>
      <li v-if="!goals.length" class="quiet" role="option" aria-selected="false">
        {{ failed ? 'The catalogue cannot be searched right now' : answered === typed ? 'Nothing found' : 'Looking…' }}
      </li>
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
  width: 600px;
  margin: 0;
  padding: var(--space-2) 0;
  list-style: none;
  background: var(--card);
  border: 1px solid var(--quiet);
}
li {
  display: flex;
  gap: var(--space-5);
  justify-content: space-between;
  padding: var(--space-2) var(--space-4);
  cursor: default;
}
.says {
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.kind {
  font-size: var(--type-note);
}
li.chosen {
  background: var(--madder-wash);
}
</style>
