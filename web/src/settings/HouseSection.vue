<script setup lang="ts">
/** How the house is: what waits, what room is left, what is not as it has to be. */
import { api, got } from '../api/client'
import type { HouseView, Readiness } from '../api/types'
import Mark from '../kit/Mark.vue'
import { moment } from '../kit/dates'
import { useLoad } from '../kit/useLoad'

const { value: house, problem } = useLoad<HouseView>(() => got(api.GET('/api/house')), {
  announced: { backup: 'always' },
})
const MARKS: Record<string, Readiness> = { WELL: 'ready', LOOK: 'risk', BAD: 'stop' }
</script>

<template>
  <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  <p v-else-if="!house" class="quiet">Looking…</p>
  <template v-if="house">
    <dl>
      <div v-for="sign in house.signs" :key="sign.name">
        <dt><Mark :weight="MARKS[sign.level]!" /> {{ sign.name }}</dt>
        <dd>{{ sign.says }}</dd>
      </div>
    </dl>
    <ul v-if="house.found.length" aria-label="Problems found">
      <li v-for="each in house.found" :key="each.says">
        <b>{{ each.says }}</b> {{ each.remedy }} <span class="quiet">Found {{ moment(each.at) }}.</span>
      </li>
      <li v-if="house.more" class="quiet">{{ house.more }} more.</li>
    </ul>
    <p class="quiet">
      The server checks itself in the background. To check everything now, run
      <span class="mono">./entrada doctor --deep</span> on the server.
    </p>
  </template>
</template>

<style scoped>
dl {
  margin: 0 0 var(--space-3);
}
dl > div {
  display: grid;
  grid-template-columns: 220px 1fr;
  gap: var(--space-5);
  padding: var(--space-2) 0;
  border-top: 1px solid var(--line);
}
dt {
  font-weight: inherit;
}
dd {
  margin: 0;
}
ul {
  margin: 0 0 var(--space-3);
  padding: 0;
  list-style: none;
}
li {
  padding: var(--space-2) 0;
  border-top: 1px solid var(--line);
}
.problem {
  color: var(--stop);
}
</style>
