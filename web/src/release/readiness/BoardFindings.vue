<script setup lang="ts">
/** The findings of an opened cell, those of one rule as one: jump, fix, or accept the risk with a reason. */
import { computed, ref } from 'vue'
import type { BoardDestination, BoardFinding } from '../../api/types'
import { day } from '../../kit/dates'
import Mark from '../../kit/Mark.vue'
import { grouped, type FindingGroup } from '../findingGroups'
import { useJump } from '../jump'
import NoFindings from '../NoFindings.vue'
import { useReleaseStore } from '../store'

const props = defineProps<{
  title: string
  findings: BoardFinding[]
  destinations: BoardDestination[]
  measuring: boolean
}>()
const emit = defineEmits<{
  accept: [findings: string[], reason: string]
  withdraw: [findings: string[]]
  fix: [findings: string[]]
}>()
const release = useReleaseStore()
const jump = useJump()
/** Ids of what is being accepted; none while nobody is asked for a reason. */
const taking = ref<string[]>([])
const reason = ref('')
const opened = ref(new Set<string>())
const open = computed(() => grouped(props.findings.filter((each) => !each.accepted)))
const accepted = computed(() => props.findings.filter((each) => each.accepted))

const names = (findings: BoardFinding[]) =>
  props.destinations
    .filter((each) => findings.some((finding) => finding.weights[each.id]))
    .map((each) => each.name)
    .join(', ')
const ids = (findings: BoardFinding[]) => findings.map((each) => each.id)
const plain = (group: FindingGroup<BoardFinding>) => group.fixable.filter((each) => !each.picture)
const isTaking = (findings: BoardFinding[]) =>
  taking.value.length === findings.length && taking.value[0] === findings[0]!.id
function accept() {
  emit('accept', taking.value, reason.value)
  taking.value = []
  reason.value = ''
}
function begin(findings: BoardFinding[]) {
  taking.value = ids(findings)
  reason.value = ''
}
function toggle(group: FindingGroup<BoardFinding>) {
  if (!opened.value.delete(group.key)) opened.value.add(group.key)
}
</script>

<template>
  <section class="found" :aria-label="props.title">
    <h3>
      {{ props.title }} <span v-if="open.length" class="quiet">{{ open.length }}</span>
    </h3>
    <NoFindings v-if="!open.length" :measuring="measuring" />
    <ol>
      <li v-for="group in open" :key="group.key">
        <Mark :weight="group.weight" />
        <div class="words">
          <p class="says">
            <span class="hidden-text">{{ group.weight }}:</span> {{ group.says
            }}<span v-if="group.places" class="many"> · {{ group.places }}</span>
          </p>
          <p class="quiet why">
            {{ group.findings[0]!.reason }} <span class="who">{{ names(group.findings) }}</span>
          </p>
          <ul v-if="group.findings.length > 1 && opened.has(group.key)">
            <li v-for="finding in group.findings" :key="finding.id">
              <span>{{ finding.says }}</span>
              <button class="act" type="button" :data-jump="finding.id" @click="jump(finding)">
                {{ finding.where }}
              </button>
              <button
                v-if="group.weight !== 'stop' && !release.readOnly && !isTaking([finding])"
                class="act"
                type="button"
                :data-accept="finding.id"
                @click="begin([finding])"
              >
                Accept…
              </button>
              <button
                v-if="finding.fix && !finding.picture && !release.readOnly"
                class="act"
                type="button"
                :data-fix="finding.id"
                @click="emit('fix', [finding.id])"
              >
                {{ finding.fix }}
              </button>
            </li>
          </ul>
          <form
            v-if="taking.length && group.findings.some((each) => taking.includes(each.id))"
            class="taking"
            @submit.prevent="accept"
          >
            <label>
              Reason for accepting {{ taking.length === 1 ? 'the risk' : `these ${taking.length} risks` }}
              <input v-model="reason" maxlength="1000" required minlength="3" autofocus />
            </label>
            <button class="act" type="submit">
              {{ taking.length === 1 ? 'Accept the risk' : `Accept ${taking.length} risks` }}
            </button>
            <button class="act" type="button" @click="taking = []">Cancel</button>
          </form>
        </div>
        <div class="acts">
          <button
            v-if="group.findings.length === 1"
            class="act"
            type="button"
            :data-jump="group.findings[0]!.id"
            @click="jump(group.findings[0]!)"
          >
            {{ group.findings[0]!.where }}
          </button>
          <button
            v-else
            class="act"
            type="button"
            :aria-expanded="opened.has(group.key)"
            :data-open="group.key"
            @click="toggle(group)"
          >
            {{ opened.has(group.key) ? 'Collapse' : 'Show all' }}
          </button>
          <template v-if="!release.readOnly">
            <button
              v-if="plain(group).length"
              class="act"
              type="button"
              :data-fix="plain(group)[0]!.id"
              @click="emit('fix', ids(plain(group)))"
            >
              {{ group.fix }}
            </button>
            <button v-else-if="group.fix" class="act" type="button" @click="jump(group.findings[0]!)">
              {{ group.fix }}…
            </button>
            <button
              v-if="group.weight !== 'stop' && !isTaking(group.findings)"
              class="act"
              type="button"
              :data-accept="group.findings[0]!.id"
              @click="begin(group.findings)"
            >
              {{ group.findings.length === 1 ? 'Accept…' : `Accept ${group.findings.length}…` }}
            </button>
          </template>
        </div>
      </li>
      <li v-for="finding in accepted" :key="finding.id" class="accepted">
        <Mark :weight="finding.weight" />
        <div class="words">
          <p class="says">
            <span class="hidden-text">{{ finding.weight }}:</span> {{ finding.says }}
          </p>
          <p class="quiet why">
            {{ finding.reason }} <span class="who">{{ names([finding]) }}</span>
          </p>
          <p class="taken">
            Accepted by {{ finding.accepted!.by }}, {{ day(finding.accepted!.at.slice(0, 10)) }}: “{{
              finding.accepted!.reason
            }}”
            <button v-if="!release.readOnly" class="act" type="button" @click="emit('withdraw', [finding.id])">
              Withdraw
            </button>
          </p>
        </div>
        <div class="acts">
          <button class="act" type="button" :data-jump="finding.id" @click="jump(finding)">{{ finding.where }}</button>
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
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
.words ul {
  margin: var(--space-2) 0 0;
  padding: 0;
  list-style: none;
  font-size: var(--type-row);
}
.words ul li {
  display: flex;
  gap: var(--space-5);
  align-items: baseline;
  padding: var(--space-1) 0;
  border-top: 1px solid var(--line);
}
.words ul span {
  flex: 1;
}
.many {
  color: var(--quiet);
}
ol > li {
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
