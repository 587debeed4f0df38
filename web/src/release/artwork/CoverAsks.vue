<script setup lang="ts">
/** The cover's file against what each destination asks of it: a line each, pixels and bytes also as bars. */
import type { ArtworkView, CoverAsked } from '../../api/types'
import { bytes } from '../../kit/dates'
import Mark from '../../kit/Mark.vue'

const props = defineProps<{ view: ArtworkView }>()
const longest = () => Math.max(props.view.width, props.view.height)
const fails = (asked: CoverAsked, what: CoverAsked['fails'][number]) => asked.fails.includes(what)
const number = (n: number) => n.toLocaleString('en-GB')
const pixels = (asked: CoverAsked) =>
  asked.minPixels ? `${number(asked.minPixels)}–${number(asked.maxPixels)}` : `to ${number(asked.maxPixels)}`
// the greatest that is taken stands at two thirds of the bar; what lies beyond is cut off
const part = (value: number, most: number) => `${Math.min(100, (value / most) * 66.7)}%`
const colours = (asked: CoverAsked) => (asked.rgb ? 'RGB 8 bit' : '–')
function verdict(asked: CoverAsked) {
  if (!asked.fails.length) return 'accepted'
  if (fails(asked, 'pixels') && longest() < asked.minPixels) return 'too small'
  if (fails(asked, 'pixels')) return 'too large'
  if (fails(asked, 'bytes')) return 'too many bytes'
  if (fails(asked, 'square')) return 'not square'
  return fails(asked, 'colours') ? 'wrong colours' : 'wrong format'
}
</script>

<template>
  <p v-if="!view.asks.length" class="quiet">No destination of this release limits its cover.</p>
  <table v-else>
    <caption class="hidden-text">
      The cover's file against each destination's limits
    </caption>
    <thead>
      <tr>
        <th scope="col">Destination</th>
        <th scope="col">Pixels</th>
        <th scope="col">At most</th>
        <th scope="col">Format</th>
        <th scope="col">Colours</th>
        <th scope="col">Verdict</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="asked in view.asks" :key="asked.destination">
        <th scope="row">{{ asked.name }}</th>
        <td :class="{ over: fails(asked, 'pixels') || fails(asked, 'square') }">
          <template v-if="asked.maxPixels">
            {{ pixels(asked) }}
            <span class="bar" aria-hidden="true">
              <i :style="{ width: part(longest(), asked.maxPixels) }" />
              <b v-if="asked.minPixels" :style="{ left: part(asked.minPixels, asked.maxPixels) }" />
              <b style="left: 66.7%" />
            </span>
          </template>
          <template v-else-if="asked.square">square</template>
          <template v-else>–</template>
        </td>
        <td :class="{ over: fails(asked, 'bytes') }">
          <template v-if="asked.maxBytes">
            {{ bytes(asked.maxBytes) }}
            <span class="bar" aria-hidden="true">
              <i :style="{ width: part(view.bytes, asked.maxBytes) }" />
              <b style="left: 66.7%" />
            </span>
          </template>
          <template v-else>–</template>
        </td>
        <td :class="{ over: fails(asked, 'format') }">{{ asked.formats.join(', ') || '–' }}</td>
        <td :class="{ over: fails(asked, 'colours') }">{{ colours(asked) }}</td>
        <td class="verdict"><Mark :weight="asked.readiness" /> {{ verdict(asked) }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table {
  width: 100%;
  border-collapse: collapse;
  font-size: var(--type-note);
}
th,
td {
  padding: var(--space-2) var(--space-4) var(--space-2) 0;
  border-bottom: 1px solid var(--line);
  text-align: left;
  vertical-align: top;
  white-space: nowrap;
}
thead th {
  font-weight: 400;
  color: var(--quiet);
}
tbody th {
  font-weight: 600;
}
.over {
  color: var(--stop);
  font-weight: 600;
}
.verdict {
  padding-right: 0;
}
.bar {
  position: relative;
  display: block;
  width: 84px;
  height: 5px;
  margin-top: var(--space-1);
  background: var(--block);
}
.bar i {
  position: absolute;
  inset: 0 auto 0 0;
  background: var(--ready);
}
.over .bar i {
  background: var(--stop);
}
.bar b {
  position: absolute;
  top: -2px;
  bottom: -2px;
  width: 2px;
  background: var(--ink);
}
</style>
