<script setup lang="ts">
import { computed } from 'vue'
import { text } from '@/locale/catalogue.ts'
import { formatInstant } from '@novalex/words'
import { useSaving } from '@/stores/saving.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

const saving = useSaving()
const store = useStoreInfo()

const sentence = computed(() => {
  const { state } = saving
  if (state.kind === 'quiet') return ''
  if (state.kind !== 'saved') return text.moment[state.kind]
  return text.moment.saved(formatInstant(state.at, { zone: store.zone }).split(', ')[1]!)
})
const isWrong = computed(() => ['refused', 'lookOnly', 'conflict', 'away'].includes(saving.state.kind))
</script>

<template>
  <span :class="isWrong ? 'wrong' : 'quiet'" role="status" data-testid="saving">{{ sentence }}</span>
</template>
