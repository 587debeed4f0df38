<script setup lang="ts">
/** A stretch of a file: what is read in it, and its bytes beside that. */
import type { FilePart } from '../api/types'
import Mark from '../kit/Mark.vue'
import { hexLines } from './hex'

defineProps<{ part: FilePart }>()
const PICTURE_BYTES = 192
</script>

<template>
  <section :aria-label="part.kind">
    <h3>
      {{ part.kind }} <span v-if="part.version" class="quiet">{{ part.version }}</span>
      <span class="quiet mono"
        >byte {{ part.offset.toLocaleString('en-GB') }}, {{ part.length.toLocaleString('en-GB') }} long</span
      >
    </h3>
    <details v-if="!part.entries.length && part.length">
      <summary>kept as it is; first bytes</summary>
      <pre class="mono">{{ hexLines(part.raw, 16).join('\n') }}</pre>
    </details>
    <table v-else-if="part.entries.length">
      <tbody>
        <tr v-for="(entry, i) in part.entries" :key="i">
          <td class="mono id">
            {{ entry.id }}<span v-if="entry.language" class="quiet"> {{ entry.language }}</span>
          </td>
          <td class="gives quiet">{{ entry.gives }}</td>
          <td class="value">
            <template v-if="entry.picture">{{ entry.picture }}</template>
            <span v-for="(value, j) in entry.values" :key="j" class="one">{{ value }}</span>
            <span v-if="entry.disagrees" class="quiet"><Mark weight="risk" /> others disagree</span>
          </td>
          <td class="raw mono">
            <span v-if="!entry.bytes" class="quiet">–</span>
            <details v-else-if="entry.bytes > 24">
              <summary>{{ hexLines(entry.raw, 12)[0] }} …</summary>
              <pre>{{ hexLines(entry.raw, 12).join('\n') }}</pre>
              <span v-if="entry.bytes > PICTURE_BYTES" class="quiet"
                >{{ entry.bytes.toLocaleString('en-GB') }} bytes in total</span
              >
            </details>
            <template v-else>{{ hexLines(entry.raw, 24)[0] }}</template>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
h3 {
  margin: var(--space-5) 0 var(--space-1);
  padding-bottom: var(--space-1);
  border-bottom: 1px solid var(--ink);
}
h3 .mono {
  margin-left: var(--space-4);
  font-size: var(--type-note);
  font-weight: 400;
}
table {
  width: 100%;
  border-collapse: collapse;
  table-layout: fixed;
  font-size: var(--type-row);
}
td {
  padding: var(--space-1) var(--space-4) var(--space-1) 0;
  border-bottom: 1px solid var(--line);
  vertical-align: baseline;
  overflow-wrap: anywhere;
}
.id {
  width: 190px;
}
.gives {
  width: 120px;
}
.raw {
  width: 42%;
  font-size: var(--type-small);
}
.one {
  display: block;
}
pre {
  margin: var(--space-2) 0;
  font-size: var(--type-small);
}
</style>
