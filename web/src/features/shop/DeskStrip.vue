<script setup lang="ts">
import { shopText } from '@/locale/catalogue.ts'
import { useChangeEvents } from '@/composables/useChangeEvents.ts'
import MomentBar from '@/features/shell/MomentBar.vue'
import SignInAgain from '@/features/access/SignInAgain.vue'
import { useShellKeys } from '@/features/shell/useShellKeys.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** Bar for staff: shows the shop's moment and plan, and leads back to the desk. */
const store = useStoreInfo()
useChangeEvents()
useShellKeys()
</script>

<template>
  <div class="strip">
    <router-link to="/promotions" class="back">← {{ shopText.desk }}</router-link>
    <MomentBar v-if="store.info" class="moment" />
    <SignInAgain />
  </div>
</template>

<style scoped>
.strip {
  align-items: stretch;
  background: rgb(var(--v-theme-background));
  border-bottom: 1px dashed var(--quiet);
  display: flex;
  position: sticky;
  top: 0;
  z-index: 10;
}

.back {
  align-self: center;
  font-size: 13.5px;
  padding: 4px 4px 4px 18px;
  white-space: nowrap;
}

.moment {
  border-bottom: 0;
  flex: 1;
  min-width: 0;
}
</style>
