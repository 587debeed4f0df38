<script setup lang="ts">
/** A rule in words; opened, an example of each kind. */
import { ref } from 'vue'
import type { RuleView } from '../api/types'
import Mark from '../kit/Mark.vue'
import { limitsOf } from './limits'

const props = defineProps<{ rule: RuleView }>()
const open = ref(false)
</script>

<template>
  <div class="rule">
    <Mark v-if="props.rule.weight" :weight="props.rule.weight" /><span class="hidden-text">{{
      props.rule.weight
    }}</span>
    <div>
      <button type="button" :aria-expanded="open" @click="open = !open">
        <b>{{ props.rule.name }}</b><template v-if="limitsOf(props.rule)"> ({{ limitsOf(props.rule) }})</template
        >{{ /[?]$/.test(props.rule.name) && !limitsOf(props.rule) ? '' : '.' }}
        <span class="quiet">{{ props.rule.reason }}</span>
      </button>
      <dl v-if="open">
        <dt>Fails</dt>
        <dd>
          {{ props.rule.fails.join('; ') }} <span class="quiet">“… {{ props.rule.says }} …”</span>
        </dd>
        <dt>Passes</dt>
        <dd>{{ props.rule.passes.join('; ') }}</dd>
      </dl>
    </div>
  </div>
</template>

<style scoped>
.rule {
  display: grid;
  grid-template-columns: 14px 1fr;
  gap: var(--space-4);
  align-items: baseline;
  padding: var(--space-1) 0;
  border-bottom: 1px solid var(--line);
  font-size: var(--type-row);
}
button {
  display: block;
  width: 100%;
  min-height: 24px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--ink);
  text-align: left;
}
button:hover b {
  color: var(--madder);
}
dl {
  display: grid;
  grid-template-columns: 84px 1fr;
  gap: var(--space-1) var(--space-4);
  margin: var(--space-2) 0 var(--space-3);
  font-size: var(--type-note);
}
dt {
  font-weight: 400;
  color: var(--quiet);
}
dd {
  margin: 0;
}
</style>
