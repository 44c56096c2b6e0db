<script setup lang="ts">
import type { CodeBatch } from '@novalex/contract'
import { computed, ref } from 'vue'
import { call } from '@/api/call.ts'
import FormDialog from '@/components/FormDialog.vue'
import TypedField from '@/components/TypedField.vue'
import { useForm } from '@/components/useForm.ts'
import { sellingText, counted } from '@/locale/catalogue.ts'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** Has codes made for a promotion. */
const {
  promotion,
  name: promotionName,
  batches,
} = defineProps<{ promotion: string; name: string; batches: readonly CodeBatch[] }>()
const words = sellingText.codes
const form = sellingText.codes.form
const notice = useNotice()
const store = useStoreInfo()
const { refusal, isSending, submit, reset, errors } = useForm()
const isOpen = ref(false)
const name = ref('')
const count = ref<number | null>(100)
const prefix = ref('')
const length = ref<number | null>(8)
const isIncomplete = computed(() => name.value.trim() === '' || count.value === null || length.value === null)
const plainPrefix = computed(() => prefix.value.toUpperCase().replaceAll(/[\s-]/g, ''))
const example = computed(() => words.shape(plainPrefix.value, Math.min(length.value ?? 8, 20)))

function begin(): void {
  // Batches come newest first: the next one looks like the last.
  const last = batches[0]
  name.value = form.firstName(batches.length + 1)
  count.value = 100
  prefix.value = last?.prefix ?? ''
  length.value = last?.length ?? 8
  reset()
}

async function keep(): Promise<void> {
  const pattern = { prefix: plainPrefix.value, length: length.value! }
  const body = { promotion, name: name.value, count: count.value!, pattern }
  if (!(await submit(() => call('createCodeBatch', { body })))) return
  isOpen.value = false
  notice.say(form.said(counted.code(body.count)))
  await store.refresh()
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :title="form.title(promotionName)"
    :save="form.save"
    :incomplete="isIncomplete || isSending"
    :refusal="refusal"
    @opened="begin"
    @keep="keep"
  >
    <template #activator="{ props }">
      <v-btn v-bind="props" size="small">{{ words.more }}</v-btn>
    </template>
    <v-text-field v-model="name" :label="form.name" maxlength="120" :error-messages="errors('name')" />
    <TypedField v-model="count" kind="count" path="count" :label="form.count" />
    <v-text-field
      v-model="prefix"
      :label="form.prefix"
      :hint="form.prefixHint"
      persistent-hint
      maxlength="16"
      :error-messages="errors('pattern.prefix')"
    />
    <TypedField v-model="length" kind="count" path="pattern.length" :label="form.length" :hint="form.lengthHint" />
    <p class="quiet">{{ form.looks(example) }}</p>
    <p v-if="isIncomplete" class="quiet" role="status">{{ form.missing }}</p>
  </FormDialog>
</template>
