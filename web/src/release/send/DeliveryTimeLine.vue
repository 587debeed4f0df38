<script setup lang="ts">
/** A delivery and its way: what happened, what was objected to with the place to mend it, what came back. */
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { api, got } from '../../api/client'
import type { DeliveryView } from '../../api/types'
import { bytes, day, moment } from '../../kit/dates'
import DocumentReader from './DocumentReader.vue'
import StepForm from './StepForm.vue'

const props = defineProps<{ delivery: DeliveryView; mayAct: boolean; newest: boolean }>()
const emit = defineEmits<{
  again: []
  off: []
  changed: []
  reply: [text: string]
  order: [occasion: 'update' | 'takedown']
}>()
const route = useRoute()
const answer = ref('')
const reading = ref('')
/** The same words again and again are one line with a count. */
const events = computed(() => {
  const lines: { at: string; state: string; says: string; onDay?: string | null; times: number }[] = []
  for (const event of props.delivery.events) {
    const last = lines[lines.length - 1]
    if (last && last.says === event.says) last.times++
    else lines.push({ ...event, times: 1 })
  }
  return lines
})
/** One objection alone stands in the time line already: then only the way to its place is added. */
const isTold = (says: string) => props.delivery.events.at(-1)?.says === says
const reasons = computed(() => props.delivery.reasons.filter((each) => each.field || !isTold(each.says)))
/** What was sealed to be read, and what came back. */
const documents = computed(() => [
  ...props.delivery.contents
    .filter((each) => each.kind)
    .map((each) => ({ name: each.path, kind: each.kind ?? '', text: undefined as string | undefined })),
  ...props.delivery.documents.map((each) => ({
    name: each.name,
    kind: each.name.endsWith('.ACK') ? 'works' : each.name.endsWith('.csv') ? 'csv' : 'text',
    text: each.text,
  })),
])
const sealed = (name: string) => async () =>
  (
    await got(
      api.GET('/api/releases/{id}/deliveries/{delivery}/sealed', {
        params: { path: { id: Number(route.params.id), delivery: props.delivery.id }, query: { path: name } },
      }),
    )
  ).text
const scheduled = computed(
  () =>
    props.delivery.state === 'sealed' && props.delivery.notBefore && new Date(props.delivery.notBefore) > new Date(),
)
/** What it is waiting for: the destination, or somebody here. */
const waiting = computed(() => {
  if (props.delivery.way === 'archive' && props.delivery.state === 'sealed') return 'waiting to be sent…'
  if (props.delivery.way === 'interface' || props.delivery.state === 'sealed') return 'waiting for an answer…'
  return 'waiting for an answer, to be entered here'
})
const place = (reason: DeliveryView['reasons'][number]) => ({
  name: reason.field === 'release.cover' ? 'artwork' : 'sheet',
  params: route.params,
  query: { at: `${reason.track}.${reason.field.split('.')[1] ?? 'title'}` },
})
</script>

<template>
  <article class="delivery" :data-delivery="props.delivery.id" :data-state="props.delivery.state">
    <h3>
      Delivery {{ props.delivery.id }} · {{ props.delivery.state }}
      <span class="quiet">
        <template v-if="props.delivery.occasion !== 'delivery'">{{ props.delivery.occasion }}, </template>sealed by
        {{ props.delivery.by
        }}<template v-if="props.delivery.packageBytes">, {{ bytes(props.delivery.packageBytes) }}</template>
        <span v-if="props.delivery.packageSha256" class="mono sum">
          sha256 {{ props.delivery.packageSha256.slice(0, 16) }}…</span
        >
      </span>
    </h3>
    <ol>
      <li v-for="(event, i) in events" :key="i" :class="event.state.replace(' ', '-')">
        <span class="at quiet">{{ moment(event.at) }}</span>
        <b>{{ event.state }}</b>
        <span v-if="event.onDay" class="quiet">on {{ day(event.onDay) }}</span>
        <span
          >{{ event.says }}<template v-if="event.times > 1"> ({{ event.times }} times)</template></span
        >
      </li>
      <li v-if="props.delivery.underWay" class="waiting">
        <span class="at" /><b class="quiet">{{
          scheduled ? `leaves ${moment(props.delivery.notBefore ?? '')}` : waiting
        }}</b>
      </li>
    </ol>
    <ul v-if="props.newest && reasons.length" class="reasons" aria-label="Objections">
      <li v-for="(reason, i) in reasons" :key="i">
        <template v-if="!isTold(reason.says)">{{ reason.says }}</template>
        <RouterLink v-if="reason.field" :to="place(reason)">{{
          reason.track ? `Go to track ${reason.track}` : 'Go there'
        }}</RouterLink>
      </li>
    </ul>
    <StepForm
      v-if="props.mayAct && props.newest && (props.delivery.steps.length || props.delivery.takesBack)"
      :key="props.delivery.state"
      :delivery="props.delivery"
      @changed="emit('changed')"
    />
    <form
      v-if="props.delivery.state === 'questions' && props.delivery.way === 'interface' && props.mayAct"
      @submit.prevent="emit('reply', answer)"
    >
      <label :for="`reply-${props.delivery.id}`" class="hidden-text">Your answer</label>
      <textarea
        :id="`reply-${props.delivery.id}`"
        v-model="answer"
        class="form-control"
        rows="2"
        maxlength="4000"
        placeholder="Your answer"
      />
      <button class="act" type="submit" :disabled="!answer.trim()">Send the answer</button>
    </form>
    <p class="more">
      <button
        v-for="document in documents"
        :key="document.name"
        class="act"
        type="button"
        :aria-expanded="reading === document.name"
        @click="reading = reading === document.name ? '' : document.name"
      >
        {{ document.name }}
      </button>
      <a
        v-if="['archive', 'folder', 'sftp'].includes(props.delivery.way)"
        class="act"
        :href="`/api/releases/${route.params.id}/deliveries/${props.delivery.id}/archive`"
        download
        >Its archive</a
      >
      <template v-if="props.mayAct">
        <button v-if="props.delivery.state === 'failed'" class="act" type="button" @click="emit('again')">
          Retry this delivery
        </button>
        <button
          v-if="props.delivery.state === 'failed' || props.delivery.underWay"
          class="act"
          type="button"
          :title="
            scheduled || props.delivery.state === 'failed'
              ? undefined
              : 'It is no longer followed; what has arrived there may still be accepted.'
          "
          @click="emit('off')"
        >
          Call off delivery
        </button>
        <template v-if="props.newest && ['accepted', 'live'].includes(props.delivery.state)">
          <button v-if="props.delivery.way !== 'form'" class="act" type="button" @click="emit('order', 'update')">
            Send what changed…
          </button>
          <button class="act" type="button" @click="emit('order', 'takedown')">Take down…</button>
        </template>
      </template>
    </p>
    <DocumentReader
      v-for="document in documents.filter((each) => each.name === reading)"
      :key="document.name"
      :path="document.name"
      :kind="document.kind"
      :text="document.text ?? undefined"
      :from="sealed(document.name)"
    />
  </article>
</template>

<style scoped>
.delivery {
  margin-top: var(--space-6);
}
h3 {
  font:
    600 var(--type-row) Barlow,
    sans-serif;
  margin: 0 0 var(--space-2);
}
h3 span {
  font-weight: 400;
}
ol {
  list-style: none;
  margin: 0 0 0 var(--space-2);
  padding: 0;
  border-left: 1px solid var(--line);
}
.sum {
  white-space: nowrap;
}
ol li {
  position: relative;
  display: flex;
  gap: var(--space-4);
  padding: var(--space-1) 0 var(--space-1) var(--space-6);
  color: var(--note);
}
ol li span:not(.at) {
  color: var(--ink);
}
ol li::before {
  content: '';
  position: absolute;
  left: -5px;
  top: 9px;
  width: 9px;
  height: 9px;
  background: var(--card);
  border: 2px solid currentcolor;
}
.accepted {
  color: var(--ready);
}
.rejected,
.failed {
  color: var(--stop);
}
.questions {
  color: var(--risk);
}
.waiting {
  color: var(--line);
}
.at {
  width: 104px;
  flex: none;
}
b {
  width: 78px;
  flex: none;
  font-weight: 500;
}
.waiting b {
  width: auto;
}
.reasons {
  margin: var(--space-3) 0 0;
  padding-left: var(--space-6);
}
.reasons a {
  margin-left: var(--space-3);
  font-weight: 600;
  color: var(--madder);
}
form {
  margin: var(--space-3) 0 0 var(--space-6);
}
.more {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-6);
  margin: var(--space-3) 0 0 var(--space-6);
}
</style>
