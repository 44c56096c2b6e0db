<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import LoadError from '@/components/LoadError.vue'
import { usePromotionRecords } from '@/composables/usePromotionRecords.ts'
import { text, sellingText } from '@/locale/catalogue.ts'
import { useSession } from '@/stores/session.ts'
import BatchDialog from './BatchDialog.vue'
import BatchTable from './BatchTable.vue'
import CodeLookUp from './CodeLookUp.vue'
import HandOutList from './HandOutList.vue'

/** Codes: search, batches by promotion, and code request pages. */
const LOOK_AGAIN_MS = 700
const words = sellingText.codes
const session = useSession()
const { records } = usePromotionRecords()
const isMaking = ref(false)
const asked = useAnswer('listCodeBatches', () => ({}), {
  refetchInterval: () => (isMaking.value ? LOOK_AGAIN_MS : false),
})
const { data: batches } = asked
// While codes are made their number follows by itself.
watch(batches, (all) => {
  isMaking.value = all?.some(({ state }) => state === 'making') ?? false
})
const coded = computed(() =>
  (records.value ?? []).filter(({ promotion: { code } }) => code !== null && 'batch' in code),
)
/** Promotions that take codes, and those that once did. */
const groups = computed(() => {
  const ids = new Set([
    ...coded.value.map(({ promotion: { id } }) => id),
    ...(batches.value ?? []).map(({ promotion }) => promotion),
  ])
  return [...ids].map((id) => {
    const own = (batches.value ?? []).filter(({ promotion }) => promotion === id)
    const record = coded.value.find(({ promotion }) => promotion.id === id)
    return { id, name: record?.promotion.name ?? own[0]?.promotionName ?? id, own, takesCodes: record !== undefined }
  })
})
</script>

<template>
  <section class="page">
    <header class="page-head">
      <h1>{{ words.title }}</h1>
    </header>
    <p class="quiet">{{ words.hint }}</p>
    <CodeLookUp v-if="session.may('releaser')" />
    <p v-else class="quiet">{{ words.lookUpRole }}</p>
    <LoadError :of="[asked]" />
    <p v-if="!batches" class="quiet">{{ text.common.loading }}</p>
    <p v-else-if="groups.length === 0" class="empty">{{ words.none }}</p>
    <template v-else>
      <section v-for="group in groups" :key="group.id" class="group">
        <header>
          <h2>
            <router-link :to="`/promotions/${encodeURIComponent(group.id)}`">{{ group.name }}</router-link>
          </h2>
          <BatchDialog
            v-if="group.takesCodes && session.may('planner')"
            :promotion="group.id"
            :name="group.name"
            :batches="group.own"
          />
        </header>
        <p v-if="group.own.length === 0" class="quiet">{{ words.noBatch }}</p>
        <BatchTable v-else :batches="group.own" />
      </section>
    </template>
    <HandOutList :coded="coded" />
  </section>
</template>

<style scoped>
.group {
  margin-top: 20px;
}

.group header {
  align-items: baseline;
  display: flex;
  gap: 16px;
  justify-content: space-between;
}

h2 {
  overflow-wrap: anywhere;
}

.empty {
  padding: 40px 0;
  text-align: center;
}
</style>
