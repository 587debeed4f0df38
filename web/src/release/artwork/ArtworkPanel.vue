<script setup lang="ts">
/** The front cover large, with what was found drawn over it; limits beside it; other pictures made from it, seen first. */
import { BButton } from 'bootstrap-vue-next'
import { computed, ref, watch } from 'vue'
import { api, got } from '../../api/client'
import LoadingLine from '../../kit/LoadingLine.vue'
import { bytes } from '../../kit/dates'
import ErrorNote from '../../kit/ErrorNote.vue'
import { useOfRelease } from '../ofRelease'
import CoverAsks from './CoverAsks.vue'
import CoverBoxes from './CoverBoxes.vue'
import PictureList from './PictureList.vue'
import MakePicture, { type Wanted } from './MakePicture.vue'

const { release, view, problem, failed, load } = useOfRelease((id) =>
  api.GET('/api/releases/{id}/artwork', { params: { path: { id } } }),
)
const crop = ref<{ x: number; y: number; size: number } | null>(null)
const busy = ref(false)
const src = computed(() => `/api/files/${view.value!.sha256}/picture?side=1000`)
watch(
  () => view.value?.sha256,
  () => (crop.value = null),
)
// the picture may be measured while one looks
watch(
  () => release.view?.tag,
  () => view.value?.state === 'measuring' && void load(),
)

async function make(wanted: Wanted) {
  busy.value = true
  try {
    await release.saved(
      await got(
        api.POST('/api/releases/{id}/artwork', { params: { path: { id: release.view!.head.id } }, body: wanted }),
      ),
    )
    await load()
  } catch (failure) {
    problem.value = (failure as Error).message
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div class="artwork">
    <ErrorNote :says="problem" @close="problem = ''" />
    <LoadingLine v-if="!view" what="the front cover" :failed="failed" @again="load" />
    <div v-else-if="view.state === 'none'" class="empty">
      <h2>No front cover yet</h2>
      <p>Drop a picture anywhere on this page. Square, RGB and at least 3,000 pixels suits most stores.</p>
    </div>
    <p v-else-if="view.state === 'measuring'" class="quiet" role="status">The cover is being analysed…</p>
    <div v-else class="two">
      <figure>
        <div v-if="view.width" class="frame" :style="{ aspectRatio: `${view.width} / ${view.height}` }">
          <img :src="src" alt="Front cover" />
          <CoverBoxes v-model:crop="crop" :view="view" />
        </div>
        <figcaption class="quiet">
          {{ view.format }} · {{ view.width }} × {{ view.height }} · {{ view.colours }} {{ view.bitDepth }} bit<template
            v-if="view.look?.profile"
          >
            · {{ view.look.profile }}</template
          >
          ·
          {{ bytes(view.bytes) }}
        </figcaption>
      </figure>
      <div class="side">
        <h3>What destinations ask</h3>
        <CoverAsks :view="view" />
        <p v-for="fault in view.faults" :key="fault" class="problem">{{ fault }}</p>
        <template v-if="view.look">
          <h3>Measured</h3>
          <dl>
            <dt>Sharpness</dt>
            <dd>{{ Math.round(view.look.sharpness) }} <span class="quiet">below 12 is blurred</span></dd>
            <dt>Fine detail</dt>
            <dd>{{ view.look.fineDetail.toFixed(0) }} dB <span class="quiet">below −38 is enlarged</span></dd>
            <dt>Border</dt>
            <dd>
              <template v-if="view.look.border.colour"
                >{{
                  Math.max(view.look.border.left, view.look.border.top, view.look.border.right, view.look.border.bottom)
                }}
                px, {{ view.look.border.colour }}</template
              ><template v-else>none</template>
            </dd>
            <dt>Codes</dt>
            <dd>{{ view.look.codes.map((each) => each.text).join(', ') || 'none' }}</dd>
            <dt>Advisory mark</dt>
            <dd>{{ view.look.advisory ? 'found' : 'not found' }}</dd>
            <dt>Read</dt>
            <dd>
              <template v-if="!view.look.read">not read: the text recognition program is missing</template>
              <template v-else-if="!view.look.lines.length">no readable text</template>
              <span v-for="line in view.look.lines" :key="line.text + line.box.y" class="line"
                >{{ line.text }} <span class="quiet">{{ line.confidence }} %</span></span
              >
            </dd>
          </dl>
        </template>
        <MakePicture
          v-if="!release.readOnly && view.width"
          :release="release.view!.head.id"
          :view="view"
          :crop="crop"
          :busy="busy"
          @crop="(box) => (crop = box)"
          @make="make"
        />
      </div>
    </div>
    <PictureList />
    <div v-if="view && view.state === 'damaged' && !view.width" class="empty">
      <p>The picture cannot be decoded. The original file is kept; ask for a new one.</p>
      <BButton variant="primary" @click="load">Analyse again</BButton>
    </div>
  </div>
</template>

<style scoped>
.artwork {
  padding: var(--space-5) var(--space-6) var(--space-7);
}
.two {
  display: grid;
  grid-template-columns: minmax(240px, 1fr) minmax(480px, 1.5fr);
  gap: var(--space-7);
  align-items: start;
}
figure {
  margin: 0;
}
.frame {
  position: relative;
  border: 1px solid var(--line);
}
img {
  display: block;
  width: 100%;
}
figcaption {
  margin-top: var(--space-3);
  font-size: var(--type-note);
}
h3 {
  font:
    600 var(--type-text) Barlow,
    sans-serif;
  margin: var(--space-5) 0 var(--space-2);
  padding-bottom: var(--space-1);
  border-bottom: 1px solid var(--line);
}
.side h3:first-child {
  margin-top: 0;
}
dl {
  display: grid;
  grid-template-columns: 112px 1fr;
  gap: var(--space-1) var(--space-5);
  margin: 0;
  font-size: var(--type-row);
}
dt {
  font-weight: 400;
  color: var(--quiet);
}
dd {
  margin: 0;
}
.line {
  display: block;
}
.problem {
  color: var(--stop);
}
.empty {
  padding: var(--space-8) 0;
}
@media (width <= 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
