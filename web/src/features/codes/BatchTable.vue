<script setup lang="ts">
import type { CodeBatch } from '@novalex/contract'
import { formatNumber } from '@novalex/words'
import { ref } from 'vue'
import { call, pathOf } from '@/api/call.ts'
import { ApiError } from '@/api/http.ts'
import FormDialog from '@/components/FormDialog.vue'
import { useAttempt } from '@/composables/useAttempt.ts'
import { sellingText, explainError } from '@/locale/catalogue.ts'
import { useNotice } from '@/stores/notice.ts'
import { useSession } from '@/stores/session.ts'

/** The batches of one promotion with what became of their codes. */
defineProps<{ batches: readonly CodeBatch[] }>()
const words = sellingText.codes
const session = useSession()
const notice = useNotice()
const attempt = useAttempt()
const leaving = ref<CodeBatch | null>(null)
/** From which share of its codes on a batch is running out. */
const FEW = 0.1
const TYPES = ['csv', 'xlsx', 'zip'] as const
const isFew = ({ state, unused, issued, count, redeemed }: CodeBatch) =>
  state === 'ready' && unused - Math.max(0, issued - redeemed) <= count * FEW
const fileUrl = (id: string, type: string) => `/api${pathOf('getCodes', { id, type })}`

async function makeVoid(): Promise<void> {
  const batch = leaving.value
  leaving.value = null
  if (!batch) return
  await attempt(async () => {
    await call('voidCodeBatch', { params: { id: batch.id } })
    notice.say(words.saidVoidBatch(batch.name))
  })
}
</script>

<template>
  <table class="printed">
    <thead>
      <tr>
        <th scope="col">{{ words.columns.batch }}</th>
        <th scope="col" class="number">{{ words.columns.made }}</th>
        <th scope="col" class="number">{{ words.columns.unused }}</th>
        <th scope="col" class="number">{{ words.columns.redeemed }}</th>
        <th scope="col" class="number">{{ words.columns.void }}</th>
        <th scope="col" class="number">{{ words.columns.issued }}</th>
        <th scope="col" class="files">{{ words.columns.files }}</th>
        <td />
      </tr>
    </thead>
    <tbody>
      <tr v-for="batch in batches" :key="batch.id" :class="{ quiet: batch.state === 'void' }">
        <td class="name">
          {{ batch.name }}
          <span class="quiet">{{ words.shape(batch.prefix, batch.length) }}</span>
          <p v-if="batch.trouble !== null" class="wrong" role="alert">
            {{ words.trouble(explainError(new ApiError(batch.trouble))) }}
          </p>
          <br v-if="isFew(batch)" /><span v-if="isFew(batch)" class="wrong">▲ {{ words.few }}</span>
        </td>
        <td class="number">
          <span v-if="batch.state === 'making'" role="status">{{ words.making(batch.made, batch.count) }}</span>
          <template v-else>{{ formatNumber(batch.made) }}</template>
        </td>
        <td class="number">{{ formatNumber(batch.unused) }}</td>
        <td class="number">{{ formatNumber(batch.redeemed) }}</td>
        <td class="number">{{ formatNumber(batch.void) }}</td>
        <td class="number">{{ formatNumber(batch.issued) }}</td>
        <td class="files">
          <template v-if="batch.state !== 'making' && session.may('releaser')">
            <template v-for="(type, index) in TYPES" :key="type">
              <template v-if="index > 0"> · </template>
              <a :href="fileUrl(batch.id, type)" download :aria-label="`${batch.name}, ${type}`">{{
                type.toUpperCase()
              }}</a>
            </template>
          </template>
          <template v-else>{{ words.states[batch.state] }}</template>
        </td>
        <td>
          <div class="row-acts">
            <v-btn v-if="batch.state === 'ready' && session.may('releaser')" size="small" @click="leaving = batch">{{
              words.voidBatch
            }}</v-btn>
          </div>
        </td>
      </tr>
    </tbody>
  </table>
  <FormDialog
    :model-value="leaving !== null"
    :title="words.voidBatchTitle(leaving?.name ?? '')"
    :save="words.voidBatchAct"
    @update:model-value="leaving = null"
    @keep="makeVoid"
  >
    <p v-if="leaving">
      {{
        words.voidBatchHint(leaving.unused, Math.max(0, Math.min(leaving.unused, leaving.issued - leaving.redeemed)))
      }}
    </p>
  </FormDialog>
</template>

<style scoped>
.name {
  overflow-wrap: anywhere;
  white-space: normal;
}

.files {
  padding-left: 28px;
}

td {
  vertical-align: middle;
}
</style>
