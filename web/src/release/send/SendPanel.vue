<script setup lang="ts">
/** One page for a release: its destinations as rows, the one that is chosen beside them; seen before it is sent, followed after. */
import { BButton } from 'bootstrap-vue-next'
import { computed, onUnmounted, ref } from 'vue'
import { api, got } from '../../api/client'
import LoadingLine from '../../kit/LoadingLine.vue'
import { useLoad } from '../../kit/useLoad'
import { useSession } from '../../api/session'
import type { DestinationSend } from '../../api/types'
import { toggled } from '../../kit/toggled'
import { useReleaseStore } from '../store'
import DestinationSheet from './DestinationSheet.vue'
import DestinationTable from './DestinationTable.vue'
import SendDialog from './SendDialog.vue'

type Occasion = 'delivery' | 'update' | 'takedown'
const release = useReleaseStore()
const session = useSession()
const {
  value: destinations,
  problem,
  failed,
  load,
} = useLoad(() => got(api.GET('/api/releases/{id}/deliveries', { params: { path: { id: release.view!.head.id } } })), {
  when: () => release.view?.revision,
  announced: {
    delivery: (data) => data.release === release.view?.head.id,
    // an edit has a revision, and that is seen above
    release: (data) => data.id === release.view?.head.id && data.revision === undefined,
  },
})
const chosen = ref('')
const manager = computed(() => session.who?.role === 'manager')
const ticked = ref<Set<string>>(new Set())
const sending = ref<{ to: DestinationSend[]; occasion: Occasion } | null>(null)

const destination = computed(
  () => destinations.value?.find((each) => each.id === chosen.value) ?? destinations.value?.[0],
)
/** What is typed into a form is handed over by hand, one at a time. */
const sends = (each: DestinationSend) => !each.preview.hindrances.length && each.way !== 'form'
const sendable = computed(() => (destinations.value ?? []).filter(sends))
const batch = computed(() => sendable.value.filter((each) => ticked.value.has(each.id)))
const kinds = computed(() => [...new Set(sendable.value.map((each) => each.kind))])
const tickKind = (kind?: string) =>
  (ticked.value = new Set(sendable.value.filter((each) => !kind || each.kind === kind).map((each) => each.id)))

const stop = session.on('delivery', (data) => data.release === release.view?.head.id && void release.refresh())
onUnmounted(stop)

function sent() {
  sending.value = null
  ticked.value = new Set()
  void load()
}
</script>

<template>
  <div class="send">
    <p v-if="problem" role="alert" class="problem">{{ problem }}</p>
    <LoadingLine v-if="!destinations" what="deliveries" doing="Preparing deliveries" :failed="failed" @again="load" />
    <p v-else-if="!destinations.length" class="quiet">No destinations yet. Choose them in Readiness.</p>
    <template v-else>
      <div v-if="manager && sendable.length > 1" class="top">
        <span class="quiet">{{ sendable.length }} of {{ destinations.length }} can be sent. Tick</span>
        <button class="act" type="button" @click="tickKind()">all</button>
        <template v-if="kinds.length > 1">
          <button v-for="kind in kinds" :key="kind" class="act" type="button" @click="tickKind(kind)">
            {{ kind }}
          </button>
        </template>
        <BButton
          v-if="batch.length"
          class="together"
          variant="primary"
          size="sm"
          @click="sending = { to: batch, occasion: 'delivery' }"
        >
          Send to {{ batch.length === 1 ? batch[0]!.name : `${batch.length} together` }}…
        </BButton>
      </div>
      <div class="both">
        <DestinationTable
          :destinations="destinations"
          :chosen="destination?.id ?? ''"
          :ticked="ticked"
          :ticks="manager && sendable.length > 1"
          :sends="sends"
          @choose="(id) => (chosen = id)"
          @tick="(id) => (ticked = toggled(ticked, id))"
        />
        <DestinationSheet
          v-if="destination"
          :key="destination.id"
          class="main"
          :destination="destination"
          @order="(occasion) => (sending = { to: [destination!], occasion })"
          @changed="load"
        />
      </div>
    </template>
    <SendDialog
      v-if="sending"
      :destinations="sending.to"
      :occasion="sending.occasion"
      @close="sending = null"
      @sent="sent"
    />
  </div>
</template>

<style scoped>
.send {
  padding: var(--space-5) var(--space-6);
}
.problem {
  color: var(--stop);
}
.top {
  display: flex;
  align-items: center;
  gap: var(--space-5);
  margin-bottom: var(--space-4);
}
.together {
  margin-left: auto;
}
.both {
  display: grid;
  grid-template-columns: minmax(420px, 1fr) minmax(420px, 1fr);
  gap: var(--space-7);
  align-items: start;
}
.main {
  min-width: 0;
}
@media (width <= 900px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
