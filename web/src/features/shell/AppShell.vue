<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useAskedAtOnce } from '@/features/atOnce/useAtOnce.ts'
import { useChangeEvents } from '@/composables/useChangeEvents.ts'
import { explainError, text } from '@/locale/catalogue.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import KeysDialog from './KeysDialog.vue'
import MomentBar from './MomentBar.vue'
import NavRail from './NavRail.vue'
import NoticeBar from './NoticeBar.vue'
import { useGoToDialog } from './useGoToDialog.ts'
import { useMomentInAddress } from './useMomentInAddress.ts'
import { later } from '@/plugins/later.ts'
import { focusContent } from '@/plugins/focusContent.ts'
import { useSession } from '@/stores/session.ts'

const GoToDialog = later(() => import('./GoToDialog.vue'))
const AtOnceDialog = later(() => import('@/features/atOnce/AtOnceDialog.vue'))
const SignInAgain = later(() => import('@/features/access/SignInAgain.vue'))
const session = useSession()
const store = useStoreInfo()
const trouble = computed(() => (store.error ? explainError(store.error) : null))
const goTo = useGoToDialog()
/** Kept from the first question on, so that the dialog closes as it opened. */
const asked = useAskedAtOnce()
const isAskedAtOnce = ref(false)
watch(asked, (one) => {
  if (one) isAskedAtOnce.value = true
})
useChangeEvents()
useMomentInAddress()
</script>

<template>
  <a href="#content" class="skip" @click.prevent="focusContent">{{ text.common.skip }}</a>
  <div class="shell">
    <NavRail class="rail" />
    <div class="desk">
      <MomentBar v-if="store.info" class="bar" />
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <main id="content" tabindex="-1">
        <router-view v-if="store.info" :key="$route.name === 'promotion' ? String($route.params.id) : undefined" />
        <p v-else-if="!trouble" class="page quiet">{{ text.common.loading }}</p>
      </main>
    </div>
    <NoticeBar />
    <KeysDialog />
    <GoToDialog v-if="goTo.isOpen.value" />
    <AtOnceDialog v-if="isAskedAtOnce" />
    <SignInAgain v-if="session.isEnded" />
  </div>
</template>

<style scoped>
.shell {
  display: grid;
  grid-template-columns: 148px minmax(0, 1fr);
  min-height: 100vh;
}

.rail {
  border-right: 1px solid var(--line);
  height: 100vh;
  position: sticky;
  top: 0;
}

.bar {
  position: sticky;
  top: 0;
  z-index: 10;
}

.trouble {
  background: color-mix(in srgb, var(--wrong) 12%, var(--sheet));
  border-bottom: 1px solid var(--wrong);
  color: var(--wrong);
  padding: 8px 24px;
}
</style>
