<script setup lang="ts">
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { BButton } from 'bootstrap-vue-next'
import Cover from '../kit/Cover.vue'
import Mark from '../kit/Mark.vue'
import { day, distance, shortDay } from '../kit/dates'
import { picked } from '../intake/dropped'
import { useUploads } from '../intake/uploads'
import StandingWord from '../kit/StandingWord.vue'
import ReleaseDocuments from './ReleaseDocuments.vue'
import { useReleaseStore } from './store'

const uploads = useUploads()
const release = useReleaseStore()
const route = useRoute()
const router = useRouter()
const head = computed(() => release.view!.head)
/** Whether a code is missing that the label could give. */
const codeless = computed(() =>
  release.rows.some((row) =>
    (row.track ? ['isrc'] : ['barcode', 'catalogueNumber']).some((key) => row.cells[key] && !row.cells[key].value),
  ),
)
const facts = computed(() =>
  [
    head.value.kind,
    head.value.tracks === 1 ? '1 track' : `${head.value.tracks} tracks`,
    head.value.time === '0:00' ? '' : head.value.time,
  ].filter(Boolean),
)
function pick(event: Event) {
  const input = event.target as HTMLInputElement
  uploads.add(picked(input.files), release.view!.head.id)
  input.value = ''
}
</script>

<template>
  <header class="head">
    <Cover :head="head" :side="72" />
    <div class="who">
      <h1>{{ head.title }}</h1>
      <p class="line">
        <b>{{ head.artists || 'no artist yet' }}</b> · {{ facts.join(' · ') }}
        <template v-if="head.catalogueNumber">
          · <span class="mono">{{ head.catalogueNumber }}</span></template
        >
        <template v-if="head.barcode">
          · <span class="mono">{{ head.barcode }}</span></template
        >
      </p>
      <p class="marks">
        <RouterLink v-for="mark in head.marks" :key="mark.destination" :to="{ name: 'send', params: route.params }">
          <b>{{ mark.name }}</b>
          <span :class="mark.readiness"><Mark :weight="mark.readiness" /> {{ mark.count || mark.says }}</span>
          <StandingWord :standing="mark.standing" />
          <span v-if="mark.count" class="hidden-text">{{ mark.says }}</span>
        </RouterLink>
      </p>
    </div>
    <div class="when">
      <strong v-if="head.date">{{ day(head.date) }}</strong>
      <strong v-else class="quiet">No release date</strong>
      <span v-if="head.date && head.days !== null" class="quiet">
        {{ distance(head.days)
        }}<template v-if="head.deliverBy && head.days > 0"> · deliver by {{ shortDay(head.deliverBy) }}</template>
      </span>
      <div class="deeds">
        <label v-if="!release.readOnly" class="add act">
          Add files…
          <input class="hidden-text" type="file" multiple @change="pick" />
        </label>
        <button
          v-if="codeless && !release.readOnly"
          class="act"
          type="button"
          title="The label’s next barcode, catalogue number and ISRCs, wherever one is missing"
          @click="release.giveCodes()"
        >
          Allocate codes
        </button>
        <ReleaseDocuments />
        <BButton variant="primary" size="sm" @click="router.push({ name: 'send', params: route.params })">
          Send…
        </BButton>
      </div>
    </div>
  </header>
</template>

<style scoped>
.head {
  display: flex;
  gap: var(--space-5);
  padding: var(--space-5) var(--space-6) var(--space-4);
}
.who {
  flex: 1;
  min-width: 0;
}
h1 {
  line-height: 1.1;
  margin: 0 0 var(--space-1);
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
p {
  margin: 0;
}
.line {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.marks {
  display: flex;
  flex-wrap: wrap;
  white-space: nowrap;
  align-items: baseline;
  gap: var(--space-2) var(--space-6);
  margin-top: var(--space-2);
  font-size: var(--type-row);
}
.marks a {
  display: flex;
  align-items: baseline;
  gap: var(--space-3);
  color: var(--ink);
  text-decoration: none;
}
.stop {
  color: var(--stop);
}
.risk {
  color: var(--risk);
}
.note,
.measuring {
  color: var(--note);
}
.ready {
  color: var(--ready);
}
.add {
  cursor: pointer;
}
.add:focus-within {
  outline: 2px solid var(--madder);
}
.when {
  display: flex;
  flex-direction: column;
  align-items: flex-end;
  white-space: nowrap;
}
.when strong {
  font:
    600 var(--type-head) Bitter,
    serif;
}
.deeds {
  display: flex;
  align-items: center;
  gap: var(--space-6);
  margin-top: auto;
  font-size: var(--type-row);
}
.deeds .act {
  display: inline-flex;
  align-items: center;
}
.deeds .btn {
  padding: var(--space-2) var(--space-6);
}
@media (width <= 900px) {
  .head {
    flex-wrap: wrap;
  }
  h1,
  .line {
    white-space: normal;
  }
  .when {
    flex-basis: 100%;
    align-items: flex-start;
  }
}
</style>
