<script setup lang="ts">
import type { HandOut, PromotionRecord } from '@novalex/contract'
import { toSlug, type LocalDateTime, firstOf } from '@novalex/core'
import { computed, ref, watch } from 'vue'
import { call } from '@/api/call.ts'
import { ApiError } from '@/api/http.ts'
import DateTimeField from '@/components/DateTimeField.vue'
import EndField from '@/components/EndField.vue'
import { createFields, provideFields } from '@/components/fields.ts'
import FormDialog from '@/components/FormDialog.vue'
import { useAttempt } from '@/composables/useAttempt.ts'
import { sellingText } from '@/locale/enSelling.ts'
import { explainError, explainProblem } from '@/locale/problems.ts'
import { useNotice } from '@/stores/notice.ts'

/** A page that gives codes, made or changed. */
const { coded, page } = defineProps<{ coded: readonly PromotionRecord[]; page: HandOut | null }>()
const words = sellingText.codes
const form = sellingText.codes.page
const notice = useNotice()
const attempt = useAttempt()
const isOpen = ref(false)
const title = ref('')
const slug = ref('')
const body = ref('')
const promotion = ref('')
const wording = ref('')
const from = ref<LocalDateTime | undefined>()
const until = ref<LocalDateTime | undefined>()
const most = ref('')
const showsAtOnce = ref(false)
const refusal = ref<ApiError | null>(null)
// Days are typed the way people say them; what can't be read is said at its field.
provideFields(createFields(computed(() => refusal.value?.problems ?? [])))
const promotions = computed(() => coded.map(({ promotion: { id, name } }) => ({ value: id, title: name })))
const isIncomplete = computed(
  () => title.value.trim() === '' || slug.value.trim() === '' || wording.value.trim() === '' || promotion.value === '',
)
const errorsAt = (path: string) => {
  const problem = refusal.value?.problems.find((one) => one.path === path)
  return problem ? [explainProblem(problem)] : []
}
const said = computed(() => (refusal.value && refusal.value.problems.length === 0 ? explainError(refusal.value) : ''))

/** The address follows the title until it is typed. */
const isSlugOwn = ref(false)
watch(title, (now) => {
  if (!isSlugOwn.value) slug.value = toSlug(now)
})

function reset(): void {
  title.value = page?.title ?? ''
  slug.value = page?.slug ?? ''
  body.value = page?.text ?? ''
  isSlugOwn.value = page !== null
  // Which of several is meant can't be known.
  promotion.value = page?.promotion ?? (promotions.value.length === 1 ? firstOf(promotions.value).value : '')
  wording.value = page?.wording ?? ''
  from.value = page?.from ?? undefined
  until.value = page?.until ?? undefined
  most.value = page?.most == null ? '' : String(page.most)
  showsAtOnce.value = page?.showsAtOnce ?? false
  refusal.value = null
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
    most: most.value.trim() === '' ? null : Number(most.value),
    showsAtOnce: showsAtOnce.value,
  }
  refusal.value = null
  await attempt(async () => {
    try {
      if (page) await call('updateHandOut', { params: { id: page.id }, body: { ...draft, version: page.version } })
      else await call('createHandOut', { body: draft })
    } catch (thrown) {
      if (!(thrown instanceof ApiError)) throw thrown
      refusal.value = thrown
      return
    }
    isOpen.value = false
    notice.say(form.said(draft.title))
  })
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :title="form.title"
    :save="form.save"
    :incomplete="isIncomplete"
    :refusal="said"
    @opened="reset"
    @keep="keep"
  >
    <template #activator="{ props }">
      <v-btn v-bind="props" size="small">{{ page ? form.edit : words.newHandOut }}</v-btn>
    </template>
    <v-text-field v-model="title" :label="form.titleField" maxlength="120" :error-messages="errorsAt('title')" />
    <v-text-field
      v-model="slug"
      :label="form.slug"
      maxlength="60"
      :error-messages="errorsAt('slug')"
      @update:model-value="isSlugOwn = true"
    />
    <v-textarea v-model="body" :label="form.text" rows="2" maxlength="2000" :error-messages="errorsAt('text')" />
    <v-select v-model="promotion" :items="promotions" :label="form.promotion" :error-messages="errorsAt('promotion')" />
    <v-textarea
      v-model="wording"
      :label="form.wording"
      rows="2"
      maxlength="1000"
      :error-messages="errorsAt('wording')"
    />
    <fieldset>
      <legend>{{ form.from }}</legend>
      <DateTimeField
        v-model="from"
        path="from"
        :date-label="form.from"
        :time-label="form.time"
        :errors="errorsAt('from')"
      />
    </fieldset>
    <fieldset>
      <legend>{{ form.until }}</legend>
      <EndField v-model="until" path="until" :errors="errorsAt('until')" />
    </fieldset>
    <v-text-field v-model="most" :label="form.most" inputmode="numeric" :error-messages="errorsAt('most')" />
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
