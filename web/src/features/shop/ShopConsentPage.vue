<script setup lang="ts">
import { ref } from 'vue'
import { useRoute } from 'vue-router'
import { call } from '@/api/call.ts'
import { useForm } from '@/components/useForm.ts'
import { shopText } from '@/locale/catalogue.ts'
import ShopFrame from './ShopFrame.vue'

/** Page for confirming a consent. The link's secret is in the fragment, which is never sent. */
const words = shopText.consent
const route = useRoute()
const isDone = ref(false)
const { refusal, submit } = useForm({ hasFields: false })

async function confirm(): Promise<void> {
  isDone.value = await submit(() => call('confirmConsent', { body: { token: route.hash.slice(1) || 'none' } }))
}
</script>

<template>
  <ShopFrame>
    <h1>{{ words.title }}</h1>
    <p v-if="isDone" role="status">{{ words.done }}</p>
    <template v-else>
      <p>{{ words.hint }}</p>
      <p v-if="refusal" class="wrong" role="alert">{{ refusal }}</p>
      <v-btn variant="flat" @click="confirm">{{ words.confirm }}</v-btn>
    </template>
  </ShopFrame>
</template>

<style scoped>
p {
  margin: 12px 0;
}
</style>
