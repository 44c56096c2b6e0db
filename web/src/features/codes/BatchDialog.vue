<script setup lang="ts">
import type { CodeBatch } from '@novalex/contract'
import { computed, ref } from 'vue'
import { call } from '@/api/call.ts'
import { ApiError } from '@/api/http.ts'
import FormDialog from '@/components/FormDialog.vue'
import { useAttempt } from '@/composables/useAttempt.ts'
import { sellingText } from '@/locale/enSelling.ts'
import { plural } from '@/locale/format.ts'
import { explainError, explainProblem } from '@/locale/problems.ts'
import { useNotice } from '@/stores/notice.ts'

/** Has codes made for a promotion. */
const {
  promotion,
  name: promotionName,
  batches,
} = defineProps<{ promotion: string; name: string; batches: readonly CodeBatch[] }>()
const words = sellingText.codes
const form = sellingText.codes.form
const notice = useNotice()
const attempt = useAttempt()
const isOpen = ref(false)
const name = ref('')
const count = ref('100')
const prefix = ref('')
const length = ref('8')
const refusal = ref<ApiError | null>(null)
const whole = (text: string) =>
  /^\d{1,9}$/.test(text.trim().replaceAll(/[ .,]/g, '')) ? Number(text.trim().replaceAll(/[ .,]/g, '')) : null
const isIncomplete = computed(
  () => name.value.trim() === '' || whole(count.value) === null || whole(length.value) === null,
)
const example = computed(() => words.shape(plainPrefix(), Math.min(whole(length.value) ?? 8, 20)))
const plainPrefix = () => prefix.value.toUpperCase().replaceAll(/[\s-]/g, '')
const errorsAt = (path: string) => {
  const problem = refusal.value?.problems.find((one) => one.path === path)
  return problem ? [explainProblem(problem)] : []
}

function reset(): void {
  // Batches come newest first: the next one looks like the last.
  const last = batches[0]
  name.value = form.firstName(batches.length + 1)
  count.value = '100'
  prefix.value = last?.prefix ?? ''
  length.value = String(last?.length ?? 8)
  refusal.value = null
}

async function keep(): Promise<void> {
  const body = {
    promotion,
    name: name.value,
    count: whole(count.value) ?? 0,
    pattern: { prefix: plainPrefix(), length: whole(length.value) ?? 0 },
  }
  refusal.value = null
  await attempt(async () => {
    try {
      await call('createCodeBatch', { body })
    } catch (thrown) {
      if (!(thrown instanceof ApiError)) throw thrown
      refusal.value = thrown
      return
    }
    isOpen.value = false
    notice.say(form.said(plural(body.count, 'code')))
  })
}
const said = computed(() => (refusal.value && refusal.value.problems.length === 0 ? explainError(refusal.value) : ''))
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :title="form.title(promotionName)"
    :save="form.save"
    :incomplete="isIncomplete"
    :refusal="said"
    @opened="reset"
    @keep="keep"
  >
    <template #activator="{ props }">
      <v-btn v-bind="props" size="small">{{ words.more }}</v-btn>
    </template>
    <v-text-field v-model="name" :label="form.name" maxlength="120" :error-messages="errorsAt('name')" />
    <v-text-field v-model="count" :label="form.count" inputmode="numeric" :error-messages="errorsAt('count')" />
    <v-text-field
      v-model="prefix"
      :label="form.prefix"
      :hint="form.prefixHint"
      persistent-hint
      maxlength="16"
      :error-messages="errorsAt('pattern.prefix')"
    />
    <v-text-field
      v-model="length"
      :label="form.length"
      :hint="form.lengthHint"
      persistent-hint
      inputmode="numeric"
      :error-messages="errorsAt('pattern.length')"
    />
    <p class="quiet">{{ form.looks(example) }}</p>
    <p v-if="isIncomplete" class="quiet" role="status">{{ form.missing }}</p>
  </FormDialog>
</template>
