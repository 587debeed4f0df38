<script setup lang="ts">
/** What stops a delivery, mended from here: those of one rule as one, each with its way there and its fix. */
import { computed, ref } from 'vue'
import type { FindingView } from '../../api/types'
import Mark from '../../kit/Mark.vue'
import { grouped, type FindingGroup } from '../findingGroups'
import { useJump } from '../jump'
import { useReleaseStore } from '../store'

const props = defineProps<{ destination: string; otherwise: string }>()
const release = useReleaseStore()
const jump = useJump()
const busy = ref('')
const groups = computed(() =>
  grouped(release.findings.filter((each) => each.stops.includes(props.destination) && !each.accepted)),
)
async function fix(group: FindingGroup<FindingView>) {
  busy.value = group.key
  const ids = group.fixable.map((each) => each.id)
  await (ids.length === 1 ? release.fix(ids[0]!) : release.fixAll(ids))
  busy.value = ''
}
</script>

<template>
  <p v-if="!groups.length"><Mark weight="stop" /> {{ otherwise }}</p>
  <ul v-else>
    <li v-for="group in groups" :key="group.key">
      <Mark weight="stop" />
      <span class="says"
        >{{ group.says }} <span v-if="group.places" class="quiet">{{ group.places }}</span></span
      >
      <button class="act" type="button" @click="jump(group.findings[0]!)">Go there</button>
      <button
        v-if="group.fix && !release.readOnly"
        class="act"
        type="button"
        :disabled="busy === group.key"
        @click="fix(group)"
      >
        {{ group.fix }}
      </button>
    </li>
  </ul>
</template>

<style scoped>
p {
  margin: 0;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  gap: var(--space-4);
  align-items: baseline;
  padding: var(--space-1) 0;
}
.says {
  flex: 1;
}
.act {
  white-space: nowrap;
}
</style>
