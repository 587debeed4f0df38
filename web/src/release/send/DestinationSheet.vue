<script setup lang="ts">
/** One destination: what is in the way, what would be sent, read in place, what changed since it was taken, what was sent. */
import { BButton } from 'bootstrap-vue-next'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api, got } from '../../api/client'
import { useSession } from '../../api/session'
import type { DestinationSend } from '../../api/types'
import Mark from '../../kit/Mark.vue'
import { bytes } from '../../kit/dates'
import { useReleaseStore } from '../store'
import DeliveryTimeLine from './DeliveryTimeLine.vue'
import DocumentReader from './DocumentReader.vue'
import OutletPicker from './OutletPicker.vue'
import StoppingFindings from './StoppingFindings.vue'

const props = defineProps<{ destination: DestinationSend }>()
const emit = defineEmits<{ order: [occasion: 'delivery' | 'update' | 'takedown']; changed: [] }>()
const release = useReleaseStore()
const session = useSession()
const route = useRoute()
const reading = ref('')
const problem = ref('')
const held = ref<{ track: number; says: string }[] | null>(null)
const manager = computed(() => session.who?.role === 'manager')
const path = () => ({ id: release.view!.head.id })
const preview = computed(() => props.destination.preview)
const copySheet = computed(() => `/copy-sheets/${release.view!.head.id}/${props.destination.id}`)
/** In a window of its own, narrow enough to stand beside the form. */
const beside = () => void open(copySheet.value, `copy-sheet-${props.destination.id}`, 'popup,width=400,height=800')
const source = (document: string) => async () =>
  (
    await got(
      api.GET('/api/releases/{id}/deliveries/preview', {
        params: { path: path(), query: { destination: props.destination.id, path: document } },
      }),
    )
  ).text

const of = (delivery: number) => ({ path: { ...path(), delivery } })
const again = (id: number) => api.POST('/api/releases/{id}/deliveries/{delivery}/again', { params: of(id) })
const off = (id: number) => api.POST('/api/releases/{id}/deliveries/{delivery}/off', { params: of(id) })
const reply = (id: number, text: string) =>
  api.POST('/api/releases/{id}/deliveries/{delivery}/reply', { params: of(id), body: { text } })

/** Copies that are being written for this release now. */
const writing = computed(() =>
  session.jobs.find(
    (each) => each.kind === 'copies' && each.releaseId === release.view!.head.id && each.state !== 'failed',
  ),
)
const write = () =>
  ask(
    api.POST('/api/releases/{id}/copies', {
      params: { path: path(), query: { recipe: props.destination.recipes, track: 0 } },
    }),
  )
watch(writing, (now, before) => before && !now && emit('changed'))

async function ask(what: Promise<unknown>) {
  try {
    await what
    problem.value = ''
    emit('changed')
  } catch (failure) {
    problem.value = (failure as Error).message
  }
}
async function lookUp() {
  try {
    const found = await got(
      api.GET('/api/releases/{id}/deliveries/held', {
        params: { path: path(), query: { destination: props.destination.id } },
      }),
    )
    held.value = found.map((each) => {
      const matches = (JSON.parse(each.answer).matches ?? []) as { title: string; isrc: string; release: string }[]
      return {
        track: each.track,
        says: matches.length
          ? matches.map((match) => `${match.title} (${match.isrc}) on ${match.release}`).join(', ')
          : 'no match',
      }
    })
    problem.value = ''
  } catch (failure) {
    problem.value = (failure as Error).message
  }
}
</script>

<template>
  <section :aria-label="props.destination.name">
    <header>
      <h2>{{ props.destination.name }}</h2>
      <span class="quiet">{{ props.destination.takes }}</span>
      <a
        v-if="props.destination.way === 'form'"
        class="btn btn-primary btn-sm"
        :href="copySheet"
        target="_blank"
        rel="opener"
        @click.prevent="beside"
        >Open the copy sheet</a
      >
      <BButton
        v-else-if="manager"
        variant="primary"
        size="sm"
        :disabled="preview.hindrances.length > 0"
        @click="emit('order', 'delivery')"
      >
        Send to {{ props.destination.name }}…
      </BButton>
    </header>
    <p v-if="props.destination.express" class="quiet express">Express: {{ props.destination.express }}.</p>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <ul v-if="preview.hindrances.length" class="hindrances">
      <li v-for="(hindrance, i) in preview.hindrances" :key="i">
        <StoppingFindings
          v-if="hindrance.cause === 'FINDINGS'"
          :destination="props.destination.name"
          :otherwise="hindrance.message"
        />
        <template v-else>
          <Mark :weight="['UNDER_WAY', 'MEASURING'].includes(hindrance.cause) ? 'note' : 'stop'" />
          <span class="says">{{ hindrance.message }}</span>
          <template v-if="hindrance.cause === 'COPIES'">
            <span v-if="writing" role="status" class="quiet">
              <progress :value="writing.done" :max="writing.total" :aria-label="writing.says" />
              {{ writing.done }} of {{ writing.total }}
            </span>
            <button v-else-if="!release.readOnly" class="act" type="button" @click="write">
              Write {{ preview.missingCopies }}
            </button>
            <RouterLink :to="{ name: 'files', params: route.params }">Files</RouterLink>
          </template>
          <RouterLink v-else-if="hindrance.cause === 'CONNECTION'" :to="`/destinations/${props.destination.id}`"
            >Open the connection</RouterLink
          >
        </template>
      </li>
    </ul>
    <OutletPicker
      v-if="props.destination.outlets"
      :id="props.destination.id"
      :name="props.destination.name"
      :outlets="props.destination.outlets"
    />
    <div v-if="preview.changes.length" class="changes">
      <h3>Changed since it was accepted</h3>
      <ul>
        <li v-for="change in preview.changes" :key="change">{{ change }}</li>
      </ul>
    </div>
    <div v-if="preview.documents.length" class="contents">
      <h3>What would be sent</h3>
      <table>
        <tbody>
          <template v-for="document in preview.documents" :key="document.path">
            <tr>
              <td>
                <button
                  class="act"
                  type="button"
                  :aria-expanded="reading === document.path"
                  @click="reading = reading === document.path ? '' : document.path"
                >
                  {{ document.path }}
                </button>
              </td>
              <td class="quiet">{{ document.says }}</td>
              <td class="bytes">{{ bytes(document.bytes) }}</td>
            </tr>
            <tr v-if="reading === document.path">
              <td colspan="3" class="read">
                <DocumentReader :kind="document.kind" :path="document.path" :from="source(document.path)" />
              </td>
            </tr>
          </template>
          <tr v-for="content in preview.contents" :key="content.path">
            <td>{{ content.path }}</td>
            <td class="quiet">
              {{ content.says }} <span class="mono">sha256 {{ content.sha256.slice(0, 16) }}…</span>
            </td>
            <td class="bytes">{{ bytes(content.bytes) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="props.destination.sends === 'catalogue entry'">
        <button class="act" type="button" @click="lookUp">Look up similar recordings there</button>
      </p>
      <ul v-if="held">
        <li v-for="each in held" :key="each.track">Track {{ each.track }}: {{ each.says }}</li>
      </ul>
    </div>
    <DeliveryTimeLine
      v-for="(delivery, i) in props.destination.deliveries"
      :key="delivery.id"
      :delivery="delivery"
      :may-act="manager"
      :newest="i === 0"
      @again="ask(again(delivery.id))"
      @off="ask(off(delivery.id))"
      @reply="(text) => ask(reply(delivery.id, text))"
      @changed="emit('changed')"
      @order="(occasion) => emit('order', occasion)"
    />
    <p v-if="!props.destination.deliveries.length" class="quiet">
      Nothing has been sent to {{ props.destination.name }} yet.
    </p>
  </section>
</template>

<style scoped>
header {
  display: flex;
  align-items: baseline;
  gap: var(--space-5);
  padding-bottom: var(--space-3);
  border-bottom: 1px solid var(--ink);
}
header span {
  flex: 1;
}
h2 {
  margin: 0;
}
h3 {
  margin: var(--space-5) 0 var(--space-1);
  font:
    600 var(--type-row) Barlow,
    sans-serif;
}
.problem {
  color: var(--stop);
}
.hindrances {
  list-style: none;
  margin: var(--space-4) 0;
  padding: 0;
}
.hindrances > li {
  display: flex;
  gap: var(--space-4);
  align-items: baseline;
  padding: var(--space-1) 0;
  border-bottom: 1px solid var(--line);
}
.hindrances > li > :deep(ul) {
  flex: 1;
}
.says {
  flex: 1;
}
.express {
  margin: var(--space-2) 0 0;
  font-size: var(--type-note);
}
.changes ul {
  margin: 0;
  padding-left: var(--space-6);
}
table {
  width: 100%;
  table-layout: fixed;
  font-size: var(--type-row);
}
td {
  padding: var(--space-1) var(--space-4) var(--space-1) 0;
  border-bottom: 1px solid var(--line);
  overflow-wrap: anywhere;
  vertical-align: baseline;
}
td:first-child {
  width: 32%;
}
.bytes {
  width: 84px;
  text-align: right;
  padding-right: 0;
}
.read {
  padding: 0;
}
</style>
