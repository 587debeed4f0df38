<script setup lang="ts">
/** What is ordered, declared and signed with the password: for one destination or for several at once. */
import { BButton, BForm, BFormCheckbox, BFormInput, BModal } from 'bootstrap-vue-next'
import { computed, ref } from 'vue'
import { api, got } from '../../api/client'
import type { DestinationSend } from '../../api/types'
import { bytes } from '../../kit/dates'
import { useReleaseStore } from '../store'
import DealTerritories from './DealTerritories.vue'
import RightsDeclaration from './RightsDeclaration.vue'

const props = defineProps<{ destinations: DestinationSend[]; occasion: 'delivery' | 'update' | 'takedown' }>()
const emit = defineEmits<{ close: []; sent: [] }>()
const release = useReleaseStore()
const open = ref(true)
const declares = ref(false)
const password = ref('')
const problem = ref('')
const refused = ref<string[]>([])
const busy = ref(false)
const visibility = ref('public')
const downloads = ref(false)
const express = ref(false)
const territories = ref('')
const from = ref('')
const price = ref('')
const sendOn = ref('')
const again = ref(false)

/** Some may have gone out though others did not. */
const left = () => (refused.value.length ? emit('sent') : emit('close'))
const one = computed(() => (props.destinations.length === 1 ? props.destinations[0]! : null))
const any = (sends: DestinationSend['sends']) => props.destinations.some((each) => each.sends === sends)
/** The rights are those of the release, the same for every destination. */
const rights = computed(() => props.destinations[0]!.rights)
/** The prices that every destination that asks for one takes: there is one price for all of them. */
const prices = computed(() => {
  const asked = props.destinations.flatMap((each) => each.rights.prices ?? [])
  if (!asked.length) return undefined
  return {
    min: Math.max(...asked.map((each) => each.min)),
    max: Math.min(...asked.map((each) => each.max)),
    currency: asked[0]!.currency,
  }
})
/** No price is within what each of them takes. */
const apart = computed(() => props.occasion !== 'takedown' && !!prices.value && prices.value.min > prices.value.max)
/** A price is asked, and nobody said in which currency the house asks its prices. */
const unnamed = computed(() => props.occasion !== 'takedown' && !!prices.value && !prices.value.currency)
const faster = computed(() => props.destinations.filter((each) => each.express))
/** Those that have accepted the release as it is now. */
const repeats = computed(() =>
  props.occasion === 'takedown'
    ? []
    : props.destinations.filter((each) => each.preview.accepted && !each.preview.changes.length),
)
const count = computed(() => props.destinations.reduce((sum, each) => sum + each.preview.contents.length, 0))
const total = computed(() =>
  props.destinations.reduce(
    (sum, each) => sum + each.preview.contents.reduce((bytes, content) => bytes + content.bytes, 0),
    0,
  ),
)
const title = computed(() => {
  const whom = one.value?.name ?? `${props.destinations.length} destinations`
  return props.occasion === 'takedown' ? `Take down at ${whom}` : `Send to ${whom}`
})

async function send() {
  busy.value = true
  problem.value = ''
  refused.value = []
  try {
    const outcomes = await got(
      api.POST('/api/releases/{id}/deliveries', {
        params: { path: { id: release.view!.head.id } },
        body: {
          destination: null,
          destinations: props.destinations.map((each) => each.id),
          occasion: props.occasion,
          declaresRights: declares.value,
          password: password.value,
          sendOn: sendOn.value || null,
          again: again.value,
          terms: {
            visibility: visibility.value,
            downloads: downloads.value,
            express: express.value,
            territories: territories.value,
            from: from.value,
            price: price.value ? Number(price.value) : null,
          },
        },
      }),
    )
    refused.value = outcomes.flatMap((each) => each.problem ?? [])
    if (!refused.value.length) emit('sent')
  } catch (failure) {
    problem.value = (failure as Error).message
    password.value = ''
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <BModal v-model="open" :title="title" no-footer @hidden="left">
    <p v-if="props.occasion === 'takedown'">
      <b>{{ release.view!.head.title }}</b> will be taken down. Its codes are never reused.
    </p>
    <p v-else>
      <b>{{ release.view!.head.title }}</b> goes out
      <template v-if="one">
        as one sealed delivery: {{ one.preview.documents.map((each) => each.says).join(', ')
        }}<template v-if="count"> and {{ count }} files, {{ bytes(total) }}</template
        >.
      </template>
      <template v-else
        >to {{ props.destinations.map((each) => each.name).join(', ') }}, each sealed by itself.</template
      >
      <template v-if="props.occasion === 'update'"> Only what changed is sent.</template>
      What is sealed is never changed.
    </p>
    <BForm @submit.prevent="send">
      <fieldset v-if="props.occasion !== 'takedown'" class="terms">
        <legend>Terms of this delivery</legend>
        <label v-if="any('track by track')"
          >Visibility
          <select v-model="visibility" class="form-select form-select-sm">
            <option>public</option>
            <option>private</option>
          </select>
        </label>
        <BFormCheckbox v-if="any('track by track')" id="downloads" v-model="downloads" class="check"
          >downloads allowed</BFormCheckbox
        >
        <p v-if="apart" class="unnamed">These destinations accept no common price. Send to each of them separately.</p>
        <label v-else-if="prices?.currency"
          >Price ({{ prices.currency }})
          <input
            v-model="price"
            class="form-control form-control-sm"
            type="number"
            required
            :min="prices.min"
            :max="prices.max"
          />
        </label>
        <p v-else-if="unnamed" class="unnamed">
          A price is needed, and no currency is set. A manager sets it in
          <RouterLink to="/settings">Settings</RouterLink>.
        </p>
        <DealTerritories v-if="any('store message')" v-model="territories" :rights="rights" />
        <label
          >First day
          <input v-model="from" class="form-control form-control-sm" type="date" :min="rights.earliest ?? undefined" />
        </label>
        <label
          >Send on
          <input v-model="sendOn" class="form-control form-control-sm" type="date" :min="rights.today" />
        </label>
        <BFormCheckbox v-for="each in faster" :id="`express-${each.id}`" :key="each.id" v-model="express" class="check"
          >{{ each.name }} express: {{ each.express }}</BFormCheckbox
        >
      </fieldset>
      <RightsDeclaration v-model="declares" />
      <BFormCheckbox v-if="repeats.length" id="repeat" v-model="again">
        {{ repeats.map((each) => each.name).join(', ') }} {{ repeats.length === 1 ? 'has' : 'have' }} accepted this
        release and nothing has changed since. Send it again anyway.
      </BFormCheckbox>
      <label for="again">Your password, again</label>
      <BFormInput id="again" v-model="password" type="password" autocomplete="current-password" required />
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <p v-for="each in refused" :key="each" class="problem" role="alert">{{ each }}</p>
      <div class="dialog-end">
        <button class="act" type="button" @click="open = false">{{ refused.length ? 'Close' : 'Cancel' }}</button>
        <BButton
          v-if="!refused.length"
          type="submit"
          variant="primary"
          :disabled="
            busy ||
            !declares ||
            !password ||
            unnamed ||
            apart ||
            (repeats.length === props.destinations.length && !again)
          "
          >Seal and send</BButton
        >
      </div>
    </BForm>
  </BModal>
</template>

<style scoped>
label[for] {
  display: block;
  margin: var(--space-5) 0 var(--space-2);
  font-weight: 500;
}
.terms {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-4) var(--space-6);
  align-items: flex-end;
  margin: 0 0 var(--space-5);
}
legend {
  font-size: var(--type-row);
  font-weight: 600;
  margin: 0 0 var(--space-1);
}
.terms label {
  font-size: var(--type-note);
}
.terms input:not([type='checkbox']),
.terms select {
  width: 136px;
}
.unnamed {
  margin: 0;
  font-size: var(--type-note);
  color: var(--stop);
}
.check {
  padding-bottom: var(--space-3);
}
.problem {
  margin: var(--space-4) 0 0;
  color: var(--stop);
}
</style>
