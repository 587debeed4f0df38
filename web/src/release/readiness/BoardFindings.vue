<script setup lang="ts">
/** The findings of an opened cell: jump, fix, or take the risk with a reason. */
import { ref } from 'vue'
import type { BoardDestination, BoardFinding } from '../../api/types'
import { day } from '../../kit/dates'
import Mark from '../../kit/Mark.vue'
import { useJump } from '../jump'
import { useReleaseStore } from '../store'

const props = defineProps<{ title: string; findings: BoardFinding[]; destinations: BoardDestination[] }>()
const emit = defineEmits<{
  accept: [finding: string, reason: string]
  withdraw: [finding: string]
  fix: [finding: string]
}>()
const release = useReleaseStore()
const jump = useJump()
const taking = ref('')
const reason = ref('')

const names = (finding: BoardFinding) =>
  props.destinations
    .filter((each) => finding.weights[each.id])
    .map((each) => each.name)
    .join(', ')
function accept(finding: BoardFinding) {
  emit('accept', finding.id, reason.value)
  taking.value = ''
  reason.value = ''
}
function begin(finding: BoardFinding) {
  taking.value = finding.id
  reason.value = ''
}
</script>

<template>
  <section class="found" :aria-label="props.title">
    <h3>
      {{ props.title }} <span class="quiet">{{ props.findings.length || 'nothing to say' }}</span>
    </h3>
    <p v-if="!props.findings.length" class="none"><Mark weight="ready" /> Nothing stands in the way here.</p>
    <ol>
      <li v-for="finding in props.findings" :key="finding.id" :class="{ accepted: finding.accepted }">
        <Mark :weight="finding.weight" />
        <div class="words">
          <p class="says">
            <span class="hidden-text">{{ finding.weight }}:</span> {{ finding.says }}
          </p>
          <p class="quiet why">
            {{ finding.reason }} <span class="who">{{ names(finding) }}</span>
          </p>
          <p v-if="finding.accepted" class="taken">
            Accepted by {{ finding.accepted.by }}, {{ day(finding.accepted.at.slice(0, 10)) }}: “{{
              finding.accepted.reason
            }}”
            <button v-if="!release.readOnly" class="act" type="button" @click="emit('withdraw', finding.id)">
              Take it back
            </button>
          </p>
          <form v-if="taking === finding.id" class="taking" @submit.prevent="accept(finding)">
            <label>
              Why is the risk taken?
              <input v-model="reason" maxlength="1000" required minlength="3" autofocus />
            </label>
            <button class="act" type="submit">Accept the risk</button>
            <button class="act" type="button" @click="taking = ''">Leave it open</button>
          </form>
        </div>
        <div class="acts">
          <button class="act" type="button" :data-jump="finding.id" @click="jump(finding)">{{ finding.where }}</button>
          <template v-if="!release.readOnly && !finding.accepted">
            <button
              v-if="finding.fix && !finding.picture"
              class="act"
              type="button"
              :data-fix="finding.id"
              @click="emit('fix', finding.id)"
            >
              {{ finding.fix }}
            </button>
            <button v-if="finding.picture" class="act" type="button" @click="jump(finding)">{{ finding.fix }}…</button>
            <button
              v-if="finding.weight !== 'stop' && taking !== finding.id"
              class="act"
              type="button"
              :data-accept="finding.id"
              @click="begin(finding)"
            >
              Accept…
            </button>
          </template>
        </div>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.found {
  margin-top: var(--space-6);
}
h3 {
  font:
    600 var(--type-text) Barlow,
    sans-serif;
  margin: 0 0 var(--space-2);
}
.none {
  color: var(--ready);
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 14px 1fr auto;
  gap: var(--space-4);
  align-items: baseline;
  padding: var(--space-3) 0;
  border-top: 1px solid var(--line);
}
p {
  margin: 0;
}
.why {
  font-size: var(--type-note);
}
.who {
  margin-left: var(--space-3);
}
.accepted .says {
  color: var(--quiet);
}
.taken {
  font-size: var(--type-note);
  padding-left: var(--space-4);
  border-left: 2px solid var(--risk);
}
.taking {
  display: flex;
  gap: var(--space-5);
  align-items: end;
  margin-top: var(--space-2);
}
.taking label {
  flex: 1;
  font-size: var(--type-note);
}
.taking input {
  display: block;
  width: 100%;
}
.acts {
  display: flex;
  gap: var(--space-5);
  white-space: nowrap;
}
</style>
