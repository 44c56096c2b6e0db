<script setup lang="ts">
import type { CodePage, PromotionRecord } from '@novalex/contract'
import { toSlug, type LocalDateTime, firstOf } from '@novalex/core'
import { computed, ref, watch } from 'vue'
import { call } from '@/api/call.ts'
import DateTimeField from '@/components/DateTimeField.vue'
import EndField from '@/components/EndField.vue'
import FormDialog from '@/components/FormDialog.vue'
import TypedField from '@/components/TypedField.vue'
import { useForm } from '@/components/useForm.ts'
import { sellingText } from '@/locale/catalogue.ts'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** A page that gives codes, made or changed. */
const { coded, page } = defineProps<{ coded: readonly PromotionRecord[]; page: CodePage | null }>()
const words = sellingText.codes
const form = sellingText.codes.page
const notice = useNotice()
const store = useStoreInfo()
const { refusal, isSending, submit, reset, errors } = useForm()
const isOpen = ref(false)
const title = ref('')
const slug = ref('')
const body = ref('')
const promotion = ref('')
const wording = ref('')
const from = ref<LocalDateTime | undefined>()
const until = ref<LocalDateTime | undefined>()
const most = ref<number | null>(null)
const showsAtOnce = ref(false)
const promotions = computed(() => coded.map(({ promotion: { id, name } }) => ({ value: id, title: name })))
const isIncomplete = computed(
  () => title.value.trim() === '' || slug.value.trim() === '' || wording.value.trim() === '' || promotion.value === '',
)

/** The address follows the title until it is typed. */
const isSlugOwn = ref(false)
watch(title, (now) => {
  if (!isSlugOwn.value) slug.value = toSlug(now)
})

function begin(): void {
  title.value = page?.title ?? ''
  slug.value = page?.slug ?? ''
  body.value = page?.text ?? ''
  isSlugOwn.value = page !== null
  // Which of several is meant can't be known.
  promotion.value = page?.promotion ?? (promotions.value.length === 1 ? firstOf(promotions.value).value : '')
  wording.value = page?.wording ?? ''
  from.value = page?.from ?? undefined
  until.value = page?.until ?? undefined
  most.value = page?.most ?? null
  showsAtOnce.value = page?.showsAtOnce ?? false
  reset()
}

async function keep(): Promise<void> {
  const draft = {
    title: title.value,
    slug: slug.value.trim().toLowerCase(),
    text: body.value,
    promotion: promotion.value,
    wording: wording.value,
    from: from.value ?? null,
    until: until.value ?? null,
    most: most.value,
    showsAtOnce: showsAtOnce.value,
  }
  const isKept = await submit(() =>
    page
      ? call('updateCodePage', { params: { id: page.id }, body: { ...draft, version: page.version } })
      : call('createCodePage', { body: draft }),
  )
  if (!isKept) return
  isOpen.value = false
  notice.say(form.said(draft.title))
  await store.refresh()
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :title="form.title"
    :save="form.save"
    :incomplete="isIncomplete || isSending"
    :refusal="refusal"
    @opened="begin"
    @keep="keep"
  >
    <template #activator="{ props }">
      <v-btn v-bind="props" size="small">{{ page ? form.edit : words.newHandOut }}</v-btn>
    </template>
    <v-text-field v-model="title" :label="form.titleField" maxlength="120" :error-messages="errors('title')" />
    <v-text-field
      v-model="slug"
      :label="form.slug"
      maxlength="60"
      :error-messages="errors('slug')"
      @update:model-value="isSlugOwn = true"
    />
    <v-textarea v-model="body" :label="form.text" rows="2" maxlength="2000" :error-messages="errors('text')" />
    <v-select v-model="promotion" :items="promotions" :label="form.promotion" :error-messages="errors('promotion')" />
    <v-textarea v-model="wording" :label="form.wording" rows="2" maxlength="1000" :error-messages="errors('wording')" />
    <fieldset>
      <legend>{{ form.from }}</legend>
      <DateTimeField
        v-model="from"
        path="from"
        :date-label="form.from"
        :time-label="form.startTime"
        :errors="errors('from')"
      />
    </fieldset>
    <fieldset>
      <legend>{{ form.until }}</legend>
      <EndField v-model="until" path="until" :errors="errors('until')" />
    </fieldset>
    <TypedField v-model="most" kind="count" path="most" :label="form.most" optional />
    <v-checkbox v-model="showsAtOnce" :label="form.showsAtOnce" hide-details />
    <p v-if="showsAtOnce" class="quiet">▲ {{ form.unverified }}</p>
  </FormDialog>
</template>

<style scoped>
fieldset {
  border: 0;
}

legend {
  color: var(--quiet);
  font-size: 13px;
}
</style>
