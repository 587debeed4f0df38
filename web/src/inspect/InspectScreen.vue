<script setup lang="ts">
/** Everything that is in a file, raw and read. */
import { ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api, got, send } from '../api/client'
import type { Inspection } from '../api/types'
import { bytes } from '../kit/dates'
import ErrorNote from '../kit/ErrorNote.vue'
import Mark from '../kit/Mark.vue'
import FilePart from './FilePart.vue'
import { lookedAt } from './lookedAt'

const route = useRoute()
const found = ref<Inspection | null>(null)
const problem = ref<string | null>(null)
const reading = ref(false)
const input = ref<HTMLInputElement>()

async function look(how: () => Promise<Inspection>) {
  reading.value = true
  found.value = null
  problem.value = null
  try {
    found.value = await how()
  } catch (failure) {
    problem.value = (failure as Error).message
  } finally {
    reading.value = false
  }
}
const file = (chosen: File) =>
  look(() => send<Inspection>(`/api/inspect?name=${encodeURIComponent(chosen.name)}`, chosen, () => {}))

watch(
  () => route.query,
  (query) => {
    if (query.file)
      void look(() =>
        got(
          api.GET('/api/files/{sha256}/inspect', {
            params: { path: { sha256: String(query.file) }, query: { name: String(query.name ?? '') } },
          }),
        ),
      )
  },
  { immediate: true },
)
watch(
  lookedAt,
  (dropped) => {
    if (!dropped) return
    void file(dropped)
    lookedAt.value = null
  },
  { immediate: true },
)
function pick(event: Event) {
  const chosen = (event.target as HTMLInputElement).files?.[0]
  if (chosen) void file(chosen)
}
</script>

<template>
  <div class="screen">
    <div class="top">
      <h1>Inspect</h1>
      <button class="act" type="button" @click="input?.click()">Choose a file…</button>
      <input ref="input" hidden type="file" aria-label="File to inspect" @change="pick" />
    </div>
    <ErrorNote :says="problem" @close="problem = null" />
    <p v-if="reading" class="quiet" role="status">Reading the file…</p>
    <p v-else-if="!found && !problem" class="quiet">
      Choose an audio file, or drop one anywhere while holding Alt, to see everything in it: every tag and every chunk,
      as bytes and as text. The file is not kept.
    </p>
    <template v-if="found">
      <h2>{{ found.name }}</h2>
      <dl>
        <div>
          <dt>Format</dt>
          <dd>
            {{ found.format }}<template v-if="found.codec !== found.format">, {{ found.codec }}</template>
          </dd>
        </div>
        <div>
          <dt>Length</dt>
          <dd class="mono">{{ found.time }} · {{ found.samples.toLocaleString('en-GB') }} samples</dd>
        </div>
        <div>
          <dt>Rate</dt>
          <dd>
            {{ found.sampleRate.toLocaleString('en-GB') }} Hz<template v-if="found.bitDepth"
              >, {{ found.bitDepth }} bits</template
            >, {{ found.channels }} {{ found.channels === 1 ? 'channel' : 'channels' }}
          </dd>
        </div>
        <div>
          <dt>Size</dt>
          <dd>{{ bytes(found.bytes) }}</dd>
        </div>
        <div class="wide">
          <dt>SHA-256 of the file</dt>
          <dd class="mono">{{ found.sha256 }}</dd>
        </div>
        <div class="wide">
          <dt>SHA-256 of the audio</dt>
          <dd class="mono">{{ found.audioSha256 }}</dd>
        </div>
      </dl>
      <p v-for="fault in found.faults" :key="fault.where + fault.what" class="fault">
        <Mark weight="stop" /> {{ fault.what }}
        <span class="quiet mono">at byte {{ fault.where.toLocaleString('en-GB') }}</span>
      </p>
      <div v-for="each in found.disagreements" :key="each.fact" class="fault">
        <Mark weight="risk" /> <b>{{ each.fact }}</b> has different values:
        <span v-for="(value, source) in each.values" :key="source" class="said">
          <span class="quiet">{{ source }}</span> {{ value }}
        </span>
      </div>
      <p v-if="!found.parts.some((part) => part.entries.length)" class="quiet">The file has no tags at all.</p>
      <FilePart v-for="part in found.parts" :key="part.offset" :part="part" />
    </template>
  </div>
</template>

<style scoped>
.top {
  display: flex;
  align-items: baseline;
  gap: var(--space-6);
}
h2 {
  margin: var(--space-4) 0;
}
dl {
  display: grid;
  grid-template-columns: repeat(4, auto);
  gap: var(--space-2) var(--space-7);
  margin: 0 0 var(--space-4);
  padding: var(--space-4) 0;
  border-top: 1px solid var(--ink);
  border-bottom: 1px solid var(--line);
}
.wide {
  grid-column: span 4;
  display: flex;
  gap: var(--space-5);
  align-items: baseline;
}
dt {
  font-size: var(--type-note);
  font-weight: 400;
  color: var(--quiet);
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
.fault {
  margin: 0 0 var(--space-3);
}
.said {
  margin-left: var(--space-5);
}
</style>
