<script setup lang="ts">
import { computed, ref } from 'vue'
import type { FindingView } from '../api/types'
import Mark from '../kit/Mark.vue'
import { useJump } from './jump'
import { useReleaseStore } from './store'

const release = useReleaseStore()
const go = useJump()
const folded = ref(false)
const busy = ref('')
const places = computed(() => new Set(release.findings.flatMap((finding) => finding.destinations)).size)

async function fix(finding: FindingView) {
  busy.value = finding.id
  await release.fix(finding.id)
  busy.value = ''
}
const isHere = (finding: FindingView) => release.at?.row === finding.track && release.at?.column === finding.column
</script>

<template>
  <aside class="findings" :class="{ folded }" aria-label="Findings">
    <button v-if="folded" class="unfold" type="button" @click="folded = false">
      Findings {{ release.findings.length }}
    </button>
    <template v-else>
      <h2>
        Findings
        <span v-if="release.findings.length">
          {{ release.findings.length }} in {{ places === 1 ? '1 destination' : `${places} destinations` }}
        </span>
        <button class="act" type="button" aria-label="Fold the findings" @click="folded = true">fold</button>
      </h2>
      <p v-if="!release.findings.length" class="none"><Mark weight="ready" /> Nothing stands in the way.</p>
      <p v-else class="quiet hint"><kbd>J</kbd> goes to the next.</p>
      <ol>
        <li v-for="finding in release.findings" :key="finding.id" :class="{ here: isHere(finding) }">
          <div class="top" :class="finding.weight">
            <Mark :weight="finding.weight" />
            <b>{{ finding.destinations.join(', ') }}</b>
            <span class="hidden-text">{{ finding.weight }}</span>
            <span class="where">{{ finding.track ? `track ${finding.track}` : 'release' }}</span>
          </div>
          <button class="says" type="button" :data-finding="finding.id" @click="go(finding)">{{ finding.says }}</button>
          <button
            v-if="finding.fix && !release.readOnly"
            class="act"
            type="button"
            :disabled="busy === finding.id"
            :title="finding.preview ?? undefined"
            @click="fix(finding)"
          >
            {{ finding.fix }}
          </button>
        </li>
      </ol>
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
h2 .act {
  margin-left: auto;
  font-size: var(--type-note);
  font-weight: 500;
}
.hint {
  margin: var(--space-1) 0 var(--space-4);
  font-size: var(--type-note);
}
kbd {
  padding: 0 var(--space-2);
  color: var(--quiet);
  background: var(--card);
  border: 1px solid var(--line);
}
.none {
  margin-top: var(--space-5);
  color: var(--ready);
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
