<script setup lang="ts">
import { watch } from 'vue'
import { text } from '@/locale/catalogue.ts'

/** A short form that is kept as a whole, or left without a trace. */
const {
  title,
  save,
  width = 520,
  incomplete = false,
  refusal = '',
  cancel = text.common.cancel,
} = defineProps<{
  title: string
  save: string
  width?: number
  incomplete?: boolean
  refusal?: string
  /** Null: what is done can't be left undone. */
  cancel?: string | null
}>()
const isOpen = defineModel<boolean>({ required: true })
const emit = defineEmits<{ keep: []; opened: []; left: [] }>()
defineSlots<{ default(): unknown; activator?(slot: { props: Record<string, unknown> }): unknown }>()

// Before the form is drawn: what is typed while it still opens must not be overwritten.
watch(isOpen, (open) => {
  if (open) emit('opened')
})
</script>

<template>
  <v-dialog v-model="isOpen" :aria-label="title" :max-width="width" scrollable @after-leave="emit('left')">
    <template v-if="$slots.activator" #activator="{ props }">
      <slot name="activator" :props="props" />
    </template>
    <v-card border class="form">
      <form @submit.prevent="emit('keep')">
        <h2>{{ title }}</h2>
        <slot />
        <p v-if="refusal" class="wrong" role="alert">{{ refusal }}</p>
        <footer>
          <v-btn type="submit" variant="flat" :disabled="incomplete">{{ save }}</v-btn>
          <v-btn v-if="cancel !== null" @click="isOpen = false">{{ cancel }}</v-btn>
        </footer>
      </form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.form {
  overflow: auto;
  padding: 20px 24px;
}

form {
  display: grid;
  gap: 12px;
}

footer {
  display: flex;
  gap: 10px;
}
</style>
