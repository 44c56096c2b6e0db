<script setup lang="ts">
import { useAnswer } from '@/api/useAnswer.ts'
import LoadError from '@/components/LoadError.vue'
import { computed, ref } from 'vue'
import { referenceText } from '@/locale/catalogue.ts'
import { listOperations, schemaBehind, schemaOf } from './readDocument.ts'
import SchemaText from './SchemaText.vue'

/** The interface for programs, from the OpenAPI document that the server gives out. */
const words = referenceText
const asked = useAnswer('getOpenApi')
const search = ref('')
const groups = computed(() => listOperations(asked.data.value ?? {}, search.value ?? ''))
</script>

<template>
  <section class="page">
    <header class="page-head">
      <h1>{{ words.title }}</h1>
      <span class="grow" />
      <a href="/api/openapi.json" download="novalex-openapi.json">{{ words.document }}</a>
    </header>
    <p class="quiet">{{ words.hint }}</p>
    <v-text-field v-model="search" data-search class="search" :label="words.search" clearable />
    <LoadError :of="[asked]" />
    <p v-if="asked.data.value && groups.length === 0" class="quiet">{{ words.none }}</p>
    <section v-for="group in groups" :key="group.name">
      <h2>{{ group.name }}</h2>
      <details v-for="operation in group.operations" :key="operation.id">
        <summary>
          <code class="method">{{ operation.method }}</code> <code>{{ operation.path }}</code>
          <span class="quiet what">{{ operation.summary }}</span>
        </summary>
        <p class="quiet">{{ operation.description }}</p>
        <ul v-if="operation.parameters.length > 0">
          <li v-for="parameter in operation.parameters" :key="parameter.name">
            <code>{{ parameter.name }}</code> {{ words.places[parameter.in] ?? parameter.in
            }}{{ parameter.required ? `, ${words.required}` : '' }}
          </li>
        </ul>
        <template v-for="part in operation.parts" :key="part.title">
          <h3>{{ part.title }}</h3>
          <SchemaText
            v-if="part.schema"
            :schema="schemaBehind(asked.data.value!, part.schema)"
            :find="(name) => schemaOf(asked.data.value!, name)"
          />
        </template>
      </details>
    </section>
  </section>
</template>

<style scoped>
.search {
  margin: 12px 0;
  max-width: 300px;
}

h2 {
  margin: 18px 0 4px;
}

h3 {
  color: var(--quiet);
  font:
    500 13px/1.4 'Public Sans Variable',
    sans-serif;
  margin-top: 8px;
}

details {
  border-bottom: 1px solid var(--line);
  padding: 6px 0;
}

summary {
  cursor: pointer;
  overflow-wrap: anywhere;
}

.what {
  margin-left: 10px;
}

.method {
  display: inline-block;
  font-weight: 700;
  width: 58px;
}

ul {
  padding-left: 18px;
}
</style>
