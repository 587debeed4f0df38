<script setup lang="ts">
/** A family: which spelling is right is chosen, what changes is seen, then they become one. */
import { computed, ref } from 'vue'
import { api, got } from '../../api/client'
import type { FamilyView, Stack } from '../../api/types'
import ChangedPlaces from './ChangedPlaces.vue'
import { KINDS } from './kinds'

const props = defineProps<{ family: FamilyView; readOnly: boolean }>()
const emit = defineEmits<{ stack: [stack: Stack]; changed: [] }>()
const right = ref(props.family.members[0]!.id)
const out = ref(new Set<string>())
const open = ref(false)
const problem = ref('')
const together = computed(() => props.family.members.filter((each) => !out.value.has(each.id)))
const going = computed(() => together.value.filter((each) => each.id !== right.value).map((each) => each.id))

function choose(id: string) {
  open.value = false
  right.value = id
  out.value.delete(id)
}
function leave(id: string) {
  open.value = false
  out.value = new Set(out.value.has(id) ? [...out.value].filter((each) => each !== id) : [...out.value, id])
}
async function keepApart() {
  problem.value = ''
  try {
    const ids = together.value.map((each) => each.id)
    await got(api.POST('/api/families/apart', { body: { kind: props.family.kind, ids } }))
    emit('changed')
  } catch (failure) {
    problem.value = (failure as Error).message
  }
}
function done(stack: Stack) {
  open.value = false
  emit('stack', stack)
  emit('changed')
}
</script>

<template>
  <article class="family" :aria-label="family.members[0]!.text">
    <span class="quiet kind">{{ KINDS[family.kind]?.many }}</span>
    <div class="values">
      <div class="chips">
        <span
          v-for="each in family.members"
          :key="each.id"
          class="chip"
          :class="{ right: each.id === right, out: out.has(each.id) }"
        >
          <button
            type="button"
            :disabled="readOnly"
            :aria-pressed="each.id === right"
            :aria-label="`${each.text}, ${each.count} places, the correct spelling`"
            @click="choose(each.id)"
          >
            <span v-if="each.id === right" aria-hidden="true">● </span>{{ each.text
            }}<b>{{ each.count.toLocaleString('en') }}</b>
          </button>
          <button
            v-if="!readOnly && each.id !== right && family.members.length > 2"
            type="button"
            class="leave"
            :aria-pressed="out.has(each.id)"
            :aria-label="`Leave out ${each.text}`"
            @click="leave(each.id)"
          >
            {{ out.has(each.id) ? '+' : '×' }}
          </button>
        </span>
        <span v-for="each in family.leftOut" :key="each.id" class="chip out" :title="each.why">
          {{ each.text }}<b>{{ each.count.toLocaleString('en') }}</b>
        </span>
      </div>
      <p v-if="family.evidence.length || family.leftOut.length" class="quiet">
        {{ [...family.evidence, ...family.leftOut.map((each) => each.why)].join(' ') }}
      </p>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    </div>
    <div v-if="!readOnly" class="deeds">
      <button
        class="btn btn-sm"
        :class="open ? 'btn-primary' : 'btn-line'"
        type="button"
        :aria-expanded="open"
        :disabled="!going.length"
        @click="open = !open"
      >
        Merge {{ going.length + 1 }} spellings…
      </button>
      <button v-if="going.length" class="act" type="button" @click="keepApart">{{ KINDS[family.kind]?.two }}</button>
    </div>
    <ChangedPlaces
      v-if="open"
      :key="`${right} ${going.join(' ')}`"
      class="preview"
      :kind="family.kind"
      :ids="going"
      :right="right"
      @done="done"
      @cancel="open = false"
    />
  </article>
</template>

<style scoped>
.family {
  display: grid;
  grid-template-columns: 104px 1fr auto;
  gap: 0 var(--space-5);
  padding: var(--space-4) 0;
  border-bottom: 1px solid var(--line);
}
.kind {
  padding-top: var(--space-1);
}
.values {
  min-width: 0;
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3);
}
.chip {
  display: inline-flex;
  align-items: center;
  background: var(--card);
  border: 1px solid var(--line);
  border-radius: 3px;
}
.chip.right {
  background: var(--madder-wash);
  border-color: var(--madder);
}
.chip.right button {
  color: var(--madder);
  font-weight: 600;
}
.chip.out {
  color: var(--quiet);
  text-decoration: line-through;
}
span.chip.out:not(:has(button)) {
  padding: 0 var(--space-4);
}
.chip button {
  min-height: 26px;
  padding: 0 var(--space-4);
  background: none;
  border: 0;
  color: inherit;
  text-decoration: inherit;
}
.chip b {
  margin-left: var(--space-4);
  font-weight: 400;
  color: var(--quiet);
}
.chip .leave {
  padding: 0 var(--space-3);
  border-left: 1px solid var(--line);
  color: var(--quiet);
  text-decoration: none;
}
p {
  margin: var(--space-3) 0 0;
}
.problem {
  color: var(--stop);
}
.deeds {
  display: flex;
  flex-direction: column;
  gap: var(--space-2);
  align-items: flex-end;
}
.preview {
  grid-column: 2 / -1;
}
</style>
