<script setup lang="ts">
import type { ReleaseChange } from '@novalex/contract'
import { computed } from 'vue'
import { changeText, text } from '@/locale/catalogue.ts'
import { useNames } from '@/stores/names.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { describeFields, summarize } from './describeChange.ts'

/** What one change changes: each field old and new, or what is new in one sentence. */
const { change } = defineProps<{ change: ReleaseChange }>()

const store = useStoreInfo()
const names = useNames()
const words = changeText
const context = computed(() => ({ settings: store.settings, names: names.names }))
const fields = computed(() => describeFields(change, context.value))
const sentence = computed(() =>
  change.thing === 'promotion' && change.before === null && change.after ? summarize(change.after, context.value) : '',
)
/** Why a promotion changes nothing in the shop; empty where it may. */
const idle = computed(() => {
  if (change.thing !== 'promotion' || change.after === null || change.after.state === 'ready') return ''
  const wasLive = change.before?.state === 'ready'
  return wasLive ? '' : words.noEffect(text.promotion.stateNames[change.after.state])
})
</script>

<template>
  <p v-if="sentence" class="quiet sentence">{{ sentence }}</p>
  <dl v-if="fields.length > 0">
    <div v-for="field in fields" :key="field.label">
      <dt class="quiet">{{ field.label }}</dt>
      <dd>
        <template v-if="field.before || change.thing === 'promotion'"
          ><s v-if="field.before">{{ field.before }}</s><template v-else>{{ words.none }}</template> →
        </template>
        <ins>{{ field.after || words.none }}</ins>
      </dd>
    </div>
  </dl>
  <p v-if="idle" class="quiet">{{ idle }}</p>
</template>

<style scoped>
dl {
  margin: 2px 0 0;
}

dl > div {
  display: grid;
  gap: 8px;
  grid-template-columns: 120px minmax(0, 1fr);
}

dd {
  margin: 0;
  overflow-wrap: anywhere;
}

s {
  color: var(--quiet);
}

ins {
  text-decoration: none;
}

.sentence {
  overflow-wrap: anywhere;
}
</style>
