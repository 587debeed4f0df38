<script setup lang="ts">
/** The address under which a calendar program reads the dates ahead. */
import { ref } from 'vue'
import { api, got } from '../api/client'
import { moment } from '../kit/dates'
import { useLoad } from '../kit/useLoad'

const { says = 'Subscribe in a calendar app' } = defineProps<{
  /** What it is for, as it stands there unopened. */
  says?: string
}>()
const { value, problem, attempt } = useLoad(() => got(api.GET('/api/calendar')))
const copied = ref(false)
const address = (path: string) => new URL(path, location.href).href
const renew = () =>
  attempt(async () => {
    copied.value = false
    value.value = await got(api.POST('/api/calendar'))
  })
const withdraw = () => attempt(async () => (value.value = await got(api.DELETE('/api/calendar'))))
const copy = (path: string) =>
  attempt(async () => {
    await navigator.clipboard.writeText(address(path))
    copied.value = true
  })
</script>

<template>
  <details class="calendar">
    <summary>{{ says }}</summary>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <template v-if="value?.path">
      <p>
        Subscribe to this address. It is shown only once; anyone who has it can read titles and dates.
        <input
          :value="address(value.path)"
          readonly
          aria-label="Calendar address"
          class="form-control form-control-sm mono"
        />
      </p>
      <p>
        <button class="act" type="button" @click="copy(value.path)">{{ copied ? 'Copied' : 'Copy' }}</button>
        <button class="act" type="button" @click="withdraw">Withdraw</button>
      </p>
    </template>
    <p v-else-if="value?.since">
      Your address was created {{ moment(value.since) }}.
      <button class="act" type="button" @click="renew">Replace it</button>
      <button class="act" type="button" @click="withdraw">Withdraw</button>
    </p>
    <p v-else>
      Release dates and delivery deadlines, always up to date.
      <button class="act" type="button" @click="renew">Create an address</button>
    </p>
  </details>
</template>

<style scoped>
.calendar {
  margin-top: var(--space-3);
  font-size: var(--type-row);
}
p {
  margin: var(--space-3) 0;
}
.act + .act {
  margin-left: var(--space-5);
}
.problem {
  color: var(--stop);
}
</style>
