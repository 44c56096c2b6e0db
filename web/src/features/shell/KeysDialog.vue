<script setup lang="ts">
import { watch } from 'vue'
import { useRoute } from 'vue-router'
import { text } from '@/locale/catalogue.ts'
import { useKeysDialog } from './useKeysDialog.ts'
import { useShellKeys } from './useShellKeys.ts'

const { isOpen } = useKeysDialog()
useShellKeys()

// Its keys work while it is open; the page that they lead to is not left behind it.
const route = useRoute()
watch(
  () => route.path,
  () => {
    isOpen.value = false
  },
)
</script>

<template>
  <v-dialog v-model="isOpen" max-width="460" :aria-label="text.keys.title">
    <v-card class="keys">
      <h2>{{ text.keys.title }}</h2>
      <dl>
        <template v-for="[keys, what] in text.keys.rows" :key="keys">
          <dt>{{ keys }}</dt>
          <dd>{{ what }}</dd>
        </template>
      </dl>
      <v-btn @click="isOpen = false">{{ text.common.close }}</v-btn>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.keys {
  padding: 20px 24px;
}

dl {
  display: grid;
  gap: 8px 16px;
  grid-template-columns: auto 1fr;
  margin: 14px 0 18px;
}

dt {
  font-weight: 650;
}
</style>
