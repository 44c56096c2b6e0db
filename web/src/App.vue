<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { explainError } from '@/locale/catalogue.ts'
import { DeskApp } from '@/plugins/router.ts'
import { useSession } from '@/stores/session.ts'

const session = useSession()
const route = useRoute()
/** Nothing is drawn before it is known who comes. */
const isKnown = computed(() => route.matched.length > 0)
</script>

<template>
  <p v-if="session.error && !session.answer" class="page wrong" role="alert">{{ explainError(session.error) }}</p>
  <template v-else-if="isKnown">
    <router-view v-if="route.meta.place === 'shop'" />
    <DeskApp v-else />
  </template>
</template>
