<script setup lang="ts">
/** Recordings of the catalogue, found by title, artist, code or release: they keep their codes here. */
import { BButton, BModal } from 'bootstrap-vue-next'
import { onUnmounted, ref, watch } from 'vue'
import { api, got } from '../../api/client'
import type { FoundRecording } from '../../api/types'
import LoadingLine from '../../kit/LoadingLine.vue'
import { soon } from '../../kit/soon'
import { useLoad } from '../../kit/useLoad'
import { useReleaseStore } from '../store'

const emit = defineEmits<{ close: [] }>()
const release = useReleaseStore()
const open = ref(true)
const typed = ref('')
const taken = ref<FoundRecording[]>([])

const {
  value: found,
  problem,
  failed,
  load,
  attempt,
} = useLoad<FoundRecording[]>(() => got(api.GET('/api/recordings', { params: { query: { typed: typed.value } } })))
const looking = soon(load, 200)
watch(typed, looking.ask)
onUnmounted(looking.cancel)
const isTaken = (each: FoundRecording) => taken.value.some((other) => other.recording === each.recording)
function turn(each: FoundRecording) {
  taken.value = isTaken(each)
    ? taken.value.filter((other) => other.recording !== each.recording)
    : [...taken.value, each]
}
const take = () =>
  attempt(async () => {
    await release.saved(
      await got(
        api.POST('/api/releases/{id}/recordings', {
          params: { path: { id: release.view!.head.id } },
          body: {
            recordings: null,
            tracks: taken.value.map((each) => each.track),
          },
        }),
      ),
    )
    open.value = false
  })
</script>

<template>
  <BModal v-model="open" title="From the catalogue" size="lg" no-footer @hidden="emit('close')">
    <input
      v-model="typed"
      class="form-control form-control-sm"
      type="search"
      placeholder="Title, artist, ISRC, release…"
      aria-label="Find recordings"
      autofocus
    />
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <LoadingLine v-if="!found" what="recordings" :failed="failed" @again="load" />
    <p v-else-if="!found.length" class="quiet">No recording matches “{{ typed }}”.</p>
    <div v-else class="found">
      <label v-for="each in found" :key="each.recording">
        <input type="checkbox" :checked="isTaken(each)" @change="turn(each)" />
        <b>{{ each.title }}</b>
        <span class="quiet">{{ each.artists }}</span>
        <span class="mono">{{ each.isrc ?? 'no ISRC' }}</span>
        <span class="quiet">{{ each.release }}</span>
      </label>
    </div>
    <p class="quiet">
      A recording is the same everywhere: ISRC, master, credits and work are shared. Title and position belong to this
      release.
    </p>
    <div class="dialog-end">
      <button class="act" type="button" @click="open = false">Cancel</button>
      <BButton variant="primary" :disabled="!taken.length" @click="take">
        Add {{ taken.length === 1 ? '1 recording' : `${taken.length} recordings` }}
      </BButton>
    </div>
  </BModal>
</template>

<style scoped>
.found {
  max-height: 340px;
  overflow: auto;
  margin: var(--space-4) 0;
}
label {
  display: grid;
  grid-template-columns: 20px 1.4fr 1.2fr 150px 1.2fr;
  gap: var(--space-4);
  align-items: baseline;
  padding: var(--space-2) 0;
  border-bottom: 1px solid var(--line);
  font-size: var(--type-row);
}
.problem {
  color: var(--stop);
}
</style>
