<script setup lang="ts">
import { computed } from 'vue'
import { call } from '@/api/call.ts'
import { useAttempt } from '@/composables/useAttempt.ts'
import { NUMBER_LOCALES, type NumberLocale } from '@novalex/contract'
import { findingText, storeText } from '@/locale/catalogue.ts'
import { formatInstant, formatMoney, formatPercent } from '@novalex/words'
import { useNotice } from '@/stores/notice.ts'
import { useSession } from '@/stores/session.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import AlarmEditor from './AlarmEditor.vue'
import ChannelsEditor from './ChannelsEditor.vue'
import DeliveryEditor from './DeliveryEditor.vue'

const words = storeText
const store = useStoreInfo()
const session = useSession()
const notice = useNotice()
const attempt = useAttempt()

const locales = NUMBER_LOCALES.map((value) => ({ value, title: words.locales[value] }))

const example = computed(() =>
  [formatMoney(120_400), formatPercent(1250), formatInstant(Date.parse(store.info!.now), { zone: store.zone })].join(
    ' · ',
  ),
)

const setLocale = (locale: NumberLocale) =>
  attempt(async () => {
    await call('saveLocale', { body: { locale, version: store.info!.version } })
    notice.say(words.localeSaved)
    await store.refresh()
  })

const setSecondPerson = (requiresApproval: boolean | null) =>
  attempt(async () => {
    await call('saveApprovalRule', {
      body: { requiresApproval: requiresApproval === true, version: store.info!.version },
    })
    notice.say(requiresApproval ? words.secondOn : words.secondOff)
  })
</script>

<template>
  <section v-if="store.info" class="page">
    <header class="page-head">
      <h1>{{ words.title }}</h1>
      <span class="quiet">{{ store.info.name }}</span>
    </header>
    <p v-if="!session.may('administrator')" class="quiet">{{ words.onlyAdministrators }}</p>
    <h2>{{ words.delivery }}</h2>
    <p class="quiet">{{ words.hint }}</p>
    <DeliveryEditor />
    <h2 class="next">{{ words.channels.title }}</h2>
    <p class="quiet hint">{{ words.channels.hint }}</p>
    <ChannelsEditor />
    <h2 class="next">{{ words.formats }}</h2>
    <p class="quiet hint">{{ words.formatsHint }}</p>
    <v-select
      class="locale"
      :model-value="store.info.locale"
      :items="locales"
      :label="words.locale"
      :hint="example"
      persistent-hint
      :disabled="!session.may('administrator')"
      @update:model-value="setLocale"
    />
    <h2 class="next">{{ words.release }}</h2>
    <v-checkbox
      :model-value="store.info.requiresApproval"
      :label="words.second"
      :disabled="!session.may('administrator')"
      @update:model-value="setSecondPerson"
    />
    <p class="quiet hint">{{ words.secondHint }}</p>
    <h2 class="next">{{ findingText.alarm.title }}</h2>
    <p class="quiet">{{ findingText.alarm.hint }}</p>
    <AlarmEditor />
  </section>
</template>

<style scoped>
.next {
  margin-top: 28px;
}

.locale {
  max-width: 320px;
}

.hint {
  max-width: 620px;
}
</style>
