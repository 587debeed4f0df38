<script setup lang="ts">
/** The label’s names and prefixes. */
import { BButton, BForm, BFormInput } from 'bootstrap-vue-next'
import { api, got } from '../api/client'
import { useSession } from '../api/session'
import type { LabelFacts } from '../api/types'
import LoadingLine from '../kit/LoadingLine.vue'
import { useSaved } from './useSaved'

const session = useSession()
const FIELDS: { key: keyof LabelFacts; name: string; help: string }[] = [
  { key: 'name', name: 'Label name', help: 'Goes into new releases, with its P- and C-line.' },
  { key: 'isrcPrefix', name: 'ISRC prefix', help: 'Two letters and three letters or digits, as assigned (ISO 3901).' },
  {
    key: 'barcodePrefix',
    name: 'GS1 company prefix',
    help: 'Seven to eleven digits; barcodes are numbered within it.',
  },
  {
    key: 'cataloguePrefix',
    name: 'Catalogue prefix',
    help: 'Letters in front of the label’s own numbers: NW for NW-031.',
  },
  {
    key: 'publisher',
    name: 'Own publisher',
    help: 'The label’s own publisher; it counts as one party with the label.',
  },
  {
    key: 'societyId',
    name: 'Society ID',
    help: 'The label’s sender number at the authors’ societies, up to nine digits; registrations carry it.',
  },
]
const {
  facts: label,
  problem,
  failed,
  load,
  saved,
  save,
} = useSaved<LabelFacts>(
  () => got(api.GET('/api/label')),
  (body) => got(api.PUT('/api/label', { body })),
)
</script>

<template>
  <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  <LoadingLine v-if="!label" what="the label" :failed="failed" @again="load" />
  <BForm v-if="label" @submit.prevent="save">
    <div v-for="field in FIELDS" :key="field.key" class="field">
      <label :for="field.key">{{ field.name }}</label>
      <BFormInput
        :id="field.key"
        v-model="label[field.key]"
        autocomplete="off"
        :disabled="session.who?.role !== 'manager'"
        :class="{ mono: !['name', 'publisher'].includes(field.key) }"
      />
      <span class="quiet">{{ field.help }}</span>
    </div>
    <BButton v-if="session.who?.role === 'manager'" type="submit" variant="primary">Save</BButton>
    <span class="saved" role="status">{{ saved }}</span>
  </BForm>
</template>

<style scoped src="./fields.css"></style>
