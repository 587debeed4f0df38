<script setup lang="ts">
/** All pictures of the release: what each shows, in which order. Another front is never put in silently. */
import { api } from '../../api/client'
import { ref } from 'vue'
import type { PicturesView } from '../../api/types'
import ErrorNote from '../../kit/ErrorNote.vue'
import { useOfRelease } from '../ofRelease'

type Line = PicturesView['pictures'][number]
const { release, view, problem, change } = useOfRelease((id) =>
  api.GET('/api/releases/{id}/pictures', { params: { path: { id } } }),
)
/** Says what a picture shows and where it stands among the further ones; null takes it off. */
const show = (sha256: string, kind: string | null, position: number | null = null) =>
  change((id) =>
    api.POST('/api/releases/{id}/pictures/{sha256}', { params: { path: { id, sha256 } }, body: { kind, position } }),
  )
/** A picture that would take the place of the front cover, until somebody says so. */
const asked = ref('')

function shows(picture: Line, kind: string) {
  if (!kind) return
  if (kind === 'front' && view.value?.hasFront) asked.value = picture.sha256
  else void show(picture.sha256, kind)
}
function replace(picture: Line) {
  asked.value = ''
  void show(picture.sha256, 'front')
}
/** Place among the further pictures: the front cover is not one of them. */
const further = () => view.value!.pictures.filter((each) => each.kind && each.kind !== 'front')
const move = (picture: Line, by: number) => show(picture.sha256, picture.kind, further().indexOf(picture) + by)
const of = (event: Event) => (event.target as HTMLSelectElement).value
</script>

<template>
  <section v-if="view?.pictures.length" aria-label="Pictures">
    <h3>Pictures</h3>
    <ErrorNote :says="problem" @close="problem = ''" />
    <ul>
      <li v-for="picture in view.pictures" :key="picture.sha256">
        <img :src="`/api/files/${picture.sha256}/picture?side=80`" alt="" />
        <select
          :value="picture.kind ?? ''"
          :disabled="release.readOnly || picture.kind === 'front'"
          :aria-label="`What ${picture.name} shows`"
          @change="shows(picture, of($event))"
        >
          <option v-if="!picture.kind" value="" disabled>
            {{ picture.proposed ? `perhaps ${picture.proposed}` : 'shows…' }}
          </option>
          <option v-for="kind in view.kinds" :key="kind.id" :value="kind.id">{{ kind.label }}</option>
        </select>
        <span class="name" :title="picture.name">{{ picture.kind ? '' : picture.name }}</span>
        <span class="quiet">{{ picture.says }}</span>
        <span class="goes">
          <template v-if="picture.goes.length"
            ><span class="quiet">goes to</span> {{ picture.goes.join(', ') }}</template
          >
          <span v-else-if="picture.kind" class="quiet">goes to no destination of this release</span>
        </span>
        <template v-if="!release.readOnly && picture.kind && picture.kind !== 'front'">
          <button class="act" type="button" :disabled="further()[0] === picture" @click="move(picture, -1)">
            Earlier
          </button>
          <button class="act" type="button" @click="show(picture.sha256, null)">Remove</button>
        </template>
        <p v-if="asked === picture.sha256" class="ask" role="alert">
          There is already a front cover. It stays among the pictures, unassigned.
          <button class="act" type="button" @click="replace(picture)">Replace it</button>
          <button class="act" type="button" @click="asked = ''">Cancel</button>
        </p>
      </li>
    </ul>
  </section>
</template>

<style scoped>
section {
  margin-top: var(--space-6);
  border-top: 1px solid var(--line);
}
h3 {
  margin: var(--space-5) 0 var(--space-3);
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-5);
  align-items: center;
  padding: var(--space-2) 0;
  border-bottom: 1px solid var(--line);
}
img {
  width: 40px;
  height: 40px;
  object-fit: contain;
}
select {
  width: 130px;
  height: 28px;
}
.name {
  max-width: 240px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.goes {
  flex: 1;
  font-size: var(--type-row);
}
.ask {
  flex-basis: 100%;
  margin: 0;
}
.ask .act {
  margin-left: var(--space-5);
}
</style>
