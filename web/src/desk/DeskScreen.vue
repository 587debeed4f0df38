<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next'
import { useRouter } from 'vue-router'
import { api, got } from '../api/client'
import { useLoad } from '../kit/useLoad'
import { useSession } from '../api/session'
import type { MoveView, Readiness } from '../api/types'
import Mark from '../kit/Mark.vue'
import { moment } from '../kit/dates'
import WeeksAhead from './WeeksAhead.vue'

const session = useSession()
const router = useRouter()
const { value: desk, problem } = useLoad(() => got(api.GET('/api/desk')), { announced: ['release', 'delivery'] })

function target(move: MoveView) {
  const query = move.column ? { at: `${move.track}.${move.column}` } : {}
  return { name: move.panel, params: { id: move.releaseId }, query }
}
const MARKS: Record<string, Readiness> = {
  accepted: 'ready',
  'in review': 'note',
  'taken down': 'note',
  questions: 'risk',
}
function slack(days: number | null): string {
  if (days === null) return 'no date'
  if (days < 0) return days < -60 ? 'long past' : `${-days} ${days === -1 ? 'day' : 'days'} late`
  return days === 1 ? '1 day of slack' : `${days} days of slack`
}
</script>

<template>
  <div class="screen desk">
    <div class="title">
      <h1>Desk</h1>
      <BButton v-if="session.who?.role !== 'reader'" variant="primary" size="sm" @click="router.push('/releases?new')"
        >New release</BButton
      >
    </div>
    <p v-if="problem" role="alert" class="problem">{{ problem }}</p>
    <p v-if="!desk" class="quiet">Looking over all releases…</p>
    <div v-else class="columns">
      <section aria-label="Next moves">
        <h2>Next moves</h2>
        <p v-if="!desk.destinations" class="quiet">
          There is no destination yet, so nothing is checked.
          <RouterLink to="/destinations">Add those that you send to</RouterLink>.
        </p>
        <p v-else-if="!desk.moves.length" class="quiet">
          Nothing waits for you. Begin a new release when its masters are finished.
        </p>
        <ol>
          <li v-for="(move, i) in desk.moves" :key="i">
            <Mark :weight="move.weight" />
            <RouterLink :to="target(move)">
              <span class="says"
                ><b>{{ move.release }}</b> {{ move.says }}</span
              >
              <span class="quiet">{{ move.waits.join(', ') }} {{ move.waits.length === 1 ? 'waits' : 'wait' }}</span>
            </RouterLink>
            <span class="slack" :class="{ late: move.slackDays !== null && move.slackDays < 0 }">{{
              slack(move.slackDays)
            }}</span>
          </li>
        </ol>
      </section>
      <section class="side" aria-label="Ahead">
        <h2>The next {{ desk.weeks }} weeks</h2>
        <WeeksAhead :today="desk.today" :weeks="desk.weeks" :dates="desk.ahead" />
        <h2>Answers</h2>
        <p v-if="!desk.answers.length" class="quiet">None came in yet.</p>
        <ul>
          <li v-for="(answer, i) in desk.answers" :key="i">
            <Mark :weight="MARKS[answer.state] ?? 'stop'" />
            <RouterLink :to="{ name: 'send', params: { id: answer.releaseId } }">
              <b>{{ answer.release }}</b> {{ answer.state }} at {{ answer.destination }}
              <span class="quiet">{{ moment(answer.at) }}</span>
              <span v-if="['rejected', 'failed', 'questions'].includes(answer.state)" class="reason">{{
                answer.says
              }}</span>
            </RouterLink>
          </li>
        </ul>
      </section>
    </div>
  </div>
</template>

<style scoped>
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
.says {
  display: block;
}
.slack {
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
.reason {
  display: block;
}
p {
  margin: var(--space-4) 0;
}
</style>
