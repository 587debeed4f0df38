<script setup lang="ts">
/** What stands in the way: findings of one rule as one line, those of the open panel first. */
import { computed, onMounted, onUnmounted, ref } from 'vue'
import { useRoute } from 'vue-router'
import type { FindingView } from '../api/types'
import Mark from '../kit/Mark.vue'
import { ofPanelFirst, type FindingGroup } from './findingGroups'
import { useJump } from './jump'
import NoFindings from './NoFindings.vue'
import { useReleaseStore } from './store'

const release = useReleaseStore()
const route = useRoute()
const go = useJump()
/** Views that need the whole width: findings are folded away there until somebody wants them, elsewhere until somebody does not. */
const WIDE = ['credits', 'send']
/** Narrower than this, every view needs it. */
const ROOM = 1100
const room = ref(innerWidth)
const measure = () => (room.value = innerWidth)
const chosen = ref<Record<string, boolean>>({})
const folded = computed({
  get: () => chosen.value[String(route.name)] ?? (room.value < ROOM || WIDE.includes(String(route.name))),
  set: (fold) => (chosen.value = { ...chosen.value, [String(route.name)]: fold }),
})
function keys(event: KeyboardEvent) {
  if (!event.altKey || event.ctrlKey || event.metaKey || event.key.toLowerCase() !== 'j') return
  event.preventDefault()
  folded.value = !folded.value
}
onMounted(() => {
  addEventListener('keydown', keys)
  addEventListener('resize', measure)
})
onUnmounted(() => {
  removeEventListener('keydown', keys)
  removeEventListener('resize', measure)
})
const busy = ref('')
const opened = ref(new Set<string>())
const groups = computed(() => release.findingGroups)
const measuring = computed(() => !!release.view?.head.marks.some((mark) => mark.readiness === 'measuring'))
const parts = computed(() => {
  const { here, elsewhere } = ofPanelFirst(groups.value, String(route.name))
  return [
    { key: 'here', groups: here },
    { key: 'elsewhere', groups: elsewhere },
  ].filter((part) => part.groups.length)
})
const destinations = computed(() => new Set(release.findings.flatMap((finding) => finding.destinations)).size)
const named = (group: FindingGroup<FindingView>) =>
  [...new Set(group.findings.flatMap((each) => each.destinations))].join(', ')
const where = (finding: FindingView) => (finding.track ? `track ${finding.track}` : 'release')

async function fix(group: FindingGroup<FindingView>) {
  busy.value = group.key
  if (group.fixable.length === 1) await release.fix(group.fixable[0]!.id)
  else await release.fixAll(group.fixable.map((each) => each.id))
  busy.value = ''
}
function press(group: FindingGroup<FindingView>) {
  if (group.findings.length === 1) go(group.findings[0]!)
  else if (!opened.value.delete(group.key)) opened.value.add(group.key)
}
const isAt = (finding: FindingView) => release.at?.row === finding.track && release.at?.column === finding.column
const isHere = (group: FindingGroup<FindingView>) => group.findings.some(isAt)
const isOpen = (group: FindingGroup<FindingView>) =>
  group.findings.length > 1 && (opened.value.has(group.key) || isHere(group))
</script>

<template>
  <aside class="findings" :class="{ folded }" aria-label="Findings">
    <button v-if="folded" class="unfold" type="button" title="Alt J" @click="folded = false">
      Findings {{ groups.length }}
    </button>
    <template v-else>
      <h2>
        Findings
        <span v-if="groups.length">
          {{ groups.length }} for {{ destinations === 1 ? '1 destination' : `${destinations} destinations` }}
        </span>
      </h2>
      <p class="quiet hint">
        <span v-if="groups.length"><kbd>J</kbd> goes to the next place.</span>
        <button class="act" type="button" aria-label="Collapse findings" title="Alt J" @click="folded = true">
          Collapse
        </button>
      </p>
      <NoFindings v-if="!groups.length" :measuring="measuring" />
      <template v-for="part in parts" :key="part.key">
        <h3 v-if="part.key === 'elsewhere' && parts.length > 1" class="quiet">In other panels</h3>
        <ol>
          <li v-for="group in part.groups" :key="group.key" :class="{ here: isHere(group) }">
            <div class="top" :class="group.weight">
              <Mark :weight="group.weight" />
              <b>{{ named(group) }}</b>
              <span class="hidden-text">{{ group.weight }}</span>
              <span class="where">{{ group.places || where(group.findings[0]!) }}</span>
            </div>
            <button
              class="says"
              type="button"
              :data-finding="group.findings[0]!.id"
              :aria-expanded="group.findings.length > 1 ? isOpen(group) : undefined"
              @click="press(group)"
            >
              {{ group.says }}
            </button>
            <p v-if="isOpen(group)" class="places">
              <button
                v-for="finding in group.findings"
                :key="finding.id"
                class="act"
                :class="{ at: isAt(finding) }"
                type="button"
                :title="finding.says"
                @click="go(finding)"
              >
                {{ where(finding) }}
              </button>
            </p>
            <button
              v-if="group.fix && !release.readOnly"
              class="act"
              type="button"
              :disabled="busy === group.key"
              :title="group.fixable.length === 1 ? (group.fixable[0]!.preview ?? undefined) : undefined"
              @click="fix(group)"
            >
              {{ group.fix }}
            </button>
          </li>
        </ol>
      </template>
    </template>
  </aside>
</template>

<style scoped>
.findings {
  width: 258px;
  flex: none;
  padding: var(--space-5) var(--space-6);
  border-left: 1px solid var(--line);
  overflow: auto;
  font-size: var(--type-row);
}
.folded {
  width: 34px;
  padding: var(--space-5) var(--space-2);
}
.unfold {
  writing-mode: vertical-rl;
  border: 0;
  background: none;
  font-weight: 600;
  color: var(--ink);
}
h2 {
  display: flex;
  align-items: baseline;
  gap: var(--space-4);
  margin: 0;
  font-family: var(--bs-body-font-family);
  font-size: var(--type-text);
}
h2 span {
  flex: 1;
  color: var(--quiet);
  font-size: var(--type-note);
}
.hint .act {
  margin-left: auto;
  min-height: 0;
}
.hint {
  display: flex;
  align-items: baseline;
  margin: var(--space-1) 0 var(--space-4);
  font-size: var(--type-note);
}
h3 {
  margin: var(--space-5) 0 var(--space-2);
  font:
    600 var(--type-note) Barlow,
    sans-serif;
}
.places {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--space-4);
  margin: 0;
  font-size: var(--type-note);
}
.places .at {
  font-weight: 600;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  padding: var(--space-4) 0;
  border-top: 1px solid var(--line);
}
li.here {
  box-shadow:
    -16px 0 0 var(--madder-wash),
    16px 0 0 var(--madder-wash);
  background: var(--madder-wash);
}
.top {
  display: flex;
  align-items: baseline;
  gap: var(--space-2);
  font-size: var(--type-small);
}
.stop b {
  color: var(--stop);
}
.risk b {
  color: var(--risk);
}
.note b {
  color: var(--note);
}
.where {
  margin-left: auto;
  color: var(--quiet);
  white-space: nowrap;
}
.says {
  display: block;
  min-height: 24px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--ink);
  text-align: left;
  margin-right: var(--space-3);
}
.says:hover {
  text-decoration: underline;
}
</style>
