<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, got } from '../api/client'
import { useLoad } from '../kit/useLoad'
import { useSession } from '../api/session'
import type { Desk, MoveView, Readiness, Stands } from '../api/types'
import LookedOver from '../kit/LookedOver.vue'
import Mark from '../kit/Mark.vue'
import { between, day, moment } from '../kit/dates'
import LoadingLine from '../kit/LoadingLine.vue'
import CalendarAddress from './CalendarAddress.vue'
import { concerns } from './concerns'
import FirstSteps from './FirstSteps.vue'
import PutOffForm from './PutOffForm.vue'
import WeeksAhead from './WeeksAhead.vue'

const session = useSession()
const router = useRouter()
/** Of how many releases it tells what is to be done. */
const releases = ref(30)
const {
  value: desk,
  problem,
  failed,
  load,
  attempt,
} = useLoad<Desk>(() => got(api.GET('/api/desk', { params: { query: { releases: releases.value } } })), {
  announced: {
    standing: 'always',
    // an answer that came in may be of a release on which nothing is to be done
    delivery: 'always',
    desk: 'elsewhere',
    stands: concerned,
  },
  when: releases,
})
function concerned(said: Record<string, unknown>): boolean {
  return !desk.value || concerns(desk.value, said as unknown as Stands, releases.value)
}
/** What is to be done release by release; three lines each, the rest is a number, then what can be done in one move. */
const LINES = 3
const blocks = computed(() => {
  const all: { id: number; title: string; moves: MoveView[]; atOnce: MoveView[]; days: number | null }[] = []
  for (const move of desk.value?.moves ?? []) {
    let block = all.at(-1)
    if (block?.id !== move.releaseId)
      all.push((block = { id: move.releaseId, title: move.release, moves: [], atOnce: [], days: null }))
    if (move.panel === 'readiness') block.atOnce.push(move)
    else block.moves.push(move)
    if (move.lateOn !== null) block.days = Math.min(block.days ?? Infinity, between(desk.value!.today, move.lateOn))
  }
  return all
})
type Answer = Desk['answers'][number]
/** Whether the words of an answer stand among the first things to be done: then they are not said twice. */
const isTold = ({ releaseId, says }: Answer) =>
  blocks.value
    .slice(0, LINES)
    .some((block) => block.id === releaseId && block.moves.slice(0, LINES).some((move) => move.says.includes(says)))
/** Answers that need action, as far as nothing that is to be done tells them. */
const wanting = computed(() => (desk.value?.wanting ?? []).filter((answer) => !isTold(answer)))
const isReasonTold = (answer: Answer) =>
  isTold(answer) || wanting.value.some(({ releaseId, says }) => releaseId === answer.releaseId && says === answer.says)
const readOnly = computed(() => session.who?.role === 'reader')
/** The release that is being put off; 0 for none. */
const putting = ref(0)
const bringBack = (id: number) =>
  attempt(async () => {
    await got(api.DELETE('/api/desk/put-off/{id}', { params: { path: { id } } }))
    await load()
  })
const allWanting = ref(false)
const things = (count: number) => (count === 1 ? '1 thing' : `${count} things`)

/** Copies and deliveries that stand behind the lines that are shown. */
const WORDS: Record<string, string> = { files: 'Write copies', send: 'Send' }
const behind = (moves: MoveView[]) =>
  Object.entries(WORDS).flatMap(([panel, says]) => {
    const some = moves.slice(LINES).filter((move) => move.panel === panel && move.weight === 'risk')
    return some.length
      ? [{ panel, says: `${says}: ${[...new Set(some.flatMap((move) => move.waits))].join(', ')}` }]
      : []
  })
function target(move: MoveView) {
  if (move.panel === 'readiness') return { name: 'readiness', params: { id: move.releaseId }, query: { fix: '' } }
  const query = move.column ? { at: `${move.track}.${move.column}` } : {}
  return { name: move.panel, params: { id: move.releaseId }, query }
}
const MARKS: Record<string, Readiness> = {
  accepted: 'ready',
  'in review': 'note',
  'taken down': 'note',
  questions: 'risk',
}
const ANSWERED: Record<string, string> = {
  rejected: 'was rejected by',
  failed: 'could not be delivered to',
  questions: 'has questions from',
}
/** A destination may say a great deal; here it is told that it did, and how it begins. */
const LONGEST = 200
function shortly(says: string): string {
  if (says.length <= LONGEST) return says
  return `${says.slice(0, says.lastIndexOf(' ', LONGEST))} …`
}
function slack(days: number | null): string {
  if (days === null) return 'no date'
  if (days < 0) return days < -60 ? 'overdue' : `${-days} ${days === -1 ? 'day' : 'days'} late`
  return days === 1 ? '1 day to spare' : `${days} days to spare`
}
</script>

<template>
  <div class="screen desk">
    <div class="title">
      <h1>Desk</h1>
      <BButton v-if="!readOnly && !desk?.firstSteps" variant="primary" size="sm" @click="router.push('/releases?new')"
        >New release</BButton
      >
    </div>
    <p v-if="problem" role="alert" class="problem">{{ problem }}</p>
    <LoadingLine v-if="!desk" what="the desk" doing="Checking all releases" :failed="failed" @again="load" />
    <div v-else class="columns">
      <section aria-label="Next moves">
        <h2>{{ desk.firstSteps ? 'First steps' : 'Next moves' }}</h2>
        <p v-if="desk.backupTooOld" class="wanting">
          <Mark weight="stop" /> There has been no backup for a week.
          <RouterLink to="/settings">Open Settings</RouterLink>.
        </p>
        <p v-if="desk.houseFound" class="wanting">
          <Mark weight="stop" />
          {{ desk.houseFound === 1 ? 'Something' : `${desk.houseFound} things` }} in the installation
          {{ desk.houseFound === 1 ? 'is' : 'are' }} damaged or missing.
          <RouterLink to="/settings">Open Settings</RouterLink>.
        </p>
        <FirstSteps v-if="desk.firstSteps" :steps="desk.firstSteps" />
        <p v-else-if="!desk.destinations" class="quiet">
          There is no destination yet, so nothing is checked.
          <RouterLink to="/destinations">Add your destinations</RouterLink>.
        </p>
        <p v-else-if="!desk.moves.length && !desk.lookedOver" class="quiet">
          Nothing to do. Create a new release when its masters are ready.
        </p>
        <LookedOver :count="desk.lookedOver" />
        <ul v-if="wanting.length" class="wanting" aria-label="Answers that need action">
          <li v-for="(answer, i) in allWanting ? wanting : wanting.slice(0, LINES)" :key="i">
            <Mark weight="stop" />
            <RouterLink :to="{ name: 'send', params: { id: answer.releaseId } }" :title="answer.says">
              <b>{{ answer.release }}</b> {{ ANSWERED[answer.state] ?? answer.state }} {{ answer.destination }}:
              {{ shortly(answer.says) }}
              <span class="quiet">{{ moment(answer.at) }}</span>
            </RouterLink>
          </li>
          <li v-if="!allWanting && wanting.length > LINES">
            <button class="act" type="button" @click="allWanting = true">
              {{ wanting.length - LINES }} more answers that need action
            </button>
          </li>
        </ul>
        <div v-for="block in blocks" :key="block.id" class="block">
          <h3>
            <RouterLink :to="{ name: 'readiness', params: { id: block.id } }">{{ block.title }}</RouterLink>
            <span class="slack" :class="{ late: block.days !== null && block.days < 0 }"
              >{{ things(block.moves.length) }} · {{ slack(block.days) }}</span
            >
            <button
              v-if="!readOnly"
              class="act"
              type="button"
              :aria-expanded="putting === block.id"
              :aria-label="`Postpone ${block.title}`"
              @click="putting = putting === block.id ? 0 : block.id"
            >
              Postpone…
            </button>
          </h3>
          <PutOffForm
            v-if="putting === block.id"
            :release="block.id"
            :today="desk.today"
            @done="((putting = 0), load())"
            @cancel="putting = 0"
          />
          <ol>
            <li v-for="(move, i) in block.moves.slice(0, LINES)" :key="i">
              <Mark :weight="move.weight" />
              <RouterLink :to="target(move)">
                <span class="says" :title="move.says">{{ shortly(move.says) }}</span>
                <span class="quiet"> {{ move.waits.join(', ') }}</span>
              </RouterLink>
            </li>
          </ol>
          <p v-if="block.moves.length > LINES || (block.atOnce.length && !readOnly)" class="more">
            <RouterLink v-if="block.moves.length > LINES" :to="{ name: 'readiness', params: { id: block.id } }"
              >{{ block.moves.length - LINES }} more</RouterLink
            >
            <template v-if="!readOnly">
              <RouterLink v-for="move in block.atOnce" :key="move.says" :to="target(move)">{{ move.says }}</RouterLink>
              <RouterLink
                v-for="each in behind(block.moves)"
                :key="each.panel"
                :to="{ name: each.panel, params: { id: block.id } }"
                >{{ each.says }}</RouterLink
              >
            </template>
          </p>
        </div>
        <p v-if="desk.busy > blocks.length" class="quiet">
          {{
            desk.busy - blocks.length === 1 ? '1 more release needs' : `${desk.busy - blocks.length} more releases need`
          }}
          attention.
          <button class="act" type="button" @click="releases = Math.min(300, releases * 2)">Show more</button>
        </p>
        <details v-if="desk.putOff.length" class="put-off">
          <summary>{{ desk.putOff.length === 1 ? '1 release' : `${desk.putOff.length} releases` }} postponed</summary>
          <ul>
            <li v-for="each in desk.putOff" :key="each.id">
              <RouterLink :to="{ name: 'readiness', params: { id: each.release } }">{{ each.title }}</RouterLink>
              <span>until {{ day(each.until) }}: {{ each.reason }}</span>
              <span class="quiet">{{ each.forAll ? `for everyone, by ${each.by}` : 'for you' }}</span>
              <button v-if="!readOnly" class="act" type="button" @click="bringBack(each.id)">Restore</button>
            </li>
          </ul>
        </details>
      </section>
      <section class="side" aria-label="Ahead">
        <h2>The next {{ desk.weeks }} weeks</h2>
        <WeeksAhead :today="desk.today" :weeks="desk.weeks" :dates="desk.ahead" />
        <p class="year"><RouterLink to="/year">The coming year, to print</RouterLink></p>
        <CalendarAddress v-if="!readOnly" />
        <h2>Answers</h2>
        <p v-if="!desk.answers.length" class="quiet">No answers yet.</p>
        <ul>
          <li v-for="(answer, i) in desk.answers" :key="i">
            <Mark :weight="MARKS[answer.state] ?? 'stop'" />
            <RouterLink :to="{ name: 'send', params: { id: answer.releaseId } }" :title="answer.says">
              <b>{{ answer.release }}</b> {{ answer.state }} at {{ answer.destination }}
              <span class="quiet">{{ moment(answer.at) }}</span>
              <span
                v-if="['rejected', 'failed', 'questions'].includes(answer.state) && !isReasonTold(answer)"
                class="reason"
                >{{ answer.says }}</span
              >
            </RouterLink>
          </li>
        </ul>
      </section>
    </div>
  </div>
</template>

<style scoped>
.desk {
  max-width: 1500px;
}
p.wanting {
  padding-bottom: var(--space-3);
}
.title {
  display: flex;
  justify-content: space-between;
  align-items: center;
  margin-bottom: var(--space-4);
}
h1 {
  margin: 0;
}
h2 {
  font:
    600 var(--type-text) Barlow,
    sans-serif;
  margin: 0;
  padding-bottom: var(--space-3);
  border-bottom: 1px solid var(--ink);
}
.columns {
  display: grid;
  grid-template-columns: 1fr 380px;
  gap: var(--space-8);
}
.side h2:not(:first-child) {
  margin-top: var(--space-7);
}
ol,
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  gap: var(--space-4);
  align-items: baseline;
  padding: var(--space-3) 0;
  border-bottom: 1px solid var(--line);
}
li a {
  flex: 1;
  color: var(--ink);
}
.block {
  padding: var(--space-4) 0;
  border-bottom: 1px solid var(--line);
}
.block li {
  padding: var(--space-1) 0;
  border-bottom: 0;
}
h3 {
  display: flex;
  gap: var(--space-5);
  align-items: baseline;
  justify-content: space-between;
  margin: 0 0 var(--space-1);
  font:
    600 var(--type-text) Bitter,
    serif;
}
h3 a {
  color: var(--ink);
}
.put-off {
  margin-top: var(--space-5);
}
.put-off li {
  flex-wrap: wrap;
}
.put-off li a {
  flex: none;
}
.put-off li .act {
  margin-left: auto;
}
.slack {
  margin-left: auto;
}
h3 .act {
  font:
    500 var(--type-note) Barlow,
    sans-serif;
}
.more {
  display: flex;
  gap: var(--space-6);
  margin: var(--space-1) 0 0;
  padding-left: var(--space-7);
}
.wanting {
  margin-bottom: var(--space-4);
  border-bottom: 1px solid var(--ink);
}
.wanting li:last-child {
  border-bottom: 0;
}
.says + .quiet {
  margin-left: var(--space-3);
}
.slack {
  font-family: Barlow, sans-serif;
  font-weight: 400;
  white-space: nowrap;
  font-size: var(--type-row);
  color: var(--quiet);
}
.late,
.problem {
  color: var(--stop);
}
.side li {
  font-size: var(--type-row);
}
.side li .quiet {
  white-space: nowrap;
}
.reason {
  display: block;
}
.side .year {
  margin: var(--space-3) 0;
  font-size: var(--type-row);
}
p {
  margin: var(--space-4) 0;
}
@media (width <= 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
