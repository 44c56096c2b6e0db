<script setup lang="ts">
import { text } from '@/locale/catalogue.ts'
import { useNotice } from '@/stores/notice.ts'

const store = useNotice()
</script>

<template>
  <div class="place" role="status">
    <Transition name="notice">
      <div v-if="store.notice" class="notice" :class="store.notice.kind">
        <span>{{ store.notice.text }}</span>
        <button v-if="store.notice.action" type="button" @click="store.act">{{ store.notice.action.label }}</button>
        <button v-else type="button" :aria-label="text.common.close" @click="store.close">✕</button>
      </div>
    </Transition>
  </div>
</template>

<style scoped>
/* Above whatever is open. */
.place {
  bottom: 12px;
  left: 12px;
  pointer-events: none;
  position: fixed;
  z-index: 3000;
}

.notice {
  align-items: center;
  background: var(--ink);
  border-radius: 2px;
  box-shadow: 0 3px 14px rgb(0 0 0 / 25%);
  color: rgb(var(--v-theme-background));
  display: flex;
  gap: 16px;
  justify-content: space-between;
  max-width: min(672px, calc(100vw - 24px));
  min-width: min(344px, calc(100vw - 24px));
  padding: 12px 10px 12px 16px;
  pointer-events: auto;
}

.notice.wrong {
  background: rgb(var(--v-theme-error));
  color: rgb(var(--v-theme-surface));
}

button {
  background: none;
  border: 0;
  color: inherit;
  cursor: pointer;
  flex: none;
  font: inherit;
  font-weight: 600;
  min-height: 28px;
  min-width: 28px;
  padding: 2px 8px;
}

.notice-enter-active,
.notice-leave-active {
  transition: opacity 0.15s;
}

.notice-enter-from,
.notice-leave-to {
  opacity: 0;
}
</style>
