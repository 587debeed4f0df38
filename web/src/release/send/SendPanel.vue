<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next'
import { onMounted, onUnmounted, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { call } from '../../api/client'
import { useSession } from '../../api/session'
import type { DestinationSend } from '../../api/types'
import Mark from '../../kit/Mark.vue'
import { bytes, day } from '../../kit/dates'
import { useReleaseStore } from '../store'
import DeliveryTimeLine from './DeliveryTimeLine.vue'
import SendDialog from './SendDialog.vue'

const release = useReleaseStore()
const session = useSession()
const route = useRoute()
const destinations = ref<DestinationSend[] | null>(null)
const problem = ref('')
const sending = ref<DestinationSend | null>(null)
const reading = ref('')

async function load() {
  try {
    destinations.value = await call<DestinationSend[]>('GET', `/api/releases/${release.view!.head.id}/deliveries`)
    problem.value = ''
  } catch (failure) {
    problem.value = (failure as Error).message
  }
}
async function again(delivery: number) {
  try {
    await call('POST', `/api/releases/${release.view!.head.id}/deliveries/${delivery}/again`)
    await load()
  } catch (failure) {
    problem.value = (failure as Error).message
  }
}
const stops = [
  session.on('delivery', (data) => {
    if (data.release === release.view?.head.id) {
      void load()
      void release.refresh()
    }
  }),
  session.on('release', (data) => data.id === release.view?.head.id && void load()),
]
onMounted(load)
onUnmounted(() => stops.forEach((stop) => stop()))
watch(() => release.view?.revision, load)
</script>

<template>
  <div class="send">
    <p v-if="problem" role="alert" class="problem">{{ problem }}</p>
    <p v-if="!destinations" class="quiet">Looking at what would be sent…</p>
    <section v-for="destination in destinations" :key="destination.id" :aria-label="destination.name">
      <header>
        <h2>{{ destination.name }}</h2>
        <span class="quiet"
          >{{ destination.kind
          }}<template v-if="destination.lastDay"> · deliver by {{ day(destination.lastDay) }}</template></span
        >
        <BButton
          v-if="session.who?.role === 'manager'"
          variant="primary"
          size="sm"
          :disabled="destination.preview.hindrances.length > 0"
          @click="sending = destination"
        >
          Send to {{ destination.name }}…
        </BButton>
      </header>
      <ul v-if="destination.preview.hindrances.length" class="hindrances">
        <li v-for="hindrance in destination.preview.hindrances" :key="hindrance">
          <Mark :weight="hindrance.includes('under way') ? 'note' : 'stop'" /> {{ hindrance }}
          <RouterLink v-if="hindrance.includes('copies')" :to="{ name: 'files', params: route.params }"
            >Write them under Files</RouterLink
          >
        </li>
      </ul>
      <div v-if="destination.preview.contents.length" class="contents">
        <h3>What would be sent</h3>
        <table>
          <tbody>
            <tr>
              <td>
                <button
                  class="act"
                  type="button"
                  :aria-expanded="reading === destination.id"
                  @click="reading = reading === destination.id ? '' : destination.id"
                >
                  message.xml
                </button>
              </td>
              <td class="quiet">store message: read it here</td>
              <td></td>
            </tr>
            <tr v-for="content in destination.preview.contents" :key="content.path">
              <td>{{ content.path }}</td>
              <td class="mono quiet">sha256 {{ content.sha256.slice(0, 16) }}…</td>
              <td class="bytes">{{ bytes(content.bytes) }}</td>
            </tr>
          </tbody>
        </table>
        <pre v-if="reading === destination.id" class="mono" tabindex="0" aria-label="Store message">{{
          destination.preview.message
        }}</pre>
      </div>
      <DeliveryTimeLine
        v-for="delivery in destination.deliveries"
        :key="delivery.id"
        :delivery="delivery"
        @again="again(delivery.id)"
      />
      <p v-if="!destination.deliveries.length" class="quiet">Nothing was sent to {{ destination.name }} yet.</p>
    </section>
    <SendDialog v-if="sending" :destination="sending" @close="sending = null" @sent="((sending = null), load())" />
  </div>
</template>

<style scoped>
.send {
  padding: 12px 16px;
}
header {
  display: flex;
  align-items: baseline;
  gap: 12px;
  padding-bottom: 6px;
  border-bottom: 1px solid var(--ink);
}
header span {
  flex: 1;
}
h2 {
  font-size: 1.15rem;
  margin: 0;
}
h3 {
  margin: 12px 0 2px;
  font:
    600 14px 'Barlow',
    sans-serif;
}
.problem {
  color: var(--stop);
}
.hindrances {
  list-style: none;
  margin: 8px 0;
  padding: 0;
}
.hindrances a {
  text-decoration: underline;
}
table {
  width: 100%;
  font-size: 14px;
}
td {
  padding: 2px 8px 2px 0;
  border-bottom: 1px solid var(--line);
}
.bytes {
  text-align: right;
  padding-right: 0;
}
pre {
  max-height: 320px;
  overflow: auto;
  margin: 8px 0;
  padding: 8px;
  border: 1px solid var(--line);
  background: var(--bs-body-bg);
  font-size: 12px;
}
</style>
