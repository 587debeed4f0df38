<script setup lang="ts">
/** Where the house is, whom others may ask, and what prices are in. */
import { BButton, BForm, BFormInput } from 'bootstrap-vue-next'
import { api, got } from '../api/client'
import { useSession } from '../api/session'
import type { CurrencyView, HouseFacts } from '../api/types'
import LoadingLine from '../kit/LoadingLine.vue'
import { useLoad } from '../kit/useLoad'
import { useSaved } from './useSaved'

const session = useSession()
const zones = Intl.supportedValuesOf('timeZone')
const { facts, problem, failed, load, saved, save } = useSaved<HouseFacts>(
  () => got(api.GET('/api/house/facts')),
  (body) => got(api.PUT('/api/house/facts', { body })),
)
const { value: currencies, problem: lacking } = useLoad<CurrencyView[]>(() => got(api.GET('/api/house/currencies')))
</script>

<template>
  <p v-if="problem || lacking" class="problem" role="alert">{{ problem || lacking }}</p>
  <LoadingLine v-if="!facts" what="the settings" :failed="failed" @again="load" />
  <BForm v-if="facts" @submit.prevent="save">
    <div class="field">
      <label for="timeZone">Time zone</label>
      <BFormInput
        id="timeZone"
        v-model="facts.timeZone"
        list="zones"
        autocomplete="off"
        placeholder="the server’s"
        :disabled="session.who?.role !== 'manager'"
      />
      <span class="quiet">Sets when a day begins, for release dates and deadlines: Europe/Berlin, Asia/Tokyo…</span>
      <datalist id="zones">
        <option v-for="zone in zones" :key="zone" :value="zone" />
      </datalist>
    </div>
    <div class="field">
      <label for="contact">Contact</label>
      <BFormInput id="contact" v-model="facts.contact" autocomplete="off" :disabled="session.who?.role !== 'manager'" />
      <span class="quiet">Who to ask about using the music; copied to new releases.</span>
    </div>
    <div class="field">
      <label for="currency">Currency</label>
      <select
        id="currency"
        v-model="facts.currency"
        class="form-select"
        :disabled="session.who?.role !== 'manager' || !currencies"
      >
        <option value="">none</option>
        <option v-for="each in currencies" :key="each.code" :value="each.code">
          {{ each.code }} · {{ each.name }}
        </option>
      </select>
      <span class="quiet">For prices, which sync libraries ask for with each delivery.</span>
    </div>
    <BButton v-if="session.who?.role === 'manager'" type="submit" variant="primary">Save</BButton>
    <span class="saved" role="status">{{ saved }}</span>
  </BForm>
</template>

<style scoped src="./fields.css"></style>
