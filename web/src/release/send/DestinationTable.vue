<script setup lang="ts">
/** All destinations of the release, a row each: last day, readiness, what goes, state; ticked for a move in common. */
import type { DestinationSend, Head } from '../../api/types'
import { day } from '../../kit/dates'
import Mark from '../../kit/Mark.vue'
import { useReleaseStore } from '../store'
import { goes, stands } from './stands'

defineProps<{
  destinations: DestinationSend[]
  chosen: string
  ticked: Set<string>
  ticks: boolean
  sends: (each: DestinationSend) => boolean
}>()
defineEmits<{ choose: [id: string]; tick: [id: string] }>()
const release = useReleaseStore()
const mark = (id: string) => release.view?.head.marks?.find((each) => each.destination === id)
/** How many findings there are, or that it is not known yet. */
const found = (mark: Head['marks'][number]) => mark.count || (mark.readiness === 'measuring' ? mark.says : 'none')
</script>

<template>
  <nav aria-label="Destinations">
    <table>
      <thead>
        <tr>
          <th v-if="ticks"><span class="hidden-text">Send together</span></th>
          <th scope="col">Destination</th>
          <th scope="col">Last day</th>
          <th scope="col">Findings</th>
          <th scope="col">Goes</th>
          <th scope="col">State</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="each in destinations"
          :key="each.id"
          :class="{ here: each.id === chosen }"
          @click="$emit('choose', each.id)"
        >
          <td v-if="ticks" @click.stop>
            <input
              type="checkbox"
              :checked="ticked.has(each.id)"
              :disabled="!sends(each)"
              :aria-label="`Tick ${each.name}`"
              @change="$emit('tick', each.id)"
            />
          </td>
          <th scope="row">
            <button type="button" :aria-pressed="each.id === chosen" @click.stop="$emit('choose', each.id)">
              {{ each.name }}
            </button>
            <span class="quiet">{{ each.kind }}</span>
          </th>
          <td>{{ each.lastDay ? day(each.lastDay) : '–' }}</td>
          <td class="found">
            <template v-if="mark(each.id)">
              <Mark :weight="mark(each.id)!.readiness" /> {{ found(mark(each.id)!) }}
              <span v-if="mark(each.id)!.count" class="hidden-text">{{ mark(each.id)!.says }}</span>
            </template>
          </td>
          <td class="quiet goes">{{ goes(each) }}</td>
          <td class="state"><Mark :weight="stands(each).weight" /> {{ stands(each).says }}</td>
        </tr>
      </tbody>
    </table>
  </nav>
</template>

<style scoped>
table {
  width: 100%;
  border-collapse: collapse;
  font-size: var(--type-row);
}
th,
td {
  padding: var(--space-3) var(--space-4) var(--space-3) 0;
  border-bottom: 1px solid var(--line);
  vertical-align: top;
  white-space: nowrap;
}
thead th {
  padding-top: 0;
  font-weight: 400;
  font-size: var(--type-note);
  color: var(--quiet);
  border-color: var(--ink);
}
th:first-child,
td:first-child {
  padding-left: var(--space-3);
}
tbody tr {
  cursor: pointer;
}
tbody th {
  font-weight: 400;
}
tbody th span {
  display: block;
  font-size: var(--type-note);
}
button {
  padding: 0;
  border: 0;
  background: none;
  font-weight: 600;
  color: var(--ink);
  text-align: left;
}
.here {
  background: var(--madder-wash);
}
.here button {
  color: var(--madder);
}
.goes {
  white-space: normal;
}
</style>
