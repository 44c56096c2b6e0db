<script setup lang="ts">
import type { ApiError } from '@/api/http.ts'
import { text } from '@/locale/en.ts'
import { explainError } from '@/locale/problems.ts'

/** Why something is not shown, and a way to try again. */
defineProps<{ error: ApiError }>()
defineEmits<{ retry: [] }>()
</script>

<template>
  <p class="wrong" role="alert">
    {{ explainError(error) }}
    <button type="button" class="as-link" @click="$emit('retry')">{{ text.common.retry }}</button>
  </p>
</template>
