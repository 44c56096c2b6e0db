<script setup lang="ts">
import { isLocalDateTime, toInstant, toLocal } from '@novalex/core'
import { computed, ref, watch } from 'vue'
import { text } from '@/locale/en.ts'
import { formatZone } from '@/locale/format.ts'
import { PROBLEM_TEXT } from '@/locale/problems.ts'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

const moment = useMoment()
const store = useStoreInfo()
const date = ref('')
const time = ref('')

watch(
  () => moment.instant,
  (instant) => {
    ;[date.value, time.value] = toLocal(instant, store.zone).split('T') as [string, string]
  },
  { immediate: true },
)

const local = computed(() => `${date.value}T${time.value.slice(0, 5)}`)
const problem = computed(() => (isLocalDateTime(local.value) ? '' : String(PROBLEM_TEXT['not-a-date'])))

function go(): void {
  if (!problem.value) moment.moveTo(toInstant(local.value, store.zone))
}
</script>

<template>
  <v-card class="picker" border>
    <form @submit.prevent="go">
      <v-text-field v-model="date" type="date" :label="text.moment.day" :error-messages="problem" />
      <v-text-field
        v-model="time"
        type="time"
        :label="text.moment.time"
        :hint="formatZone(store.zone)"
        persistent-hint
      />
      <v-btn type="submit" variant="flat" :disabled="problem !== ''">{{ text.moment.go }}</v-btn>
    </form>
  </v-card>
</template>

<style scoped>
.picker form {
  display: grid;
  gap: 12px;
  padding: 16px;
  width: 240px;
}
</style>
