<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { text } from '@/locale/catalogue.ts'
import { useGoTo } from './useGoTo.ts'
import { useGoToDialog } from './useGoToDialog.ts'

/** Goes to a page, a promotion, a product, an order or a code by typing. */
const words = text.goTo
const { isOpen } = useGoToDialog()
const typed = ref('')
const { targets, go } = useGoTo(typed)
const items = computed(() =>
  targets.value.map(({ id, title, kind }) => ({ value: id, title, props: { subtitle: kind } })),
)

watch(isOpen, () => {
  typed.value = ''
})

async function choose(id: string | null): Promise<void> {
  // Closing clears what is typed, and with it what was found.
  const target = targets.value.find((one) => one.id === id)
  if (!target) return
  isOpen.value = false
  // The dialog gives the focus back before the page takes it.
  await nextTick()
  await go(target)
}
</script>

<template>
  <v-dialog v-model="isOpen" max-width="560" class="high" :aria-label="words.title">
    <v-card class="go-to">
      <v-autocomplete
        v-model:search="typed"
        :model-value="null"
        :items="items"
        :label="words.label"
        maxlength="100"
        :no-data-text="words.none"
        no-filter
        auto-select-first
        autofocus
        menu
        hide-details
        menu-icon=""
        @update:model-value="choose"
        @keydown.esc="isOpen = false"
      />
    </v-card>
  </v-dialog>
</template>

<style scoped>
.high {
  align-items: start;
  padding-top: 8vh;
}

.go-to {
  padding: 20px 24px;
}
</style>
