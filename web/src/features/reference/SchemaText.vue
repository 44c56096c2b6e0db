<script setup lang="ts">
import { computed, ref } from 'vue'
import { referenceText } from '@/locale/catalogue.ts'
import { namesIn } from './readDocument.ts'

/** A schema as it is written; those that it refers to open below it. */
const { schema, find } = defineProps<{ schema: unknown; find: (name: string) => unknown }>()
const opened = ref<string | null>(null)
const names = computed(() => namesIn(schema))
</script>

<template>
  <div class="schema">
    <pre>{{ JSON.stringify(schema, null, 2) }}</pre>
    <p v-if="names.length > 0" class="names">
      {{ referenceText.refers }}
      <button
        v-for="name in names"
        :key="name"
        type="button"
        class="as-link"
        :aria-expanded="opened === name"
        @click="opened = opened === name ? null : name"
      >
        {{ name }}
      </button>
    </p>
    <SchemaText v-if="opened" :key="opened" :schema="find(opened)" :find="find" />
  </div>
</template>

<style scoped>
.schema {
  border-left: 2px solid var(--line);
  margin: 4px 0 8px;
  padding-left: 12px;
}

pre {
  background: var(--desk);
  font-size: 12.5px;
  max-height: 340px;
  overflow: auto;
  padding: 8px 10px;
}

.names {
  display: flex;
  flex-wrap: wrap;
  font-size: 13px;
  gap: 2px 12px;
}
</style>
