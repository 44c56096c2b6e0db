<script setup lang="ts">
import { toInstant, toLocal, type LocalDateTime } from '@novalex/core'
import { ref, watch } from 'vue'
import DateTimeField from '@/components/DateTimeField.vue'
import { createFields, provideFields } from '@/components/fields.ts'
import { text, formatZone } from '@/locale/catalogue.ts'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

const moment = useMoment()
const store = useStoreInfo()
const local = ref<LocalDateTime>(toLocal(moment.instant, store.zone))
const fields = createFields(ref([]))
provideFields(fields)

// Moved elsewhere, as by a key. The clock alone does not take away what is being typed.
watch(
  () => moment.chosen,
  () => {
    local.value = toLocal(moment.instant, store.zone)
  },
)

function go(): void {
  if (fields.typed.size === 0) moment.moveTo(toInstant(local.value, store.zone))
}
</script>

<template>
  <v-card class="picker" border>
    <form @submit.prevent="go">
      <DateTimeField
        v-model="local"
        path="moment"
        :date-label="text.moment.day"
        :time-label="text.moment.time"
        :errors="[]"
        :hint="formatZone(store.zone)"
      />
      <v-btn type="submit" variant="flat" :disabled="fields.typed.size > 0">{{ text.moment.go }}</v-btn>
    </form>
  </v-card>
</template>

<style scoped>
.picker form {
  display: grid;
  gap: 12px;
  padding: 16px;
  width: 330px;
}
</style>
