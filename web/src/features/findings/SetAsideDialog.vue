<script setup lang="ts">
import { ref } from 'vue'
import { call } from '@/api/call.ts'
import FormDialog from '@/components/FormDialog.vue'
import { useForm } from '@/components/useForm.ts'
import { findingText as words } from '@/locale/catalogue.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** A finding is left as it is, with a reason. */
const { id } = defineProps<{ id: string; sentence: string }>()

const store = useStoreInfo()
const { refusal, submit, reset } = useForm({ hasFields: false })
const isOpen = ref(false)
const why = ref('')

function begin(): void {
  why.value = ''
  reset()
}

async function keep(): Promise<void> {
  if (!(await submit(() => call('dismissFinding', { params: { id }, body: { why: why.value } })))) return
  isOpen.value = false
  await store.findings.now()
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :title="words.setAsideTitle"
    :save="words.setAsideAct"
    :incomplete="why.trim() === ''"
    :refusal="refusal"
    @opened="begin"
    @keep="keep"
  >
    <template #activator="{ props }">
      <button v-bind="props" type="button" class="as-link">{{ words.setAside }}</button>
    </template>
    <p class="said">{{ sentence }}</p>
    <v-textarea
      v-model="why"
      autofocus
      rows="2"
      maxlength="500"
      :label="words.why"
      :hint="words.whyHint"
      persistent-hint
    />
  </FormDialog>
</template>

<style scoped>
.said {
  margin-bottom: 12px;
  overflow-wrap: anywhere;
}
</style>
