<script setup lang="ts">
import type { CodePage, PromotionRecord } from '@novalex/contract'
import { ref } from 'vue'
import { call, pathOf } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import FormDialog from '@/components/FormDialog.vue'
import LoadError from '@/components/LoadError.vue'
import { useAttempt } from '@/composables/useAttempt.ts'
import { sellingText } from '@/locale/catalogue.ts'
import { useNotice } from '@/stores/notice.ts'
import { useSession } from '@/stores/session.ts'
import HandOutDialog from './HandOutDialog.vue'

/** The pages of the shop that give codes to addresses. */
const { coded } = defineProps<{ coded: readonly PromotionRecord[] }>()
const words = sellingText.codes
const session = useSession()
const notice = useNotice()
const attempt = useAttempt()
const asked = useAnswer('listCodePages')
const { data: pages } = asked
const isForgetting = ref(false)
const email = ref('')
const FEW = 0.1
const isFew = ({ issued, left }: CodePage) => left <= (issued + left) * FEW
const nameOf = (id: string) => coded.find(({ promotion }) => promotion.id === id)?.promotion.name ?? id

const remove = ({ id, version, title }: CodePage) =>
  attempt(async () => {
    await call('deleteCodePage', { params: { id }, query: { version: String(version) } })
    notice.say(words.page.removed(title))
  })

async function forget(): Promise<void> {
  isForgetting.value = false
  await attempt(async () => {
    await call('eraseContact', { body: { email: email.value } })
    notice.say(words.forgetForm.said)
  })
}
</script>

<template>
  <section class="pages">
    <header>
      <h2>{{ words.handOuts }}</h2>
      <template v-if="session.may('releaser')">
        <a :href="`/api${pathOf('getContacts')}`" download>{{ words.contacts }}</a>
        <FormDialog
          v-model="isForgetting"
          :title="words.forgetForm.title"
          :save="words.forgetForm.save"
          :incomplete="email.trim() === ''"
          @opened="email = ''"
          @keep="forget"
        >
          <template #activator="{ props }">
            <button v-bind="props" type="button" class="as-link">{{ words.forget }}</button>
          </template>
          <p>{{ words.forgetForm.hint }}</p>
          <v-text-field v-model="email" :label="words.forgetForm.email" maxlength="254" />
        </FormDialog>
        <HandOutDialog v-if="coded.length > 0" :coded="coded" :page="null" />
      </template>
    </header>
    <p class="quiet">{{ words.handOutsHint }}</p>
    <LoadError :of="[asked]" />
    <table v-if="pages && pages.length > 0" class="printed">
      <tbody>
        <tr v-for="page in pages" :key="page.id">
          <td class="name">
            <a :href="`/shop/h/${page.slug}`">{{ page.title }}</a> <span class="quiet">{{
              `/shop/h/${page.slug}`
            }}</span>
          </td>
          <td class="name quiet">{{ nameOf(page.promotion) }}</td>
          <td class="number">
            {{ words.page.issued(page.issued, page.left) }}
            <span v-if="isFew(page)" class="wrong"><br />▲ {{ words.few }}</span>
          </td>
          <td>
            <div v-if="session.may('releaser')" class="row-acts">
              <HandOutDialog :coded="coded" :page="page" />
              <v-btn size="small" @click="remove(page)">{{ words.page.remove }}</v-btn>
            </div>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.pages {
  margin-top: 34px;
}

header {
  align-items: baseline;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
}

h2 {
  margin-right: auto;
}

.name {
  overflow-wrap: anywhere;
  white-space: normal;
}

td {
  vertical-align: middle;
}
</style>
