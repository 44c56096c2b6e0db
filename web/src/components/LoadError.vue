<script setup lang="ts">
import { computed, type Ref } from 'vue'
import type { ApiError } from '@/api/http.ts'
import { text, explainError } from '@/locale/catalogue.ts'

interface Asked {
  readonly error: Readonly<Ref<ApiError | null>>
  readonly refetch: () => Promise<unknown>
}

/** Why something is not shown, and a way to try again; nothing while all questions have their answers. */
const { of } = defineProps<{ of: readonly Asked[] }>()
const failed = computed(() => of.filter(({ error }) => error.value !== null))
const retry = () => Promise.all(failed.value.map(({ refetch }) => refetch()))
</script>

<template>
  <p v-if="failed[0]" class="wrong" role="alert">
    {{ explainError(failed[0].error.value!) }}
    <button type="button" class="as-link" @click="retry">{{ text.common.retry }}</button>
  </p>
</template>
