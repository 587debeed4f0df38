<script setup lang="ts">
/** The files of one recipe: how each came in, what it will be called, how it stands. */
import { ref } from 'vue'
import type { CopyState, RecipeView, Readiness } from '../../api/types'
import Mark from '../../kit/Mark.vue'
import { bytes } from '../../kit/dates'
import { useReleaseStore } from '../store'
import CopyChanges from './CopyChanges.vue'
import CopyCertificate from './CopyCertificate.vue'
import CopyLines from './CopyLines.vue'

const props = defineProps<{ recipe: RecipeView; busy: boolean }>()
const emit = defineEmits<{ write: [trackId: number]; adjust: [] }>()
const release = useReleaseStore()
const open = ref<number | null>(null)

const WEIGHTS: Record<CopyState, Readiness> = {
  written: 'ready',
  stale: 'risk',
  altered: 'stop',
  missing: 'note',
  measuring: 'note',
  'no master': 'stop',
  'damaged master': 'stop',
}
const WORDS: Record<CopyState, string> = {
  written: 'written and verified',
  stale: 'changed since it was written',
  altered: 'modified outside Entrada',
  missing: 'to be written',
  measuring: 'being measured',
  'no master': 'no master yet',
  'damaged master': 'master damaged',
}
/** A proved copy says its proof in a line; the whole certificate comes when the row is opened. */
function says(file: RecipeView['files'][number]) {
  if (file.state !== 'written' || !file.proof) return WORDS[file.state]
  const tags = `${file.proof.fields} ${file.proof.fields === 1 ? 'tag' : 'tags'} verified`
  return `${tags} · audio ${file.proof.holds ? 'identical' : 'different'}`
}
const copyOf = (trackId: number) => `/api/releases/${release.view!.head.id}/copies/${props.recipe.id}/${trackId}`
</script>

<template>
  <section :aria-label="props.recipe.name">
    <p class="purpose">
      {{ props.recipe.purpose }}
      <span class="quiet"
        >{{ props.recipe.encoding
        }}<template v-if="props.recipe.foreseen">, {{ bytes(props.recipe.foreseen) }} of audio</template>.</span
      >
      <button class="act" type="button" @click="emit('adjust')">
        {{ release.readOnly ? 'View recipe' : 'Edit recipe' }}
      </button>
    </p>
    <p v-if="!props.recipe.files.length" class="quiet">No tracks yet. Add them in the Sheet.</p>
    <ol>
      <li v-for="file in props.recipe.files" :key="file.trackId">
        <div class="file">
          <button
            class="open"
            type="button"
            :aria-expanded="open === file.trackId"
            @click="open = open === file.trackId ? null : file.trackId"
          >
            <span class="turn quiet" aria-hidden="true">{{ open === file.trackId ? '▾' : '▸' }}</span>
            <span class="number">{{ file.track }}</span>
            <b>{{ file.title || 'no title' }}</b>
            <span class="names quiet">
              <template v-if="file.original">{{ file.original }} → </template>{{ file.fileName }}
            </span>
          </button>
          <span class="state" :class="{ proved: file.state === 'written' && file.proof?.holds }">
            <Mark :weight="WEIGHTS[file.state]" /> {{ says(file) }}
          </span>
          <a v-if="file.proof" class="act" :href="copyOf(file.trackId)" :aria-label="`Download ${file.fileName}`"
            >Download</a
          >
          <button
            v-else-if="file.state === 'missing' && !release.readOnly"
            class="act"
            type="button"
            :disabled="props.busy"
            :aria-label="`Write ${file.fileName}`"
            @click="emit('write', file.trackId)"
          >
            Write
          </button>
        </div>
        <template v-if="open === file.trackId">
          <CopyChanges v-if="file.state === 'stale'" :recipe="props.recipe.id" :track-id="file.trackId" />
          <CopyCertificate v-if="file.proof" :proof="file.proof" :altered="file.state === 'altered'" />
          <CopyLines :recipe="props.recipe.id" :track-id="file.trackId" :cannot="file.cannot" />
        </template>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.purpose {
  margin: 0 0 var(--space-3);
}
.purpose .act {
  margin-left: var(--space-3);
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  border-top: 1px solid var(--ink);
}
li {
  border-bottom: 1px solid var(--line);
}
.file {
  display: flex;
  align-items: center;
  gap: var(--space-5);
  min-height: 36px;
}
.open {
  flex: 1;
  display: flex;
  align-items: baseline;
  gap: var(--space-4);
  min-width: 0;
  padding: var(--space-3) 0;
  border: 0;
  background: none;
  color: var(--ink);
  text-align: left;
  white-space: nowrap;
}
.open:hover b {
  text-decoration: underline;
}
.names {
  overflow: hidden;
  text-overflow: ellipsis;
  font-size: var(--type-note);
}
.turn,
.number {
  flex: none;
}
.number {
  width: 20px;
  text-align: right;
}
.state {
  white-space: nowrap;
  font-size: var(--type-row);
}
</style>
